import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { z } from 'zod';
import { meterForecast } from '../meter/forecast';
import { resultOf } from '../testing';
import { addDays } from '../time/plant-day';
import { intervalNextDue } from './next-due';

type Input = z.input<typeof intervalNextDue.input>;
const base: Input = {
  stages: [{ name: 'steady', hours: 1000, days: 365 }],
  history: [{ at: '2026-03-01T06:00:00Z', hours: 5000 }],
  meters: { hours: 5400 },
  perDay: { hours: 10 },
  asOf: '2026-04-10T06:00:00Z',
};
const due = (change: Partial<Input> = {}) =>
  resultOf(intervalNextDue.compute(intervalNextDue.input.parse({ ...base, ...change })));
const refused = (change: object) =>
  intervalNextDue.input.safeParse({ ...base, ...change }).error?.issues[0]?.path.join('/');

describe('what else makes it due', () => {
  it('an event after the last service, on its day; one before it is over', () => {
    expect(due({ events: [{ name: 'flood', at: '2026-04-02T22:30:00Z' }], timeZone: 'Europe/Vienna' })).toMatchObject({
      by: 'event',
      dueOn: '2026-04-03',
    });
    expect(due({ events: [{ name: 'flood', at: '2026-02-20T06:00:00Z' }] }).by).toBe('hours');
    expect(refused({ events: [{ name: 'flood', at: '2026-05-01T06:00:00Z' }] })).toBe('events/0/at');
  });

  it('a day of every year with its lead; done within the lead it counts for that year', () => {
    const yearly = [{ name: 'the frost', on: '11-01', daysBefore: 14 }];
    expect(due({ stages: [{ name: 'x', days: 700 }], yearly })).toMatchObject({ by: 'season', dueOn: '2026-10-18' });
    expect(
      due({
        stages: [{ name: 'x', days: 700 }],
        yearly,
        history: [{ at: '2026-10-10T06:00:00Z' }],
        meters: {},
        asOf: '2026-10-12T06:00:00Z',
      }).dueOn,
    ).toBe('2027-10-18');
    expect(
      due({ stages: [{ name: 'x', days: 700 }], yearly: [{ name: 'leap', on: '02-29', daysBefore: 0 }] }).dueOn,
    ).toBe('2027-02-28');
  });

  it('severity shortens hours and days alike', () => {
    const severity = [
      { name: 'dust', value: 0.5 },
      { name: 'heat', value: 0.8 },
    ];
    const result = due({ severity });
    expect(result.dueAt!.hours).toBe(5400);
    expect(result.limits.find(({ by }) => by === 'days')!.dueOn).toBe('2026-07-25');
  });

  it('parts turned at half life and replaced at the end of it go round and round', () => {
    const stages = [
      { name: 'turn', hours: 500 },
      { name: 'replace', hours: 500 },
    ];
    const after = (services: number) =>
      due({
        stages,
        cyclic: true,
        history: Array.from({ length: services + 1 }, (_, index) => ({
          at: `2026-03-0${index + 1}T06:00:00Z`,
          hours: 5000 + index,
        })),
        meters: { hours: 5400 },
      }).stage;
    expect([0, 1, 2, 3].map(after)).toEqual(['turn', 'replace', 'turn', 'replace']);
    expect(refused({ stages })).toBe('stages/0/count');
  });

  it('by cycles and hours together, each by its own counter', () => {
    const both: Partial<Input> = {
      stages: [{ name: 'x', hours: 1000, cycles: 50_000 }],
      history: [{ at: '2026-03-01T06:00:00Z', hours: 5000, cycles: 100_000 }],
      meters: { hours: 5400, cycles: 130_000 },
      perDay: { hours: 10, cycles: 4000 },
    };
    expect(due(both)).toMatchObject({ by: 'cycles', dueOn: '2026-04-15', dueAt: { hours: 6000, cycles: 150_000 } });
  });

  it('a shutdown ahead puts run hours off and leaves days alone', () => {
    expect(due().dueOn).toBe('2026-06-09');
    expect(due({ dutyPlan: { closures: [{ from: '2026-05-01', to: '2026-05-10' }] } }).dueOn).toBe('2026-06-19');
    expect(
      due({ stages: [{ name: 'x', days: 100 }], dutyPlan: { closures: [{ from: '2026-05-01', to: '2026-05-10' }] } })
        .dueOn,
    ).toBe('2026-06-09');
  });
});

describe('what changes nothing', () => {
  const history = fc.record({
    every: fc.integer({ min: 100, max: 9000 }),
    run: fc.integer({ min: 0, max: 5000 }),
    rate: fc.integer({ min: 1, max: 24 }),
    ago: fc.integer({ min: 1, max: 400 }),
  });

  it('counting in thousands instead of ones', () => {
    fc.assert(
      fc.property(history, fc.constantFrom(10, 60, 1000), ({ every, run, rate, ago }, scale) => {
        const at = `${addDays('2026-04-10', -ago)}T06:00:00Z`;
        const by = (unit: number) =>
          due({
            stages: [{ name: 'x', cycles: every * unit }],
            history: [{ at, cycles: 7000 * unit }],
            meters: { cycles: (7000 + run) * unit },
            perDay: { cycles: rate * unit },
          }).dueOn;
        expect(by(scale)).toBe(by(1));
      }),
    );
  });

  it('a reading that cannot be: it is left out, and the forecast stays', () => {
    const weeks = Array.from({ length: 9 }, (_, index) => ({
      at: `${addDays('2026-01-05', 7 * index)}T06:00:00Z`,
      value: 3000 + 70 * index,
    }));
    const forecast = (readings: typeof weeks) =>
      resultOf(
        meterForecast.compute(meterForecast.input.parse({ readings, asOf: '2026-03-10T06:00:00Z', targetValue: 4000 })),
      );
    const plain = forecast(weeks);
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 7 }),
        fc.integer({ min: 0, max: 23 }),
        fc.constantFrom(-1, 1),
        (week, hour, sign) => {
          const odd = {
            at: `${addDays('2026-01-05', 7 * week + 2)}T${String(hour).padStart(2, '0')}:00:00Z`,
            value: 3000 + 70 * week + sign * 2000,
          };
          const { rejected, ...rest } = forecast([...weeks, odd].sort((a, b) => a.at.localeCompare(b.at)));
          expect(rejected).toHaveLength(1);
          expect(rest).toEqual({
            perDay: plain.perDay,
            valueNow: plain.valueNow,
            dueAt: plain.dueAt,
            confidence: plain.confidence,
          });
        },
      ),
    );
  });
});
