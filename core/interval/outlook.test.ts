import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dutyClock, plainClock } from '../meter/duty';
import { addDays, dayNumber, daysBetween } from '../time/plant-day';
import { mondayOf, weekOf } from './due-filter';
import { type Horizon, type PlannedTask, Outlook, occurrences, yearOfWork } from './outlook';
import { type TrialTask, changedTask, whatIf } from './what-if';

const today = '2026-06-15';
const vienna = { timeZone: 'Europe/Vienna', dayStartsAtMinutes: 0 };
const horizon: Horizon = { today, untilOn: addDays(today, 364), clockOf: () => plainClock };
const still = { low: 0, mid: 0, high: 0 };
const task = (change: Partial<PlannedTask> = {}): PlannedTask => ({
  taskId: 't',
  stages: [{ name: 'steady', days: 30 }],
  cyclic: false,
  servicesDone: 1,
  dueOn: '2026-06-20',
  lastOn: null,
  byUse: false,
  severity: 1,
  toleranceShare: 0.1,
  hoursPerDay: { low: 8, mid: 10, high: 16 },
  cyclesPerDay: still,
  minutes: 10,
  dutyPlan: '',
  amount: { lubricant: 'G-1', unit: 'g', each: 20 },
  ...change,
});
const days = (change: Partial<PlannedTask> = {}, untilOn = '2026-09-30', pace: 'low' | 'mid' | 'high' = 'mid') =>
  [...occurrences(task(change), { ...horizon, untilOn }, pace)].map(({ on }) => on);

describe('looking ahead', () => {
  it('comes round every thirty days', () => {
    expect(days()).toEqual(['2026-06-20', '2026-07-20', '2026-08-19', '2026-09-18']);
  });

  it('counts what is overdue once, today, and goes on from there', () => {
    expect(days({ dueOn: '2026-01-01' }, '2026-08-01')).toEqual(['2026-06-15', '2026-07-15']);
  });

  it('takes whichever limit comes first: 200 h at ten a day are twenty days', () => {
    expect(days({ stages: [{ name: 'steady', days: 30, hours: 200 }], byUse: true }, '2026-07-31')).toEqual([
      '2026-06-20',
      '2026-07-10',
      '2026-07-30',
    ]);
  });

  it('passes from run-in to steady, and goes round where parts are turned', () => {
    expect(
      days({
        stages: [
          { name: 'run-in', count: 1, days: 5 },
          { name: 'steady', days: 60 },
        ],
        servicesDone: 0,
      }),
    ).toEqual(['2026-06-20', '2026-08-19']);
    expect(
      days(
        {
          stages: [
            { name: 'turn', count: 1, days: 10 },
            { name: 'replace', count: 1, days: 20 },
          ],
          cyclic: true,
          servicesDone: 0,
        },
        '2026-08-10',
      ),
    ).toEqual(['2026-06-20', '2026-07-10', '2026-07-20', '2026-08-09']);
  });

  it('is nearer where machines run faster, and never comes where they stand', () => {
    const byUse = { stages: [{ name: 'steady', hours: 300 }], byUse: true, dueOn: '2026-07-15' };
    expect(days(byUse, '2026-07-31', 'high')[0]).toBe('2026-07-04');
    expect(days(byUse, '2026-07-31', 'low')).toEqual(['2026-07-23']);
    expect(days({ ...byUse, hoursPerDay: still }, '2027-06-01')).toEqual(['2026-07-15']);
  });

  it('goes by the days that a levelled plan keeps, each within its window, and by its own where none lies there', () => {
    const kept = (...on: string[]) => days({ keptDays: on.map(dayNumber) });
    // Three days of give in thirty: the second is two late, and what follows goes on from there.
    expect(kept('2026-06-20', '2026-07-22')).toEqual(['2026-06-20', '2026-07-22', '2026-08-21', '2026-09-20']);
    expect(kept('2026-06-25')).toEqual(days());
    // Of two in one window the nearer one; what is past is not gone back to.
    expect(kept('2026-06-18', '2026-06-21')[0]).toBe('2026-06-21');
    expect(days({ dueOn: '2026-06-16', keptDays: [dayNumber('2026-06-14')] })[0]).toBe('2026-06-16');
    const [first] = occurrences(task({ keptDays: [dayNumber('2026-06-22')] }), horizon);
    expect(first).toMatchObject({ on: '2026-06-22', fromOn: '2026-06-17', toOn: '2026-06-23' });
  });

  it('uses nothing up in a shutdown', () => {
    const clock = dutyClock({ closures: [{ from: '2026-06-22', to: '2026-07-05' }] }, vienna);
    const [, second] = [
      ...occurrences(task({ stages: [{ name: 'steady', hours: 100 }] }), { ...horizon, clockOf: () => clock }),
    ];
    expect(second!.on).toBe('2026-07-14');
  });

  it('sums by week: what is likely, and what all machines at their slowest and fastest would ask for', () => {
    const outlook = new Outlook({ ...horizon, untilOn: addDays(today, 90) });
    outlook.add(task({ stages: [{ name: 'steady', hours: 70 }], byUse: true }));
    const { weeks } = outlook;
    expect(weeks).toHaveLength(13);
    expect(weeks[0]).toMatchObject({
      week: '2026-W25',
      tasks: 1,
      minutes: { mid: 10 },
      lubricants: { 'G-1': { unit: 'g', mid: 20 } },
    });
    const sum = (pace: 'low' | 'mid' | 'high') => weeks.reduce((minutes, week) => minutes + week.minutes[pace], 0);
    expect(sum('low')).toBeLessThan(sum('mid'));
    expect(sum('mid')).toBeLessThan(sum('high'));
  });

  it('occurrences never go back and are never closer than a day', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 400 }),
        fc.integer({ min: 1, max: 5000 }),
        fc.integer({ min: -300, max: 300 }),
        (every, hours, ahead) => {
          const all = days(
            { stages: [{ name: 'steady', days: every, hours }], dueOn: addDays(today, ahead), byUse: true },
            addDays(today, 364),
          );
          all.forEach((on, index) =>
            expect(index === 0 ? on >= today : daysBetween(all[index - 1]!, on) >= 1).toBe(true),
          );
        },
      ),
    );
  });
});

