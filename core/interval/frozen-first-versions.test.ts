import { describe, expect, it } from 'vitest';
import { type BelievedEntry, asBelieved } from '../entry/believed';
import type { EntryKind } from '../entry/kinds';
import { type TaskPlanAndLog, dueFacts } from './due-facts';

/**
 * A log as it was written before the second versions: what it means never changes. The days were worked out on paper when
 * these entries were new; a rule that moves one of them belongs to a later version.
 */
const utc = { timeZone: 'UTC', dayStartsAtMinutes: 0 };
let seq = 0;
const entry = (kind: EntryKind, on: string, body: object = {}): BelievedEntry =>
  asBelieved({
    id: `f${(seq += 1)}`,
    seq,
    kind,
    kindVersion: 1,
    body,
    happenedAt: `${on}T08:00:00Z`,
    receivedAt: new Date(`${on}T08:00:00Z`),
    machineId: 'm',
    pointId: 'p',
    taskIds: ['t'],
    correctedBy: null,
  });
const plan: Omit<TaskPlanAndLog, 'entries'> = {
  stages: [
    { name: 'run-in', count: 1, days: 10 },
    { name: 'steady', days: 100 },
  ],
  rhythm: 'actual',
  toleranceShare: 0.1,
  meters: {},
  calendar: utc,
};
const lubricantId = 'L';

describe('entries of the first versions', () => {
  it.each<[string, BelievedEntry[], string, string]>([
    ['a look that was off counted as done', [entry('check', '2026-03-01', { result: 'off' })], 'steady', '2026-06-09'],
    [
      'a top-up answered an oil change',
      [
        entry('commissioning', '2026-01-01', { basis: 'commissioned' }),
        entry('top-up', '2026-03-01', { lubricantId, amountKind: 'litres', amount: 1 }),
      ],
      'steady',
      '2026-06-09',
    ],
    [
      'the first filling was a change where it was written as one',
      [
        entry('commissioning', '2026-01-01', { basis: 'commissioned' }),
        entry('oil-change', '2026-01-01', { lubricantId, volumeL: 3 }),
      ],
      'steady',
      '2026-04-11',
    ],
    [
      'counting from today took the run-in as over',
      [entry('commissioning', '2026-03-01', { basis: 'start-today' })],
      'steady',
      '2026-06-09',
    ],
    [
      'a real commissioning begins the run-in',
      [entry('commissioning', '2026-03-01', { basis: 'commissioned' })],
      'run-in',
      '2026-03-11',
    ],
    [
      'grams equal to strokes are a service like any other',
      [entry('grease', '2026-03-01', { lubricantId, massG: 2, strokes: 2 })],
      'steady',
      '2026-06-09',
    ],
  ])('%s', (_, entries, stage, dueOn) => {
    expect(dueFacts({ ...plan, entries })).toMatchObject({ stage, dueOn });
  });
});

describe('entries of the second versions', () => {
  const second = (kind: EntryKind, on: string, body: object) =>
    ({ ...entry(kind, on, body), kindVersion: 2 }) as BelievedEntry;

  it('a look that is off leaves the task due', () => {
    const entries = [
      entry('check', '2026-01-01', { result: 'in-order' }),
      second('check', '2026-03-01', { result: 'off' }),
    ];
    expect(dueFacts({ ...plan, entries })).toMatchObject({ dueOn: '2026-04-11', servicesDone: 0 });
  });

  it('a purge that showed nothing leaves it due as well', () => {
    const entries = [
      entry('grease', '2026-01-01'),
      second('grease', '2026-03-01', { lubricantId, massG: 9, purge: 'not-shown' }),
    ];
    expect(dueFacts({ ...plan, entries })).toMatchObject({ dueOn: '2026-04-11' });
  });

  it('counting from today keeps the run-in', () => {
    expect(
      dueFacts({ ...plan, entries: [second('commissioning', '2026-03-01', { basis: 'start-today' })] }),
    ).toMatchObject({ stage: 'run-in', dueOn: '2026-03-11', runIn: true });
  });

  it('the first filling of what came empty begins its run-in, and the next one is the change', () => {
    const first = second('oil-change', '2026-03-01', { lubricantId, volumeL: 3 });
    expect(dueFacts({ ...plan, beginsWith: first.id, entries: [first] })).toMatchObject({
      stage: 'run-in',
      dueOn: '2026-03-11',
      servicesDone: 0,
    });
    const entries = [first, second('oil-change', '2026-03-12', { lubricantId, volumeL: 3 })];
    expect(dueFacts({ ...plan, beginsWith: first.id, entries })).toMatchObject({
      stage: 'steady',
      dueOn: '2026-06-20',
    });
  });
});
