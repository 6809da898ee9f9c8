import { remember } from '../remember';

/**
 * Calendar days of the plant. A day is a string `YYYY-MM-DD`; arithmetic on days never touches the clock time, so
 * daylight-saving changes and leap days cannot shift it.
 */
export type PlantDay = string;

const dayMs = 86_400_000;
export const hourMs = 3_600_000;

/** A name can be written in thousands of ways; so many are remembered. */
const zonesKept = 40;
/** About forty years of days; the calendar of the language takes microseconds a day, which adds up over a plant. */
const daysKept = 15_000;

const formats = new Map<string, Intl.DateTimeFormat>();

function formatFor(timeZone: string): Intl.DateTimeFormat {
  let format = formats.get(timeZone);
  if (!format) {
    format = new Intl.DateTimeFormat('en-CA', {
      timeZone,
      calendar: 'iso8601',
      year: 'numeric',
      month: '2-digit',
      day: '2-digit',
      hour: '2-digit',
      minute: '2-digit',
      second: '2-digit',
      hourCycle: 'h23',
    });
    remember(formats, timeZone, format, zonesKept);
  }
  return format;
}

/** Per zone and UTC day, the offset that holds all day; NaN on the days on which the clock is changed. */
const offsetsByDay = new Map<string, Map<number, number>>();

/**
 * Milliseconds by which the zone's wall clock is ahead of UTC at an instant (negative west of Greenwich).
 * @example offsetMs(Date.parse('2026-07-01T00:00:00Z'), 'Europe/Vienna') / hourMs // 2
 */
export function offsetMs(instantMs: number, timeZone: string): number {
  if (timeZone === 'UTC') return 0;
  let days = offsetsByDay.get(timeZone);
  if (!days) remember(offsetsByDay, timeZone, (days = new Map()), zonesKept);
  const utcDay = Math.floor(instantMs / dayMs);
  let offset = days.get(utcDay);
  if (offset === undefined) {
    const atStart = askedOffsetMs(utcDay * dayMs, timeZone);
    offset = atStart === askedOffsetMs((utcDay + 1) * dayMs, timeZone) ? atStart : NaN;
    remember(days, utcDay, offset, daysKept);
  }
  return Number.isNaN(offset) ? askedOffsetMs(instantMs, timeZone) : offset;
}

function askedOffsetMs(instantMs: number, timeZone: string): number {
  const part: Record<string, string> = {};
  for (const { type, value } of formatFor(timeZone).formatToParts(instantMs)) part[type] = value;
  const wall = Date.UTC(
    Number(part.year),
    Number(part.month) - 1,
    Number(part.day),
    Number(part.hour),
    Number(part.minute),
    Number(part.second),
  );
  return wall - Math.floor(instantMs / 1000) * 1000;
}

const dayByNumber = new Map<number, PlantDay>();
const numberByDay = new Map<PlantDay, number>();

/**
 * A day counted since the beginning of 1970, for arithmetic over many days; NaN for what is no day.
 * @example dayNumber('1970-01-02') // 1
 */
export function dayNumber(day: PlantDay): number {
  let number = numberByDay.get(day);
  if (number === undefined) {
    number = Date.parse(`${day}T00:00:00Z`) / dayMs;
    remember(numberByDay, day, number, daysKept);
  }
  return number;
}

/**
 * The day of that number.
 * @example dayOfNumber(365) // '1971-01-01'
 */
export function dayOfNumber(number: number): PlantDay {
  let day = dayByNumber.get(number);
  if (day === undefined) {
    day = new Date(number * dayMs).toISOString().slice(0, 10);
    remember(dayByNumber, number, day, daysKept);
  }
  return day;
}

/** By which clock a plant counts its days. A day may begin later than midnight: at 06:00 (360), 02:00 belongs to the evening before. */
export type PlantCalendar = { timeZone: string; dayStartsAtMinutes: number };

/** A plant's calendar alone, as plain data. */
export const plantCalendar = ({ timeZone, dayStartsAtMinutes }: PlantCalendar): PlantCalendar => ({
  timeZone,
  dayStartsAtMinutes,
});

