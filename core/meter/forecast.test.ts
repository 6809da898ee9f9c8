import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { z } from 'zod';
import { expectWithin, resultOf } from '../testing';
import { meterForecast } from './forecast';
import { keepPlausible, valueAt } from './series';

type Input = z.input<typeof meterForecast.input>;
const weekly = (values: number[]) =>
  values.map((value, index) => ({ at: new Date(Date.UTC(2026, 0, 5 + 7 * index, 6)).toISOString(), value }));
const asOf = (weeks: number) => new Date(Date.UTC(2026, 0, 5, 6) + weeks * 7 * 86_400_000).toISOString();
const forecast = (input: Partial<Input> & Pick<Input, 'readings' | 'asOf'>) =>
  resultOf(meterForecast.compute(meterForecast.input.parse({ targetValue: 5000, ...input })));

describe('meter forecast', () => {
  it('extends a steady meter to its target', () => {
    const result = forecast({ readings: weekly([1000, 1070, 1140, 1210, 1280]), asOf: asOf(4), targetValue: 1420 });
    expect(result).toMatchObject({ valueNow: 1280, confidence: 'good', rejected: [] });
    expectWithin(result.perDay.mid, 10, 1e-9);
    expect(result.dueAt.likely).toBe(asOf(6));
  });

  it('leaves a mistyped digit out and says why', () => {
    const result = forecast({ readings: weekly([1000, 1070, 11400, 1210, 1280]), asOf: asOf(4) });
    expect(result.rejected).toEqual([{ index: 2, reason: expect.stringContaining('faster than 24 per day') }]);
    expectWithin(result.perDay.mid, 10, 1e-9);
  });

  it('leaves a reading that goes back out', () => {
    expect(forecast({ readings: weekly([1000, 1070, 140, 1210]), asOf: asOf(3) }).rejected).toEqual([
      { index: 2, reason: expect.stringContaining('does not run backwards') },
    ]);
  });

  it('keeps the later of two readings that exclude each other', () => {
    expect(forecast({ readings: weekly([5000, 1000]), asOf: asOf(1) }).rejected.map(({ index }) => index)).toEqual([0]);
  });

  it('sums over a roll-over', () => {
    const result = forecast({
      readings: weekly([9900, 9970, 40, 110]),
      rolloverAt: 10_000,
      asOf: asOf(3),
      targetValue: 10_180,
    });
    expect(result).toMatchObject({ valueNow: 10_110, rejected: [] });
    expect(result.dueAt.likely).toBe(asOf(4));
  });

  it('refuses a value the dial cannot show', () => {
    expect(forecast({ readings: weekly([9900, 12_000]), rolloverAt: 10_000, asOf: asOf(1) }).rejected).toMatchObject([
      { index: 1 },
    ]);
  });

  it('sums over a replaced dial', () => {
    const replacements = [{ at: asOf(1.5), oldValue: 1105, newValue: 3 }];
    const result = forecast({ readings: weekly([1000, 1070, 38, 108]), replacements, asOf: asOf(3) });
    expect(result.rejected).toEqual([]);
    expectWithin(result.valueNow, 1210, 1e-9);
  });

  it('copes with two readings in one minute', () => {
    const readings = [...weekly([1000, 1070]), { at: '2026-01-12T06:00:30Z', value: 1070.1 }];
    const result = forecast({ readings, asOf: asOf(1.5) });
    expect(result.rejected).toEqual([]);
    expectWithin(result.perDay.mid, 10, 0.01);
  });

  it('uses the duty plan alone without readings, and in proportion with few', () => {
    expect(forecast({ readings: [], dutyPerDay: 16, asOf: asOf(0) })).toMatchObject({
      perDay: { mid: 16 },
      confidence: 'low',
    });
    expectWithin(forecast({ readings: weekly([1000, 1070]), dutyPerDay: 20, asOf: asOf(1) }).perDay.mid, 17.5, 1e-9);
    expectWithin(
      forecast({ readings: weekly([1000, 1070, 1140, 1210, 1280]), dutyPerDay: 20, asOf: asOf(4) }).perDay.mid,
      10,
      1e-9,
    );
  });

  it('has no date for a machine that does not run', () => {
    expect(forecast({ readings: weekly([1000, 1000, 1000]), asOf: asOf(2) }).dueAt).toEqual({});
    expect(forecast({ readings: [], asOf: asOf(2) })).toMatchObject({ confidence: 'none', dueAt: {} });
  });

  it('finds the day on which a target was already passed', () => {
    expect(forecast({ readings: weekly([1000, 1070, 1140]), asOf: asOf(2), targetValue: 1035 }).dueAt.likely).toBe(
      asOf(0.5),
    );
  });

  it('keeps a plausible series whole, and a rejected reading changes nothing', () => {
    const growth = fc.array(fc.double({ min: 0, max: 160, noNaN: true }), { minLength: 3, maxLength: 30 });
    fc.assert(
      fc.property(growth, fc.nat(), (steps, seed) => {
        const values = steps.reduce<number[]>((sums, step) => [...sums, sums.at(-1)! + step], [1000]);
        const readings = weekly(values);
        const clean = forecast({ readings, asOf: asOf(values.length - 1) });
        expect(clean.rejected).toEqual([]);
        const place = 1 + (seed % (values.length - 1));
        const spoiled = [
          ...readings.slice(0, place),
          { at: readings[place]!.at.replace('06:00', '05:59'), value: 1e6 },
          ...readings.slice(place),
        ];
        const again = forecast({ readings: spoiled, asOf: asOf(values.length - 1) });
        expect({ ...again, rejected: [] }).toEqual(clean);
        expect(again.rejected).toHaveLength(1);
      }),
    );
  });
});

