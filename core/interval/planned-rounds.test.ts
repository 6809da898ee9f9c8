import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { plainClock } from '../meter/duty';
import { addDays, dayNumber } from '../time/plant-day';
import type { Horizon, PlannedTask } from './outlook';
import { plannedRounds } from './planned-rounds';

const today = '2026-06-15';
const horizon: Horizon = {
  today,
  untilOn: addDays(today, 90),
  clockOf: () => plainClock,
};
const still = { low: 0, mid: 0, high: 0 };
const task = (taskId: string, dueOn: string, days: number, change: Partial<PlannedTask> = {}): PlannedTask => ({
  taskId,
  stages: [{ name: 'steady', days }],
  cyclic: false,
  servicesDone: 1,
  dueOn,
  lastOn: addDays(dueOn, -days),
  byUse: false,
  severity: 1,
  toleranceShare: 0.1,
  hoursPerDay: still,
  cyclesPerDay: still,
  minutes: 5,
  dutyPlan: '',
  amount: null,
  ...change,
});
const rounds = (tasks: PlannedTask[], walked = 4) => plannedRounds({ id: 'R', walked }, tasks, horizon);

describe('planned rounds', () => {
  it('fall on the day the first task is due, and take along what may be done early by then', () => {
    const planned = rounds([
      task('weekly', '2026-06-17', 7),
      task('monthly', '2026-06-19', 30),
      task('far', '2026-08-30', 100),
    ]);
    expect(planned[0]).toEqual({
      routeId: 'R',
      number: 5,
      on: '2026-06-17',
      taskIds: ['weekly', 'monthly'],
      minutes: 10,
    });
    expect(planned[1]).toMatchObject({ number: 6, on: '2026-06-24', taskIds: ['weekly'] });
    // The hundred-day task opens ten days before it is due.
    expect(planned.find(({ taskIds }) => taskIds.includes('far'))!.on).toBe('2026-08-26');
  });

  it('take along what falls due within three days, but nothing that was done just now', () => {
    const planned = rounds([
      task('a', '2026-06-17', 7),
      task('b', '2026-06-20', 7),
      task('c', '2026-06-21', 7),
      task('d', '2026-06-19', 3),
    ]);
    expect(planned.slice(0, 3).map(({ on, taskIds }) => [on, taskIds])).toEqual([
      ['2026-06-17', ['a', 'b']],
      ['2026-06-19', ['c', 'd']],
      ['2026-06-22', ['a', 'b', 'd']],
    ]);
  });

  it('leave to its day what the levelled plan keeps for one, and walk then', () => {
    const tasks = [
      task('weekly', '2026-06-17', 7),
      task('monthly', '2026-06-19', 30, { keptDays: [dayNumber('2026-06-22')] }),
    ];
    const [first, second] = rounds(tasks);
    expect(first).toMatchObject({ on: '2026-06-17', taskIds: ['weekly'] });
    expect(second).toMatchObject({ on: '2026-06-22', taskIds: expect.arrayContaining(['monthly']) });
  });

  it('gather what is overdue into one walk today', () => {
    expect(rounds([task('a', '2026-05-01', 30), task('b', '2026-06-01', 30)])[0]).toMatchObject({
      on: today,
      taskIds: ['a', 'b'],
    });
  });

  it('keep their numbers when a day moves', () => {
    const before = rounds([task('a', '2026-06-17', 30)]);
    const after = rounds([task('a', '2026-06-18', 30)]);
    expect(after.map(({ number }) => number)).toEqual(before.map(({ number }) => number));
  });

  it('are none for a route without dated tasks, and stop where a machine never runs', () => {
    expect(rounds([])).toEqual([]);
    expect(rounds([task('a', '2026-06-17', 1, { stages: [{ name: 'x', hours: 100 }] })])).toHaveLength(1);
  });

  it('go forward in time, number by number, and miss no task that is due', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: -20, max: 80 }), fc.integer({ min: 1, max: 120 })), {
          minLength: 1,
          maxLength: 6,
        }),
        (plan) => {
          const tasks = plan.map(([ahead, days], index) => task(`t${index}`, addDays(today, ahead), days));
          const planned = rounds(tasks, 0);
          planned.forEach(({ on, number }, index) => {
            expect(number).toBe(index + 1);
            expect(on >= today && on <= horizon.untilOn).toBe(true);
            if (index > 0) expect(on > planned[index - 1]!.on).toBe(true);
          });
          for (const { taskId } of tasks) expect(planned.some(({ taskIds }) => taskIds.includes(taskId))).toBe(true);
        },
      ),
    );
  });
});
