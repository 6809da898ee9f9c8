/** What was used by some instant, a thousand run hours or a day. */
export type Used = { atMs: number; hours: number | null; value: number };

/** Between fewer run hours than this what went in says nothing: a glass is read to a mark (M C). */
const leastHours = 50;
const dayMs = 86_400_000;

/**
 * Oil that was topped up, in litres per 1000 run hours between its top-ups; those that follow within hours are one.
 * @param topUps the oldest first, with the run hours of then
 * @example topUpUse([{ atMs: 0, hours: 0, litres: 1 }, { atMs: 1, hours: 500, litres: 0.5 }]) // [{ atMs: 1, hours: 500, value: 1 }]
 */
export function topUpUse(topUps: readonly { atMs: number; hours: number; litres: number }[]): Used[] {
  const used: Used[] = [];
  let [from, litres] = [topUps[0]?.hours ?? 0, 0];
  for (const each of topUps.slice(1)) {
    litres += each.litres;
    if (each.hours - from < leastHours) continue;
    used.push({ atMs: each.atMs, hours: each.hours, value: (litres / (each.hours - from)) * 1000 });
    [from, litres] = [each.hours, 0];
  }
  return used;
}

/**
 * What a device used a day between its readings, in their unit; it is not told where it was filled meanwhile.
 * @param readings of what is left, the oldest first
 * @example deviceUse([{ atMs: 0, hours: null, value: 90 }, { atMs: 172800000, hours: null, value: 84 }]) // [{ atMs: 172800000, hours: null, value: 3 }]
 */
export const deviceUse = (readings: readonly Used[]): Used[] =>
  readings.slice(1).flatMap(({ atMs, hours, value }, place) => {
    const before = readings[place]!;
    const days = (atMs - before.atMs) / dayMs;
    return value <= before.value && days > 0 ? [{ atMs, hours, value: (before.value - value) / days }] : [];
  });