describe('accumulated series', () => {
  const rules = { replacements: [], resolution: 0.1, maxPerDay: 24 };

  it('never falls', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ atMs: fc.integer({ min: 0, max: 1e11 }), value: fc.integer({ min: 0, max: 10_000 }) }), {
          maxLength: 60,
        }),
        (readings) => {
          const { kept, rejected } = keepPlausible(readings, rules);
          expect(kept.length + rejected.length).toBe(readings.length);
          kept.forEach((reading, index) => expect(reading.value).toBeGreaterThanOrEqual(kept[index - 1]?.value ?? 0));
        },
      ),
    );
  });

  it('reads between and beyond its readings', () => {
    const { kept } = keepPlausible(
      [
        { atMs: 0, value: 100 },
        { atMs: 10 * 86_400_000, value: 200 },
      ],
      rules,
    );
    expect(valueAt(kept, 5 * 86_400_000, 10)).toBe(150);
    expect(valueAt(kept, 12 * 86_400_000, 10)).toBe(220);
    expect(valueAt(kept, -30 * 86_400_000, 10)).toBe(0);
    expect(valueAt([], 0, 10)).toBeUndefined();
  });
});

describe('the hour at which a meter was read', () => {
  const read = (hoursLater: number, value: number) =>
    forecast({
      readings: [
        { at: asOf(0), value: 1000 },
        { at: new Date(Date.parse(asOf(0)) + hoursLater * 3_600_000).toISOString(), value },
      ],
      asOf: asOf(10),
    }).rejected.length;

  it.each([
    ['a day on a machine that never stops', 24, 1026, 0],
    ['a day, and more than the slip', 24, 1026.5, 1],
    ['a week, an hour and a half too much', 168, 1169.5, 0],
    ['a week, two hours and a hundredth', 168, 1171.7, 0],
    ['a week, four hours too much', 168, 1172, 1],
    ['half an hour', 0.5, 1002.5, 0],
  ])('may be wrong by two hours and a hundredth: %s', (_, hoursLater, value, rejected) => {
    expect(read(hoursLater, value)).toBe(rejected);
  });
});

describe('a reading at the very instant of a change of dials', () => {
  const change = [{ at: asOf(2), oldValue: 1140, newValue: 3 }];
  const at = (week: number, value: number) => ({ at: asOf(week), value });

  it.each([
    ['shows the old dial', [at(0, 1000), at(1, 1070), at(2, 1140), at(3, 73)], 1210],
    ['shows the new dial', [at(0, 1000), at(1, 1070), at(2, 3), at(3, 73)], 1210],
    ['shows both, the new one written first', [at(0, 1000), at(2, 3), at(2, 1140), at(3, 73)], 1210],
    ['shows the old dial a step early', [at(0, 1000), at(2, 1139.9), at(3, 73)], 1210],
  ])('belongs to the dial whose value it fits: %s', (_, readings, valueNow) => {
    const result = forecast({ readings, replacements: change, asOf: asOf(3) });
    expect(result.rejected).toEqual([]);
    expectWithin(result.valueNow, valueNow, 1e-9);
  });
});

describe('a change of rhythm in the last four weeks', () => {
  const steps = (perWeek: number[]) => weekly(perWeek.reduce((sums, step) => [...sums, sums.at(-1)! + step], [1000]));
  const run = (perWeek: number[], weeksLater = 0) =>
    forecast({ readings: steps(perWeek), asOf: asOf(perWeek.length + weeksLater), targetValue: 1e6 });

  it.each([
    ['a second shift', [40, 42, 38, 41, 40, 80, 82], 81 / 7, 5],
    ['short time', [100, 98, 102, 100, 99, 101, 30, 30, 31], 30.3 / 7, 6],
    ['it stands still', [70, 70, 69, 71, 70, 70, 0, 0], 0, 6],
    ['from standing to running', [0, 0, 0, 0, 90, 92, 91], 91 / 7, 4],
  ])('is seen, used and said: %s', (_, perWeek, mid, since) => {
    const result = run(perWeek);
    expect(result.rhythm!.since).toBe(asOf(since));
    expect(Math.abs(result.perDay.mid - mid)).toBeLessThan(0.2);
    expect(result.perDay.low).toBeLessThanOrEqual(result.perDay.high);
  });

  it.each([
    ['one odd week', [40, 42, 38, 41, 80, 40, 41]],
    ['noise', [40, 45, 38, 47, 35, 44, 48]],
    ['a change long ago', [40, 40, 40, 80, 80, 80, 80, 80, 80, 80]],
    ['too new to tell', [40, 42, 38, 41, 40, 80]],
  ])('is not made up: %s', (_, perWeek) => {
    expect(run(perWeek).rhythm).toBeUndefined();
  });

  it('says so in words, and the duty plan has no say beside it', () => {
    const outcome = meterForecast.compute(
      meterForecast.input.parse({
        readings: steps([40, 42, 38, 41, 40, 80, 82]),
        asOf: asOf(7),
        targetValue: 1e6,
        dutyPerDay: 6,
      }),
    );
    expect(outcome.ok && outcome.notices.some(({ text }) => text.includes('Another rhythm since 2026-02-09'))).toBe(
      true,
    );
    expect(Math.abs(resultOf(outcome).perDay.mid - 81 / 7)).toBeLessThan(0.2);
  });
});
