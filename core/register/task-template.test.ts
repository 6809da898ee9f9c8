import { describe, expect, it } from 'vitest';
import {
  type TemplateTaskPlan,
  taskTemplateForm,
  templateOutcome,
  templateTaskWords,
  typedTemplateTask,
} from './task-template';

const typed = {
  action: 'check',
  title: 'Listen',
  amountKind: 'to-mark',
  amount: '',
  machineState: 'any',
  minutes: '2 min',
  who: 'technician',
  when: '7 × daily; then monthly',
  event: 'flood',
  procedureText: '',
};
const parse = (change: object = {}, tasks: object[] = [typed]) =>
  taskTemplateForm.safeParse({ name: 'Watch', pointKind: 'rolling-bearing', firstHours: false, tasks, ...change });
const wanted = (): TemplateTaskPlan => parse().data!.tasks[0]!;
const point = (change: Partial<Parameters<typeof templateOutcome>[1]> = {}): Parameters<typeof templateOutcome>[1] => ({
  kind: 'rolling-bearing',
  hasLubricant: true,
  tasks: [],
  blocked: () => null,
  ...change,
});
const outcome = (change: Partial<Parameters<typeof templateOutcome>[1]>, pointKind = 'rolling-bearing') =>
  templateOutcome({ pointKind, tasks: [wanted()] }, point(change));

describe('a template', () => {
  it('is read from what was typed, and typed back as it was read', () => {
    expect(wanted()).toMatchObject({
      minutes: 2,
      amount: null,
      stages: [
        { name: 'run-in', count: 7, days: 1 },
        { name: 'steady', days: 30 },
      ],
      triggers: [{ kind: 'event', event: 'flood' }],
    });
    expect(typedTemplateTask(wanted())).toMatchObject({
      minutes: '2',
      amount: '',
      when: '7 × 1 d; then 30 d',
      event: 'flood',
    });
    expect(parse({}, [typedTemplateTask(wanted())]).success).toBe(true);
    expect(templateTaskWords(wanted())).toBe('Listen: 7 × daily; then monthly; after: flood or wash-down');
  });

  it.each([
    [{ name: ' ' }, [typed], 'name'],
    [{ pointKind: 'spaceship' }, [typed], 'pointKind'],
    [{}, [], 'tasks'],
    [{}, [{ ...typed, when: '' }], 'tasks.0.when'],
    [{}, [{ ...typed, minutes: '' }], 'tasks.0.minutes'],
    [{}, [typed, typed], 'tasks.1.title'],
  ])('says where %j %# is wrong', (change, tasks, where) => {
    expect(parse(change, tasks).error!.issues[0]!.path.join('.')).toBe(where);
  });
});

describe('what it does to a point', () => {
  const standing = { taskId: 't', action: 'check' as const, title: 'Listen' };

  it('adds what is not there, changes how often where it is, and leaves alone what is right', () => {
    expect(outcome({})).toMatchObject({ adds: [{ title: 'Listen' }], changes: [], skipped: null });
    expect(outcome({ tasks: [{ ...standing, stages: [{ name: 'steady', days: 90 }] }] })).toMatchObject({
      adds: [],
      changes: [{ task: { taskId: 't' } }],
      skipped: null,
    });
    expect(outcome({ tasks: [{ ...standing, stages: wanted().stages }] }).skipped).toBe('has all of it already');
  });

  it('leaves a point alone, and says why', () => {
    expect(outcome({ kind: 'chain' }).skipped).toBe('is of another kind');
    expect(outcome({ kind: 'chain' }, 'any').skipped).toBeNull();
    expect(outcome({ hasLubricant: false }).skipped).toBe('has no lubricant assigned yet');
    expect(outcome({ blocked: () => 'closed for life' }).skipped).toBe('closed for life');
  });
});
