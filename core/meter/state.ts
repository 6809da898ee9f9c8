import type { BelievedEntry } from '../entry/believed';
import { type DutyClock, plainClock } from './duty';
import { type Rate, rateOf } from './forecast';
import {
  type AccumulatedReading,
  type RejectedReading,
  type Replacement,
  type ShownReading,
  firstAfter,
  keepPlausible,
  valueAt,
} from './series';

/** A meter with its plausible readings summed over dials, how fast it runs, and since when it has stood still. */
export type MeterState = {
  unit: CounterKind;
  kept: AccumulatedReading[];
  rejected: RejectedReading[];
  rate: Rate;
  clock: DutyClock;
  /** When it last moved, where the newest readings agree that it stands; undefined while it runs. */
  lastRunMs?: number;
};

export type MeterSpec = {
  unit: string;
  rolloverAt: number | null;
  resolution: number;
  maxPerDay: number;
  dutyPerDay: number | null;
  clock?: DutyClock;
};

/** Shown readings and dial changes of one meter, from its log. */
export function dialsOf(entries: readonly BelievedEntry[]): {
  readings: ShownReading[];
  replacements: Replacement[];
} {
  const readings: ShownReading[] = [];
  const replacements: Replacement[] = [];
  for (const { kind, happenedAt, body } of entries) {
    const atMs = Date.parse(happenedAt);
    if (kind === 'reading') readings.push({ atMs, value: body.value });
    if (kind === 'meter-change') replacements.push({ atMs, oldValue: body.oldValue, newValue: body.newValue });
  }
  return { readings, replacements };
}

/** The state of a meter. Its rate is that of the last reading, so that nothing here depends on what day it is. */
export function meterState(
  spec: MeterSpec,
  { readings, replacements }: { readings: readonly ShownReading[]; replacements: readonly Replacement[] },
): MeterState {
  const clock = spec.clock ?? plainClock;
  const { kept, rejected } = keepPlausible(readings, {
    rolloverAt: spec.rolloverAt ?? undefined,
    resolution: spec.resolution,
    maxPerDay: spec.maxPerDay,
    replacements,
  });
  const rate = rateOf(kept, kept.at(-1)?.atMs ?? 0, spec.maxPerDay, spec.dutyPerDay ?? undefined, clock);
  const lastRunMs = standsSince(kept, spec.resolution);
  return {
    unit: spec.unit === 'hours' ? 'hours' : 'cycles',
    kept,
    rejected,
    rate,
    clock,
    ...(lastRunMs !== undefined && { lastRunMs }),
  };
}

/** The first of the newest readings that all show the same; undefined where the newest one has moved. */
function standsSince(kept: readonly AccumulatedReading[], resolution: number): number | undefined {
  const last = kept.at(-1);
  if (!last) return undefined;
  let first = kept.length - 1;
  while (first > 0 && last.value - kept[first - 1]!.value <= resolution / 2) first -= 1;
  return first < kept.length - 1 ? kept[first]!.atMs : undefined;
}

/**
 * A meter for machines that have none, or none read yet: it runs by the duty plan from a fixed origin, so that
 * differences are right though the absolute value means nothing.
 */
export function dutyMeter(dutyPerDay: number, clock: DutyClock = plainClock): MeterState {
  return {
    unit: 'hours',
    kept: [{ index: 0, atMs: Date.UTC(2000, 0, 1), value: 0 }],
    rejected: [],
    clock,
    rate: {
      low: dutyPerDay * (2 / 3),
      mid: dutyPerDay,
      high: Math.min(24, dutyPerDay * (4 / 3)),
      confidence: 'low',
      readings: 0,
    },
  };
}

/** Accumulated value of a meter at an instant; undefined where it was never read. */
export const countAt = ({ kept, rate, clock }: MeterState, atMs: number): number | undefined =>
  valueAt(kept, atMs, rate.mid, clock);

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
    before.lastRunMs === now.lastRunMs &&
    before.kept.every(({ atMs, value }, place) => now.kept[place]?.atMs === atMs && now.kept[place].value === value);
  return alike ? last.atMs - 1 : -Infinity;
}

/** When a meter passed a value, on its kept readings; at the present rate before the first one. */
export function instantOfValue({ kept, rate }: MeterState, value: number): number | undefined {
  const first = kept[0];
  if (!first) return undefined;
  const after = kept.findIndex((reading) => reading.value >= value);
  if (after < 0) return kept.at(-1)!.atMs;
  const to = kept[after]!;
  const from = kept[after - 1];
  if (from)
    return to.value === from.value
      ? to.atMs
      : from.atMs + ((value - from.value) / (to.value - from.value)) * (to.atMs - from.atMs);
  return rate.mid > 0 ? first.atMs - ((first.value - value) / rate.mid) * 86_400_000 : first.atMs;
}

export type CounterKind = 'hours' | 'cycles';
