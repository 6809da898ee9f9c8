import { format, parseISO } from 'date-fns';
import type { Rate } from '@/core/meter/forecast';
import { type PlantDay, wallClock } from '@/core/time/plant-day';
import { own } from '@/core/own';
import { type AmountKind, type TaskAction, amountKinds, putsNothingIn } from '@/core/words/task-words';

/** How numbers, dates and amounts are written everywhere. The core never rounds; this file does. */

// Making one costs more than all that a page writes with it.
const numberFormats = Array.from(
  { length: 8 },
  (_, digits) => new Intl.NumberFormat('en', { maximumFractionDigits: digits }),
);

/** A number with a narrow space between thousands; `digits` decimals at most, up to seven. */
export const number = (value: number, digits = 1): string =>
  numberFormats[digits]!.format(value).replaceAll(',', '\u202f').replace('-', '−');

/** A number as somebody read it, with every decimal that an instrument has. */
export const asRead = (value: number): string => number(value, 4);

/** A number as precise as its size deserves: three significant digits below a hundred, whole above. */
export function measured(value: number): string {
  const size = Math.abs(value);
  if (size !== 0 && size < 0.001) return value.toExponential(1);
  return number(value, size >= 100 ? 0 : size >= 10 ? 1 : size >= 1 ? 2 : 3);
}

/** `24 Nov 2026` */
export const day = (date: PlantDay): string => format(parseISO(date), 'd MMM yyyy');
/** `Tuesday` */
export const weekday = (date: PlantDay): string => format(parseISO(date), 'EEEE');
/** ISO week number of a day. */
export const week = (date: PlantDay): string => format(parseISO(date), 'I');
/** `07:45` at the plant. */
export const clock = (instant: string | Date, timeZone: string): string => shownAt(instant, timeZone)[1];
/** `24 Nov 2026, 07:45` at the plant. */
export const dayAndClock = (instant: string | Date, timeZone: string): string => {
  const [on, at] = shownAt(instant, timeZone);
  return `${day(on)}, ${at}`;
};

/** Day and time on the plant's wall. */
const shownAt = (instant: string | Date, timeZone: string) =>
  wallClock(new Date(instant).getTime(), timeZone).split('T') as [PlantDay, string];

const oneOf = { strokes: 'stroke', drops: 'drop', passes: 'pass', pieces: 'piece' };

/** An amount in words: `20.2 g`, `3.2 L`, `40 drops`, `2 passes`, `to the mark`, `a film`. */
export function amount(kind: AmountKind, value: number | null): string {
  if (kind === 'to-mark') return 'to the mark';
  if (kind === 'film') return 'a film';
  if (value === null) return 'amount not set';
  if (kind === 'purge') return `purge, at most ${measured(value)} g`;
  return `${measured(value)} ${(value === 1 && own(oneOf, kind)) || amountKinds[kind]}`;
}

/** The amount of a task; a mere look has none. */
export const taskAmount = (action: TaskAction, kind: AmountKind, value: number | null): string =>
  action === 'check' ? 'look' : putsNothingIn(action) ? '' : amount(kind, value);

/** `1 stroke`, `2 strokes` */
export const counted = (count: number, one: string, many = `${one}s`): string =>
  `${number(count, 0)} ${count === 1 ? one : many}`;

/** Grams or litres of store and plan: kilograms from a thousand grams on, millilitres below a tenth of a litre. */
export function quantityOf(value: number, unit: 'g' | 'L'): string {
  if (unit === 'g') return value >= 1000 ? `${measured(value / 1000)} kg` : `${measured(value)} g`;
  return value > 0 && value < 0.1 ? `${measured(value * 1000)} mL` : `${measured(value)} L`;
}

/** How a machine runs by its meter, as a sentence; empty where nothing is known of it. */
export const paceWords = ({ low, mid, high, confidence }: Rate): string =>
  confidence === 'none'
    ? ''
    : `Runs about ${measured(mid)} a day (${measured(low)} to ${measured(high)}; confidence ${confidence}).`;
