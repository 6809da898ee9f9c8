import type { QuantityName } from '../words/quantities';
import type { ReadSign } from './reading';

/** Kinds of points whose level is that of a device, which empties as it works. */
const devices: readonly string[] = [
  'bottle-oiler',
  'drip-oiler',
  'grease-cup',
  'pneumatic-lubricator',
  'single-point-lubricator',
  'central-lubricator-outlet',
];
const dayMs = 86_400_000;

/**
 * Limits of what a device uses beside its own usual (M C): beyond `high` times as much it leaks or is set wrong; at
 * `stillShare` of it it stands still. Less than `least` says nothing: no glass is read so closely.
 */
export const useLimits = { high: 2, stillShare: 0.1, least: 5, intervals: 3 } as const;

type ReadAtMs = { atMs: number; value: number };

/**
 * Whether a reading is what is left in a device.
 * @example isDeviceContent('bottle-oiler', 'level') // true
 */
export const isDeviceContent = (kind: string, quantity: QuantityName): boolean =>
  quantity === 'lubricator-position' || (quantity === 'level' && devices.includes(kind));

/** What went between two readings, a day; undefined where it was filled meanwhile, or no time passed. */
const perDayBetween = (before: ReadAtMs, after: ReadAtMs): number | undefined =>
  after.value <= before.value && after.atMs > before.atMs
    ? ((before.value - after.value) / (after.atMs - before.atMs)) * dayMs
    : undefined;

/**
 * What a device uses in a day, the middle of what it used between its readings; undefined before there are enough of them.
 * @param readings of what is left, the oldest first
 * @example usualPerDay([100, 90, 80, 70].map((value, day) => ({ atMs: day * 86400000, value }))) // 10
 */
export function usualPerDay(readings: readonly ReadAtMs[]): number | undefined {
  const uses = readings
    .slice(1)
    .flatMap((after, place) => perDayBetween(readings[place]!, after) ?? [])
    .sort((a, b) => a - b);
  if (uses.length < useLimits.intervals) return undefined;
  const middle = (uses.length - 1) / 2;
  return (uses[Math.floor(middle)]! + uses[Math.ceil(middle)]!) / 2;
}

/**
 * What the use of a device shows since it was read last, beside its usual.
 * @returns undefined where it is as usual, was filled, or too little should have gone to tell
 */
export function signOfUse(
  { atMs, value }: ReadAtMs,
  last: ReadAtMs | undefined,
  usual: number | undefined,
): ReadSign | undefined {
  const perDay = last && perDayBetween(last, { atMs, value });
  if (perDay === undefined || usual === undefined || usual <= 0) return undefined;
  const expected = (usual * (atMs - last!.atMs)) / dayMs;
  const gone = last!.value - value;
  const a = (each: number) => `${Math.round(each * 10) / 10} a day`;
  if (gone >= useLimits.least && perDay > useLimits.high * usual)
    return { what: 'use-high', why: `${a(perDay)} since the last look, usually ${a(usual)}` };
  if (expected >= useLimits.least && perDay <= useLimits.stillShare * usual)
    return { what: 'use-none', why: `usually ${a(usual)}` };
  return undefined;
}
