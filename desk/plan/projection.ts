import type { Transaction } from 'sequelize';
import { corrected, effectiveEntries, newestCorrections } from '@/core/entry/effective';
import type { MeterState } from '@/core/meter/state';
import type { Database } from '../desk';
import { type MachineMeters, deriveTask, factsOf, metersOfMachine } from './derive';
import { MachineLog } from './machine-log';
import { type EntryRow, type Plan, decidingEntries, entryColumns, parseEntry, selectPlan } from './select';

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
  const { row, lubricant, bandChange, cameEmpty, hours, governing } = derived;
  const facts = factsOf(derived);
  return {
    taskId: row.taskId,
    machineId: row.machineId,
    areaId: row.areaId,
    pointId: row.pointId,
    lubricantId: lubricant?.id ?? null,
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

const entriesOfMachines = `SELECT ${entryColumns} FROM entry WHERE entry.machineId IN (:machineIds) AND (${decidingEntries()} OR entry.kind = 'correction')`;

/** The log of some machines as it is to be believed. */
export async function machineLog(
  db: Database,
  machineIds: readonly string[],
  { untilMs = Infinity, transaction }: { untilMs?: number; transaction?: Transaction } = {},
): Promise<MachineLog> {
  const log = new MachineLog();
  if (machineIds.length === 0) return log;
  const rows = await db.select<EntryRow>(entriesOfMachines, { machineIds: [...machineIds] }, transaction);
  for (const entry of effectiveEntries(rows.map(parseEntry)))
    if (Date.parse(entry.happenedAt) <= untilMs) log.add(entry);
  return log;
}

/** Brings the projection of some machines up to date. Rows that say the same as before are not touched. */
export async function projectMachines(
  db: Database,
  machineIds: readonly string[],
  transaction?: Transaction,
): Promise<void> {
  const wanted = [...new Set(machineIds)];
  if (wanted.length === 0) return;
  if (!transaction) return db.sequelize.transaction((own) => projectMachines(db, wanted, own));
  const plan = await selectPlan(db, { machineIds: wanted }, transaction);
  const log = await machineLog(db, wanted, { transaction });
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
  return typeof value === 'string' && value.startsWith('{') ? (JSON.parse(value) as unknown) : value;
}

const batchRows = 1000;

/**
 * Makes the whole projection anew from the log, read once from end to end. Entries that arrive meanwhile are taken up at
 * the end, while the log is locked for a moment.
 * @param report called with what has been done so far
 */
export async function rebuild(
  db: Database,
  report: (words: string) => void = () => {},
): Promise<{ entries: number; tasks: number; meters: number }> {
  const head = await db.LogHead.findByPk(1);
  const corrections = newestCorrections(
    (await db.select<EntryRow>(`SELECT ${entryColumns} FROM entry WHERE entry.kind = 'correction'`)).map(parseEntry),
  );
  const log = new MachineLog();
  let entries = 0;
  for await (const row of db.stream<Omit<EntryRow, 'personId' | 'replacesId'>>(streamSql)) {
    entries += 1;
    // Readings are by far the most, and as a rule nobody corrects them: they take the short way.
    if (row.kind === 'reading' && !corrections.has(row.id))
      log.addReadingText(Number(row.seq), row.happenedAt, row.body);
    else {
      const entry = corrected(parseEntry(row), corrections);
      if (entry) log.add(entry);
    }
  }
  report(`${entries} entries read`);
  const plan = await selectPlan(db);
  const sum = { entries, tasks: 0, meters: 0 };
  await db.sequelize.transaction(async (transaction) => {
    const now = await db.LogHead.findByPk(1, { lock: transaction.LOCK.UPDATE, transaction });
    await db.sequelize.query('DELETE FROM due_state', { transaction });
    await db.sequelize.query('DELETE FROM meter_state', { transaction });
    const meters = new Batch<MeterRow>((rows) => insertRows(db, 'meter_state', rows, transaction));
    const due = new Batch<DueRow>((rows) => insertRows(db, 'due_state', rows, transaction));
    for (const rows of rowsByMachine(plan, log, plan.machines.keys())) {
      await meters.add(rows.meters);
      await due.add(rows.due);
    }
    sum.meters = await meters.end();
    sum.tasks = await due.end();
    if (Number(now?.seq ?? 0) === Number(head?.seq ?? 0)) return;
    const late = await db.select<{ machineId: string }>(
      'SELECT DISTINCT machineId FROM entry WHERE seq > :seq AND machineId IS NOT NULL',
      { seq: Number(head?.seq ?? 0) },
      transaction,
    );
    await projectMachines(
      db,
      late.map(({ machineId }) => machineId),
      transaction,
    );
  });
  return sum;
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
export const streamSql = `SELECT entry.id, entry.seq, entry.kind, entry.body, entry.happenedAt, entry.machineId, entry.pointId, entry.taskIds FROM entry WHERE ${decidingEntries()}`;

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
