import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { expectWithin, resultOf } from '../testing';
import { viscosityIndexOf, kv100FromIndex } from './astm-d2270';
import { viscosityAtTemperature } from './at-temperature';
import { viscosityGrade } from './grade';
import { isoGrades } from './iso-3448';
import { viscosityTemperatureFor } from './temperature-for';
import { viscosityIndexMethod } from './viscosity-index';
import { kvOfOrdinate, waltherOrdinate } from './walther';

const oil = fc
  .tuple(fc.double({ min: 5, max: 3000, noNaN: true }), fc.double({ min: 0.08, max: 0.4, noNaN: true }))
  .map(([kv40, ratio]) => ({ kv40, kv100: Math.max(1.5, kv40 * ratio) }))
  .filter(({ kv40, kv100 }) => kv100 < kv40 * 0.8);

describe('viscosity and temperature', () => {
  it('gives the handbook values of a VG 220 at index 95', () => {
    const at = (temperatureC: number) =>
      resultOf(viscosityAtTemperature.compute({ kv40: 220, viscosityIndex: 95, temperatureC })).kv;
    expectWithin(at(100), 18.75, 0.005);
    expectWithin(at(70), 51.2, 0.005);
    expectWithin(at(0), 5440, 0.01);
  });

  it('returns the given viscosities at 40 and 100 °C', () => {
    fc.assert(
      fc.property(oil, ({ kv40, kv100 }) => {
        expectWithin(resultOf(viscosityAtTemperature.compute({ kv40, kv100, temperatureC: 40 })).kv, kv40, 1e-3);
        expectWithin(resultOf(viscosityAtTemperature.compute({ kv40, kv100, temperatureC: 100 })).kv, kv100, 2e-3);
      }),
    );
  });

  it('goes from temperature to viscosity and back', () => {
    fc.assert(
      fc.property(oil, fc.double({ min: -10, max: 120, noNaN: true }), (line, temperatureC) => {
        const forward = viscosityAtTemperature.compute({ ...line, temperatureC });
        fc.pre('result' in forward && forward.result.kv > 1.2);
        const { kv } = resultOf(forward);
        expect(resultOf(viscosityTemperatureFor.compute({ ...line, kv })).temperatureC).toBeCloseTo(temperatureC, 0);
      }),
    );
  });

  it('never thickens when it warms', () => {
    fc.assert(
      fc.property(
        oil,
        fc.double({ min: -30, max: 140, noNaN: true }),
        fc.double({ min: 0.5, max: 20, noNaN: true }),
        (line, temperatureC, step) => {
          const cold = viscosityAtTemperature.compute({ ...line, temperatureC });
          const warm = viscosityAtTemperature.compute({ ...line, temperatureC: temperatureC + step });
          fc.pre('result' in cold && 'result' in warm);
          expect(resultOf(warm).kv).toBeLessThanOrEqual(resultOf(cold).kv);
        },
      ),
    );
  });

  it('inverts the ordinate over the whole range of D341', () => {
    for (const kv of [0.3, 0.5, 1, 2, 10, 500, 1e5, 2e7]) expectWithin(kvOfOrdinate(waltherOrdinate(kv)), kv, 0.005);
  });

  it('refuses swapped viscosities and cautions outside −40 … 150 °C', () => {
    expect(viscosityAtTemperature.compute({ kv40: 10, kv100: 100, temperatureC: 60 })).toMatchObject({
      ok: false,
      fields: ['kv100'],
    });
    expect(viscosityAtTemperature.compute({ kv40: 220, kv100: 19, temperatureC: 160 })).toMatchObject({
      ok: true,
      notices: [{ level: 'caution' }],
    });
    expect(viscosityAtTemperature.compute({ kv40: 220, kv100: 19, temperatureC: -40 })).toMatchObject({
      ok: true,
      notices: [],
    });
  });

  it('wants exactly one of kv100 and viscosityIndex', () => {
    expect(viscosityAtTemperature.input.safeParse({ kv40: 220, temperatureC: 40 }).success).toBe(false);
    expect(
      viscosityAtTemperature.input.safeParse({ kv40: 220, kv100: 19, viscosityIndex: 95, temperatureC: 40 }).success,
    ).toBe(false);
  });
});

describe('viscosity index', () => {
  it('gives the published examples', () => {
    expect(Math.round(resultOf(viscosityIndexMethod.compute({ kv40: 73.3, kv100: 8.86 })).viscosityIndex)).toBe(92);
    expect(Math.round(resultOf(viscosityIndexMethod.compute({ kv40: 22.83, kv100: 5.05 })).viscosityIndex)).toBe(156);
  });

  it('round trips through the viscosity at 100 °C within 0.6', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 20, max: 2000, noNaN: true }),
        fc.double({ min: 20, max: 250, noNaN: true }),
        (kv40, index) => {
          const kv100 = kv100FromIndex(kv40, index);
          fc.pre(kv100 !== undefined);
          expect(Math.abs(viscosityIndexOf(kv40, kv100!) - index)).toBeLessThan(0.6);
        },
      ),
    );
  });

  it('refuses below 2 mm²/s at 100 °C and outside −100 … 400', () => {
    expect(viscosityIndexMethod.compute({ kv40: 5, kv100: 1.9 })).toMatchObject({ ok: false, fields: ['kv100'] });
    expect(viscosityIndexMethod.compute({ kv40: 5000, kv100: 10 })).toMatchObject({ ok: false });
  });
});

describe('ISO grade', () => {
  it('gives every grade back from its mid-point', () => {
    for (const { isoVg, mid } of isoGrades)
      expect(resultOf(viscosityGrade.compute({ kv40: mid }))).toMatchObject({ isoVg, withinGrade: true });
  });

  it('includes both borders', () => {
    expect(resultOf(viscosityGrade.compute({ kv40: 198 }))).toMatchObject({ isoVg: 220, withinGrade: true });
    expect(resultOf(viscosityGrade.compute({ kv40: 242 }))).toMatchObject({ isoVg: 220, withinGrade: true });
    expect(resultOf(viscosityGrade.compute({ kv40: 242.1 })).withinGrade).toBe(false);
  });

  it('chooses by ratio, not by difference', () => {
    // 57.9: 46 is 11.9 away, 68 is 10.1 away; at 56 the difference favours 46 and so does the ratio just above √(46·68).
    expect(resultOf(viscosityGrade.compute({ kv40: 57.9 })).isoVg).toBe(68);
    expect(resultOf(viscosityGrade.compute({ kv40: 56.5 })).isoVg).toBe(68);
    expect(resultOf(viscosityGrade.compute({ kv40: 55.5 })).isoVg).toBe(46);
  });

  it('names the neighbours, and none beyond the ends', () => {
    expect(resultOf(viscosityGrade.compute({ kv40: 2 }))).toMatchObject({ isoVg: 2, above: 3 });
    expect(resultOf(viscosityGrade.compute({ kv40: 2 })).below).toBeUndefined();
    expect(resultOf(viscosityGrade.compute({ kv40: 3300 })).above).toBeUndefined();
  });
});
