import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { severityFactors } from '../interval/severity';
import { sameStages } from '../interval/stage-words';
import { statedTask, taskForm, typedTaskOf } from './task-form';

const typed = {
  action: 'oil-change',
  title: 'Change oil',
  amountKind: 'litres',
  amount: '12',
  machineState: 'isolated',
  minutes: '40',
  procedureText: 'Drain warm.',
  when: '1 × 300 h; then 4 000 h or 2 years',
};
const read = (change: object = {}) => statedTask(taskForm.parse({ ...typed, ...change }));
const issues = (change: object) =>
  taskForm.safeParse({ ...typed, ...change }).error?.issues.map(({ path }) => path.join('.')) ?? [];

describe('a task as it is stated', () => {
  it('reads stages, units and what else makes it due', () => {
    const { task, stages } = read({
      minutes: '1 h',
      events: ['flood'],
      yearlyName: 'the frost',
      yearlyOn: '11-01',
      yearlyDaysBefore: '14',
      severity: ['dust'],
      tolerancePct: '15',
    });
    expect(stages).toEqual([
      { name: 'run-in', count: 1, hours: 300 },
      { name: 'steady', hours: 4000, days: 730 },
    ]);
    expect(task).toMatchObject({
      amount: 12,
      minutes: 60,
      toleranceShare: 0.15,
      cyclic: false,
      severity: [severityFactors.dust],
      triggers: [
        { kind: 'event', event: 'flood' },
        { kind: 'yearly', on: '11-01', daysBefore: 14 },
      ],
    });
  });

  it('turns a wear part at half its life and replaces it at the end', () => {
    expect(read({ when: '', life: '4 000 h' })).toMatchObject({
      task: { cyclic: true },
      stages: [
        { name: 'turn over', count: 1, hours: 2000 },
        { name: 'replace', count: 1, hours: 2000 },
      ],
    });
  });

  it('gives what only a day of the year asks for a place in the plan', () => {
    expect(read({ when: '', yearlyName: 'the frost', yearlyOn: '11-01' }).stages).toEqual([
      { name: 'steady', days: 730 },
    ]);
  });

  it.each([
    ['no limit at all', { when: '' }, 'when'],
    ['words that are no interval', { when: 'now and then' }, 'when'],
    ['a number that could be two', { when: '1,500 h' }, 'when'],
    ['an interval beside a life', { life: '2000 h' }, 'life'],
    ['a life in stages', { when: '', life: '1 × 300 h; then 2000 h' }, 'life'],
    ['a life that is no span', { when: '', life: 'long' }, 'life'],
    ['a day of the year without what comes', { yearlyOn: '11-01' }, 'yearlyName'],
    ['what comes without its day', { yearlyName: 'the frost' }, 'yearlyOn'],
    ['litres without a number', { amount: '' }, 'amount'],
    ['litres that are weighed', { amount: '3 kg' }, 'amount'],
    ['litres that could be two', { amount: '1,500' }, 'amount'],
    ['pieces that are poured', { amountKind: 'pieces', amount: '2 L' }, 'amount'],
    ['a field that is not its own', { runInHours: '300' }, ''],
  ])('refuses %s', (_, change, path) => {
    expect(issues(change)).toEqual([path]);
  });

  it.each([
    ['litres', '2 gal', 7.570823568],
    ['litres', '500 mL', 0.5],
    ['grams', '1.5 kg', 1500],
    ['purge', '0.1 lb', 45.359237],
    ['drops', '40', 40],
  ] as const)('reads an amount in %s: %s', (amountKind, amount, value) => {
    expect(read({ amountKind, amount }).task.amount).toBeCloseTo(value, 9);
  });

  it('asks which number is meant instead of guessing', () => {
    expect(taskForm.safeParse({ ...typed, when: '1,500 h' }).error?.issues[0]?.message).toMatch(/How often: .*1.?500/);
  });

  it('comes back as typed, so that saving without a change changes nothing', () => {
    const hours = fc.double({ min: 1, max: 50_000, noNaN: true }).map((value) => Number(value.toPrecision(10)));
    fc.assert(
      fc.property(
        hours,
        fc.option(fc.integer({ min: 1, max: 3000 }), { nil: undefined }),
        fc.boolean(),
        fc.boolean(),
        fc.integer({ min: 0, max: 50 }),
        fc.subarray(['dust', 'water', 'shock']),
        (every, days, wears, byCount, tolerance, severity) => {
          const before = read({
            ...(wears
              ? {
                  when: '',
                  life: `${every} ${byCount ? 'cycles' : 'h'}${days === undefined ? '' : ` or ${2 * days} d`}`,
                }
              : { when: `${every} h${days === undefined ? '' : ` or ${days} d`}` }),
            tolerancePct: String(tolerance),
            severity,
            events: ['die-change'],
            rhythm: 'fixed',
            who: 'mechanic',
          });
          const after = statedTask(taskForm.parse(typedTaskOf(before.task, before.stages)));
          expect(after.task).toEqual(before.task);
          expect(sameStages(after.stages, before.stages)).toBe(true);
        },
      ),
    );
  });
});