describe('weeks', () => {
  it.each([
    ['2026-01-01', '2026-W01'],
    ['2027-01-01', '2026-W53'],
    ['2024-12-30', '2025-W01'],
    ['2026-11-25', '2026-W48'],
  ])('%s is in %s', (on, week) => {
    expect(weekOf(on)).toBe(week);
    expect(daysBetween(mondayOf(week), on)).toBeLessThan(7);
  });
});

describe('a year of work', () => {
  it('misses windows where there is too little time, and none where there is enough', () => {
    const tasks = Array.from({ length: 20 }, (_, index) => task({ taskId: `t${index}`, minutes: 30 }));
    expect(yearOfWork(tasks, horizon, 600)).toMatchObject({
      services: 240,
      minutes: 7200,
      missed: 0,
      lubricants: { 'G-1': { unit: 'g', amount: 4800 } },
    });
    expect(yearOfWork(tasks, horizon, 120)!.missed).toBeGreaterThan(0);
  });

  it('reports and can be stopped', () => {
    const shares: number[] = [];
    expect(yearOfWork([task()], horizon, 60, { report: (share) => shares.push(share) })).toBeDefined();
    expect(shares.at(-1)).toBe(1);
    expect(yearOfWork([task()], horizon, 60, { shouldStop: () => true })).toBeUndefined();
  });
});

describe('what if', () => {
  const trial = (change: Partial<TrialTask> = {}): TrialTask => ({
    ...task({ stages: [{ name: 'steady', hours: 400, days: 200 }], byUse: true }),
    heat: null,
    temperatureC: null,
    ...change,
  });
  const grease = {
    kind: 'grease' as const,
    hours: 9649,
    input: {
      kind: 'ball',
      boreMm: 60,
      speedRpm: 1500,
      temperatureC: 60,
      contamination: 'light-non-abrasive',
      moisture: 'dry',
      vibrationMmS: 1,
      position: 'horizontal',
      temperatureRule: 'steps',
    },
  };
  const changed = (each: TrialTask, change: Parameters<typeof changedTask>[1]) => {
    const outcome = changedTask(each, change, today);
    return outcome.ok ? outcome.task.stages[0]! : outcome.reason;
  };

  const changedDue = (each: Partial<TrialTask>, change: Parameters<typeof changedTask>[1]) => {
    const outcome = changedTask(trial(each), change, today);
    return outcome.ok && outcome.task.dueOn;
  };

  it('halves an oil interval for ten kelvin, and works a bearing out anew', () => {
    expect(changed(trial({ heat: { kind: 'oil' } }), { warmerK: 10 })).toMatchObject({ hours: 200, days: 100 });
    expect(changed(trial({ heat: grease }), { warmerK: 10 })).toMatchObject({
      hours: expect.closeTo(200, 0),
      days: 200,
    });
    expect(
      changed(trial({ heat: { ...grease, input: { ...grease.input, greaseUpperC: 120 } } }), { warmerK: 80 }),
    ).toContain('120');
  });

  it('doubles the duty up to round the clock, and leaves what was not chosen alone', () => {
    const outcome = changedTask(trial(), { dutyFactor: 2 }, today);
    expect(outcome.ok && outcome.task.hoursPerDay).toEqual({ low: 16, mid: 20, high: 24 });
    // The present interval stretches too: 40 days since the last service become 80.
    expect(changedDue({ lastOn: '2026-05-11', dueOn: '2026-06-20' }, { intervalFactor: 2 })).toBe('2026-07-30');
    expect(changedDue({ dueOn: '2026-07-15' }, { dutyFactor: 2 })).toBe('2026-06-30');
    const result = whatIf(
      [trial({ taskId: 'a' }), trial({ taskId: 'b' })],
      new Set(['a']),
      { intervalFactor: 2 },
      horizon,
      600,
    )!;
    expect(result.before.services).toBe(18);
    expect(result.after.services).toBe(14);
    expect(result.refused).toEqual([]);
  });
});
