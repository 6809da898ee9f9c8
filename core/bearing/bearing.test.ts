import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { expectWithin, resultOf } from '../testing';
import { bearingRequiredViscosity, requiredViscosity } from './required-viscosity';
import { bearingSelectGrade } from './select-grade';
import { bearingViscosityRatio } from './viscosity-ratio';

const kv = fc.double({ min: 0.5, max: 5000, noNaN: true });

describe('required viscosity', () => {
  it('gives the check value of the handbook', () => {
    const result = resultOf(bearingRequiredViscosity.compute({ boreMm: 60, outsideDiameterMm: 130, speedRpm: 1500 }));
    expect(result.meanDiameterMm).toBe(95);
    expectWithin(result.nu1, 11.9, 0.005);
    expect(result.speedFactor).toBe(142_500);
  });

  it('changes formula at 1000 rpm with only a small step', () => {
    expect(requiredViscosity(100, 999.999)).toBeCloseTo((45_000 * 999.999 ** -0.83) / 10, 6);
    expect(requiredViscosity(100, 1000)).toBeCloseTo(4500 / Math.sqrt(1000) / 10, 9);
  });

  it('refuses a bore larger than the outside diameter in the user’s words', () => {
    const parsed = bearingRequiredViscosity.input.safeParse({ boreMm: 130, outsideDiameterMm: 60, speedRpm: 100 });
    expect(parsed.error?.issues[0]).toMatchObject({ path: ['outsideDiameterMm'] });
  });
});

describe('viscosity ratio', () => {
  it.each([
    [0.39, 'boundary'],
    [0.4, 'mixed'],
    [0.99, 'mixed'],
    [1, 'good'],
    [4, 'good'],
    [4.01, 'excess'],
  ])('κ %f is %s', (kappa, regime) => {
    expect(resultOf(bearingViscosityRatio.compute({ kv: kappa * 10, nu1: 10 })).regime).toBe(regime);
  });

  it('never falls when the oil is thicker', () => {
    fc.assert(
      fc.property(kv, kv, fc.double({ min: 1, max: 200, noNaN: true }), (a, b, nu1) => {
        const ratio = (value: number) => resultOf(bearingViscosityRatio.compute({ kv: value, nu1 })).kappa;
        expect(ratio(Math.max(a, b))).toBeGreaterThanOrEqual(ratio(Math.min(a, b)));
      }),
    );
  });
});

describe('oil grade for a bearing', () => {
  const motor = { boreMm: 60, outsideDiameterMm: 130, speedRpm: 1500, viscosityIndex: 95, targetKappa: 2 };
  const select = (temperatureC: number, extra = {}) => bearingSelectGrade.compute({ ...motor, temperatureC, ...extra });

  it('takes the thinnest grade that reaches the wanted κ, and shows both neighbours', () => {
    const result = resultOf(select(70));
    expect(result.isoVg).toBe(100);
    expect(result.kappa).toBeGreaterThanOrEqual(2);
    expect(result.alternatives.map(({ isoVg }) => isoVg)).toEqual([68, 150]);
    expect(result.alternatives[0]!.kappa).toBeLessThan(2);
  });

  it('shows the viscosity at the coldest start when asked', () => {
    expect(resultOf(select(70, { lowestStartC: -10 })).kvAtStart).toBeGreaterThan(1000);
    expect(resultOf(select(70)).kvAtStart).toBeUndefined();
  });

  it.each([
    ['splash', -10, true],
    ['ring', -15, false],
    ['pumped', -10, false],
    ['hydraulic', 0, false],
    ['hydraulic', 15, true],
  ] as const)('judges the cold start by %s at %i °C: %s', (supply, lowestStartC, ok) => {
    const outcome = select(70, { supply, lowestStartC });
    expect(resultOf(outcome).start).toMatchObject({ ok });
    expect(outcome.ok && outcome.notices.some(({ text }) => text.includes(`too thick for ${supply}`))).toBe(!ok);
  });

  it('follows a product told by its two viscosities, and refuses half of one or an impossible one', () => {
    const product = { viscosityIndex: undefined, kv40: 100, kv100: 14.5 };
    const high = resultOf(select(70, { ...product, lowestStartC: -10 }));
    expect(high.kvAtStart!).toBeLessThan(resultOf(select(70, { lowestStartC: -10 })).kvAtStart!);
    expect(select(70, { ...product, kv100: 120 })).toMatchObject({ ok: false, fields: ['kv100'] });
    expect(select(70, { ...product, kv100: 1.5 })).toMatchObject({ ok: false, fields: ['kv100', 'kv40'] });
    const path = (change: object) =>
      bearingSelectGrade.input.safeParse({ ...motor, temperatureC: 70, ...change }).error?.issues[0]?.path;
    expect(path({ viscosityIndex: undefined, kv40: 100 })).toEqual(['kv100']);
    expect(path({ kv40: 100, kv100: 11 })).toEqual(['viscosityIndex']);
  });

  it('never chooses a thinner grade for a higher temperature', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 20, max: 110, noNaN: true }),
        fc.double({ min: 0, max: 30, noNaN: true }),
        (temperatureC, rise) => {
          const [cool, hot] = [select(temperatureC), select(temperatureC + rise)];
          fc.pre('result' in cool && 'result' in hot);
          expect(resultOf(hot).isoVg).toBeGreaterThanOrEqual(resultOf(cool).isoVg);
        },
      ),
    );
  });

  it('says so when no grade is thick enough', () => {
    expect(bearingSelectGrade.compute({ ...motor, speedRpm: 1, temperatureC: 120 })).toMatchObject({
      ok: false,
      fields: ['temperatureC', 'targetKappa'],
    });
  });
});
