import type { Transaction } from 'sequelize';
import type { Database, Write } from '../desk';

/**
 * The walk that a task of `due_state` belongs to: the first by code of the routes in use that it is on, null where it is on
 * none. It stands in the table, so that what is wanted is counted walk by walk in an index.
 */
const firstRoute =
  '(SELECT route.id FROM stop JOIN route ON route.id = stop.routeId WHERE stop.taskId = due_state.taskId AND route.retiredOn IS NULL ORDER BY route.code LIMIT 1)';

const noted = `UPDATE due_state SET routeId = ${firstRoute}`;

/** The write of which walk some tasks belong to, for the transaction that made them stand; nothing where there are none. */
export const walksOf = (taskIds: readonly string[]): Write | undefined =>
  taskIds.length === 0
    ? undefined
    : { sql: `${noted} WHERE taskId IN (${taskIds.map(() => '?').join()})`, values: taskIds };

/** Notes which walk tasks belong to, all of the plant or some; in the transaction that changed a route or its stops. */
export const noteWalks = (db: Database, transaction: Transaction, taskIds?: readonly string[]): Promise<void> =>
  db.writeAll([taskIds ? walksOf(taskIds) : { sql: noted, values: [] }], transaction);

/** Tasks that are noted under another walk than they belong to. */
export const strayTasks = (db: Database, transaction?: Transaction) =>
  db.select<{ taskId: string; machineId: string; stands: string | null; should: string | null }>(
    `SELECT taskId, machineId, stands, should FROM (SELECT taskId, machineId, routeId AS stands, ${firstRoute} AS should FROM due_state) AS walk WHERE NOT stands <=> should`,
    {},
    transaction,
  );

/** The tasks that a route leads to. */
export async function tasksOfRoute(db: Database, routeId: string, transaction?: Transaction): Promise<string[]> {
  const rows = await db.select<{ taskId: string }>(
    'SELECT taskId FROM stop WHERE routeId = :routeId',
    { routeId },
    transaction,
  );
  return rows.map(({ taskId }) => taskId);
}
