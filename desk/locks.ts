import type { Transaction } from 'sequelize';
import type { Database } from './desk';

/** A round is shared by those who write on it, and is one's own to end it. */
type Hold = { id: string; ends: boolean };

/** Whom a change shuts out until it is done: those who work on some machines, or everybody. */
export type Whom = { machineIds: readonly string[]; rounds?: readonly Hold[] } | 'plant';

/**
 * Does work in one transaction while nobody else writes entries for the same machines or changes their plan. Everybody
 * locks in this order, so that nobody waits in a ring: the plant's row (shared; exclusive for what concerns the whole
 * plant), machines by ascending id, rounds by ascending id, and last, where entries are written, the head of the log
 * (`append`). What decides is to be read inside `work`: it is as it will be when the change is made.
 * @param work is told which of the machines there are
 * @throws what `work` throws; nothing is written then
 */
export const alone = <Value>(
  db: Database,
  whom: Whom,
  work: (transaction: Transaction, machines: ReadonlySet<string>) => Promise<Value>,
): Promise<Value> =>
  db.transaction(async (transaction) => {
    if (whom === 'plant') {
      await db.select('SELECT id FROM plant LIMIT 1 FOR UPDATE', {}, transaction);
      return work(transaction, new Set());
    }
    return work(transaction, await lockAll(db, whom, '', transaction));
  });

/**
 * The same, but nobody is waited for who has one of the machines just now.
 * @param work is told which of the machines it has to itself when the locks are there; what it asks for before stands
 *   behind them and is answered after them
 */
export const aloneWithFree = <Value>(
  db: Database,
  whom: Exclude<Whom, 'plant'>,
  work: (transaction: Transaction, free: Promise<ReadonlySet<string>>) => Promise<Value>,
): Promise<Value> => db.transaction((transaction) => work(transaction, lockAll(db, whom, 'SKIP LOCKED', transaction)));

/** Takes all locks with one question, whose parts the database answers one after another. */
async function lockAll(
  db: Database,
  { machineIds, rounds = [] }: Exclude<Whom, 'plant'>,
  others: 'SKIP LOCKED' | '',
  transaction: Transaction,
): Promise<ReadonlySet<string>> {
  const ended = new Set(rounds.filter(({ ends }) => ends).map(({ id }) => id));
  const roundIds = [...new Set(rounds.map(({ id }) => id))].sort();
  const locks = [
    "SELECT 'plant' AS what, id FROM plant LIMIT 1 LOCK IN SHARE MODE",
    machineIds.length > 0 &&
      `SELECT 'machine', id FROM machine FORCE INDEX (PRIMARY) WHERE id IN (:machineIds) ORDER BY id FOR UPDATE ${others}`,
    ...roundIds.map(
      (id, place) =>
        `SELECT 'round', id FROM round WHERE id = :round${place} ${ended.has(id) ? 'FOR UPDATE' : 'LOCK IN SHARE MODE'}`,
    ),
  ];
  const rows = await db.select<{ what: 'plant' | 'machine' | 'round'; id: string }>(
    locks.flatMap((lock) => (lock ? `(${lock})` : [])).join(' UNION ALL '),
    {
      machineIds: [...new Set(machineIds)],
      ...Object.fromEntries(roundIds.map((id, place) => [`round${place}`, id])),
    },
    transaction,
  );
  return new Set(rows.filter(({ what }) => what === 'machine').map(({ id }) => id));
}

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
