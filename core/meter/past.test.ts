import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dutyClock, plainClock } from './duty';
import { meterAsOf } from './past';
import { countAt, dutyMeter, meterState } from './state';

const dayMs = 86_400_000;
const start = Date.UTC(2026, 0, 1);
const at = (day: number) => start + day * dayMs;
const meter = (readings: readonly [day: number, value: number][], clock = plainClock) =>
  meterState(
    { unit: 'hours', rolloverAt: null, resolution: 1, maxPerDay: 24, dutyPerDay: null, clock },
    { readings: readings.map(([day, value]) => ({ atMs: at(day), value })), replacements: [] },
  );
/** Ten hours a day for two hundred days, two a day ever since. */
const slowed = meter([0, 50, 100, 150, 200, 250, 300].map((day) => [day, day <= 200 ? day * 10 : 1600 + day * 2]));

describe('a meter as it stood once', () => {
  it('had run as far as its readings on either side say, at the pace of the quarter before', () => {
    const then = meterAsOf(slowed, at(160))!;
    expect(then.kept.at(-1)).toMatchObject({ atMs: at(160), value: 1600 });
    expect(then.rate.mid).toBeCloseTo(10, 9);
    expect(slowed.rate.mid).toBeLessThan(5);
    // Half of the quarter fast, half of it slow.
    expect(meterAsOf(slowed, at(245))!.rate.mid).toBeCloseTo((46 * 10 + 45 * 2) / 91, 6);
  });

  it('goes back no further than its first reading, and was none before it', () => {
    expect(meterAsOf(slowed, at(-1))).toBeUndefined();
    expect(meterAsOf(slowed, at(20))!.rate.mid).toBeCloseTo(10, 9);
    expect(meterAsOf(meter([]), at(20))).toBeUndefined();
  });

  it('is the meter of today once it was not read again, and where it is only planned', () => {
    expect(meterAsOf(slowed, at(301))).toBe(slowed);
    const planned = dutyMeter(16);
    expect(meterAsOf(planned, at(10))).toBe(planned);
  });

  it('uses nothing up in a shutdown', () => {
    const clock = dutyClock(
      { closures: [{ from: '2026-02-01', to: '2026-02-28' }] },
      { timeZone: 'UTC', dayStartsAtMinutes: 0 },
    );
    const closed = meter(
      [
        [0, 0],
        [31, 310],
        [59, 310],
        [90, 620],
        [120, 920],
      ],
      clock,
    );
    expect(meterAsOf(closed, at(90))!.rate.mid).toBeCloseTo(10, 6);
  });

  it('never stands lower than it stood before', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 299 }), { minLength: 2, maxLength: 20 }), (days) => {
        const counts = [...days].sort((a, b) => a - b).map((day) => countAt(meterAsOf(slowed, at(day))!, at(day))!);
        for (const [place, count] of counts.entries()) expect(count).toBeGreaterThanOrEqual(counts[place - 1] ?? 0);
      }),
      { numRuns: 60 },
    );
  });
});
