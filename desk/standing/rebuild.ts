import type { Transaction } from 'sequelize';
import { projectionVersion } from '@/db/models/projection';
import type { Database } from '../desk';
import { alone } from '../locks';
import { correctionsOfLog, machinesSince, rebuildCorrections } from '../log/believed';
import { rebuildWords } from '../log/words';
import { deriveMachines } from './derived-machine';
import { findingsKept } from './findings';
import { openThingsKept } from './open-things';
import { selectPlan } from './plan-rows';
import { projectMachines, stampPlans } from './projection';
import { machineLog, wholeLog } from './read-log';
import { type DueRow, type MeterRow, type PastRow, sameRow } from './rows';
import { noteWalks, strayTasks } from './walks';

const batchRows = 1000;

/** What a rebuild found, or would have written. */
export type Rebuilt = { entries: number; tasks: number; meters: number };

/**
 * Makes the whole projection anew from the log, read once from end to end. Entries that arrive meanwhile are taken up at
 * the end, while the plant stands still for a moment.
 * @param report called with what has been done so far
 * @param change of the plan, made in the same transaction
 */
export async function rebuild(
  db: Database,
  report: (words: string) => void = () => {},
  change: (transaction: Transaction) => Promise<unknown> = async () => {},
): Promise<Rebuilt> {
  await alone(db, 'plant', async (transaction) => {
    await rebuildCorrections(db, transaction);
    await rebuildWords(db, transaction);
  });
  const { log, entries, seq } = await wholeLog(db);
  report(`${entries} entries read`);
  return alone(db, 'plant', async (transaction) => {
    await change(transaction);
    const plan = await selectPlan(db, {}, transaction);
    await db.sequelize.query('DELETE FROM due_state', { transaction });
    await db.sequelize.query('DELETE FROM due_history', { transaction });
    await db.sequelize.query('DELETE FROM meter_state', { transaction });
    const meters = new Batch<MeterRow>((rows) => db.insert('meter_state', rows, transaction));
    const due = new Batch<DueRow>((rows) => db.insert('due_state', rows, transaction));
    const past = new Batch<PastRow>((rows) => db.insert('due_history', rows, transaction));
    for (const { rows } of deriveMachines(plan, log, plan.machines.keys())) {
      await meters.add(rows.meters);
      await due.add(rows.due);
      await past.add(rows.past);
    }
    await past.end();
    const sum = { entries, meters: await meters.end(), tasks: await due.end() };
    await noteWalks(db, transaction);
    await findingsKept.rebuild(db, transaction);
    await openThingsKept.rebuild(db, transaction);
    await db.sequelize.query('REPLACE INTO projection_version (id, version) VALUES (1, ?)', {
      replacements: [projectionVersion],
      transaction,
    });
    await stampPlans(db, transaction);
    await projectMachines(db, await machinesSince(db, seq, transaction), transaction);
    return sum;
  });
}

/** A row of the projection that says something else than the log and the plan do; `should` is null where there should be none. */
export type Difference = {
  table: 'due_state' | 'due_history' | 'meter_state' | 'finding_state' | 'open_thing' | 'corrected_entry';
  key: string;
  machineId: string | null;
  stands: object | null;
  should: object | null;
};

const machineOf = (row: object): string | null => (row as { machineId?: string }).machineId ?? null;

/** Compares the projection with what a rebuild would make of it, without changing anything. */
export async function compareWithLog(db: Database): Promise<Rebuilt & { differences: Difference[] }> {
  const { log, entries, seq } = await wholeLog(db);
  return alone(db, 'plant', async (transaction) => {
    const plan = await selectPlan(db, {}, transaction);
    const late = new Set(await machinesSince(db, seq, transaction));
    const differences: Difference[] = [];
    const sum = { entries, tasks: 0, meters: 0 };
    const compare = (table: Difference['table'], key: string, should: readonly object[], stands: readonly object[]) => {
      const keyOf = (row: object) =>
        key
          .split(' ')
          .map((name) => (row as Record<string, string>)[name])
          .join(' ');
      const standing = new Map(stands.map((row) => [keyOf(row), row]));
      for (const row of should) {
        const stood = standing.get(keyOf(row)) ?? null;
        standing.delete(keyOf(row));
        if (!stood || !sameRow(stood, row))
          differences.push({
            table,
            key: keyOf(row),
            machineId: machineOf(row),
            stands: stood,
            should: row,
          });
      }
      for (const [gone, row] of standing)
        differences.push({ table, key: gone, machineId: machineOf(row), stands: row, should: null });
    };
    compare(
      'corrected_entry',
      'entryId',
      await correctionsOfLog(db, transaction),
      await db.CorrectedEntry.findAll({ transaction, raw: true }),
    );
    compare(
      'finding_state',
      'entryId',
      await findingsKept.ofLog(db, transaction),
      await findingsKept.standing(db, transaction),
    );
    compare(
      'open_thing',
      'entryId',
      await openThingsKept.ofLog(db, transaction),
      await openThingsKept.standing(db, transaction),
    );
    for (const machineId of plan.machines.keys()) {
      // What has been written since the log was read is not in this reading of it: such a machine is read once more.
      const own = late.has(machineId) ? await machineLog(db, [machineId], transaction) : log;
      const where = { machineId };
      for (const { rows } of deriveMachines(plan, own, [machineId])) {
        const { meters, due, past } = rows;
        compare('meter_state', 'meterId', meters, await db.MeterStanding.findAll({ where, transaction, raw: true }));
        compare('due_state', 'taskId', due, await db.DueStanding.findAll({ where, transaction, raw: true }));
        compare(
          'due_history',
          'taskId untilOn',
          past,
          await db.PastDueStanding.findAll({ where, transaction, raw: true }),
        );
        sum.meters += meters.length;
        sum.tasks += due.length;
      }
    }
    for (const { taskId, machineId, stands, should } of await strayTasks(db, transaction))
      differences.push({
        table: 'due_state',
        key: taskId,
        machineId,
        stands: { routeId: stands },
        should: { routeId: should },
      });
    return { ...sum, differences };
  });
}

/** Gathers rows and writes them a thousand at a time, the next thousand being derived while the database writes. */
class Batch<Row> {
  private rows: Row[] = [];
  private writing: Promise<void> = Promise.resolve();
  private count = 0;
  constructor(private readonly write: (rows: readonly Row[]) => Promise<void>) {}

  async add(rows: readonly Row[]): Promise<void> {
    this.rows.push(...rows);
    this.count += rows.length;
    if (this.rows.length < batchRows) return;
    await this.writing;
    this.writing = this.write(this.rows);
    this.rows = [];
  }

  async end(): Promise<number> {
    await this.writing;
    if (this.rows.length > 0) await this.write(this.rows);
    return this.count;
  }
}
