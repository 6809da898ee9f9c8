import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { meterState, meterStateOn } from './state';

const spec = { unit: 'hours', rolloverAt: 5000, resolution: 0.1, maxPerDay: 24, dutyPerDay: null };
const hourMs = 3_600_000;

/** Mostly a meter that runs, now and then misread, with its dial replaced once. */
const history = fc.array(
  fc.record({
    gapHours: fc.integer({ min: 0, max: 200 }),
    ran: fc.oneof({ weight: 8, arbitrary: fc.double({ min: 0, max: 1, noNaN: true }) }, fc.integer({ min: 2, max: 9 })),
    misread: fc.oneof({ weight: 9, arbitrary: fc.constant(0) }, fc.double({ min: -4000, max: 4000, noNaN: true })),
  }),
  { minLength: 2, maxLength: 60 },
);

describe('a meter that was read on', () => {
  it('stands as one that is derived from all of its readings', () => {
    let gone = 0;
    fc.assert(
      fc.property(history, fc.double({ min: 0, max: 1, noNaN: true }), fc.boolean(), (steps, share, isReplaced) => {
        let [atMs, value] = [Date.UTC(2026, 0, 1), 4000];
        const readings = steps.map(({ gapHours, ran, misread }) => {
          atMs += gapHours * hourMs;
          value = (value + gapHours * ran) % spec.rolloverAt;
          return { atMs, value: Math.max(0, value + misread) };
        });
        const middleMs = readings[readings.length >> 1]!.atMs;
        const replacements = isReplaced ? [{ atMs: middleMs, oldValue: 4900, newValue: 10 }] : [];
        const known = Math.max(1, Math.floor(share * readings.length));
        const before = meterState(spec, { readings: readings.slice(0, known), replacements });
        const last = before.kept.at(-1);
        if (!last) return;
        const added = { readings: readings.slice(known), replacements };
        const on = meterStateOn(spec, before, readings[last.index]!.value, added);
        if (!on) return;
        gone += 1;
        expect(on).toEqual(meterState(spec, { readings, replacements }));
      }),
      { numRuns: 400 },
    );
    expect(gone).toBeGreaterThan(100);
  });

  it('is derived anew where what was read does not fit', () => {
    const day = (nth: number, value: number) => ({ atMs: Date.UTC(2026, 0, nth), value });
    const before = meterState(spec, { readings: [day(1, 100), day(2, 110)], replacements: [] });
    expect(meterStateOn(spec, before, 110, { readings: [day(3, 90)], replacements: [] })).toBeUndefined();
    expect(meterStateOn(spec, before, 110, { readings: [day(3, 150)], replacements: [] })).toBeUndefined();
    const on = meterStateOn(spec, before, 110, { readings: [day(3, 120)], replacements: [] });
    expect(on?.kept.map(({ value }) => value)).toEqual([100, 110, 120]);
  });
});
