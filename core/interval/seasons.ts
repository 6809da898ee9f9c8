import { spend } from '../budget';
import { type PlantDay, addDays } from '../time/plant-day';

/** A yearly season, both days included; it may wrap over New Year. `factor` 0.5 halves every interval in it. */
export type Season = { from: string; to: string; factor: number };

/** How fast an interval is used up on a day: 1 out of season, 1/factor inside; the fastest of overlapping seasons. */
export function wearOn(day: PlantDay, seasons: readonly Season[]): number {
  const monthDay = day.slice(5);
  const inside = ({ from, to }: Season) =>
    from <= to ? monthDay >= from && monthDay <= to : monthDay >= from || monthDay <= to;
  return (
    seasons
      .filter(inside)
      .reduce<number | undefined>((fastest, { factor }) => Math.max(fastest ?? 0, 1 / factor), undefined) ?? 1
  );
}

/** Season-weighted days in [from, to); plain days where there are no seasons. */
export function weightedDays(from: PlantDay, days: number, seasons: readonly Season[]): number {
  if (seasons.length === 0) return days;
  let sum = 0;
  spend(days);
  for (let index = 0; index < days; index += 1) sum += wearOn(addDays(from, index), seasons);
  return sum;
}

/**
 * Days (with fraction) from `from` until `amount` season-weighted days have passed.
 * @returns Infinity beyond `horizonDays`
 * @example daysUntil('2026-01-01', 30, [], 365) // 30
 */
export function daysUntil(from: PlantDay, amount: number, seasons: readonly Season[], horizonDays: number): number {
  if (seasons.length === 0 || amount <= 0) return amount <= horizonDays ? amount : Infinity;
  let left = amount;
  for (let index = 0; index < horizonDays; index += 1) {
    spend(1);
    const wear = wearOn(addDays(from, index), seasons);
    if (left <= wear * (1 + 1e-12)) return index + Math.min(1, left / wear);
    left -= wear;
  }
  return Infinity;
}
