import { mondayOf } from '@/core/interval/due-filter';
import { Outlook, type OutlookWeek, type PlannedTask, occurrences } from '@/core/interval/outlook';
import { addDays } from '@/core/time/plant-day';
import type { Desk } from '../desk';
import { type Planned, countOnRounds, eachPlanned, horizonOf, loadFrame, placed } from './planned';

/** The coming weeks: work and lubricants, with the forecast's spread. */
export async function readOutlook(
  desk: Pick<Desk, 'db' | 'now'>,
  weeks: number,
): Promise<{ weeks: OutlookWeek[]; tasks: number; undated: number; kept: number }> {
  const [frame, all] = await Promise.all([loadFrame(desk), countOnRounds(desk.db)]);
  const outlook = new Outlook(horizonOf(frame, weeks));
  let tasks = 0;
  for await (const some of eachPlanned(desk.db, frame)) {
    for (const task of some) outlook.add(task);
    tasks += some.length;
  }
  return { weeks: outlook.weeks, tasks, undated: all - tasks, kept: frame.keptDays.size };
}

/** So many services of a week are listed; the rest is counted. */
const shownServices = 200;

/** What falls into one week, by day, the first of it. */
export async function readOutlookWeek(
  desk: Pick<Desk, 'db' | 'now'>,
  week: string,
): Promise<{ count: number; minutes: number; services: { on: string; task: Planned }[] }> {
  const frame = await loadFrame(desk);
  const [monday, sunday] = [mondayOf(week), addDays(mondayOf(week), 6)];
  const horizon = { ...horizonOf(frame, 53), untilOn: sunday };
  const inWeek: { on: string; task: PlannedTask }[] = [];
  for await (const some of eachPlanned(desk.db, frame))
    for (const task of some)
      for (const { on } of occurrences(task, horizon)) if (on >= monday) inWeek.push({ on, task });
  inWeek.sort((a, b) => a.on.localeCompare(b.on) || a.task.taskId.localeCompare(b.task.taskId));
  const shown = inWeek.slice(0, shownServices);
  const places = new Map(
    (await placed(desk.db, [...new Set(shown.map(({ task }) => task))])).map((task) => [task.taskId, task]),
  );
  return {
    count: inWeek.length,
    minutes: inWeek.reduce((sum, { task }) => sum + task.minutes, 0),
    services: shown
      .map(({ on, task }) => ({ on, task: places.get(task.taskId)! }))
      .sort((a, b) => a.on.localeCompare(b.on) || a.task.label.localeCompare(b.task.label)),
  };
}
