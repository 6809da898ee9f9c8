import { spend } from '../budget';
import { type DutyClock, plainClock } from './duty';

/**
 * From the dials as read to one accumulated series: roll-overs and replacements are summed, implausible readings are
 * left out with their reason.
 */
export type ShownReading = { atMs: number; value: number };
export type Replacement = { atMs: number; oldValue: number; newValue: number };
export type AccumulatedReading = { index: number; atMs: number; value: number };
export type RejectedReading = { index: number; reason: string };

export type MeterRules = {
  rolloverAt?: number | undefined;
  replacements: readonly Replacement[];
  /** Smallest step of the dial. */
  resolution: number;
  maxPerDay: number;
};

const dayMs = 86_400_000;
const hourMs = 3_600_000;
/** When a reading was taken is written from memory: its hour may be wrong by so much, and by this share of the span. */
const clockErrorMs = 2 * hourMs;
const clockErrorShare = 0.01;

/** Growth from one shown value to another on the same dial, over at most one roll-over; undefined where it would fall. */
function growthOnDial(from: number, to: number, rolloverAt: number | undefined, slack: number): number | undefined {
  if (to >= from) return to - from;
  if (from - to <= slack) return 0; // a display that flickers by rounding noise, not a step back
  return rolloverAt === undefined ? undefined : to + rolloverAt - from;
}

/** How one reading leads to another by the rules of a meter. */
function stepsOf(rules: MeterRules) {
  const replacements = [...rules.replacements].sort((a, b) => a.atMs - b.atMs);
  const slack = 1e-9 * Math.max(1, rules.resolution);
  return {
    replacements,
    /**
     * How many dials had been replaced when a reading was taken; at the very instant of a change it belongs to the dial
     * whose value it fits.
     */
    dialOf: ({ atMs, value }: ShownReading) =>
      replacements.filter(
        (change) =>
          change.atMs < atMs ||
          (change.atMs === atMs && Math.abs(value - change.newValue) <= Math.abs(value - change.oldValue)),
      ).length,
    isShown: ({ value }: ShownReading) => rules.rolloverAt === undefined || value < rules.rolloverAt,
    /** Accumulated growth between two readings, across replaced dials; undefined where the first cannot lead to the second. */
    growth: (from: ShownReading, to: ShownReading, fromDial: number, toDial: number): number | undefined => {
      if (toDial < fromDial) return undefined;
      let sum = 0;
      let value = from.value;
      for (let dial = fromDial; dial < toDial; dial += 1) {
        const part = growthOnDial(value, replacements[dial]!.oldValue, rules.rolloverAt, slack);
        if (part === undefined) return undefined;
        sum += part;
        value = replacements[dial]!.newValue;
      }
      const part = growthOnDial(value, to.value, rules.rolloverAt, slack);
      return part === undefined ? undefined : sum + part;
    },
    fits: (grown: number, elapsedMs: number) =>
      grown <=
      (rules.maxPerDay * (elapsedMs * (1 + clockErrorShare) + clockErrorMs)) / dayMs + rules.resolution + slack,
  };
}

/**
 * Goes on from readings of which the plausible are known with such as were taken after them, by the same rules and
 * replacements. The largest set so far with one more that fits its last is the largest again.
 * @param kept the largest set of the readings so far, the last of which showed `lastShown`
 * @param count how many readings there were so far, those that were left out included
 * @param added in the order in which they were read
 * @returns what `keepPlausible` would keep of all of them; undefined where one of the added does not fit
 */
export function keptOn(
  kept: readonly AccumulatedReading[],
  lastShown: number,
  count: number,
  added: readonly ShownReading[],
  rules: MeterRules,
): AccumulatedReading[] | undefined {
  const { dialOf, isShown, growth, fits } = stepsOf(rules);
  const last = kept.at(-1)!;
  let before: ShownReading = { atMs: last.atMs, value: lastShown };
  let { value } = last;
  const more: AccumulatedReading[] = [];
  for (const [place, reading] of added.entries()) {
    const elapsedMs = reading.atMs - before.atMs;
    const grown = growth(before, reading, dialOf(before), dialOf(reading));
    if (elapsedMs < 0 || !isShown(reading) || grown === undefined || !fits(grown, elapsedMs)) return undefined;
    value += grown;
    more.push({ index: count + place, atMs: reading.atMs, value });
    before = reading;
  }
  // Thousands of readings are copied as one piece here, and one by one where they are spread.
  return kept.concat(more);
}

/**
 * Keeps the largest set of readings that never falls and never grows faster than `maxPerDay` plus one resolution
 * step, the hour of a reading being a little uncertain; of equally large sets the one with the later readings. O(n) where all readings fit, O(n²) where none do.
 * @param readings as shown on the dial, in any order of time; `index` in the answer is the position here
 */
