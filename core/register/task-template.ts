import { z } from 'zod';
import type { Stage } from '../interval/limits';
import { sameStages, shownStages, stageWords } from '../interval/stage-words';
import { type Trigger, triggerWords } from '../interval/triggers';
import { keysOf } from '../compat/vocabulary';
import { line } from '../units/typed-field';
import { type AskedReading, askedReadingForm, typedReading } from './asked-reading';
import { chosen } from './forms';
import type { MachineState } from '../words/machine-states';
import { type PointKind, pointKindNames } from './point-kinds';
import { typedStages, withAmount, workFields } from './task-form';
import { type AmountKind, type TaskAction, type Who, whoMay } from '../words/task-words';
import { type EventName, eventWords } from '../words/events';
import { type LookName, lookNames, lookWords } from '../words/looks';

/** A task as a template holds it: what is done and how often, without a point. */
export type TemplateTaskPlan = {
  action: TaskAction;
  title: string;
  amountKind: AmountKind;
  amount: number | null;
  machineState: MachineState;
  minutes: number;
  who: Who;
  procedureText: string;
  /** Templates of older versions name none: the usual one. */
  procedureCode?: string;
  stages: Stage[];
  triggers: Trigger[];
  /** What is read and looked at; templates of older versions ask for nothing. */
  readings?: AskedReading[];
  looks?: LookName[];
};

const typedTask = z
  .strictObject({
    ...workFields,
    who: chosen('Done by', whoMay),
    when: typedStages,
    event: z.union([z.enum(keysOf(eventWords)), z.literal('')]).default(''),
    readings: z.array(askedReadingForm).max(12).default([]),
    looks: z.array(z.enum(lookNames)).default([]),
  })
  .transform(withAmount)
  .transform(({ when, event, amount, ...rest }): TemplateTaskPlan => ({
    ...rest,
    amount: amount ?? null,
    stages: when,
    triggers: event === '' ? [] : [{ kind: 'event', event }],
  }));

export const taskTemplateForm = z
  .strictObject({
    name: line('Name', { required: true }),
    pointKind: z.enum(['any', ...pointKindNames] as [string, ...string[]], {
      error: 'For points of kind: choose one.',
    }),
    firstHours: z.boolean().default(false),
    tasks: z.array(typedTask).min(1, { error: 'Add at least one task.' }).max(20),
  })
  .superRefine(({ tasks }, context) =>
    tasks.forEach(({ action, title }, index) => {
      if (tasks.findIndex((other) => other.action === action && other.title === title) !== index)
        context.addIssue({
          code: 'custom',
          path: ['tasks', index, 'title'],
          message: 'Title: stands twice with the same action.',
        });
    }),
  );

/** What a template task looks like as typed, for changing it. */
export const typedTemplateTask = ({
  stages,
  triggers,
  amount,
  minutes,
  readings = [],
  looks = [],
  procedureCode = '',
  ...rest
}: TemplateTaskPlan) => ({
  ...rest,
  procedureCode,
  readings: readings.map(typedReading),
  looks,
  amount: amount === null ? '' : String(amount),
  minutes: String(minutes),
  when: stageWords(stages),
  event: (triggers.find((each) => each.kind === 'event')?.event ?? '') as EventName | '',
});

/** A template task in one line. */
export const templateTaskWords = ({
  title,
  stages,
  triggers,
  readings = [],
  looks: asked = [],
}: Pick<TemplateTaskPlan, 'title' | 'stages' | 'triggers' | 'readings' | 'looks'>): string =>
  [
    `${title}: ${shownStages(stages)}`,
    ...triggers.map(triggerWords),
    ...(readings.length > 0 ? [`reads ${readings.map(({ name }) => name).join(', ')}`] : []),
    ...(asked.length > 0 ? [`looks at ${asked.map((name) => lookWords[name].toLowerCase()).join(', ')}`] : []),
  ].join('; ');

/** A task as a point has it, as far as a template may change it. */
export type StandingTask = { taskId: string; action: TaskAction; title: string; stages: readonly Stage[] };
/** What a template would do to one point. */
export type TemplateOutcome = {
  adds: TemplateTaskPlan[];
  changes: { task: StandingTask; stages: Stage[] }[];
  skipped: string | null;
};

/**
 * Works a template out for one point: tasks it has already under the same title get the template's intervals, the others
 * are added.
 * @param blocked why this point can have no task of an action, or null
 */
export function templateOutcome(
  template: { pointKind: string; tasks: readonly TemplateTaskPlan[] },
  point: {
    kind: PointKind;
    hasLubricant: boolean;
    tasks: readonly StandingTask[];
    blocked: (action: TaskAction) => string | null;
  },
): TemplateOutcome {
  const skip = (skipped: string): TemplateOutcome => ({ adds: [], changes: [], skipped });
  if (template.pointKind !== 'any' && template.pointKind !== point.kind) return skip('is of another kind');
  if (!point.hasLubricant) return skip('has no lubricant assigned yet');
  const blocked = template.tasks.map(({ action }) => point.blocked(action)).find((reason) => reason !== null);
  if (blocked) return skip(blocked);
  const adds: TemplateTaskPlan[] = [];
  const changes: TemplateOutcome['changes'] = [];
  for (const wanted of template.tasks) {
    const task = point.tasks.find(({ action, title }) => action === wanted.action && title === wanted.title);
    if (!task) adds.push(wanted);
    else if (!sameStages(task.stages, wanted.stages)) changes.push({ task, stages: wanted.stages });
  }
  return adds.length + changes.length === 0 ? skip('has all of it already') : { adds, changes, skipped: null };
}
