import { type PlantDay, addDays, plantToday, startOfPlantDay } from '@/core/time/plant-day';
import type { Desk } from '../desk';
import { type OpenFindings, openFindings } from '../follow/findings';
import { type OpenThings, openThingsAt } from '../follow/open-things';
import { believed } from '../log/believed';
import { type LogLine, readLog } from '../log/lines';
import { thePlant } from '../plant';
import { type RoundSummary, listRounds } from '../walk/rounds';
import { type WrittenTwice, writtenTwice } from '../walk/twice';

/** So many skipped stops stand on the sheet; the rest is in the log. */
const shownSkips = 40;

/** What one day leaves to the next. */
export type HandOver = {
  day: PlantDay;
  today: PlantDay;
  timeZone: string;
  rounds: RoundSummary[];
  /** What two people did on them who did not know of each other. */
  twice: WrittenTwice[];
  skipped: LogLine[];
  skippedMore: boolean;
  openThings: OpenThings;
  findings: OpenFindings;
  /** Who has read it, and when. */
  readBy: { initials: string; name: string; at: string }[];
};

/** The hand-over of a page of the diary: how things stood at its end, or stand now. */
export async function readHandOver({ db, now }: Pick<Desk, 'db' | 'now'>, day: PlantDay): Promise<HandOver> {
  const plant = await thePlant(db);
  const today = plantToday(now, plant);
  const from = new Date(startOfPlantDay(day, plant));
  const to = new Date(startOfPlantDay(addDays(day, 1), plant));
  const asOf = day < today ? new Date(to.getTime() - 1) : undefined;
  const [walked, skipped, openThings, findings, readBy] = await Promise.all([
    listRounds(db, from, to).then(async (rounds) => ({ rounds, twice: await writtenTwice(db, rounds) })),
    readLog(db, { kind: 'skip', from, to }, shownSkips + 1),
    openThingsAt(db, now, 'plant', asOf),
    openFindings(db, now, asOf),
    db.select<{ initials: string; name: string; at: string }>(
      `SELECT person.initials, person.name, entry.happenedAt AS at FROM ${believed} JOIN person ON person.id = entry.personId
       WHERE entry.kind = 'hand-over' AND entry.happenedAtUtc >= :from AND JSON_VALUE(entry.body, '$.scope') = 'shift' AND JSON_VALUE(entry.body, '$.of') = :day ORDER BY entry.seq`,
      { from, day },
    ),
  ]);
  return {
    day,
    today,
    timeZone: plant.timeZone,
    ...walked,
    skipped: skipped.slice(0, shownSkips),
    skippedMore: skipped.length > shownSkips,
    openThings,
    findings,
    readBy,
  };
}
