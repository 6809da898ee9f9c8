import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { expectWithin, resultOf } from '../testing';
import { greaseGunCalibration } from './gun-calibration';
import { greaseInitialFill } from './initial-fill';
import { greaseInterval } from './interval';
import { greaseQuantity } from './quantity';
import { greaseStrokes } from './strokes';

describe('grease quantity', () => {
  const size = { outsideDiameterMm: 130, widthMm: 31, densityGCm3: 0.9 };

  it.each([
    ['fixed', 'side', undefined, 20.15],
    ['fixed', 'centre', undefined, 8.06],
    ['by-interval', undefined, 168, 8.06],
    ['by-interval', undefined, 730, 12.09],
    ['by-interval', undefined, 731, 16.12],
  ] as const)('%s school, feed %s, %s h', (school, feed, intervalH, massG) => {
    const result = resultOf(greaseQuantity.compute({ ...size, school, feed, intervalH }));
    expectWithin(result.massG, massG, 1e-9);
    expectWithin(result.volumeCm3, massG / 0.9, 1e-9);
  });

  it('cautions to renew beyond a year of running', () => {
    expect(greaseQuantity.compute({ ...size, school: 'by-interval', intervalH: 9000 })).toMatchObject({
      notices: [{ level: 'caution' }],
    });
  });

  it('wants the interval in the by-interval school, and the feed only in the fixed one', () => {
    expect(
      greaseQuantity.input.safeParse({ outsideDiameterMm: 130, widthMm: 31, school: 'by-interval' }).error?.issues[0]
        ?.path,
    ).toEqual(['intervalH']);
    expect(
      greaseQuantity.input.safeParse({
        outsideDiameterMm: 130,
        widthMm: 31,
        school: 'by-interval',
        intervalH: 100,
        feed: 'side',
      }).error?.issues[0]?.path,
    ).toEqual(['feed']);
  });
});

describe('first filling', () => {
  const motor = {
    boreMm: 60,
    outsideDiameterMm: 130,
    widthMm: 31,
    bearingMassKg: 1.7,
    speedShare: 0.5,
    densityGCm3: 0.9,
  };
  const fill = (change: object) => greaseInitialFill.compute({ ...motor, ...change });

  it('is the free space, by speed', () => {
    const { freeVolumeCm3, fillShare, massG } = resultOf(fill({}));
    expectWithin(freeVolumeCm3, ((Math.PI / 4) * 31 * (130 ** 2 - 60 ** 2)) / 1000 - 1700 / 7.8, 1e-12);
    expect(fillShare).toBe(0.4);
    expectWithin(massG, freeVolumeCm3 * 0.4 * 0.9, 1e-12);
  });

  it.each([
    [0, 0.9],
    [0.19, 0.9],
    [0.2, 0.4],
    [0.79, 0.4],
    [0.8, 0.25],
    [1.2, 0.25],
  ])('at a speed share of %f is %f', (speedShare, fillShare) => {
    expect(resultOf(fill({ speedShare })).fillShare).toBe(fillShare);
  });

  it('says that it overstates without the bearing’s mass, and refuses an impossible one', () => {
    expect(fill({ bearingMassKg: undefined })).toMatchObject({
      notices: [{ level: 'caution', text: expect.stringContaining('too high') }],
    });
    expect(fill({ bearingMassKg: 20 })).toMatchObject({ ok: false, fields: ['bearingMassKg'] });
  });
});

describe('gun calibration', () => {
  it('divides, and doubts few strokes', () => {
    expectWithin(resultOf(greaseGunCalibration.compute({ strokes: 20, massG: 24.1 })).gramsPerStroke, 1.205, 1e-12);
    expect(greaseGunCalibration.compute({ strokes: 3, massG: 3.6 })).toMatchObject({ notices: [{ level: 'caution' }] });
  });
});

