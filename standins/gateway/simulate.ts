/** What a gateway in a switch cabinet would read off the dials of a plant, faults included. Knows nothing but the public API's shapes. */
export type ApiMeter = {
  id: string;
  machine: string;
  name: string;
  unit: string;
  rolloverAt: number | null;
  resolution: number;
  maxPerDay: number;
  last: { value: number; at: string } | null;
  perDay: { mid: number };
};
export type Reading = { at: string; value: number };
export type Fault = 'none' | 'stuck' | 'jump' | 'repeat' | 'outage';

const dayMs = 86_400_000;

/** Numbers between 0 and 1 that follow from a seed (mulberry32), so that a run can be repeated. */
export function chance(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/** Which fault a meter has on a tick: now and then one, as with real ones. */
export function faultOn(next: () => number): Fault {
  const lot = next();
  if (lot < 0.02) return 'jump';
  if (lot < 0.05) return 'stuck';
  if (lot < 0.08) return 'repeat';
  return lot < 0.12 ? 'outage' : 'none';
}

/** What the dial shows at an instant, run at its usual rate with a little more or less, and rolled over where it does. */
export function shownAt(
  { last, perDay, rolloverAt, resolution, maxPerDay }: ApiMeter,
  atMs: number,
  next: () => number,
): number {
  const days = Math.max(0, atMs - Date.parse(last?.at ?? new Date(atMs).toISOString())) / dayMs;
  const grown = days * Math.min(maxPerDay * 0.95, perDay.mid * (0.95 + 0.1 * next()));
  const value = Math.floor(((last?.value ?? 0) + grown) / resolution + 1e-6) * resolution;
  return Number((rolloverAt ? value % rolloverAt : value).toFixed(4));
}

/**
 * What a meter's tick posts. After an outage the missed ones follow together; a repeat sends the newest again; a jump is
 * a digit that flipped; a stuck meter shows what it showed.
 * @param stepMs time between the readings of a catch-up
 */
export function readingsOf(
  meter: ApiMeter,
  nowMs: number,
  stepMs: number,
  fault: Fault,
  next: () => number,
): Reading[] {
  if (fault === 'outage') return [];
  const sinceMs = meter.last ? Date.parse(meter.last.at) : nowMs - stepMs;
  const readings: Reading[] = [];
  let before = meter;
  for (let atMs = sinceMs + stepMs; atMs <= nowMs && readings.length < 200; atMs += stepMs) {
    const value = shownAt(before, atMs, next);
    readings.push({ at: new Date(atMs).toISOString(), value });
    before = { ...before, last: { value, at: new Date(atMs).toISOString() } };
  }
  const newest = readings.at(-1);
  if (!newest) return [];
  if (fault === 'stuck') return readings.map((reading) => ({ ...reading, value: meter.last?.value ?? newest.value }));
  if (fault === 'jump') return [...readings.slice(0, -1), { ...newest, value: Number((newest.value * 10).toFixed(4)) }];
  return fault === 'repeat' ? [...readings, newest] : readings;
}
