import { singleSpaced } from '../text';
import { type PlantDay, instantOfWallClock, isPlantDay } from '../time/plant-day';
import { parseQuantity } from '../units/parse-quantity';

/** What a column of a table of readings may hold. `machine`, `day` and `value` are needed. */
export const readingColumns = {
  machine: 'Machine code',
  meter: 'Meter name',
  day: 'Day',
  time: 'Time',
  value: 'Reading',
} as const;
export type ReadingColumn = keyof typeof readingColumns;
/** Which column of the table holds what; left out where none does. */
export type ColumnMapping = Partial<Record<ReadingColumn, number>>;

export type KnownMeter = { id: string; machineId: string; machineCode: string; name: string; unit: string };
export type ImportRules = { meters: readonly KnownMeter[]; timeZone: string; nowMs: number };
export type ReadyRow = { line: number; ok: true; meter: KnownMeter; atMs: number; value: number; typed: string };
export type FaultyRow = { line: number; ok: false; problems: { column: ReadingColumn; reason: string }[] };

const guesses: Record<ReadingColumn, RegExp> = {
  machine: /mach|code|unit no|asset/i,
  meter: /meter|counter|dial/i,
  day: /day|date/i,
  time: /time|clock/i,
  value: /read|value|hours|shows|count$/i,
};

/**
 * Guesses the mapping from the words of the first line; a column is taken once.
 * @example guessMapping(['Machine', 'Day', 'Reading']) // { machine: 0, day: 1, value: 2 }
 */
export function guessMapping(header: readonly string[]): ColumnMapping {
  const mapping: ColumnMapping = {};
  const taken = new Set<number>();
  for (const column of Object.keys(guesses) as ReadingColumn[]) {
    const place = header.findIndex((words, index) => !taken.has(index) && guesses[column].test(words));
    if (place < 0) continue;
    mapping[column] = place;
    taken.add(place);
  }
  return mapping;
}

const months = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
const two = (text: string | number) => String(text).padStart(2, '0');

/**
 * A day as people write it; what could be two days is asked back.
 * @example parseDay('24.11.2026').day // '2026-11-24'
 */
export function parseDay(typed: string): { ok: true; day: PlantDay } | { ok: false; reason: string } {
  const text = singleSpaced(typed);
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(text);
  const dotted = /^(\d{1,2})\. ?(\d{1,2})\. ?(\d{4})$/.exec(text);
  const named = /^(\d{1,2})\.? ([a-z]{3})[a-z]{0,9}\.? (\d{4})$/i.exec(text);
  const slashed = /^(\d{1,2})\/(\d{1,2})\/(\d{4})$/.exec(text);
  const month = named ? months.indexOf(named[2]!.toLowerCase()) + 1 : 0;
  const day = iso
    ? `${iso[1]}-${two(iso[2]!)}-${two(iso[3]!)}`
    : dotted
      ? `${dotted[3]}-${two(dotted[2]!)}-${two(dotted[1]!)}`
      : named && month > 0
        ? `${named[3]}-${two(month)}-${two(named[1]!)}`
        : undefined;
  if (slashed) return { ok: false, reason: `${text} can be read two ways. Write it like 2026-11-24.` };
  if (!day)
    return {
      ok: false,
      reason: text === '' ? 'Day: is empty.' : `${text} is no day. Write it like 2026-11-24 or 24.11.2026.`,
    };
  return isPlantDay(day) ? { ok: true, day } : { ok: false, reason: `${text} is a day that does not exist.` };
}

/** Noon stands for a day without a time: least wrong either way. */
const noon = 12 * 60;

/** Reads the rows of a table of readings, the first line being its header. Nothing is written; each fault says where and what to do. */
export function readRows(
  rows: readonly (readonly string[])[],
  mapping: ColumnMapping,
  rules: ImportRules,
): (ReadyRow | FaultyRow)[] {
  const seen = new Map<string, number>();
  return rows.map((cells, index) => {
    const line = index + 2; // as a spreadsheet numbers it, below the header
    const cell = (column: ReadingColumn) =>
      mapping[column] === undefined ? '' : (cells[mapping[column]] ?? '').trim();
    const problems: FaultyRow['problems'] = [];
    const say = (column: ReadingColumn, reason: string) => problems.push({ column, reason });
    const meter = findMeter(cell('machine'), cell('meter'), rules.meters, say);
    const atMs = findInstant(cell('day'), cell('time'), rules, say);
    const parsed = parseQuantity(cell('value'), meter?.unit === 'hours' ? 'hours' : 'number');
    if (!parsed.ok) say('value', cell('value') === '' ? 'Reading: is empty.' : parsed.reason);
    else if (parsed.value < 0) say('value', 'A meter shows no negative value.');
    if (meter && atMs !== undefined) {
      const key = `${meter.id}/${atMs}`;
      const before = seen.get(key);
      if (before !== undefined) say('day', `The same meter at the same time as line ${before}. Keep one of them.`);
      else seen.set(key, line);
    }
    return problems.length > 0 || !meter || atMs === undefined || !parsed.ok
      ? { line, ok: false, problems }
      : { line, ok: true, meter, atMs, value: parsed.value, typed: cell('value') };
  });
}

type Say = (column: ReadingColumn, reason: string) => void;

function findMeter(code: string, name: string, meters: readonly KnownMeter[], say: Say): KnownMeter | undefined {
  const mine = meters.filter(({ machineCode }) => machineCode.toLowerCase() === code.toLowerCase());
  if (mine.length === 0) {
    say(
      'machine',
      code === ''
        ? 'Machine code: is empty.'
        : `${code} is no machine with a meter here. Check the code, or add the meter first.`,
    );
    return undefined;
  }
  const named = name === '' ? mine : mine.filter((meter) => meter.name.toLowerCase() === name.toLowerCase());
  if (named.length === 1) return named[0];
  const choices = mine.map((meter) => meter.name).join(', ');
  say(
    'meter',
    named.length === 0
      ? `${code} has no meter "${name}". It has: ${choices}.`
      : `${code} has several meters; say which: ${choices}.`,
  );
  return undefined;
}

function findInstant(
  dayText: string,
  timeText: string,
  { timeZone, nowMs }: ImportRules,
  say: Say,
): number | undefined {
  // A day cell may carry its time: 2026-11-24 07:45.
  const [dayPart, timePart = timeText] = singleSpaced(dayText).split(/ ?T ?(?=\d{1,2}:\d\d)| (?=\d{1,2}:\d\d)/) as [
    string,
    string?,
  ];
  const parsed = parseDay(dayPart.trim());
  if (!parsed.ok) {
    say('day', parsed.reason);
    return undefined;
  }
  const clock = /^(\d{1,2})[:.](\d\d)(?::\d\d)?$/.exec(timePart.trim());
  if (timePart.trim() !== '' && (!clock || Number(clock[1]) > 23 || Number(clock[2]) > 59)) {
    say('time', `${timePart} is no time. Write it like 07:45.`);
    return undefined;
  }
  const atMs = instantOfWallClock(parsed.day, clock ? Number(clock[1]) * 60 + Number(clock[2]) : noon, timeZone);
  if (atMs === undefined) say('time', `At ${timePart} on ${dayPart} the clock was put forward: there is no such time.`);
  else if (atMs > nowMs) say('day', 'Lies in the future. Only what was read can be imported.');
  else return atMs;
  return undefined;
}