describe('strokes', () => {
  it('never gives less than half a stroke too little, and at least one', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 5000, noNaN: true }),
        fc.double({ min: 0.05, max: 50, noNaN: true }),
        (massG, gramsPerStroke) => {
          const { strokes, deliveredG } = resultOf(greaseStrokes.compute({ massG, gramsPerStroke }));
          expect(strokes).toBeGreaterThanOrEqual(1);
          expect(massG - deliveredG).toBeLessThanOrEqual(gramsPerStroke / 2 + 1e-9);
        },
      ),
    );
  });

  it('turns 20.15 g into 17 strokes of 1.2 g', () => {
    const result = resultOf(greaseStrokes.compute({ massG: 20.15, gramsPerStroke: 1.2 }));
    expect(result.strokes).toBe(17);
    expectWithin(result.deviationPct, 1.2407, 1e-3);
  });

  it('cautions when one stroke is far too coarse, and not at 1.5 times', () => {
    expect(greaseStrokes.compute({ massG: 1, gramsPerStroke: 1.51 })).toMatchObject({
      notices: [{ level: 'caution' }],
    });
    expect(greaseStrokes.compute({ massG: 1, gramsPerStroke: 1.5 })).toMatchObject({ notices: [] });
  });
});

describe('regreasing interval', () => {
  const best = {
    kind: 'ball',
    boreMm: 60,
    speedRpm: 1500,
    temperatureC: 60,
    contamination: 'light-non-abrasive',
    moisture: 'dry',
    vibrationMmS: 1,
    position: 'horizontal',
    temperatureRule: 'steps',
    capH: 17_520,
  } as const;
  const interval = (change: object) => greaseInterval.compute({ ...best, ...change });

  it('gives the check value of the handbook', () => {
    expectWithin(resultOf(interval({})).intervalH, 9649, 1e-4);
  });

  it.each([
    [{ temperatureC: 65 }, 0.5],
    [{ temperatureC: 80 }, 0.2],
    [{ temperatureC: 93 }, 0.1],
    [{ temperatureC: 85, temperatureRule: 'halving' }, 0.5],
    [{ temperatureC: 70, temperatureRule: 'halving' }, 1],
    [{ vibrationMmS: 5 }, 0.6],
    [{ vibrationMmS: 10 }, 0.6],
    [{ vibrationMmS: 10.1 }, 0.3],
    [{ position: 'vertical' }, 0.3],
    [{ moisture: 'condensation' }, 0.4],
    [{ contamination: 'severe-abrasive' }, 0.2],
    [{ kind: 'spherical' }, 0.1],
  ] as const)('%j multiplies by %f', (change, factor) => {
    expectWithin(resultOf(interval(change)).uncappedH, 9649 * factor, 1e-3);
  });

  it('more heat never lengthens it, under either rule', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -20, max: 150, noNaN: true }),
        fc.double({ min: 0, max: 60, noNaN: true }),
        fc.constantFrom('steps', 'halving'),
        (temperatureC, rise, temperatureRule) => {
          const hours = (at: number) => resultOf(interval({ temperatureC: at, temperatureRule })).intervalH;
          expect(hours(temperatureC + rise)).toBeLessThanOrEqual(hours(temperatureC));
        },
      ),
    );
  });

  it('stops at the calendar life and says so', () => {
    const slow = interval({ speedRpm: 30 });
    expect(resultOf(slow).intervalH).toBe(17_520);
    expect(resultOf(slow).uncappedH).toBeGreaterThan(17_520);
    expect(slow).toMatchObject({ notices: [{ level: 'caution' }] });
  });

  it('refuses what is too fast or too hot', () => {
    expect(interval({ boreMm: 300, speedRpm: 6000 })).toMatchObject({ ok: false, fields: ['speedRpm', 'boreMm'] });
    expect(interval({ temperatureC: 130, greaseUpperC: 120 })).toMatchObject({ ok: false, fields: ['temperatureC'] });
  });
});
