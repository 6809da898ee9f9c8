import { wearLimitForecast } from '../condition/wear-limit-forecast';
import type { Band } from '../fields/band';
import type { QuantityName } from '../words/quantities';

/** A reading at the run hours that the machine had then. */
export type ReadAt = { hours: number; value: number };

/** What only grows, or only wears away, until a part is new again. */
const wearing: readonly QuantityName[] = ['wear', 'clearance', 'slack'];

/** Whether a quantity only grows, or only wears away. */
export const isWearing = (quantity: QuantityName): boolean => wearing.includes(quantity);

export type WearLeft =
  | { ok: true; limit: number; low: number; mid: number; high: number; notices: readonly string[] }
  | { ok: false; reason: string };

/**
 * How many run hours are left until what wears reaches its limit, by `wear.limit-forecast`.
 * @param readings since the part was new, oldest first
 * @returns undefined where nothing wears, no limit is said, or it was measured less than three times
 * @example wearLeft('clearance', { stopHigh: 0.4 }, [{ hours: 0, value: 0.2 }, { hours: 1000, value: 0.25 }, { hours: 2000, value: 0.3 }])
 * // { ok: true, limit: 0.4, low: 2000, mid: 2000, high: 2000, notices: [] }
 */
export function wearLeft(
  quantity: QuantityName,
  { stopLow, warnLow, warnHigh, stopHigh }: Band,
  readings: readonly ReadAt[],
): WearLeft | undefined {
  const [first, last] = [readings[0], readings.at(-1)];
  if (!isWearing(quantity) || !first || !last || readings.length < 3) return undefined;
  const [low, high] = [stopLow ?? warnLow, stopHigh ?? warnHigh];
  const limit = last.value >= first.value ? (high ?? low) : (low ?? high);
  if (limit === undefined || limit === first.value) return undefined;
  const run = wearLimitForecast.compute({
    readings: readings.map(({ hours, value }) => ({ meter: hours, value })),
    newValue: first.value,
    limit,
  });
  return run.ok
    ? { ok: true, limit, ...run.result.remainingH, notices: run.notices.map(({ text }) => text) }
    : { ok: false, reason: run.reason };
}
