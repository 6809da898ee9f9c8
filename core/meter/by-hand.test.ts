import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { expectWithin, resultOf } from '../testing';
import { meterForecast } from './forecast';
import { type ShownReading, keepPlausible } from './series';

/**
 * The forecast beside a second one that is worked out the slow way, as a person with paper would: every set of readings
 * is tried, every pair of kept readings is divided, nothing is clever.
 */
const dayMs = 86_400_000;
const start = Date.UTC(2026, 2, 2, 6);
type Rules = { rolloverAt?: number; maxPerDay: number; resolution: number };

/** How much a dial has grown between two looks at it; undefined where it cannot have. */
function grown(from: ShownReading, to: ShownReading, { rolloverAt, maxPerDay, resolution }: Rules): number | undefined {
  let growth = to.value - from.value;
  if (growth < 0 && rolloverAt !== undefined) growth += rolloverAt;
  if (growth < 0) return undefined;
  // Nobody writes down the minute: two hours, and a hundredth of the time between.
  const most = (maxPerDay * ((to.atMs - from.atMs) * 1.01 + 7_200_000)) / dayMs + resolution;
  return growth <= most + 1e-9 ? growth : undefined;
}

/** The largest set of readings of which each can follow the one before; of equally large ones that with the later readings. */
function keptBySlowSearch(readings: ShownReading[], rules: Rules): number[] {
  const shown = ({ value }: ShownReading) => rules.rolloverAt === undefined || value < rules.rolloverAt;
  let best: number[] = [];
  for (let set = 1; set < 2 ** readings.length; set += 1) {
    const chosen = readings.flatMap((_, index) => (set & (2 ** index) ? [index] : []));
    const follows = chosen.every((index, place) => {
      if (!shown(readings[index]!)) return false;
      return place === 0 || grown(readings[chosen[place - 1]!]!, readings[index]!, rules) !== undefined;
    });
    if (follows && (chosen.length > best.length || (chosen.length === best.length && isLater(chosen, best))))
      best = chosen;
  }
  return best;
}

/** Compares from the end, as the later reading of two that exclude each other is believed. */
function isLater(a: number[], b: number[]): boolean {
  for (let place = a.length - 1; place >= 0; place -= 1) if (a[place] !== b[place]) return a[place]! > b[place]!;
  return false;
}

const shareOf = (sorted: number[], share: number) => {
  const place = share * (sorted.length - 1);
  const below = sorted[Math.floor(place)]!;
  const above = sorted[Math.ceil(place)]!;
  return below + (place - Math.floor(place)) * (above - below);
};

/** Readings that mostly make sense: a machine that runs some hours a day, and now and then a slip of the pen. */
const histories = (most: number) =>
  fc.array(
    fc.record({
      gapHours: fc.integer({ min: 1, max: 24 * 20 }),
      hoursADay: fc.integer({ min: 0, max: 24 }),
      slip: fc.oneof(
        { weight: 5, arbitrary: fc.constant(0) },
        { weight: 1, arbitrary: fc.integer({ min: -3000, max: 3000 }) },
      ),
    }),
    { minLength: 2, maxLength: most },
  );
type History = { gapHours: number; hoursADay: number; slip: number }[];

function readingsOf(history: History, rolloverAt?: number): ShownReading[] {
  let atMs = start;
  let value = 5000;
  return history.map(({ gapHours, hoursADay, slip }) => {
    atMs += gapHours * 3_600_000;
    value += (hoursADay * gapHours) / 24;
    const shown = Math.max(0, Math.round((value + slip) * 10) / 10);
    return { atMs, value: rolloverAt === undefined ? shown : Math.round((shown % rolloverAt) * 10) / 10 };
  });
}

describe('a forecast beside one worked out by hand', () => {
  it.each([
    ['a dial without end', undefined],
    ['a dial that rolls over', 5400],
  ])('keeps the same readings: %s', (_, rolloverAt) => {
    fc.assert(
      fc.property(histories(9), (history) => {
        const readings = readingsOf(history, rolloverAt);
        const rules = { ...(rolloverAt !== undefined && { rolloverAt }), maxPerDay: 24, resolution: 0.1 };
        const { kept, rejected } = keepPlausible(readings, { ...rules, rolloverAt, replacements: [] });
        expect(kept.map(({ index }) => index)).toEqual(keptBySlowSearch(readings, rules));
        expect(kept.length + rejected.length).toBe(readings.length);
      }),
      { numRuns: 300 },
    );
  });

  it('sums over roll-overs as the odometer of a car would', () => {
    fc.assert(
      fc.property(histories(8), (history) => {
        const honest = history.map((each) => ({ ...each, slip: 0 }));
        const plain = readingsOf(honest);
        const rolling = readingsOf(honest, 5400);
        const rules = { maxPerDay: 24, resolution: 0.1, replacements: [] };
        const [a, b] = [keepPlausible(plain, rules), keepPlausible(rolling, { ...rules, rolloverAt: 5400 })];
        const growths = ({ kept }: typeof a) => kept.map(({ value }) => value - kept[0]!.value);
        // Where the true growth between two looks exceeds the dial, no one could tell; such gaps are not made here.
        expect(growths(b).length).toBe(growths(a).length);
        growths(b).forEach((growth, place) => expect(Math.abs(growth - growths(a)[place]!)).toBeLessThan(0.3));
      }),
      { numRuns: 100 },
    );
  });

  it('runs at the same rate, and reaches the target at the same instant', () => {
    fc.assert(
      fc.property(histories(12), fc.integer({ min: 0, max: 40 }), (history, laterDays) => {
        const readings = readingsOf(history);
        const asOfMs = readings.at(-1)!.atMs + laterDays * dayMs;
        const kept = keptBySlowSearch(readings, { maxPerDay: 24, resolution: 0.1 }).map((index) => readings[index]!);
        const recent = kept.filter(({ atMs }) => atMs >= asOfMs - 180 * dayMs).slice(-30);
        const slopes = recent
          .flatMap((to, place) => recent.slice(0, place).map((from) => [from, to] as const))
          .filter(([from, to]) => to.atMs - from.atMs >= 3_600_000)
          .map(([from, to]) => Math.min(24, (to.value - from.value) / ((to.atMs - from.atMs) / dayMs)))
          .sort((a, b) => a - b);
        fc.pre(slopes.length > 0);
        const target = kept.at(-1)!.value + 100;
        const result = resultOf(
          meterForecast.compute(
            meterForecast.input.parse({
              readings: readings.map(({ atMs, value }) => ({ at: new Date(atMs).toISOString(), value })),
              asOf: new Date(asOfMs).toISOString(),
              targetValue: target,
            }),
          ),
        );
        fc.pre(result.rhythm === undefined);
        const mid = shareOf(slopes, 0.5);
        expectWithin(result.perDay.mid, mid, 1e-9);
        expectWithin(result.perDay.low, shareOf(slopes, 0.1), 1e-9);
        expectWithin(result.perDay.high, shareOf(slopes, 0.9), 1e-9);
        if (mid <= 0) expect(result.dueAt.likely).toBeUndefined();
        else
          expect(Math.abs(Date.parse(result.dueAt.likely!) - (kept.at(-1)!.atMs + (100 / mid) * dayMs))).toBeLessThan(
            1000,
          );
      }),
      { numRuns: 60 },
    );
  });
});
