import { type AccumulatedReading, firstAfter } from './series';
import { type MeterState, countAt } from './state';

const dayMs = 86_400_000;
/** How it ran in the quarter before says how fast it was. */
const quarterMs = 91 * dayMs;

/**
 * A meter as it stood at an instant in the past: as far as it had run by then, at the pace of the quarter before. Undefined
 * where it was not read yet; one that is only planned has always run alike. Of what was read later,
 * only whether it stands still now and how far it may be trusted has a say.
 */
export function meterAsOf(meter: MeterState, atMs: number): MeterState | undefined {
  const { kept, rate, clock } = meter;
  const first = kept[0];
  if (!first || first.atMs > atMs) return undefined;
  if (rate.readings === 0 || kept.at(-1)!.atMs <= atMs) return meter;
  const before = kept.slice(0, firstAfter(kept, atMs));
  const value = countAt(meter, atMs)!;
  const fromMs = Math.max(first.atMs, atMs - quarterMs);
  const ran = clock.at(atMs) - clock.at(fromMs);
  const mid = ran > 0 ? (value - countAt(meter, fromMs)!) / ran : 0;
  return {
    ...meter,
    kept: [...before, { index: -1, atMs, value }],
    rate: { ...rate, mid },
    ...(meter.lastRunMs !== undefined && { lastRunMs: Math.min(meter.lastRunMs, atMs) }),
  };
}

/**
 * The instant up to which a meter stood the same (`meterAsOf`) by two states of it, the second with more readings; never
 * where its readings count otherwise now.
 */
export function sameUntil(before: MeterState | undefined, now: MeterState | undefined): number {
  if (before === now) return Infinity;
  const last = before?.kept.at(-1);
  if (!before || !now || !last) return -Infinity;
  const alike =
    before.rate.readings > 0 &&
    before.clock === now.clock &&
    before.unit === now.unit &&
    before.rate.confidence === now.rate.confidence &&
    before.kept.every((reading, place) => sameReading(reading, now.kept[place]));
  return alike ? Math.min(last.atMs - 1, ranAlikeUntil(before, now)) : -Infinity;
}

/** Nearly always the very same, as a meter that was read on takes over what it has. */
const sameReading = (a: AccumulatedReading, b: AccumulatedReading | undefined): boolean =>
  a === b || (a.atMs === b?.atMs && a.value === b.value);

/** Until it stood still by both, it ran by both at whatever instant is asked for. */
const ranAlikeUntil = ({ lastRunMs: before }: MeterState, { lastRunMs: now }: MeterState): number =>
  before === now ? Infinity : before === undefined || now === undefined ? -Infinity : Math.min(before, now);

/** How meters of the past are looked at. */
export type PastMeters = { asOf: typeof meterAsOf; sameUntil: typeof sameUntil };

/** The same, worked out once for all tasks that go by the same meters. */
export function rememberedPast(): PastMeters {
  const asOf = new Map<MeterState, Map<number, MeterState | undefined>>();
  const until = new Map<MeterState | undefined, Map<MeterState | undefined, number>>();
  return {
    asOf: (meter, atMs) => once(asOf, meter, atMs, meterAsOf),
    sameUntil: (before, now) => once(until, before, now, sameUntil),
  };
}

function once<A, B, Value>(known: Map<A, Map<B, Value>>, a: A, b: B, work: (a: A, b: B) => Value): Value {
  let mine = known.get(a);
  if (!mine) known.set(a, (mine = new Map()));
  if (!mine.has(b)) mine.set(b, work(a, b));
  return mine.get(b)!;
}
