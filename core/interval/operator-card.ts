import { grouped } from '../text';
import type { Stage } from './limits';
import { frequencyWords, shownStages } from './stage-words';

/** A day's shift in hours: what is wanted more often belongs to the operator at the machine. */
export const shiftHours = 8;

/** How often an operator's task is wanted: by the clock while the machine runs, or by what its meter counts. */
export type CardInterval = { hours?: number; cycles?: number; days?: number };
export const cardInterval = (stages: readonly Stage[]): CardInterval => {
  const steady = stages.find(({ count }) => count === undefined) ?? stages.at(-1);
  return {
    ...(steady?.hours !== undefined && { hours: steady.hours }),
    ...(steady?.cycles !== undefined && { cycles: steady.cycles }),
    ...(steady?.days !== undefined && { days: steady.days }),
  };
};

/**
 * True for an interval that comes round within a shift; by count, where one of two shifts a day makes that many.
 * @example isOftenerThanAShift({ hours: 4 }, 0) // true
 */
export const isOftenerThanAShift = ({ hours, cycles }: CardInterval, cyclesPerDay: number): boolean =>
  (hours !== undefined && hours < shiftHours) || (cycles !== undefined && cycles < cyclesPerDay / 2);

/** How often it should have been done in a span, at the machine's usual running. */
export function expectedTimes(
  { hours, cycles, days }: CardInterval,
  spanDays: number,
  hoursPerDay: number,
  cyclesPerDay: number,
): number {
  const times = [
    hours !== undefined ? (spanDays * hoursPerDay) / hours : 0,
    cycles !== undefined ? (spanDays * cyclesPerDay) / cycles : 0,
    days !== undefined ? spanDays / days : 0,
  ];
  return Math.floor(Math.max(...times) + 1e-9);
}

/** Where a task stands at the machine, by the clock or the count since it was last done. */
export type CardStanding = { words: string; due: boolean };

/**
 * What the counter says of a task.
 * @param sinceMs milliseconds since it was last done; undefined when never
 * @param counted what the meter has counted since; undefined where it was never read, or is not what is followed
 */
export function cardStanding(
  { hours, cycles }: CardInterval,
  sinceMs: number | undefined,
  counted: number | undefined,
): CardStanding {
  if (cycles !== undefined && counted !== undefined) {
    const left = cycles - counted;
    return left <= 0
      ? { words: `due: ${grouped(String(Math.round(counted)), ' ')} since the last time`, due: true }
      : { words: `${grouped(String(Math.ceil(left)), ' ')} to go`, due: false };
  }
  if (cycles !== undefined && hours === undefined) return { words: 'counts from the first count on', due: false };
  if (hours === undefined) return { words: '', due: false };
  if (sinceMs === undefined) return { words: 'not done yet', due: true };
  const leftMs = hours * 3_600_000 - sinceMs;
  return leftMs <= 0
    ? { words: `due for ${clockWords(-leftMs)}`, due: true }
    : { words: `in ${clockWords(leftMs)}`, due: false };
}

/** `1 h 50 min`, `25 min` */
function clockWords(ms: number): string {
  const minutes = Math.max(0, Math.round(ms / 60_000));
  const whole = Math.floor(minutes / 60);
  return whole === 0
    ? `${minutes} min`
    : whole >= 48
      ? `${Math.floor(whole / 24)} days`
      : `${whole} h ${String(minutes % 60).padStart(2, '0')} min`;
}

/**
 * The interval as the card says it: `every 4 h`.
 * @param counts what the machine counts besides its hours
 * @example everyWords([{ name: 'steady', hours: 8 }]) // 'every 8 h'
 * @example everyWords([{ name: 'steady', days: 1 }]) // 'daily'
 */
export function everyWords(stages: readonly Stage[], counts?: string): string {
  const steady = stages.filter(({ count }) => count === undefined);
  const words = shownStages(steady, { counts });
  // Usual spans have a word of their own: daily, not every daily.
  if (frequencyWords.some((word) => words.startsWith(word))) return words;
  return words === '1 h' ? 'every hour' : `every ${words}`;
}
