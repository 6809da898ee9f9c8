import type { Transaction } from 'sequelize';
import type { Database } from './desk';

/**
 * Whom a change shuts out until it is done: those who work on some machines, or everybody. A round is shared by those who
 * write on it, and is one's own to end it.
 */
export type Whom = { machineIds: readonly string[]; round?: { id: string; ends: boolean } } | 'plant';

/**
 * Does work in one transaction while nobody else writes entries for the same machines or changes their plan. Everybody
 * locks in this order, so that nobody waits in a ring: the plant's row (shared; exclusive for what concerns the whole
 * plant), machines by ascending id, the round, and last, where entries are written, the head of the log (`append`).
 * What decides is to be read inside `work`: it is as it will be when the change is made.
 * @throws what `work` throws; nothing is written then
 */
export const alone = <Value>(
  db: Database,
  whom: Whom,
  work: (transaction: Transaction) => Promise<Value>,
): Promise<Value> =>
  db.transaction(async (transaction) => {
    const { UPDATE, SHARE } = transaction.LOCK;
    await db.Plant.findOne({ attributes: ['id'], lock: whom === 'plant' ? UPDATE : SHARE, transaction });
    if (whom === 'plant') return work(transaction);
    for (const id of [...new Set(whom.machineIds)].sort())
      await db.Machine.findByPk(id, { attributes: ['id'], lock: UPDATE, transaction });
    if (whom.round)
      await db.Round.findByPk(whom.round.id, {
        attributes: ['id'],
        lock: whom.round.ends ? UPDATE : SHARE,
        transaction,
      });
    return work(transaction);
  });

/** The machines of some tasks; a task never moves to another point. */
export async function machinesOfTasks(db: Database, taskIds: readonly string[]): Promise<string[]> {
  if (taskIds.length === 0) return [];
  const rows = await db.select<{ machineId: string }>(
    'SELECT DISTINCT lube_point.machineId FROM task JOIN lube_point ON lube_point.id = task.pointId WHERE task.id IN (:taskIds)',
    { taskIds: [...taskIds] },
  );
  return rows.map(({ machineId }) => machineId);
}

/** The machines of some points; a point never moves to another. */
export async function machinesOfPoints(db: Database, pointIds: readonly string[]): Promise<string[]> {
  const rows = await db.LubePoint.findAll({ where: { id: [...pointIds] }, attributes: ['machineId'] });
  return [...new Set(rows.map(({ machineId }) => machineId))];
}
