import type { BelievedEntry } from '../entry/believed';
import { type PastMeters, meterAsOf, sameUntil } from '../meter/past';
import { type PlantDay, plantDayOf, startOfPlantDay } from '../time/plant-day';
import { type DueFacts, type TaskPlanAndLog, dueFacts } from './due-facts';

/** Where a task stood from one day until the day before another; `sinceOn` null: from the beginning. */
export type PastStanding = { sinceOn: PlantDay | null; untilOn: PlantDay; facts: DueFacts };

/** The spans of a task's past in order, and the day since which it stands as it stands now. */
export type DueHistory = { past: PastStanding[]; sinceOn: PlantDay | null };

/**
 * Where a task stood before its newest entry, as it is believed now: by what happened until then, whenever it was written,
 * on the plan of today. A row for every span between the days on which something was entered for it; the meters are taken
 * as far as they had run at the end of the span.
 * @param before what was made of the same task before something was added to its log: spans that it leaves alone are taken over
 */
export function dueHistory(
  input: TaskPlanAndLog,
  meters: PastMeters = { asOf: meterAsOf, sameUntil },
  before?: { input: TaskPlanAndLog; history: DueHistory },
): DueHistory {
  const sameMs = before ? inputSameUntil(before.input, input, meters) : -Infinity;
  if (before && sameMs > -Infinity && before.input.entries.length === input.entries.length) {
    // Nothing was entered for the task: where the last of its past is the same, all of it is.
    const last = before.history.past.at(-1);
    if (!last || startOfPlantDay(last.untilOn, input.calendar) <= sameMs) return before.history;
  }
  const known = new Map(sameMs > -Infinity ? before?.history.past.map((span) => [span.untilOn, span]) : []);
  const past: PastStanding[] = [];
  const until: BelievedEntry[] = [];
  let sinceOn: PlantDay | null = null;
  for (const [day, entries] of daysOfEntries(input)) {
    const atMs = startOfPlantDay(day, input.calendar);
    const stood = atMs <= sameMs ? known.get(day) : undefined;
    past.push(stood ?? { sinceOn, untilOn: day, facts: dueFacts(asFar(input, until, atMs, meters)) });
    until.push(...entries);
    sinceOn = day;
  }
  return { past, sinceOn };
}

/** Whether two inputs are the same, so that the same follows from them. */
export const sameInput = (a: TaskPlanAndLog, b: TaskPlanAndLog): boolean =>
  a.meters.hours === b.meters.hours &&
  a.meters.cycles === b.meters.cycles &&
  sameList(a.entries, b.entries) &&
  (a.events === b.events || sameList(a.events?.map(keyOf) ?? [], b.events?.map(keyOf) ?? [])) &&
  samePlan(a, b);

const sameList = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a === b || (a.length === b.length && a.every((each, place) => each === b[place]));

const keyOf = ({ name, atMs }: { name: string; atMs: number }): string => `${atMs} ${name}`;

const samePlan = (a: TaskPlanAndLog, b: TaskPlanAndLog): boolean =>
  a.calendar === b.calendar &&
  a.cyclic === b.cyclic &&
  a.rhythm === b.rhythm &&
  a.toleranceShare === b.toleranceShare &&
  a.severity === b.severity &&
  a.beginsWith === b.beginsWith &&
  sameRows(a.stages, b.stages) &&
  sameRows(a.yearly ?? [], b.yearly ?? []);

/** Whether two lists hold the same plain things. */
const sameRows = <Row extends object>(a: readonly Row[], b: readonly Row[]): boolean =>
  a === b || (a.length === b.length && a.every((each, place) => each === b[place] || samePlain(each, b[place]!)));

function samePlain<Row extends object>(a: Row, b: Row): boolean {
  const keys = Object.keys(a) as (keyof Row)[];
  return keys.length === Object.keys(b).length && keys.every((key) => a[key] === b[key]);
}

/** The instant until which two inputs say the same of the past, the second having more in its log. */
function inputSameUntil(before: TaskPlanAndLog, now: TaskPlanAndLog, meters: PastMeters): number {
  if (!samePlan(before, now)) return -Infinity;
  return Math.min(
    firstAdded(
      before.entries,
      now.entries,
      (entry) => entry,
      ({ happenedAt }) => Date.parse(happenedAt),
    ),
    firstAdded(before.events ?? [], now.events ?? [], keyOf, ({ atMs }) => atMs),
    meters.sameUntil(before.meters.hours, now.meters.hours),
    meters.sameUntil(before.meters.cycles, now.meters.cycles),
  );
}

/** When the earliest happened of what a list holds more than before; never where it lost something. */
function firstAdded<Item>(
  before: readonly Item[],
  now: readonly Item[],
  identity: (item: Item) => unknown,
  atMsOf: (item: Item) => number,
): number {
  const known = new Set(before.map(identity));
  const added = now.filter((item) => !known.has(identity(item)));
  return known.size + added.length === now.length ? Math.min(Infinity, ...added.map(atMsOf)) : -Infinity;
}

function daysOfEntries({ entries, calendar }: TaskPlanAndLog): [PlantDay, BelievedEntry[]][] {
  const byDay = new Map<PlantDay, BelievedEntry[]>();
  for (const entry of entries) {
    const day = plantDayOf(Date.parse(entry.happenedAt), calendar);
    const known = byDay.get(day);
    if (known) known.push(entry);
    else byDay.set(day, [entry]);
  }
  return [...byDay].sort(([a], [b]) => (a < b ? -1 : 1));
}

function asFar(
  input: TaskPlanAndLog,
  entries: readonly BelievedEntry[],
  atMs: number,
  { asOf }: PastMeters,
): TaskPlanAndLog {
  const hours = input.meters.hours && asOf(input.meters.hours, atMs);
  const cycles = input.meters.cycles && asOf(input.meters.cycles, atMs);
  return {
    ...input,
    entries,
    events: input.events?.filter((event) => event.atMs < atMs) ?? [],
    meters: { ...(hours && { hours }), ...(cycles && { cycles }) },
  };
}
