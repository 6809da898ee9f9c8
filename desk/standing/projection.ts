import type { Transaction } from 'sequelize';
import { decides } from '@/core/entry/believed';
import { decidingKinds } from '@/core/entry/kinds';
import type { MeterState } from '@/core/meter/state';
import { projectionVersion } from '@/db/models/projection';
import type { Database } from '../desk';
import { type MachineMeters, deriveTask, factsOf, metersOfMachine } from './derive';
import { MachineLog } from './machine-log';
import { alone } from '../locks';
import {
  type BelievedRow,
  type BelievedStored,
  believed,
  believedColumns,
  kindList,
  parseBelieved,
  readBelieved,
  rebuildCorrections,
  correctionsOfLog,
  machinesSince,
} from '../log/believed';
import { type Plan, selectPlan } from './plan-rows';

/**
 * Where every meter and task stands, kept beside the log so that lists need not read it. It is brought up to date in the
 * transaction that writes an entry or changes the plan, machine by machine; `rebuild` makes it anew from the whole log.
 * Both go through the same derivation, and a test proves that they agree.
 */
type MeterRow = ReturnType<typeof meterRow>;
type DueRow = ReturnType<typeof dueRow>;

function meterRow(
  meterId: string,
  machineId: string,
  shown: number | null,
  { kept, rejected, rate, lastRunMs }: MeterState,
) {
  const last = kept.at(-1);
  return {
    meterId,
    machineId,
    readMs: last?.atMs ?? null,
    shown: last ? shown : null,
    accumulated: last?.value ?? null,
    perDayLow: rate.low,
    perDayMid: rate.mid,
    perDayHigh: rate.high,
    confidence: rate.confidence,
    windowReadings: rate.readings,
    kept: kept.length,
    rejected: rejected.length,
    lastRunMs: lastRunMs ?? null,
  };
}

function dueRow(derived: ReturnType<typeof deriveTask>) {
  const { row, lubricant, stages, stagesOf, amount, bandChange, cameEmpty, hours, governing } = derived;
  const facts = factsOf(derived);
  return {
    taskId: row.taskId,
    machineId: row.machineId,
    areaId: row.areaId,
    pointId: row.pointId,
    lubricantId: lubricant?.id ?? null,
    stages,
    stagesOf: stagesOf?.id ?? null,
    amount,
    machineState: row.machineState,
    who: row.who,
    hourMeterId: hours?.id ?? null,
    governingMeterId: governing(facts)?.id ?? null,
    state: facts.state,
    stage: facts.stage,
    runIn: facts.runIn,
    governedBy: facts.by ?? null,
    dueOn: facts.dueOn ?? null,
    fromOn: facts.window?.fromOn ?? null,
    toOn: facts.window?.toOn ?? null,
    postponedFrom: facts.postponedFrom ?? null,
    lastMs: facts.lastMs === undefined ? null : Math.round(facts.lastMs),
    lastHours: facts.lastHours ?? null,
    dueHours: facts.dueHours ?? null,
    servicesDone: facts.servicesDone,
    confidence: facts.confidence,
    bandChange,
    cameEmpty,
  };
}

/** Rows of all meters and tasks of a plan, machine by machine. */
function* rowsByMachine(
  plan: Plan,
  log: MachineLog,
  machineIds: Iterable<string>,
): Generator<{ meters: MeterRow[]; due: DueRow[] }> {
  const tasksOf = new Map<string, Plan['tasks']>();
  for (const row of plan.tasks) {
    const mine = tasksOf.get(row.machineId);
    if (mine) mine.push(row);
    else tasksOf.set(row.machineId, [row]);
  }
  for (const machineId of machineIds) {
    const meters: MachineMeters = metersOfMachine(plan, log, machineId);
    yield {
      meters: [...meters.states].map(([meterId, state]) =>
        meterRow(meterId, machineId, shownLast(log, meterId, state), state),
      ),
      due: (tasksOf.get(machineId) ?? []).map((row) => dueRow(deriveTask(plan, log, row, meters))),
    };
  }
}

