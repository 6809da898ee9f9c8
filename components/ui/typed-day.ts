import { format, isValid, parse, parseISO } from 'date-fns';
import type { PlantDay } from '@/core/time/plant-day';

/** The ways in which a day is written here: day before month, the month in words or figures, the year short or long or left out. */
const ways = [
  'yyyy-MM-dd',
  ...['d MMM yy', 'd MMM yyyy', 'd MMMM yy', 'd MMMM yyyy', 'd MMM', 'd MMMM'],
  ...['d.M.yy', 'd.M.yyyy', 'd.M.', 'd.M'],
  ...['d/M/yy', 'd/M/yyyy', 'd/M'],
];

/**
 * Reads a day as a person types it; undefined for what is none, as 31 Feb.
 * @param today the day that a year left out is taken from, and that a month of two figures is near
 * @example typedDay('24 Nov', '2026-11-26') // '2026-11-24'
 */
export function typedDay(typed: string, today: PlantDay): PlantDay | undefined {
  const text = typed.trim().replaceAll(/\s+/g, ' ');
  for (const way of ways) {
    const read = parse(text, way, parseISO(today));
    // `d MMM yyyy` would take 24 Nov 26 for the year 26.
    if (isValid(read) && read.getFullYear() >= 1000) return format(read, 'yyyy-MM-dd');
  }
  return undefined;
}

/**
 * Reads a time of the day by 24 hours, with or without a colon or point between; undefined for what is none.
 * @example typedTime('745') // '07:45'
 */
export function typedTime(typed: string): string | undefined {
  const [, hour, minute] = /^(\d{1,2})(?:[:.h ]?(\d\d))?$/.exec(typed.trim()) ?? [];
  if (hour === undefined || Number(hour) > 23 || Number(minute ?? 0) > 59) return undefined;
  return `${hour.padStart(2, '0')}:${minute ?? '00'}`;
}
