import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { z } from 'zod';
import { resultOf } from '../testing';
import { addDays } from '../time/plant-day';
import { intervalNextDue } from './next-due';

type Input = z.input<typeof intervalNextDue.input>;

const base: Input = {
  stages: [
    { name: 'run-in', count: 1, hours: 300 },
    { name: 'steady', hours: 4000, days: 365 },
  ],
  history: [{ at: '2026-01-01T08:00:00Z', hours: 100 }],
  meters: { hours: 250 },
  perDay: { hours: 10 },
  asOf: '2026-01-16T08:00:00Z',
};
const due = (change: Partial<Input> = {}) =>
  resultOf(intervalNextDue.compute(intervalNextDue.input.parse({ ...base, ...change })));
const problem = (change: Partial<Input>) =>
  intervalNextDue.input.safeParse({ ...base, ...change }).error?.issues[0]?.path.join('/');

describe('next due', () => {
  it('counts the run-in from the commissioning: 150 h left at 10 h a day is fifteen days', () => {
    expect(due()).toMatchObject({
      state: 'known',
      stage: 'run-in',
      by: 'hours',
      dueOn: '2026-01-31',
      dueAt: { hours: 400 },
      consumedShare: 0.5,
    });
  });

  it('goes on to the steady stage after the run-in service, whichever limit comes first', () => {
    const result = due({ history: [...base.history, { at: '2026-01-10T08:00:00Z', hours: 200 }] });
    expect(result).toMatchObject({ stage: 'steady', by: 'days', dueOn: '2027-01-10' });
    expect(result.limits.map(({ by }) => by)).toEqual(['hours', 'days']);
  });

  it('is unknown, never a date, without a history', () => {
    const result = due({ history: [] });
    expect(result).toEqual({ state: 'unknown', stage: 'run-in', limits: [] });
  });

  it('has its window around the date', () => {
    expect(
      due({ history: [{ at: '2026-01-01T08:00:00Z' }], meters: {}, stages: [{ name: 'yearly', days: 100 }] }).window,
    ).toEqual({ fromOn: '2026-04-01', toOn: '2026-04-21' });
  });

  it('counts calendar days over leap day and daylight saving in the plant’s zone', () => {
    expect(
      due({
        stages: [{ name: 'x', days: 2 }],
        history: [{ at: '2028-02-28T12:00:00Z' }],
        meters: {},
        asOf: '2028-02-28T13:00:00Z',
      }).dueOn,
    ).toBe('2028-03-01');
    // 23:30 UTC is already the next day in Vienna; the clock change of 29 March takes no day away.
    expect(
      due({
        stages: [{ name: 'x', days: 7 }],
        history: [{ at: '2026-03-25T23:30:00Z' }],
        meters: {},
        asOf: '2026-03-27T00:00:00Z',
        timeZone: 'Europe/Vienna',
      }).dueOn,
    ).toBe('2026-04-02');
  });

  it('counts from the plan in fixed rhythm, and never falls due before the last service', () => {
    const late: Partial<Input> = {
      stages: [{ name: 'x', days: 30 }],
      meters: {},
      history: [{ at: '2026-01-01T00:00:00Z' }, { at: '2026-02-05T00:00:00Z' }],
      asOf: '2026-02-06T00:00:00Z',
    };
    expect(due({ ...late, rhythm: 'actual' }).dueOn).toBe('2026-03-07');
    expect(due({ ...late, rhythm: 'fixed' }).dueOn).toBe('2026-03-02');
    expect(
      due({
        ...late,
        rhythm: 'fixed',
        history: [{ at: '2026-01-01T00:00:00Z' }, { at: '2026-04-20T00:00:00Z' }],
        asOf: '2026-04-21T00:00:00Z',
      }).dueOn,
    ).toBe('2026-05-01');
  });

  it('falls due after a standstill', () => {
    expect(
      due({ stages: [{ name: 'x', days: 365, standstillDays: 14 }], meters: {}, lastRunAt: '2026-01-10T00:00:00Z' }),
    ).toMatchObject({ by: 'standstill', dueOn: '2026-01-24' });
  });

  it('is due now when a condition limit is reached, and not before', () => {
    const condition = (value: number) =>
      due({ conditionLimits: [{ name: 'acid number', value, limit: 2, side: 'above' }] });
    expect(condition(2)).toMatchObject({ by: 'condition', dueOn: '2026-01-16' });
    expect(condition(1.9).by).toBe('hours');
  });

  it('takes the largest consumed share where no rate is known, with a date only once reached', () => {
    const noRate: Partial<Input> = {
      stages: [{ name: 'x', hours: 300, cycles: 1000 }],
      history: [{ at: '2026-01-01T08:00:00Z', hours: 100, cycles: 0 }],
    };
    expect(due({ ...noRate, perDay: undefined, meters: { hours: 250, cycles: 700 } })).toMatchObject({
      by: 'cycles',
      consumedShare: 0.7,
    });
    expect(due({ ...noRate, perDay: undefined, meters: { hours: 250, cycles: 700 } }).dueOn).toBeUndefined();
    expect(due({ ...noRate, perDay: undefined, meters: { hours: 450, cycles: 700 } })).toMatchObject({
      by: 'hours',
      dueOn: '2026-01-16',
    });
  });

  it('uses an interval up faster in a season', () => {
    const seasonal = {
      stages: [{ name: 'x', days: 90 }],
      meters: {},
      history: [{ at: '2026-05-02T00:00:00Z' }],
      asOf: '2026-05-03T00:00:00Z',
    };
    // 30 days of May, then 60 left at double speed: 30 June days.
    expect(due({ ...seasonal, seasons: [{ from: '06-01', to: '08-31', factor: 0.5 }] }).dueOn).toBe('2026-07-01');
    expect(due({ ...seasonal, seasons: [{ from: '12-01', to: '02-28', factor: 0.5 }] }).dueOn).toBe('2026-07-31');
  });

  it('names what is wrong with its input', () => {
    expect(problem({ stages: [{ name: 'x' }] })).toBe('stages/0');
    expect(
      problem({
        stages: [
          { name: 'x', days: 3 },
          { name: 'y', days: 4 },
        ],
      }),
    ).toBe('stages/0/count');
    expect(problem({ history: [{ at: '2026-02-01T00:00:00Z' }] })).toBe('history/0/at');
    expect(problem({ meters: { hours: 99 } })).toBe('meters/hours');
    expect(problem({ timeZone: 'Mars/Base' })).toBe('timeZone');
    expect(problem({ asOf: '2026-02-30' })).toBe('asOf');
  });
});

