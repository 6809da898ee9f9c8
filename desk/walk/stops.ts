import type { Database } from '../desk';
import { taskCondition, taskJoins } from '../standing/plan-rows';

/** The stops of routes whose tasks are in use, in walking order. */
export const selectStops = (db: Database, routeId?: string) =>
  db.select<{ routeId: string; taskId: string; pointId: string; machineId: string }>(
    `SELECT stop.routeId, stop.taskId, task.pointId, lube_point.machineId ${taskJoins} JOIN stop ON stop.taskId = task.id WHERE ${taskCondition({})}${routeId ? ' AND stop.routeId = :routeId' : ''} ORDER BY stop.position`,
    { routeId },
  );
