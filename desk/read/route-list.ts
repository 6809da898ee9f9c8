import { plannedMinutes } from '@/core/capacity/shifts';
import { plantToday } from '@/core/time/plant-day';
import type { Desk } from '../desk';
import { thePlant } from '../plant';
import { capacityOf } from '../register/capacity';
import { standingSql } from '../standing/standing-sql';

/** One route on the list of all: how long it is, and how much of it is wanted. */
export type RouteLine = {
  id: string;
  code: string;
  name: string;
  stops: number;
  minutes: number;
  overdue: number;
  due: number;
  unknown: number;
};

/** So many stand on a page. */
const shownRoutes = 40;

/**
 * Routes in use by code, those that are not any more, and how many tasks of the plan are on none.
 * @param after begins after the route of this code
 */
export async function readRouteList(
  { db, now }: Pick<Desk, 'db' | 'now'>,
  after = '',
): Promise<{
  routes: RouteLine[];
  /** The last code of this page where there are more. */
  next: string | null;
  onNone: number;
  /** What is planned of the longest shift for one person, in minutes: a route that takes longer is no walk. */
  shiftMinutes: number;
  retired: { id: string; code: string; version: number; retiredOn: string }[];
}> {
  const plant = await thePlant(db);
  const today = plantToday(now, plant);
  const { shifts, numbers } = capacityOf(plant);
  const [routes, [forgotten], retired] = await Promise.all([
    db.select<RouteLine>(
      `SELECT route.id, route.code, route.name, COUNT(due_state.taskId) AS stops, IFNULL(SUM(IF(due_state.taskId IS NULL, 0, task.minutes)), 0) AS minutes,
         ${(['overdue', 'due', 'unknown'] as const).map((each) => `IFNULL(SUM(${standingSql[each]}), 0) AS ${each}`).join(', ')}
       FROM (SELECT id, code, name FROM route WHERE retiredOn IS NULL AND code > :after ORDER BY code LIMIT ${shownRoutes + 1}) AS route LEFT JOIN stop ON stop.routeId = route.id LEFT JOIN task ON task.id = stop.taskId LEFT JOIN due_state ON due_state.taskId = stop.taskId
       GROUP BY route.id, route.code, route.name ORDER BY route.code`,
      { today, after },
    ),
    db.select<{ count: number }>('SELECT COUNT(*) AS count FROM due_state WHERE routeId IS NULL'),
    db.select<{ id: string; code: string; version: number; retiredOn: string }>(
      'SELECT id, code, version, retiredOn FROM route WHERE retiredOn IS NOT NULL ORDER BY code',
    ),
  ]);
  return {
    next: routes.length > shownRoutes ? routes[shownRoutes - 1]!.code : null,
    retired: after === '' ? retired : [],
    onNone: Number(forgotten!.count),
    shiftMinutes: Math.max(...shifts.map((shift) => plannedMinutes(shift, numbers.plannedPct))),
    routes: routes.slice(0, shownRoutes).map(({ stops, minutes, overdue, due, unknown, ...route }) => ({
      ...route,
      stops: Number(stops),
      minutes: Number(minutes),
      overdue: Number(overdue),
      due: Number(due),
      unknown: Number(unknown),
    })),
  };
}
