import { type PlantDay, addDays, plantToday, startOfPlantDay } from '@/core/time/plant-day';
import type { Desk } from '../desk';
import { type OpenFindings, openFindings } from '../follow/findings';
import { type OpenThings, openThingsAt } from '../follow/open-things';
import { type LogLine, readLog } from '../log/lines';
import { thePlant } from '../plant';
import { type RoundSummary, listRounds } from '../walk/rounds';
import { type WrittenTwice, writtenTwice } from '../walk/twice';
import { type DayWork, readDayWork } from './day-work';

/** So many lines of the log stand on a day's page; the rest is in the Log. */
const shownLines = 25;

export type DiaryPage = DayWork & {
  day: PlantDay;
  today: PlantDay;
  timeZone: string;
  rounds: RoundSummary[];
  /** What two people did on them who did not know of each other. */
  twice: WrittenTwice[];
  written: LogLine[];
  /** More was written than is shown. */
  writtenMore: boolean;
  findings: OpenFindings;
  openThings: OpenThings;
};

/** One page of the diary. A past page shows how things stood at its end; a coming one what will be due on it. */
export async function readDiary({ db, now }: Pick<Desk, 'db' | 'now'>, day: PlantDay): Promise<DiaryPage> {
  const plant = await thePlant(db);
  const today = plantToday(now, plant);
  const from = new Date(startOfPlantDay(day, plant));
  const to = new Date(startOfPlantDay(addDays(day, 1), plant));
  const asOf = day < today ? new Date(to.getTime() - 1) : undefined;
  const [work, walked, lines, findings, openThings] = await Promise.all([
    readDayWork({ db, now }, { day, today, ends: to, calendar: plant }),
    listRounds(db, from, to).then(async (rounds) => ({ rounds, twice: await writtenTwice(db, rounds) })),
    readLog(db, { from, to }, shownLines + 1),
    openFindings(db, now, asOf),
    openThingsAt(db, now, 'plant', asOf),
  ]);
  return {
    ...work,
    day,
    today,
    timeZone: plant.timeZone,
    ...walked,
    findings,
    openThings,
    written: lines.slice(0, shownLines),
    writtenMore: lines.length > shownLines,
  };
}
