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
      await lockPlant(db, 'FOR UPDATE', transaction);
      return work(transaction, new Set());
    }
    return work(transaction, await lockAll(db, whom, '', transaction));
  });

/**
 * The same, but nobody is waited for who has one of the machines just now.
 * @param work is told which of the machines it has to itself
 */
export const aloneWithFree = <Value>(
  db: Database,
  whom: Exclude<Whom, 'plant'>,
  work: (transaction: Transaction, free: ReadonlySet<string>) => Promise<Value>,
): Promise<Value> =>
  db.transaction(async (transaction) => work(transaction, await lockAll(db, whom, 'SKIP LOCKED', transaction)));

const lockPlant = (db: Database, how: 'FOR UPDATE' | 'LOCK IN SHARE MODE', transaction: Transaction) =>
  db.select(`SELECT id FROM plant LIMIT 1 ${how}`, {}, transaction);

/** Asks for one lock after another without waiting for the answers: the database takes them up as they come. */
async function lockAll(
  db: Database,
  { machineIds, rounds = [] }: Exclude<Whom, 'plant'>,
  others: 'SKIP LOCKED' | '',
  transaction: Transaction,
): Promise<ReadonlySet<string>> {
  const [, machines] = await Promise.all([
    lockPlant(db, 'LOCK IN SHARE MODE', transaction),
    lockMachines(db, machineIds, others, transaction),
    lockRounds(db, rounds, transaction),
  ]);
  return machines;
}

async function lockMachines(
  db: Database,
  machineIds: readonly string[],
  others: 'SKIP LOCKED' | '',
  transaction: Transaction,
): Promise<ReadonlySet<string>> {
  if (machineIds.length === 0) return new Set();
  const rows = await db.select<{ id: string }>(
    `SELECT id FROM machine FORCE INDEX (PRIMARY) WHERE id IN (:machineIds) ORDER BY id FOR UPDATE ${others}`,
    { machineIds: [...new Set(machineIds)] },
    transaction,
  );
  return new Set(rows.map(({ id }) => id));
}

async function lockRounds(db: Database, rounds: readonly Hold[], transaction: Transaction): Promise<void> {
  const ended = new Set(rounds.filter(({ ends }) => ends).map(({ id }) => id));
  const lock = (id: string) =>
    db.select(
      `SELECT id FROM round WHERE id = :id ${ended.has(id) ? 'FOR UPDATE' : 'LOCK IN SHARE MODE'}`,
      { id },
      transaction,
    );
  await Promise.all([...new Set(rounds.map(({ id }) => id))].sort().map(lock));
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