export function keepPlausible(
  readings: readonly ShownReading[],
  rules: MeterRules,
): { kept: AccumulatedReading[]; rejected: RejectedReading[] } {
  const { replacements, dialOf, isShown, growth, fits } = stepsOf(rules);
  const order = inOrder(readings, dialOf);
  const dials = order.map(dialOf);
  const valid = order.map(isShown);
  const whole = allKept();
  if (whole) return { kept: whole, rejected: [] };

  const lengths = new Int32Array(order.length);
  const previous = new Int32Array(order.length).fill(-1);
  /** Longest chain that ends at or before a place: once none is long enough, looking further back is in vain. */
  const longest = new Int32Array(order.length);
  let best = -1;
  for (let to = 0; to < order.length; to += 1) {
    longest[to] = to > 0 ? longest[to - 1]! : 0;
    if (!valid[to]) continue;
    lengths[to] = 1;
    spend(to / 50);
    for (let from = to - 1; from >= 0 && longest[from]! >= lengths[to]!; from -= 1) {
      if (lengths[from]! < lengths[to]! || !valid[from]) continue;
      const grown = growth(order[from]!, order[to]!, dials[from]!, dials[to]!);
      if (grown === undefined || !fits(grown, order[to]!.atMs - order[from]!.atMs)) continue;
      lengths[to] = lengths[from]! + 1;
      previous[to] = from;
    }
    longest[to] = Math.max(longest[to]!, lengths[to]!);
    if (best < 0 || lengths[to]! >= lengths[best]!) best = to;
  }

  const chain: number[] = [];
  for (let at = best; at >= 0; at = previous[at]!) chain.push(at);
  chain.reverse();
  const kept: AccumulatedReading[] = [];
  for (const [place, at] of chain.entries()) {
    const reading = order[at]!;
    const before = chain[place - 1];
    const value =
      before === undefined
        ? startValue(reading, dials[at]!, replacements)
        : kept.at(-1)!.value + growth(order[before]!, reading, dials[before]!, dials[at]!)!;
    kept.push({ index: reading.index, atMs: reading.atMs, value });
  }

  const keptPlaces = new Set(chain);
  const rejected = order.flatMap((reading, place): RejectedReading[] => {
    if (keptPlaces.has(place)) return [];
    if (!valid[place])
      return [
        {
          index: reading.index,
          reason: `The dial rolls over at ${rules.rolloverAt}; it cannot show ${reading.value}.`,
        },
      ];
    const neighbourBefore = chain.filter((at) => at < place).at(-1);
    const grown =
      neighbourBefore === undefined
        ? undefined
        : growth(order[neighbourBefore]!, reading, dials[neighbourBefore]!, dials[place]!);
    if (neighbourBefore !== undefined && grown === undefined)
      return [
        {
          index: reading.index,
          reason: `Lower than the reading of ${order[neighbourBefore]!.value} before it; a meter does not run backwards.`,
        },
      ];
    if (grown !== undefined && !fits(grown, reading.atMs - order[neighbourBefore!]!.atMs))
      return [
        {
          index: reading.index,
          reason: `${round(grown)} more than the reading before it: faster than ${rules.maxPerDay} per day.`,
        },
      ];
    return [
      { index: reading.index, reason: 'Does not fit the readings after it: they would have to fall or run too fast.' },
    ];
  });
  return { kept, rejected: rejected.sort((a, b) => a.index - b.index) };

  /** The usual case: each reading fits the one before it, so that all of them are the largest set. */
  function allKept(): AccumulatedReading[] | undefined {
    const sums: AccumulatedReading[] = [];
    for (const [place, reading] of order.entries()) {
      const before = order[place - 1];
      const grown = before === undefined ? 0 : growth(before, reading, dials[place - 1]!, dials[place]!);
      if (!valid[place] || grown === undefined || (before !== undefined && !fits(grown, reading.atMs - before.atMs)))
        return undefined;
      sums.push({
        index: reading.index,
        atMs: reading.atMs,
        value: before === undefined ? startValue(reading, dials[place]!, replacements) : sums[place - 1]!.value + grown,
      });
    }
    return sums;
  }
}

/** By time; of readings at one instant those of the older dial first, then the later one written last. */
function inOrder(
  readings: readonly ShownReading[],
  dialOf: (reading: ShownReading) => number,
): (ShownReading & { index: number })[] {
  const order = readings.map(({ atMs, value }, index) => ({ atMs, value, index }));
  // Most series are in order already.
  return order.every(({ atMs }, place) => place === 0 || order[place - 1]!.atMs < atMs)
    ? order
    : order.sort((a, b) => a.atMs - b.atMs || dialOf(a) - dialOf(b) || a.index - b.index);
}

const round = (value: number) => Math.round(value * 100) / 100;

/** Accumulated value of the first kept reading: the dials before it in full, its own dial since it was mounted. */
function startValue(reading: ShownReading, dial: number, replacements: readonly Replacement[]): number {
  let sum = 0;
  let mountedAt = 0;
  for (const { oldValue, newValue } of replacements.slice(0, dial)) {
    sum += oldValue - mountedAt;
    mountedAt = newValue;
  }
  return sum + reading.value - mountedAt;
}

/**
 * Accumulated value at an instant: on the line between kept readings, beyond them at `perDay` on the machine's clock;
 * before the first one never below zero. Undefined for an empty series.
 */
export function valueAt(
  kept: readonly AccumulatedReading[],
  atMs: number,
  perDay: number,
  clock: DutyClock = plainClock,
): number | undefined {
  const first = kept[0];
  const last = kept.at(-1);
  if (!first || !last) return undefined;
  if (atMs >= last.atMs) return last.value + (clock.at(atMs) - clock.at(last.atMs)) * perDay;
  if (atMs <= first.atMs) return Math.max(0, first.value - (clock.at(first.atMs) - clock.at(atMs)) * perDay);
  const after = firstAfter(kept, atMs);
  const [a, b] = [kept[after - 1]!, kept[after]!];
  return a.value + ((b.value - a.value) * (atMs - a.atMs)) / (b.atMs - a.atMs);
}

/** Place of the first reading later than an instant; by halving, as histories grow long. */
export function firstAfter(kept: readonly AccumulatedReading[], atMs: number): number {
  let low = 0;
  let high = kept.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (kept[middle]!.atMs > atMs) high = middle;
    else low = middle + 1;
  }
  return low;
}