/** What the dial showed at the newest kept reading. */
function shownLast(log: MachineLog, meterId: string, { kept }: MeterState): number | null {
  const last = kept.at(-1);
  return last ? (log.dials(meterId).readings[last.index]?.value ?? null) : null;
}

const deciding = `entry.decides AND entry.kind IN (${kindList(decidingKinds)})`;

/**
 * The log of some machines as it is to be believed.
 * @param arriving entries about to be written, newer than all there are
 */
export async function machineLog(
  db: Database,
  machineIds: readonly string[],
  {
    untilMs = Infinity,
    arriving = [],
    transaction,
  }: { untilMs?: number; arriving?: readonly BelievedRow[]; transaction?: Transaction } = {},
): Promise<MachineLog> {
  const log = new MachineLog();
  if (machineIds.length === 0) return log;
  const standing = await readBelieved(
    db,
    `entry.machineId IN (:machineIds) AND ${deciding}`,
    { machineIds: [...machineIds] },
    transaction,
  );
  const arrived = arriving.filter((entry) => decidingKinds.includes(entry.kind) && decides(entry));
  for (const entry of [...standing, ...arrived]) if (Date.parse(entry.happenedAt) <= untilMs) log.add(entry);
  return log;
}

/**
 * Brings the projection of some machines up to date, which the caller must have to itself (`alone`). Rows that say the
 * same as before are not touched.
 * @param arriving entries that are written right after, so that the head of the log is locked for as short as can be
 */
export async function projectMachines(
  db: Database,
  machineIds: readonly string[],
  transaction?: Transaction,
  arriving: readonly BelievedRow[] = [],
): Promise<void> {
  const wanted = [...new Set(machineIds)];
  if (wanted.length === 0) return;
  if (!transaction) return alone(db, { machineIds: wanted }, (own) => projectMachines(db, wanted, own));
  const plan = await selectPlan(db, { machineIds: wanted }, transaction);
  const log = await machineLog(db, wanted, { arriving, transaction });
  const meters: MeterRow[] = [];
  const due: DueRow[] = [];
  for (const rows of rowsByMachine(plan, log, wanted)) {
    meters.push(...rows.meters);
    due.push(...rows.due);
  }
  const where = { machineId: wanted };
  const [storedMeters, storedDue] = await Promise.all([
    db.MeterStanding.findAll({ where, transaction, raw: true }),
    db.DueStanding.findAll({ where, transaction, raw: true }),
  ]);
  const changed = <Row extends object>(rows: Row[], stored: readonly object[], key: keyof Row) => {
    const before = new Map(stored.map((row) => [(row as Row)[key], fingerprint(row)]));
    return rows.filter((row) => before.get(row[key]) !== fingerprint(row));
  };
  const gone = storedDue.map(({ taskId }) => taskId).filter((taskId) => !due.some((row) => row.taskId === taskId));
  const newMeters = changed(meters, storedMeters, 'meterId');
  const newDue = changed(due, storedDue, 'taskId');
  if (newMeters.length > 0)
    await db.MeterStanding.bulkCreate(newMeters, {
      transaction,
      updateOnDuplicate: Object.keys(newMeters[0]!) as (keyof MeterRow)[],
    });
  if (newDue.length > 0)
    await db.DueStanding.bulkCreate(newDue, {
      transaction,
      updateOnDuplicate: Object.keys(newDue[0]!) as (keyof DueRow)[],
    });
  if (gone.length > 0) await db.DueStanding.destroy({ where: { taskId: gone }, transaction });
}

/** Equal for a row as derived and as read back: numbers that came as text, true that came as 1. */
const fingerprint = (row: object): string =>
  JSON.stringify(
    Object.entries(row)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, value]) => [key, comparable(key, value)]),
  );
