import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { expectWithin, resultOf } from '../testing';
import { coolantCorrect } from './coolant-correct';
import { deviceFacts, enduranceNotice } from './devices';
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

  const says = (change: object, text: string) => {
    const outcome = correct(change);
    return outcome.ok && outcome.notices.some((each) => each.text.includes(text));
  };

  it.each([
    [{ readingPct: 0 }, 'A reading of 0'],
    [{ readingPct: 0, topUpL: 40 }, 'A reading of 0'],
    [{ readingPct: 3.5 }, 'germs and rust'],
    [{ readingPct: 5, targetPct: 9 }, 'germs and rust'],
    [{ readingPct: 9 }, 'harms the skin'],
    [{ readingPct: 13, targetPct: 12 }, 'harms the skin'],
    [{ readingPct: 4 }, 'not in one go'],
    [{ readingPct: 30, targetPct: 6 }, 'draw some off first'],
    [{ capacityL: 202 }, 'Draw 2.2083 L off first'],
    [{ readingPct: 9, capacityL: 250 }, 'Draw 33.333 L off first'],
    [{ topUpL: 50, capacityL: 240 }, 'Draw 10 L off first'],
  ])('%j says "%s"', (change, text) => {
    expect(says(change, text)).toBe(true);
  });

  it.each([
    [{ readingPct: 5.5 }, 'germs and rust'],
    [{ readingPct: 5.5 }, 'not in one go'],
    [{ capacityL: 210 }, 'off first'],
    [{ readingPct: 6.5 }, 'harms the skin'],
  ])('%j does not say "%s"', (change, text) => {
    expect(says(change, text)).toBe(false);
  });

  it('what is drawn off first then fits and lands on the target', () => {
    const { concentrateL } = resultOf(correct({ tankL: 200 - 2.2083333333, capacityL: 202 }));
    expectWithin(200 - 2.2083333333 + concentrateL, 202, 1e-6);
    expect(correct({ tankL: 250, capacityL: 200 })).toMatchObject({ ok: false, fields: ['tankL', 'capacityL'] });
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

describe('devices', () => {
  const outlet = { gramsPerCycle: 0.5, cyclesPerDay: 10, reservoirG: 1000 };
  const lasts = (beside: Record<string, number>[]) =>
    deviceFacts('central-lubricator-outlet', outlet, 16, beside)!.lastsDays;

  it.each([
    [[], 200],
    [[outlet], 100],
    [[outlet, { gramsPerCycle: 1, cyclesPerDay: 10 }], 50],
    [[{ gramsPerCycle: 1.5 }], 50],
  ])('a reservoir is emptied by all of its outlets: beside %j it lasts %f days', (beside, days) => {
    expectWithin(lasts(beside)!, days, 1e-9);
  });

  it('says when an outlet keeps to itself what it gives', () => {
    const { notices } = deviceFacts('central-lubricator-outlet', outlet, 16, [{ reservoirG: 1000 }])!;
    expect(notices![0]!.text).toContain('do not say what they give');
  });

  const cartridge = { capacityCm3: 120, settingsDays: '30, 90, 180, 365', requiredG: 8, intervalH: 700 };
  it.each([
    [{ settingDays: 90 }, 16, true],
    [{ settingDays: 30 }, 24, true],
    [{ settingDays: 365, requiredG: 20 }, 24, true],
    [{ settingDays: 365 }, 16, false],
    [{}, 16, false],
  ])('%j on %i h a day is doubted: %s', (change, hoursPerDay, doubted) => {
    const { notices = [] } = deviceFacts('single-point-lubricator', { ...cartridge, ...change }, hoursPerDay)!;
    expect(notices.length > 0).toBe(doubted);
  });

  it.each([
    [20, [{ name: 'steady', days: 28 }], true],
    [20, [{ name: 'steady', days: 14 }], false],
    [10, [{ name: 'steady', hours: 200 }], true],
    [10, [{ name: 'steady', hours: 200, days: 7 }], false],
    [undefined, [{ name: 'steady', days: 28 }], false],
    [3, [{ name: 'run-in', count: 1, days: 1 }], false],
  ])('%s days of filling against %j runs empty: %s', (lastsDays, stages, runsEmpty) => {
    expect(enduranceNotice(lastsDays, stages, 16) !== undefined).toBe(runsEmpty);
  });
});
