import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { expectWithin, resultOf } from '../testing';
import { coolantCorrect } from './coolant-correct';
import { dripRate } from './drip-rate';
import { lubricatorSetting } from './lubricator-setting';

describe('drip oiler', () => {
  const drip = (input: object) => resultOf(dripRate.compute(dripRate.input.parse(input)));

  it('uses 24 mL/h at 10 drops a minute', () => {
    expect(drip({ dropsPerMinute: 10, reservoirMl: 120 })).toEqual({ mlPerHour: 24, enduranceH: 5 });
  });

  it('never ends at zero drops', () => {
    expect(drip({ dropsPerMinute: 0, reservoirMl: 120 })).toEqual({ mlPerHour: 0 });
  });
});

describe('single-point lubricator', () => {
  const need = { requiredG: 20, intervalH: 1000, hoursPerDay: 16, capacityCm3: 120, settingsDays: [30, 90, 180, 365] };
  const setting = (change: object) => lubricatorSetting.compute(lubricatorSetting.input.parse({ ...need, ...change }));

  it('takes the longest setting that still gives enough', () => {
    const result = resultOf(setting({}));
    expect(result.days).toBe(180);
    expectWithin(result.gramsPerDay, 0.6, 1e-9);
    expect(resultOf(setting({ requiredG: 37.5 })).days).toBe(180);
    expect(resultOf(setting({ requiredG: 37.6 })).days).toBe(90);
  });

  it('says what is reachable when nothing is enough', () => {
    expect(setting({ requiredG: 500 })).toMatchObject({
      ok: false,
      fields: ['settingsDays', 'capacityCm3'],
      reason: expect.stringContaining('3.6'),
    });
  });

  it('never starves the bearing', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 200, noNaN: true }),
        fc.array(fc.integer({ min: 1, max: 720 }), { minLength: 1, maxLength: 8 }),
        (requiredG, settingsDays) => {
          const outcome = setting({ requiredG, settingsDays });
          fc.pre('result' in outcome);
          expect(resultOf(outcome).gramsPerDay).toBeGreaterThanOrEqual((requiredG / 1000) * 16 * (1 - 1e-9));
        },
      ),
    );
  });
});

describe('coolant', () => {
  const correct = (change: object) =>
    coolantCorrect.compute(coolantCorrect.input.parse({ tankL: 200, readingPct: 4, targetPct: 6, ...change }));

  it('brings a thin sump up with concentrate alone', () => {
    const { concentrateL, waterL } = resultOf(correct({}));
    expectWithin(concentrateL, 4.2553, 1e-4);
    expect(waterL).toBe(0);
  });

  it('thins a rich one with water alone', () => {
    expect(resultOf(correct({ readingPct: 9 }))).toMatchObject({ concentrateL: 0, waterL: 100 });
  });

  it('finds the mix of a given top-up', () => {
    const result = resultOf(correct({ topUpL: 50 }));
    expectWithin(result.topUpMixPct!, 14, 1e-9);
    expectWithin(result.concentrateL + result.waterL, 50, 1e-9);
  });

  it('refuses what is out of reach, and says what is reachable', () => {
    expect(correct({ topUpL: 2 })).toMatchObject({
      ok: false,
      fields: ['targetPct', 'topUpL'],
      reason: expect.stringContaining('out of reach'),
    });
    expect(correct({ readingPct: 9, topUpL: 5 })).toMatchObject({ ok: false });
    expect(correct({ readingPct: 60, factor: 2 })).toMatchObject({ ok: false, fields: ['readingPct', 'factor'] });
  });

  it('lands on the target', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 10, max: 2000, noNaN: true }),
        fc.double({ min: 0, max: 20, noNaN: true }),
        fc.double({ min: 1, max: 15, noNaN: true }),
        (tankL, readingPct, targetPct) => {
          const { concentrateL, waterL } = resultOf(correct({ tankL, readingPct, targetPct }));
          expectWithin(
            (100 * ((tankL * readingPct) / 100 + concentrateL)) / (tankL + concentrateL + waterL),
            targetPct,
            1e-9,
          );
        },
      ),
    );
  });
});
