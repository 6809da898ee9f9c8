import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { courseOf } from './course-reading';
import { isDeviceContent, signOfUse, usualPerDay } from './device-use';
import { prechargeOf } from './precharge-reading';
import { findingOfReading } from './reading';

const dayMs = 86_400_000;
const every = (minutes: number, values: readonly number[]) =>
  values.map((value, place) => ({ minutes: place * minutes, value }));

describe('a temperature read every few minutes', () => {
  const band = { warnHigh: 85, stopHigh: 90 };
  const shown = (minutes: number, values: readonly number[], more: object = {}) => {
    const course = courseOf(every(minutes, values), { band, ...more });
    return course && [course.isOver, course.sign?.what, course.sign?.grade];
  };

  it.each([
    [10, [40, 52, 58, 59], true, undefined, undefined],
    [10, [60, 59, 55], true, undefined, undefined],
    [5, [60, 68, 78], true, 'still-climbing', undefined],
    [10, [70, 80, 91], true, 'still-climbing', undefined],
    [10, [40, 50, 60], false, 'hot', '10-k'],
    [5, [40, 48], false, 'hot', '10-k'],
    [10, [50, 65, 75], false, 'hot', '20-k'],
  ])('every %d min %j: over %s, %s %s', (minutes, values, isOver, what, grade) => {
    expect(shown(minutes, values)).toEqual([isOver, what, grade]);
  });

  it('is no course before the second reading, and climbs against its first start', () => {
    expect(shown(10, [40])).toBeUndefined();
    const curve = every(10, [30, 38, 42]);
    expect(shown(10, [40, 50, 60], { curve })).toEqual([true, 'still-climbing', undefined]);
    // Fresh grease is churned: a rise of up to 20 K passes.
    expect(shown(10, [40, 48, 55], { curve: [], justGreased: true })?.[1]).toBe('hot');
  });

  it('goes by the usual limit where nobody said one', () => {
    expect(courseOf(every(10, [70, 80, 91]), { band: {} })?.sign?.what).toBe('still-climbing');
  });

  it('left while it climbs is a finding, level it is none', () => {
    const asked = { quantity: 'temperature-rise', name: 'Oil', unit: '°C', validIn: null, band } as const;
    const point = { kind: 'gear-case', consequence: 2 };
    const found = (values: number[]) =>
      findingOfReading(asked, { value: values.at(-1)!, sign: courseOf(every(10, values), { band })?.sign }, point);
    expect(found([40, 50, 60])).toMatchObject({ what: 'hot', urgency: 'watch', grade: '10-k' });
    expect(found([40, 52, 58, 59])).toBeUndefined();
    // Over its warning and level: by its limit.
    expect(found([86, 87, 87])).toMatchObject({ what: 'hot', urgency: 'plan' });
  });
});

describe('a gas pre-charge', () => {
  const band = { warnLow: 90, warnHigh: 110 };
  it.each([
    [100, 20, undefined, 100, undefined],
    [100, 40, undefined, 93.5, undefined],
    [100, 40, { bar: 100, agoMs: dayMs }, 93.5, 'falls'],
    [100, 40, { bar: 100, agoMs: 30 * dayMs }, 93.5, undefined],
    [70, 20, undefined, 70, 'far-below'],
  ])('%d bar at %d °C after %o is %d bar at 20 °C: %s', (readBar, gasC, last, bar, grade) => {
    expect(prechargeOf({ readBar, gasC }, band, last)).toMatchObject({
      ok: true,
      correctedBar: bar,
      ...(grade && { sign: { what: 'precharge-low', grade } }),
    });
  });

  it('is refused in words where no gauge reads so, and judged without limits by its fall alone', () => {
    expect(prechargeOf({ readBar: -5, gasC: 20 }, band).ok).toBe(false);
    expect(prechargeOf({ readBar: 50, gasC: 20 }, {}, { bar: 60, agoMs: dayMs })).toMatchObject({
      sign: { grade: 'falls' },
    });
    expect(prechargeOf({ readBar: 50, gasC: 20 }, {})).toMatchObject({ ok: true, sign: undefined });
  });
});

describe('what a device uses', () => {
  const daily = (values: readonly number[]) => values.map((value, day) => ({ atMs: day * dayMs, value }));

  it('is the middle of what went between its readings; a filling is none', () => {
    expect(usualPerDay(daily([100, 98, 96, 60, 100, 98]))).toBe(2);
    expect(usualPerDay(daily([100, 98, 96]))).toBeUndefined();
    expect(usualPerDay([])).toBeUndefined();
  });

  it.each([
    [50, 100, 'use-high'],
    [78, 100, undefined],
    [100, 100, 'use-none'],
    [100, 40, undefined],
  ])('%d after %d ten days ago, usually two a day: %s', (value, before, what) => {
    const last = { atMs: 0, value: before };
    expect(signOfUse({ atMs: 10 * dayMs, value }, last, 2)?.what).toBe(what);
  });

  it('says nothing before enough should have gone, or where nobody knows', () => {
    expect(signOfUse({ atMs: dayMs, value: 100 }, { atMs: 0, value: 100 }, 2)).toBeUndefined();
    expect(signOfUse({ atMs: dayMs, value: 0 }, undefined, 2)).toBeUndefined();
    expect(signOfUse({ atMs: dayMs, value: 0 }, { atMs: 0, value: 90 }, undefined)).toBeUndefined();
    expect(isDeviceContent('gear-case', 'level')).toBe(false);
    expect(isDeviceContent('single-point-lubricator', 'lubricator-position')).toBe(true);
  });

  it('more gone is never judged better', () => {
    const rank = (what: string | undefined) => (what === 'use-high' ? 1 : 0);
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 100 }),
        fc.integer({ min: 0, max: 100 }),
        fc.double({ min: 0.1, max: 9, noNaN: true }),
        (a, b, usual) => {
          const [more, less] = [Math.min(a, b), Math.max(a, b)];
          const at = (value: number) => signOfUse({ atMs: 10 * dayMs, value }, { atMs: 0, value: 100 }, usual)?.what;
          expect(rank(at(more))).toBeGreaterThanOrEqual(rank(at(less)));
        },
      ),
    );
  });
});
