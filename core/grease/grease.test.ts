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
  const strokes = (input: { massG: number; gramsPerStroke: number; rounding?: 'nearest' | 'down' }) =>
    greaseStrokes.compute({ rounding: 'nearest', ...input });

  it('never gives less than half a stroke too little, and at least one', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 5000, noNaN: true }),
        fc.double({ min: 0.05, max: 50, noNaN: true }),
        (massG, gramsPerStroke) => {
          const { strokes: count, deliveredG } = resultOf(strokes({ massG, gramsPerStroke }));
          expect(count).toBeGreaterThanOrEqual(1);
          expect(massG - deliveredG).toBeLessThanOrEqual(gramsPerStroke / 2 + 1e-9);
        },
      ),
    );
  });

  it('turns 20.15 g into 17 strokes of 1.2 g', () => {
    const result = resultOf(strokes({ massG: 20.15, gramsPerStroke: 1.2 }));
    expect(result.strokes).toBe(17);
    expectWithin(result.deviationPct, 1.2407, 1e-3);
  });

  it('cautions when one stroke is far too coarse, and not at 1.5 times', () => {
    expect(strokes({ massG: 1, gramsPerStroke: 1.51 })).toMatchObject({
      notices: [{ level: 'caution', text: expect.stringContaining('finer gun, or a longer interval') }],
    });
    expect(strokes({ massG: 2, gramsPerStroke: 2 })).toMatchObject({ notices: [] });
  });

  it.each([
    ['two for one and a half', 2, 1.35, 'too little'],
    ['one for a little', 1.1, 1.5, 'too much'],
    ['two for three', 3.8, 2.6, 'too little'],
  ])('says that whole strokes miss by more than a quarter: %s', (_, massG, gramsPerStroke, words) => {
    expect(strokes({ massG, gramsPerStroke })).toMatchObject({
      notices: [{ level: 'caution', text: expect.stringContaining(words) }],
    });
  });

  it('is silent within a quarter', () => {
    expect(strokes({ massG: 4, gramsPerStroke: 1.2 })).toMatchObject({ notices: [] });
  });

  it.each([
    [30, undefined],
    [31, 'gun that counts'],
    [60, 'gun that counts'],
    [61, 'automatic lubricator'],
    [135, 'automatic lubricator'],
  ])('%i strokes: %s', (count, words) => {
    const outcome = strokes({ massG: count, gramsPerStroke: 1 });
    expect(outcome).toMatchObject({ result: { strokes: count } });
    expect(outcome.ok && outcome.notices.map(({ text }) => text).join()).toContain(words ?? '');
    expect(outcome.ok && outcome.notices).toHaveLength(words ? 1 : 0);
  });

  it('rounds down where more would push a seal out, and refuses a gun too coarse for that', () => {
    expect(strokes({ massG: 1.9, gramsPerStroke: 1, rounding: 'down' })).toMatchObject({ result: { strokes: 1 } });
    expect(strokes({ massG: 3.6, gramsPerStroke: 1.2, rounding: 'down' })).toMatchObject({ result: { strokes: 3 } });
    expect(strokes({ massG: 0.9, gramsPerStroke: 1, rounding: 'down' })).toMatchObject({
      ok: false,
      fields: ['gramsPerStroke'],
    });
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 500, noNaN: true }),
        fc.double({ min: 0.05, max: 50, noNaN: true }),
        (massG, gramsPerStroke) => {
          const outcome = strokes({ massG, gramsPerStroke, rounding: 'down' });
          if (outcome.ok) expect(outcome.result.deliveredG).toBeLessThanOrEqual(massG * (1 + 1e-8));
        },
      ),
    );
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
        fc.double({ min: -20, max: 90, noNaN: true }),
        fc.double({ min: 0, max: 30, noNaN: true }),
        fc.constantFrom('steps', 'halving'),
        (temperatureC, rise, temperatureRule) => {
          const hours = (at: number) => resultOf(interval({ temperatureC: at, temperatureRule })).intervalH;
          expect(hours(temperatureC + rise)).toBeLessThanOrEqual(hours(temperatureC));
        },
      ),
    );
  });

  it.each([
    ['light-non-abrasive', 'dry', 17_520, 730],
    ['severe-non-abrasive', 'dry', 4400, 365],
    ['light-non-abrasive', 'humid', 4400, 365],
    ['light-abrasive', 'humid', 2200, 180],
    ['severe-non-abrasive', 'condensation', 2200, 180],
    ['severe-abrasive', 'condensation', 500, 60],
    ['severe-abrasive', 'water', 170, 14],
    ['light-non-abrasive', 'water', 170, 14],
  ] as const)('a slow shaft in %s, %s: at most %i h and %i days', (dirt, wet, hours, days) => {
    const slow = interval({ speedRpm: 10, contamination: dirt, moisture: wet });
    expect(resultOf(slow)).toMatchObject({ intervalH: hours, capDays: days, governs: 'surroundings' });
    expect(resultOf(slow).uncappedH).toBeGreaterThan(hours);
    expect(slow).toMatchObject({ notices: expect.arrayContaining([expect.objectContaining({ level: 'caution' })]) });
  });

  it('goes by the formula where that is shorter, with the calendar beside it', () => {
    expect(resultOf(interval({ moisture: 'condensation', temperatureC: 85 }))).toMatchObject({
      governs: 'formula',
      capDays: 180,
    });
    expect(resultOf(interval({ capH: 4000 }))).toMatchObject({ intervalH: 4000, governs: 'calendar', capDays: 730 });
  });

  it.each([
    [{ speedRpm: 40, boreMm: 200, contamination: 'light-abrasive' }, true],
    [{ speedRpm: 5, boreMm: 120, moisture: 'water' }, true],
    [{ speedRpm: 60, boreMm: 100, contamination: 'severe-non-abrasive' }, true],
    [{ speedRpm: 40, boreMm: 200 }, false],
    [{ speedRpm: 500, boreMm: 60, moisture: 'condensation' }, false],
  ] as const)('%j keeps the seal shut rather than the film: %s', (change, purges) => {
    const outcome = interval(change);
    expect(outcome.ok && outcome.notices.some(({ text }) => text.includes('keep the seal shut'))).toBe(purges);
  });

  it.each([
    [{ temperatureC: 125 }, ['temperatureC', 'temperatureRule']],
    [{ temperatureC: 121, kind: 'spherical', speedRpm: 100 }, ['temperatureC', 'temperatureRule']],
    [{ temperatureC: 180, speedRpm: 20 }, ['temperatureC', 'temperatureRule']],
    [
      { kind: 'spherical', boreMm: 100, temperatureC: 95, moisture: 'water', vibrationMmS: 12, position: 'vertical' },
      ['temperatureC', 'moisture', 'vibrationMmS', 'position'],
    ],
    [{ temperatureC: 150, temperatureRule: 'halving', moisture: 'water', contamination: 'severe-abrasive' }, undefined],
    [{ boreMm: 260, speedRpm: 830, kind: 'spherical' }, ['speedRpm', 'boreMm']],
  ] as const)('%j is refused: above the steps, or too short for a hand', (change, fields) => {
    const outcome = interval(change);
    expect(outcome.ok).toBe(false);
    if (!outcome.ok && fields) expect(new Set(outcome.fields)).toEqual(new Set(fields));
  });

  it.each([
    [150, 80, 0],
    [150, 111, 1],
    [150, 115, 1],
    [150, 125, 2],
    [160, 131, 2],
  ])('a grease up to %i °C at %i °C: %i words about the heat', (greaseUpperC, temperatureC, words) => {
    const outcome = interval({ temperatureRule: 'halving', temperatureC, greaseUpperC });
    expect(outcome.ok && outcome.notices).toHaveLength(words);
  });

  it('refuses what is too fast or too hot', () => {
    expect(interval({ boreMm: 300, speedRpm: 6000 })).toMatchObject({ ok: false, fields: ['speedRpm', 'boreMm'] });
    expect(interval({ temperatureC: 130, greaseUpperC: 120 })).toMatchObject({ ok: false, fields: ['temperatureC'] });
  });
});