function comparable(key: string, value: unknown): unknown {
  if (typeof value === 'boolean') return Number(value);
  if (key.endsWith('Ms') && value !== null) return Number(value);
  return typeof value === 'string' && /^[{[]/.test(value) ? (JSON.parse(value) as unknown) : value;
}

const batchRows = 1000;

/** What a rebuild found, or would have written. */
export type Rebuilt = { entries: number; tasks: number; meters: number };

/** The log from end to end as it is to be believed, and up to which entry. */
async function wholeLog(db: Database): Promise<{ log: MachineLog; entries: number; seq: number }> {
  const head = await db.LogHead.findByPk(1);
  const log = new MachineLog();
  let entries = 0;
  for await (const row of db.stream<BelievedStored>(streamSql)) {
    entries += 1;
    // Readings are by far the most: they take the short way.
    if (row.kind === 'reading') log.addReadingText(Number(row.seq), row.happenedAt, row.body);
    else log.add(parseBelieved(row));
  }
  return { log, entries, seq: Number(head?.seq ?? 0) };
}

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
  await alone(db, 'plant', (transaction) => rebuildCorrections(db, transaction));
  const { log, entries, seq } = await wholeLog(db);
  report(`${entries} entries read`);
  return alone(db, 'plant', async (transaction) => {
    await change(transaction);
    const plan = await selectPlan(db, {}, transaction);
    await db.sequelize.query('DELETE FROM due_state', { transaction });
    await db.sequelize.query('DELETE FROM meter_state', { transaction });
    const meters = new Batch<MeterRow>((rows) => insertRows(db, 'meter_state', rows, transaction));
    const due = new Batch<DueRow>((rows) => insertRows(db, 'due_state', rows, transaction));
    for (const rows of rowsByMachine(plan, log, plan.machines.keys())) {
      await meters.add(rows.meters);
      await due.add(rows.due);
    }
    const sum = { entries, meters: await meters.end(), tasks: await due.end() };
    await db.sequelize.query('REPLACE INTO projection_version (id, version) VALUES (1, ?)', {
      replacements: [projectionVersion],
      transaction,
    });
    await projectMachines(db, await machinesSince(db, seq, transaction), transaction);
    return sum;
  });
}

/** A row of the projection that says something else than the log and the plan do; `should` is null where there should be none. */
export type Difference = {
  table: 'due_state' | 'meter_state' | 'corrected_entry';
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
      const keyOf = (row: object) => (row as Record<string, string>)[key]!;
      const standing = new Map(stands.map((row) => [keyOf(row), row]));
      for (const row of should) {
        const stood = standing.get(keyOf(row)) ?? null;
        standing.delete(keyOf(row));
        if (!stood || fingerprint(stood) !== fingerprint(row))
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
    for (const machineId of plan.machines.keys()) {
      // What has been written since the log was read is not in this reading of it: such a machine is read once more.
      const own = late.has(machineId) ? await machineLog(db, [machineId], { transaction }) : log;
      const where = { machineId };
      for (const { meters, due } of rowsByMachine(plan, own, [machineId])) {
        compare('meter_state', 'meterId', meters, await db.MeterStanding.findAll({ where, transaction, raw: true }));
        compare('due_state', 'taskId', due, await db.DueStanding.findAll({ where, transaction, raw: true }));
        sum.meters += meters.length;
        sum.tasks += due.length;
      }
    }
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

/** Everything a rebuild reads of the log; the bench streams the same and throws it away. */
export const streamSql = `SELECT ${believedColumns} FROM ${believed} WHERE ${deciding}`;

/** Inserts rows of one shape with one statement. */
async function insertRows(
  db: Database,
  table: string,
  rows: readonly object[],
  transaction: Transaction,
): Promise<void> {
  const columns = Object.keys(rows[0]!);
  const values = rows.map((row) =>
    Object.values(row).map((value) =>
      value !== null && typeof value === 'object' ? JSON.stringify(value) : (value as unknown),
    ),
  );
  await db.sequelize.query(
    `INSERT INTO ${table} (${columns.map((column) => `\`${column}\``).join(',')}) VALUES ${values.map(() => '(?)').join(',')}`,
    { replacements: values, transaction },
  );
}
