import { z } from 'zod';
import { plantDay, ulid } from '@/core/fields/fields';
import { type PlantDay, addDays, dayNumber, plantToday } from '@/core/time/plant-day';
import { type Database, type Desk, type Result, done, refusal } from '../desk';
import { thePlant } from '../plant';

/** As many services as are levelled at once. */
const mostServices = 12_000;
/** Half a year and a little, as far as weeks are levelled. */
const mostDays = 200;

export const planToKeep = z.strictObject({
  /** Whose days are kept anew: those of a task that is not among the services are forgotten. */
  taskIds: z.array(ulid).min(1).max(mostServices),
  services: z.array(z.strictObject({ taskId: ulid, on: plantDay('Day'), isLocked: z.boolean() })).max(mostServices),
});

/**
 * Keeps a levelled plan: outlook, trials and the calendar go by its days from then on, as far as they lie in a task's window.
 * It takes the place of what was kept for the same tasks.
 */
export async function keepPlan(
  { db, now, actor }: Desk,
  { taskIds, services }: z.output<typeof planToKeep>,
): Promise<Result<{ services: number }>> {
  const plant = await thePlant(db);
  const today = plantToday(now, plant);
  const known = await db.Task.count({ where: { id: taskIds } });
  const among = new Set(taskIds);
  if (known !== among.size || services.some(({ taskId }) => !among.has(taskId)))
    return refusal('invalid', 'A task of this plan is not in the book any more. Level the weeks anew.');
  if (services.some(({ on }) => on < today || on > addDays(today, mostDays)))
    return refusal('invalid', 'This plan is of another day. Level the weeks anew.');
  const rows = new Map(
    services.map(({ taskId, on, isLocked }) => [
      `${taskId} ${on}`,
      { taskId, plannedOn: on, isLocked, personId: actor.id, keptAt: now },
    ]),
  );
  await db.transaction(async (transaction) => {
    await db.KeptDay.destroy({ where: { taskId: taskIds }, transaction });
    await db.insert('kept_day', [...rows.values()], transaction);
  });
  return done({ services: rows.size });
}

/** Forgets what is kept for some tasks: they go by their due days again. */
export async function forgetPlan({ db }: Desk, taskIds: readonly string[]): Promise<Result<null>> {
  await db.KeptDay.destroy({ where: { taskId: [...taskIds] } });
  return done(null);
}

/** The kept days from a day on, by task, as day numbers in order. */
export async function readKeptDays(db: Database, from: PlantDay): Promise<Map<string, number[]>> {
  const days = new Map<string, number[]>();
  const rows = await db.select<{ taskId: string; plannedOn: string }>(
    'SELECT taskId, plannedOn FROM kept_day WHERE plannedOn >= :from ORDER BY taskId, plannedOn',
    { from },
  );
  for (const { taskId, plannedOn } of rows) {
    const known = days.get(taskId);
    if (known) known.push(dayNumber(plannedOn));
    else days.set(taskId, [dayNumber(plannedOn)]);
  }
  return days;
}

/** What was kept of some tasks: the days that a planner fixed, and when and by whom the newest of it was kept. */
export async function readKept(db: Database, taskIds: readonly string[], from: PlantDay) {
  if (taskIds.length === 0) return { locked: new Map<string, PlantDay>(), newest: null };
  const rows = await db.select<{
    taskId: string;
    plannedOn: string;
    isLocked: number;
    keptAt: Date;
    initials: string;
  }>(
    'SELECT kept_day.taskId, kept_day.plannedOn, kept_day.isLocked, kept_day.keptAt, person.initials FROM kept_day JOIN person ON person.id = kept_day.personId WHERE kept_day.taskId IN (:taskIds) AND kept_day.plannedOn >= :from ORDER BY kept_day.keptAt',
    { taskIds: [...taskIds], from },
  );
  const last = rows.at(-1);
  return {
    locked: new Map(rows.filter(({ isLocked }) => isLocked).map(({ taskId, plannedOn }) => [taskId, plannedOn])),
    newest: last ? { at: last.keptAt, by: last.initials, services: rows.length } : null,
  };
}