/** Milliseconds since the beginning of 1970 on a clock that shows the plant's days from midnight to midnight. */
export const plantClockMs = (instantMs: number, { timeZone, dayStartsAtMinutes }: PlantCalendar): number =>
  instantMs + offsetMs(instantMs, timeZone) - dayStartsAtMinutes * 60_000;

/** The instant at which that clock shows a time; where the clock on the wall jumps over it, the first instant after the gap. */
export function instantOfPlantClock(clockMs: number, { timeZone, dayStartsAtMinutes }: PlantCalendar): number {
  const wall = clockMs + dayStartsAtMinutes * 60_000;
  const first = wall - offsetMs(wall, timeZone);
  return wall - offsetMs(first, timeZone);
}

/**
 * What the clock on the wall shows at an instant, whenever the plant's day begins: `2026-11-24T07:45`.
 * @example wallClock(Date.parse('2026-11-24T06:45:00Z'), 'Europe/Vienna') // '2026-11-24T07:45'
 */
export function wallClock(instantMs: number, timeZone: string): `${PlantDay}T${string}` {
  const shown = instantMs + offsetMs(instantMs, timeZone);
  const number = Math.floor(shown / dayMs);
  const minutes = Math.floor((shown - number * dayMs) / 60_000);
  const padded = (value: number) => String(value).padStart(2, '0');
  return `${dayOfNumber(number)}T${padded(Math.floor(minutes / 60))}:${padded(minutes % 60)}`;
}

/**
 * The instant of a day and time on that clock; a time that the clock jumps over is refused, of one that comes twice the first is taken.
 * @example instantOfWallClock('2026-03-29', 150, 'Europe/Vienna') // undefined
 */
export function instantOfWallClock(day: PlantDay, minutes: number, timeZone: string): number | undefined {
  const wall = Date.parse(`${day}T00:00:00Z`) + minutes * 60_000;
  const candidates = [
    wall - offsetMs(wall - 86_400_000, timeZone),
    wall - offsetMs(wall + 86_400_000, timeZone),
  ].filter((atMs) => atMs + offsetMs(atMs, timeZone) === wall);
  return candidates.length > 0 ? Math.min(...candidates) : undefined;
}

/**
 * The plant's day of an instant.
 * @example plantDayOf(Date.parse('2026-11-26T01:00:00Z'), { timeZone: 'Europe/Vienna', dayStartsAtMinutes: 360 }) // '2026-11-25'
 */
export const plantDayOf = (instantMs: number, calendar: PlantCalendar): PlantDay =>
  dayOfNumber(Math.floor(plantClockMs(instantMs, calendar) / dayMs));

/** Which day of the plant it is. */
export const plantToday = (now: Date, calendar: PlantCalendar): PlantDay => plantDayOf(now.getTime(), calendar);

/**
 * The instant at which a plant day begins.
 * @example new Date(startOfPlantDay('2026-11-26', { timeZone: 'Europe/Vienna', dayStartsAtMinutes: 360 })).toISOString() // '2026-11-26T05:00:00.000Z'
 */
export const startOfPlantDay = (day: PlantDay, calendar: PlantCalendar): number =>
  instantOfPlantClock(dayNumber(day) * dayMs, calendar);

/**
 * The day `count` days later (earlier when negative).
 * @example addDays('2028-02-28', 1) // '2028-02-29'
 * @example addDays('2026-01-01', -1) // '2025-12-31'
 */
export const addDays = (day: PlantDay, count: number): PlantDay => dayOfNumber(dayNumber(day) + count);

/**
 * Whole days from one day to another; negative when `to` is earlier.
 * @example daysBetween('2026-11-24', '2026-11-30') // 6
 */
export const daysBetween = (from: PlantDay, to: PlantDay): number => dayNumber(to) - dayNumber(from);

/**
 * True for a real calendar day written `YYYY-MM-DD`.
 * @example isPlantDay('2026-02-30') // false
 */
export const isPlantDay = (text: string): boolean =>
  /^\d{4}-\d{2}-\d{2}$/.test(text) && !Number.isNaN(dayNumber(text)) && dayOfNumber(dayNumber(text)) === text;
