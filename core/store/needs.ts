import type { Stage } from '../interval/limits';
import { type AmountKind } from '../words/task-words';

/** Drops of oil in a millilitre, as the drip method assumes. */
const dropsPerMl = 25;
export const daysPerYear = 365;

/** What the amount of one service is worked out from. */
export type ServiceAmount = {
  amountKind: AmountKind;
  amount: number | null;
  /** Grams a stroke of the gun that carries this grease; null where none does. */
  gramsPerStroke: number | null;
  /** Grams in one cartridge; null where the device does not say what it holds. */
  gramsPerPiece: number | null;
  /** Litres a service took on average by the log; null where it says nothing. */
  litresByLog: number | null;
};

/** Grams or litres of one service. `by` says where the amount comes from; `unknown` ones count as nothing. */
export type EachService = { each: number; unit: 'g' | 'L' | null; by: 'plan' | 'log' | 'unknown' };
/** What a task uses in a year. */
export type Need = EachService & { perYear: number; timesPerYear: number };

/**
 * How often a task comes round in a year: whichever limit of its steady stage is reached first.
 * @example timesPerYear([{ name: 'steady', hours: 1460 }], 16) // 4
 */
export function timesPerYear(stages: readonly Stage[], hoursPerDay: number): number {
  const steady = stages.find(({ count }) => count === undefined) ?? stages.at(-1);
  if (!steady) return 0;
  const byDays = steady.days ? daysPerYear / steady.days : 0;
  const byHours = steady.hours ? (daysPerYear * hoursPerDay) / steady.hours : 0;
  const byCycles = steady.cycles ? (daysPerYear * hoursPerDay) / steady.cycles : 0;
  return Math.max(byDays, byHours, byCycles);
}

/**
 * Grams or litres a task uses in a year, by its planned amount; what is filled "to the mark" goes by the log.
 * @param hoursPerDay machine hours (or cycles) a day at the present rate
 * @example yearlyNeed({ amountKind: 'grams', amount: 20, gramsPerStroke: null, gramsPerPiece: null, litresByLog: null }, [{ name: 'steady', hours: 1460 }], 16).perYear // 80
 */
export function yearlyNeed(amount: ServiceAmount, stages: readonly Stage[], hoursPerDay: number): Need {
  const times = timesPerYear(stages, hoursPerDay);
  const { each, unit, by } = amountOfService(amount);
  return { each, unit, by, perYear: each * times, timesPerYear: times };
}

/** Grams or litres of one service. */
export function amountOfService({
  amountKind,
  amount,
  gramsPerStroke,
  gramsPerPiece,
  litresByLog,
}: ServiceAmount): EachService {
  const planned = (each: number, unit: 'g' | 'L'): EachService => ({ each, unit, by: 'plan' });
  const unknown: EachService = { each: 0, unit: null, by: 'unknown' };
  switch (amountKind) {
    case 'grams':
    case 'purge':
      return amount === null ? unknown : planned(amount, 'g');
    case 'strokes':
      return amount === null || gramsPerStroke === null ? unknown : planned(amount * gramsPerStroke, 'g');
    case 'pieces':
      return amount === null || gramsPerPiece === null ? unknown : planned(amount * gramsPerPiece, 'g');
    case 'litres':
      return amount === null ? unknown : planned(amount, 'L');
    case 'drops':
      return amount === null ? unknown : planned(amount / dropsPerMl / 1000, 'L');
    case 'to-mark':
      return litresByLog === null ? unknown : { each: litresByLog, unit: 'L', by: 'log' };
    case 'film':
    case 'passes':
      return unknown;
  }
}
