import type { Model, ModelStatic, Transaction, WhereOptions } from 'sequelize';
import type { DueFacts } from '@/core/interval/due-facts';
import { type PastStanding, dueHistory } from '@/core/interval/due-history';
import { decides } from '@/core/entry/believed';
import { decidingKinds } from '@/core/entry/kinds';
import { type MeterState, meterAsOf } from '@/core/meter/state';
import type { PlantDay } from '@/core/time/plant-day';
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
import { rebuildWords } from '../log/words';
import { type Plan, type TaskPlanRow, selectPlan } from './plan-rows';

/**
 * Where every meter and task stands, kept beside the log so that lists need not read it. It is brought up to date in the
 * transaction that writes an entry or changes the plan, machine by machine; `rebuild` makes it anew from the whole log.
 * Both go through the same derivation, and a test proves that they agree.
 */
type MeterRow = ReturnType<typeof meterRow>;
type DueRow = ReturnType<typeof dueRow>;
type PastRow = ReturnType<typeof pastRow>;

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

/** Facts as they are kept, of the present and of the past alike. */
const factColumns = (facts: DueFacts) => ({
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
});

const pastRow = ({ taskId, machineId }: TaskPlanRow, { sinceOn, untilOn, facts }: PastStanding) => ({
  taskId,
  untilOn,
  sinceOn,
  machineId,
  ...factColumns(facts),
});

function dueRow(derived: ReturnType<typeof deriveTask>, sinceOn: PlantDay | null) {
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
    ...factColumns(facts),
    sinceOn,
    bandChange,
    cameEmpty,
  };
}

/** Rows of all meters and tasks of a plan, machine by machine. */
function* rowsByMachine(
  plan: Plan,
  log: MachineLog,
  machineIds: Iterable<string>,
): Generator<{ meters: MeterRow[]; due: DueRow[]; past: PastRow[] }> {
  const tasksOf = new Map<string, Plan['tasks']>();
  for (const row of plan.tasks) {
    const mine = tasksOf.get(row.machineId);
    if (mine) mine.push(row);
    else tasksOf.set(row.machineId, [row]);
  }
  for (const machineId of machineIds) {
    const meters: MachineMeters = metersOfMachine(plan, log, machineId);
    const due: DueRow[] = [];
    const past: PastRow[] = [];
    const asOf = rememberedMeters();
    for (const row of tasksOf.get(machineId) ?? []) {
      const derived = deriveTask(plan, log, row, meters);
      const history = dueHistory(derived.input, asOf);
      due.push(dueRow(derived, history.sinceOn));
      for (const span of history.past) past.push(pastRow(row, span));
    }
    yield {
      due,
      past,
      meters: [...meters.states].map(([meterId, state]) =>
        meterRow(meterId, machineId, shownLast(log, meterId, state), state),
      ),
    };
  }
}

/** Meters as they stood once, worked out once for all tasks that go by them. */
function rememberedMeters(): typeof meterAsOf {
  const known = new Map<MeterState, Map<number, MeterState | undefined>>();
  return (meter, atMs) => {
    let mine = known.get(meter);
    if (!mine) known.set(meter, (mine = new Map()));
    if (!mine.has(atMs)) mine.set(atMs, meterAsOf(meter, atMs));
    return mine.get(atMs);
  };
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
  { arriving = [], transaction }: { arriving?: readonly BelievedRow[]; transaction?: Transaction } = {},
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
  for (const entry of [...standing, ...arrived]) log.add(entry);
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
  const past: PastRow[] = [];
  for (const rows of rowsByMachine(plan, log, wanted)) {
    meters.push(...rows.meters);
    due.push(...rows.due);
    past.push(...rows.past);
  }
  await replaceRows(db.MeterStanding, wanted, meters, ({ meterId }) => meterId, transaction);
  await replaceRows(db.DueStanding, wanted, due, ({ taskId }) => taskId, transaction);
  await replaceRows(db.PastDueStanding, wanted, past, ({ taskId, untilOn }) => `${taskId} ${untilOn}`, transaction);
}

/** Makes a table say of some machines what was derived; rows that say it already are not touched. */
async function replaceRows<Row extends object>(
  model: ModelStatic<Model<Row, Row>>,
  machineIds: readonly string[],
  rows: readonly Row[],
  keyOf: (row: Row) => string,
  transaction: Transaction,
): Promise<void> {
  const stored = (await model.findAll({
    where: { machineId: machineIds } as unknown as WhereOptions<Row>,
    transaction,
    raw: true,
  })) as unknown as Row[];
  const before = new Map(stored.map((row) => [keyOf(row), row]));
  const changed = rows.filter((row) => {
    const stood = before.get(keyOf(row));
    return !stood || fingerprint(stood) !== fingerprint(row);
  });
  for (const row of rows) before.delete(keyOf(row));
  if (changed.length > 0)
    await model.bulkCreate(changed as never, {
      transaction,
      updateOnDuplicate: Object.keys(changed[0]!) as (keyof Row)[],
    });
  const keys = model.primaryKeyAttributes as (keyof Row)[];
  for (const gone of before.values())
    await model.destroy({
      where: Object.fromEntries(keys.map((key) => [key, gone[key]])) as WhereOptions<Row>,
      transaction,
    });
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
    const meters = new Batch<MeterRow>((rows) => insertRows(db, 'meter_state', rows, transaction));
    const due = new Batch<DueRow>((rows) => insertRows(db, 'due_state', rows, transaction));
    const past = new Batch<PastRow>((rows) => insertRows(db, 'due_history', rows, transaction));
    for (const rows of rowsByMachine(plan, log, plan.machines.keys())) {
      await meters.add(rows.meters);
      await due.add(rows.due);
      await past.add(rows.past);
    }
    await past.end();
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
  table: 'due_state' | 'due_history' | 'meter_state' | 'corrected_entry';
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
      for (const { meters, due, past } of rowsByMachine(plan, own, [machineId])) {
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
