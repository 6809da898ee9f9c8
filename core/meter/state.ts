import { type DutyClock, plainClock } from './duty';
import { type Rate, rateOf } from './forecast';
import {
  type AccumulatedReading,
  type MeterRules,
  type RejectedReading,
  type Replacement,
  type ShownReading,
  keepPlausible,
  keptOn,
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

/** What was read off a meter, and when its dial was replaced. */
export type Dials = { readings: readonly ShownReading[]; replacements: readonly Replacement[] };

/** The state of a meter. Its rate is that of the last reading, so that nothing here depends on what day it is. */
export function meterState(spec: MeterSpec, { readings, replacements }: Dials): MeterState {
  const { kept, rejected } = keepPlausible(readings, rulesOf(spec, replacements));
  return stateOf(spec, kept, rejected);
}

/**
 * The same of a meter that was read on since, without going through all that was read before.
 * @param before its state by the same replacements
 * @param lastShown what the dial showed at the last reading that it kept
 * @param readings those after all that it knows
 * @returns undefined where it is to be made anew: one of the readings does not fit
 */
export function meterStateOn(
  spec: MeterSpec,
  before: MeterState,
  lastShown: number,
  { readings, replacements }: Dials,
): MeterState | undefined {
  const { kept, rejected } = before;
  if (kept.length === 0) return undefined;
  const on = keptOn(kept, lastShown, kept.length + rejected.length, readings, rulesOf(spec, replacements));
  return on && stateOf(spec, on, rejected);
}

const rulesOf = (
  { rolloverAt, resolution, maxPerDay }: MeterSpec,
  replacements: readonly Replacement[],
): MeterRules => ({
  rolloverAt: rolloverAt ?? undefined,
  resolution,
  maxPerDay,
  replacements,
});

function stateOf(spec: MeterSpec, kept: AccumulatedReading[], rejected: RejectedReading[]): MeterState {
  const clock = spec.clock ?? plainClock;
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

/**
 * What a meter had counted at its newest reading since an instant, less than nothing where that came later; since its first
 * reading where there is no instant. Undefined for one that was never read.
 */
export function countedSince(state: MeterState, sinceMs: number | undefined): number | undefined {
  const [first, last] = [state.kept[0], state.kept.at(-1)];
  if (!first || !last) return undefined;
  return last.value - (sinceMs === undefined || sinceMs <= first.atMs ? first.value : countAt(state, sinceMs)!);
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
