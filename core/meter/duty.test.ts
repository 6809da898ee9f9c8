import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { resultOf } from '../testing';
import { addDays, dayNumber, dayOfNumber } from '../time/plant-day';
import { type DutyPlan, dutyClock, dutyOn, dutyPlanSchema, meanHours, plainClock } from './duty';
import { meterForecast } from './forecast';

const zone = { timeZone: 'Europe/Vienna', dayStartsAtMinutes: 0 };
const noon = (day: string) => Date.parse(`${day}T11:00:00Z`);
const fiveDays: DutyPlan = { hoursByWeekday: [16, 16, 16, 16, 16, 0, 0] };
const days = (plan: DutyPlan, from: string, to: string) =>
  dutyClock(plan, zone).at(noon(to)) - dutyClock(plan, zone).at(noon(from));

describe('planned running', () => {
  it('counts an average week as seven days, whatever its days', () => {
    expect(meanHours(fiveDays)).toBeCloseTo(80 / 7, 12);
    expect(days(fiveDays, '2026-06-01', '2026-06-08')).toBeCloseTo(7, 9);
    expect(days(fiveDays, '2026-06-06', '2026-06-07')).toBe(0);
    expect(dutyOn(fiveDays, '2026-06-01')).toBeCloseTo(1.4, 12);
  });

  it('stands in closures and runs by the season', () => {
    const plan: DutyPlan = {
      closures: [{ from: '2026-12-24', to: '2027-01-06' }],
      seasons: [{ from: '11-01', to: '02-28', factor: 0.5 }],
    };
    expect([
      dutyOn(plan, '2026-10-31'),
      dutyOn(plan, '2026-11-01'),
      dutyOn(plan, '2026-12-24'),
      dutyOn(plan, '2027-01-07'),
      dutyOn(plan, '2027-03-01'),
    ]).toEqual([1, 0.5, 0, 0.5, 1]);
    expect(days(plan, '2026-12-20', '2027-01-10')).toBeCloseTo(0.5 * 7, 9);
  });

  it('finds the instant again that it read, over daylight saving and closures', () => {
    const plan: DutyPlan = { ...fiveDays, closures: [{ from: '2026-08-03', to: '2026-08-16' }] };
    const clock = dutyClock(plan, zone);
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 700 }), fc.integer({ min: 0, max: 23 }), (ahead, hour) => {
        const atMs = Date.parse(`${addDays('2026-01-05', ahead)}T00:00:00Z`) + hour * 3_600_000;
        const found = clock.instantOf(clock.at(atMs), Date.parse('2026-01-01T00:00:00Z'));
        expect(clock.at(found)).toBeCloseTo(clock.at(atMs), 6);
        expect(found).toBeLessThanOrEqual(atMs + 1);
      }),
    );
  });

  it('never goes back, and never comes round where a machine never runs again', () => {
    const clock = dutyClock({ closures: [{ from: '2027-01-01', to: '2190-12-31' }] }, zone);
    expect(clock.instantOf(clock.at(noon('2026-12-31')) + 5, noon('2026-12-31'))).toBe(Infinity);
    expect(dutyClock({ hoursByWeekday: [8, 8, 8, 8, 8, 8, 8] }, zone)).toBe(plainClock);
  });

  it('refuses a week without a running day and a closure that ends before it begins', () => {
    expect(dutyPlanSchema.safeParse({ hoursByWeekday: [0, 0, 0, 0, 0, 0, 0] }).success).toBe(false);
    expect(dutyPlanSchema.safeParse({ closures: [{ from: '2026-02-02', to: '2026-02-01' }] }).success).toBe(false);
    expect(dutyPlanSchema.safeParse({ closures: [{ from: '2026-02-30', to: '2026-03-01' }] }).success).toBe(false);
  });
});

describe('a forecast by the duty plan', () => {
  const weekly = (values: number[], from = '2026-06-01') =>
    values.map((value, index) => ({ at: `${addDays(from, 7 * index)}T06:00:00Z`, value }));
  const forecast = (input: object) =>
    resultOf(
      meterForecast.compute(meterForecast.input.parse({ asOf: '2026-07-20T06:00:00Z', targetValue: 2000, ...input })),
    );

  it('is not slowed by a shutdown that it knows of: idle weeks are no lower rate', () => {
    const readings = weekly([1000, 1080, 1160, 1160, 1160, 1240, 1320, 1400]);
    const idle = { dutyPlan: { closures: [{ from: '2026-06-15', to: '2026-06-28' }] }, timeZone: 'UTC' };
    // One week and one day of each closed week's edges fall between readings at 06:00; eighty hours a week otherwise.
    expect(forecast({ readings, ...idle }).perDay.mid).toBeCloseTo(80 / 7, 1);
    expect(forecast({ readings }).perDay.mid).toBeLessThan(10.5);
  });

  it('waits through the shutdown ahead', () => {
    const readings = weekly([1000, 1070, 1140, 1210, 1280, 1350, 1420, 1490]);
    const plain = forecast({ readings, targetValue: 1630 }).dueAt.likely!;
    const waits = forecast({
      readings,
      targetValue: 1630,
      timeZone: 'UTC',
      dutyPlan: { closures: [{ from: '2026-07-27', to: '2026-08-09' }] },
    }).dueAt.likely!;
    expect(plain.slice(0, 10)).toBe('2026-08-03');
    expect(waits.slice(0, 10)).toBe('2026-08-17');
  });

  it('runs by the plan’s mean where nothing was read', () => {
    expect(forecast({ readings: [], dutyPlan: fiveDays })).toMatchObject({
      perDay: { mid: 80 / 7 },
      confidence: 'low',
    });
  });
});

describe('days alone, for looking far ahead', () => {
  it('count from noon to noon where every day is alike', () => {
    expect([0, 0.4, 0.5, 1, 30.2, 99.6].map((averageDays) => plainClock.dayAfter(100, averageDays))).toEqual([
      100, 100, 101, 101, 130, 200,
    ]);
  });

  it('wait through weekends and shutdowns, and never come where nothing runs any more', () => {
    const clock = dutyClock({ ...fiveDays, closures: [{ from: '2026-06-22', to: '2026-07-05' }] }, zone);
    const after = (averageDays: number) => dayOfNumber(clock.dayAfter(dayNumber('2026-06-19'), averageDays));
    // From Friday noon: 0.7 average days are left of it, then two weeks stand still.
    expect([0.5, 0.8, 2.2].map(after)).toEqual(['2026-06-19', '2026-07-06', '2026-07-07']);
    const still = dutyClock({ closures: [{ from: '2026-01-01', to: '2199-12-31' }] }, zone);
    expect(still.dayAfter(dayNumber('2026-06-01'), 1)).toBe(Infinity);
  });

  it('are the days on which the clock itself arrives', () => {
    const clock = dutyClock(
      { ...fiveDays, closures: [{ from: '2026-08-03', to: '2026-08-16' }] },
      { ...zone, timeZone: 'UTC' },
    );
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 700 }), fc.integer({ min: 1, max: 40_000 }), (ahead, hundredths) => {
        const from = dayNumber('2026-01-01') + ahead;
        const use = hundredths / 100 + 0.003;
        const noonMs = from * 86_400_000 + 43_200_000;
        const arrives = clock.instantOf(clock.at(noonMs) + use, noonMs);
        expect(clock.dayAfter(from, use)).toBe(Math.floor(arrives / 86_400_000));
      }),
      { numRuns: 200 },
    );
  });
});
