import type { Stage } from '../interval/limits';
import { type AmountKind } from '../words/task-words';

/** Drops of oil in a millilitre, as the drip method assumes. */
const dropsPerMl = 25;
export const daysPerYear = 365;

export type NeedTask = {
  amountKind: AmountKind;
  amount: number | null;
  stages: readonly Stage[];
  /** Machine hours (or cycles) a day at the present rate. */
  hoursPerDay: number;
  /** Grams a stroke of the gun that carries this grease; null where none does. */
  gramsPerStroke: number | null;
  /** Litres a service took on average by the log; null where it says nothing. */
  litresByLog: number | null;
};

/** What a task uses in a year. `by` says where the amount comes from; `unknown` uses count as nothing. */
export type Need = { perYear: number; unit: 'g' | 'L' | null; timesPerYear: number; by: 'plan' | 'log' | 'unknown' };

/** How often a task comes round in a year: whichever limit of its steady stage is reached first. */
export function timesPerYear(stages: readonly Stage[], hoursPerDay: number): number {
  const steady = stages.find(({ count }) => count === undefined) ?? stages.at(-1);
  if (!steady) return 0;
  const byDays = steady.days ? daysPerYear / steady.days : 0;
  const byHours = steady.hours ? (daysPerYear * hoursPerDay) / steady.hours : 0;
  const byCycles = steady.cycles ? (daysPerYear * hoursPerDay) / steady.cycles : 0;
  return Math.max(byDays, byHours, byCycles);
}

/** Grams or litres a task uses in a year, by its planned amount; what is filled "to the mark" goes by the log. */
export function yearlyNeed({ stages, hoursPerDay, ...amount }: NeedTask): Need {
  const times = timesPerYear(stages, hoursPerDay);
  const { each, unit, by } = amountOfService(amount);
  return { perYear: each * times, unit, timesPerYear: times, by };
}

/** Grams or litres of one service. */
export function amountOfService({
  amountKind,
  amount,
  gramsPerStroke,
  litresByLog,
}: Omit<NeedTask, 'stages' | 'hoursPerDay'>): { each: number; unit: 'g' | 'L' | null; by: Need['by'] } {
  const planned = (each: number, unit: 'g' | 'L') => ({ each, unit, by: 'plan' as const });
  const unknown = { each: 0, unit: null, by: 'unknown' as const };
  switch (amountKind) {
    case 'grams':
    case 'purge':
      return amount === null ? unknown : planned(amount, 'g');
    case 'strokes':
      return amount === null || gramsPerStroke === null ? unknown : planned(amount * gramsPerStroke, 'g');
    case 'litres':
      return amount === null ? unknown : planned(amount, 'L');
    case 'drops':
      return amount === null ? unknown : planned(amount / dropsPerMl / 1000, 'L');
    case 'to-mark':
      return litresByLog === null ? unknown : { ...planned(litresByLog, 'L'), by: 'log' as const };
    case 'film':
    case 'passes':
      return unknown;
  }
}