describe('properties of next due', () => {
  const limits = fc
    .record({
      hours: fc.option(fc.integer({ min: 1, max: 20_000 }), { nil: undefined }),
      days: fc.option(fc.integer({ min: 1, max: 2000 }), { nil: undefined }),
    })
    .filter(({ hours, days }) => hours !== undefined || days !== undefined);
  const situation = fc.record({
    limits,
    agoDays: fc.integer({ min: 0, max: 900 }),
    run: fc.integer({ min: 0, max: 9000 }),
    rate: fc.double({ min: 0.1, max: 24, noNaN: true }),
    rhythm: fc.constantFrom('actual' as const, 'fixed' as const),
  });
  const at = (day: string) => `${day}T06:00:00Z`;
  const inputOf = (
    { limits, agoDays, run, rate, rhythm }: typeof situation extends fc.Arbitrary<infer T> ? T : never,
    asOf = '2026-06-15',
  ): Partial<Input> => ({
    stages: [{ name: 'x', ...limits }],
    history: [{ at: at(addDays(asOf, -agoDays)), hours: 500 }],
    meters: { hours: 500 + run },
    perDay: { hours: rate },
    asOf: at(asOf),
    rhythm,
  });

  it('never falls due before the last service', () => {
    fc.assert(
      fc.property(situation, (given) => {
        const { dueOn } = due(inputOf(given));
        if (dueOn) expect(dueOn >= addDays('2026-06-15', -given.agoDays)).toBe(true);
      }),
    );
  });

  it('adding a limit never makes it later', () => {
    fc.assert(
      fc.property(situation, fc.integer({ min: 1, max: 500 }), (given, days) => {
        const before = due(inputOf({ ...given, limits: { hours: given.limits.hours ?? 1000, days: undefined } }));
        const after = due(inputOf({ ...given, limits: { hours: given.limits.hours ?? 1000, days } }));
        if (before.dueOn) expect(after.dueOn! <= before.dueOn).toBe(true);
      }),
    );
  });

  it('shifting everything by whole weeks shifts the answer', () => {
    fc.assert(
      fc.property(situation, fc.integer({ min: 1, max: 40 }), (given, weeks) => {
        const here = due(inputOf(given)).dueOn;
        const there = due(inputOf(given, addDays('2026-06-15', 7 * weeks))).dueOn;
        expect(there).toBe(here && addDays(here, 7 * weeks));
      }),
    );
  });
});
