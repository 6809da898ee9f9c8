import { mondayOf, weekOf } from '@/core/interval/due-filter';
import { type Horizon, type OutlookWeek, clocksOf, occurrences, outlook } from '@/core/interval/outlook';
import { addDays } from '@/core/time/plant-day';
import type { Desk } from '../desk';
import { type Planned, type PlannedWork, loadPlannedWork } from './planned';

/** From today so many weeks on, to the end of the last one. */
export const horizonOf = ({ today, calendar, dutyPlans, planOf }: PlannedWork, weeks: number): Horizon => ({
  today,
  calendar,
  untilOn: addDays(mondayOf(weekOf(today)), weeks * 7 - 1),
  clockOf: clocksOf(dutyPlans, planOf, calendar),
});

/** The coming weeks: work and lubricants, with the forecast's spread. */
export async function readOutlook(
  desk: Pick<Desk, 'db' | 'now'>,
  weeks: number,
): Promise<{ weeks: OutlookWeek[]; tasks: number; undated: number }> {
  const work = await loadPlannedWork(desk);
  return { weeks: outlook(work.tasks, horizonOf(work, weeks)), tasks: work.tasks.length, undated: work.undated };
}

/** What falls into one week, by day. */
export async function readOutlookWeek(
  desk: Pick<Desk, 'db' | 'now'>,
  week: string,
): Promise<{ on: string; task: Planned }[]> {
  const work = await loadPlannedWork(desk);
  const [monday, sunday] = [mondayOf(week), addDays(mondayOf(week), 6)];
  const horizon = { ...horizonOf(work, 53), untilOn: sunday };
  return work.tasks
    .flatMap((task) => [...occurrences(task, horizon)].filter(({ on }) => on >= monday).map(({ on }) => ({ on, task })))
    .sort((a, b) => a.on.localeCompare(b.on) || a.task.label.localeCompare(b.task.label));
}
