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
