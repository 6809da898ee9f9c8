import { z } from 'zod';
import { machineStates } from '../words/machine-states';
import { type PlantDay, addDays } from '../time/plant-day';
import { whoMay } from '../words/task-words';

/** How the list of due work may be cut and grouped. The address holds it, so that a list can be sent to somebody. */
export const standingWords = {
  overdue: 'overdue',
  due: 'due now',
  soon: 'due within a week',
  unknown: 'last service unknown',
  low: 'low confidence',
  'run-in': 'running in',
  postponed: 'put off',
} as const;
export const groupWords = {
  area: 'area',
  route: 'route',
  lubricant: 'lubricant',
  machineState: 'machine state',
  stage: 'stage',
  week: 'week',
} as const;
export type DueGroup = keyof typeof groupWords;

const keysOf = <Words extends object>(words: Words) =>
  Object.keys(words) as [keyof Words & string, ...(keyof Words & string)[]];
const code = z.string().trim().toUpperCase().min(1).max(20).optional().catch(undefined);

/** Reads a filter from an address; what makes no sense is left out. */
export const dueFilter = z.object({
  area: code,
  machine: code,
  route: code,
  lubricant: code,
  state: z.enum(keysOf(machineStates)).optional().catch(undefined),
  stage: z.string().trim().min(1).max(80).optional().catch(undefined),
  standing: z.enum(keysOf(standingWords)).optional().catch(undefined),
  who: z.enum(keysOf(whoMay)).optional().catch(undefined),
  week: z
    .string()
    .regex(/^(?:19|20|21)\d\d-W(?:0[1-9]|[1-4]\d|5[0-3])$/)
    .optional()
    .catch(undefined),
  group: z.enum(keysOf(groupWords)).optional().catch(undefined),
});
export type DueFilter = z.infer<typeof dueFilter>;

/** The filter as an address carries it, empty ones left out. */
export const dueQuery = (filter: DueFilter): string =>
  new URLSearchParams(
    Object.entries(filter).filter((pair): pair is [string, string] => typeof pair[1] === 'string' && pair[1] !== ''),
  ).toString();

/**
 * The Monday of an ISO week such as `2026-W48`.
 * @example mondayOf('2026-W48') // '2026-11-23'
 */
export function mondayOf(week: string): PlantDay {
  const [year, number] = week.split('-W').map(Number) as [number, number];
  const fourth: PlantDay = `${year}-01-04`; // always in week 1
  const weekday = (new Date(`${fourth}T00:00:00Z`).getUTCDay() + 6) % 7;
  return addDays(fourth, (number - 1) * 7 - weekday);
}

/**
 * The ISO week of a day, as `2026-W48`.
 * @example weekOf('2026-11-26') // '2026-W48'
 * @example weekOf('2027-01-01') // '2026-W53'
 */
export function weekOf(day: PlantDay): string {
  const weekday = (new Date(`${day}T00:00:00Z`).getUTCDay() + 6) % 7;
  const year = Number(addDays(day, 3 - weekday).slice(0, 4)); // the year of its Thursday
  return `${year}-W${String(1 + Math.round((Date.parse(addDays(day, -weekday)) - Date.parse(mondayOf(`${year}-W01`))) / 604_800_000)).padStart(2, '0')}`;
}
