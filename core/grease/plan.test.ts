import { describe, expect, it } from 'vitest';
import { expectWithin } from '../testing';
import { closedReason, greasePlan, planChanges, storedHours, strokeRounding } from './plan';
import { redose } from './redose';

const bearing = {
  bearingKind: 'ball',
  boreMm: 60,
  outsideDiameterMm: 130,
  widthMm: 31,
  speedRpm: 1500,
  temperatureC: 60,
  contamination: 'light-non-abrasive',
  moisture: 'dry',
  vibrationMmS: 1,
  position: 'horizontal',
};
const insert = { ...bearing, designation: 'UC 210', boreMm: 50, outsideDiameterMm: 90, widthMm: 51.6, sealing: 'lip' };
const plan = (details: Record<string, number | string>, greaseSchool: 'fixed' | 'by-interval' = 'fixed') =>
  greasePlan(details, { greaseSchool, temperatureRule: 'steps' }, null);
const grams = (details: Record<string, number | string>, school?: 'fixed' | 'by-interval') => {
  const { amount } = plan(details, school);
  return amount.ok ? amount.value : undefined;
};

describe('what of a plan stands otherwise at its task', () => {
  const computed = plan(bearing);
  const { amount, interval } = computed;
  if (!amount.ok || !interval.ok) throw new Error('This bearing is computed.');
  const kept = { amount: amount.value, hours: storedHours(interval.stored), days: interval.days };

  it('is what comes out of other fields, and nothing where all is as it was kept', () => {
    expect(planChanges(computed, kept)).toBeUndefined();
    expect(planChanges(computed, { ...kept, hours: 12_000 })).toEqual({
      amount: null,
      hours: { before: 12_000, after: interval.value },
      days: null,
    });
    expect(planChanges(computed, { ...kept, days: null })?.days).toEqual({ before: null, after: interval.days });
    expect(planChanges(plan({ ...bearing, temperatureC: 90 }), kept)?.hours).toMatchObject({ before: interval.value });
  });

  it('is not what a person overruled, and not known where nothing comes out', () => {
    expect(planChanges(computed, { ...kept, days: undefined })).toBeUndefined();
    expect(planChanges(plan({ ...bearing, temperatureC: 130 }), kept)).toBeUndefined();
    expect(storedHours(null)).toBeNull();
  });
});

describe('insert bearings', () => {
  it.each([
    ['UC 205', 52, 17],
    ['UC 210', 90, 24],
    ['UCP 308', 90, 28],
    ['UK 212', 110, 27],
  ])('%s gets 0.002·%i·%i g, by the outer ring', (designation, outsideDiameterMm, width) => {
    expectWithin(grams({ ...insert, designation, outsideDiameterMm })!, 0.002 * outsideDiameterMm * width, 1e-9);
  });

  it('never gets more than a quarter of the free volume', () => {
    // An outer ring hardly larger than the bore leaves next to no room.
    const tight = plan({ ...insert, designation: 'UC 201', outsideDiameterMm: 47 }, 'by-interval');
    const room = (Math.PI / 4) * 17 * (47 ** 2 - 12 ** 2) * 1e-3 * 0.25 * 0.9;
    expect(tight.amount.ok && tight.amount.value).toBeLessThanOrEqual(room);
  });

  it('are rounded down to whole strokes, like everything with lip seals', () => {
    expect(plan(insert).rounding).toBe('down');
    expect(strokeRounding({ sealing: 'open' })).toBe('nearest');
  });
});

describe('no dose', () => {
  it.each(['6312-QQ7', '6205 2RSX99', '22220 ZZTOP'])('is proposed for %s until somebody says', (designation) => {
    expect(closedReason({ designation })).toContain('is not known here');
    expect(closedReason({ designation, sealing: 'unknown' })).toContain('until it is said');
    expect(closedReason({ designation, sealing: 'open' })).toBeNull();
    expect(closedReason({ designation, sealing: 'closed' })).toContain('not regreased');
  });

  it.each(['6206 DDU', '6308LLU', '2208 E-2RS1TN9', '6310-2ZR'])(
    'is given to %s, closed on both sides',
    (designation) => {
      expect(closedReason({ designation })).toContain('not regreased');
    },
  );

  it('but one with a groove in its outer ring takes some', () => {
    expect(closedReason({ designation: '23024-2CS5 W33', sealing: 'lip' })).toBeNull();
  });
});

describe('the interval of a plan', () => {
  it('carries its calendar days beside its hours', () => {
    const days = (change: object) => {
      const { interval } = plan({ ...bearing, ...change });
      return interval.ok ? interval.days : undefined;
    };
    expect([days({}), days({ moisture: 'humid' }), days({ contamination: 'severe-abrasive' })]).toEqual([730, 365, 60]);
  });
});

describe('an overruled interval', () => {
  const dose = { plannedG: 20.15, standingG: 20.15 };

  it.each([
    [9649, 2000, 16.12],
    [9649, 500, 12.09],
    [9649, 100, 8.06],
  ])('of %i h followed as %i h: %f g, and grams per 1000 h before and after', (plannedH, followedH, massG) => {
    const { proposed, per1000H } = redose(bearing, { plannedH, followedH }, dose, undefined)!;
    expectWithin(proposed.value, massG, 1e-9);
    expectWithin(per1000H.planned, (1000 * 20.15) / plannedH, 1e-9);
    expectWithin(per1000H.standing, (1000 * 20.15) / followedH, 1e-9);
    expectWithin(per1000H.proposed, (1000 * massG) / followedH, 1e-9);
  });

  it('a shorter one never proposes a larger dose', () => {
    let before = Infinity;
    for (const followedH of [9000, 5000, 731, 730, 400, 168, 100, 20]) {
      const { proposed } = redose(bearing, { plannedH: 9649, followedH }, dose, undefined)!;
      expect(proposed.value).toBeLessThanOrEqual(before);
      before = proposed.value;
    }
  });

  it('cautions when more goes in than such a bearing takes', () => {
    const notices = (followedH: number) => redose(bearing, { plannedH: 9649, followedH }, dose, undefined)!.notices;
    expect(notices(2000)).toEqual([]);
    expect(notices(60)).toMatchObject([{ level: 'caution' }]);
    expect(redose({}, { plannedH: 1, followedH: 1 }, dose, undefined)).toBeUndefined();
  });
});
