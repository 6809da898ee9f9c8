import type { BelievedEntry } from '../entry/believed';
import { type MeterState, meterAsOf } from '../meter/state';
import { type PlantDay, plantDayOf, startOfPlantDay } from '../time/plant-day';
import { type DueFacts, type TaskPlanAndLog, dueFacts } from './due-facts';

/** Where a task stood from one day until the day before another; `sinceOn` null: from the beginning. */
export type PastStanding = { sinceOn: PlantDay | null; untilOn: PlantDay; facts: DueFacts };

/**
 * Where a task stood before its newest entry, as it is believed now: by what happened until then, whenever it was written,
 * on the plan of today. A row for every span between the days on which something was entered for it; the meters are taken
 * as far as they had run at the end of the span.
 * @returns the spans in order, and the day since which it stands as it stands now
 */
export function dueHistory(
  input: TaskPlanAndLog,
  asOf: (meter: MeterState, atMs: number) => MeterState | undefined = meterAsOf,
): { past: PastStanding[]; sinceOn: PlantDay | null } {
  const days = daysOfEntries(input);
  const past: PastStanding[] = [];
  const before: BelievedEntry[] = [];
  let sinceOn: PlantDay | null = null;
  for (const [day, entries] of days) {
    const atMs = startOfPlantDay(day, input.calendar);
    past.push({ sinceOn, untilOn: day, facts: dueFacts(asFar(input, before, atMs, asOf)) });
    before.push(...entries);
    sinceOn = day;
  }
  return { past, sinceOn };
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
  asOf: (meter: MeterState, atMs: number) => MeterState | undefined,
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
