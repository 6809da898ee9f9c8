import type { Transaction } from 'sequelize';
import { decides } from '@/core/entry/believed';
import { decidingKinds } from '@/core/entry/kinds';
import type { Database, Write } from '../desk';
import { groupBy } from '../group-by';
import { alone } from '../locks';
import type { BelievedRow } from '../log/believed';
import { type DerivedMachine, deriveMachine } from './derived-machine';
import { type KnownMachine, type Stamps, keepKnown, readStamps, takeKnown } from './known-machines';
import { selectPlan } from './plan-rows';
import { machineLog } from './read-log';
import { type Differing, replaceRows } from './replace-rows';
import type { StandingRows } from './rows';
import { walksOf } from './walks';

/**
 * Where every meter and task stands, kept beside the log so that lists need not read it. It is brought up to date in the
 * transaction that writes an entry or changes the plan, machine by machine; `rebuild` makes it anew from the whole log.
 * All go through the same derivation, and a test proves that they agree.
 */

/**
 * Brings the projection of some machines up to date whose plan was changed, or whose entries hold otherwise than they did.
 * The caller must have them to itself (`alone`). Rows that say the same as before are not touched.
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
  await stampPlans(db, transaction, wanted);
  const stamps = await readStamps(db, wanted, transaction);
  await db.writeAll(await project(db, stamps, arrivalsOf(arriving), transaction), transaction);
}

/**
 * Says that the plan of some machines is another one now, or that of all: what is known of them by the old one is read anew.
 * The lubricants of the house are part of every plan.
 */
export const stampPlans = (db: Database, transaction: Transaction, machineIds?: readonly string[]): Promise<void> =>
  db.change(
    `UPDATE machine SET planStamp = planStamp + 1 ${machineIds ? 'WHERE id IN (:machineIds)' : ''}`,
    machineIds ? { machineIds: [...machineIds] } : {},
    transaction,
  );

/**
 * Brings the projection up to date with entries that are written right after. What was known of a machine after its last
 * entry is gone on from; where nothing is known, or somebody changed its plan, it is read anew. A machine that nothing
 * arrives for which moves a date is left alone.
 * @param stamps of the machines that the caller has to itself
 * @returns what is still to be written: with the entries, as asking once costs less than asking twice
 */
export async function projectEntries(
  db: Database,
  stamps: ReadonlyMap<string, Stamps>,
  arriving: readonly BelievedRow[],
  transaction: Transaction,
): Promise<Write[]> {
  const arrivals = arrivalsOf(arriving);
  const moved = new Map<string, Stamps>();
  for (const [machineId, each] of stamps) {
    if (arrivals.has(machineId)) moved.set(machineId, each);
    else {
      const known = takeKnown(db, transaction, machineId, each);
      if (known) keepKnown(db, transaction, machineId, known);
    }
  }
  return project(db, moved, arrivals, transaction);
}

/** The entries that may move a date, by their machine. */
const arrivalsOf = (arriving: readonly BelievedRow[]): Map<string, BelievedRow[]> =>
  groupBy(
    arriving.filter((entry) => decidingKinds.includes(entry.kind) && decides(entry)),
    ({ machineId }) => machineId ?? '',
  );

/** @returns the last of what is to be written: of many machines the others are written when they were derived */
async function project(
  db: Database,
  stamps: ReadonlyMap<string, Stamps>,
  arrivals: ReadonlyMap<string, BelievedRow[]>,
  transaction: Transaction,
): Promise<Write[]> {
  const machines = [...stamps];
  // What many machines are known by at once would be too much to hold, and is not asked for again soon.
  const keep = machines.length <= mostKept;
  let writes: Write[] = [];
  for (let from = 0; from < machines.length; from += machinesAtOnce) {
    await db.writeAll(writes, transaction);
    const before: StandingRows[] = [];
    const after: StandingRows[] = [];
    for (const [machineId, each] of machines.slice(from, from + machinesAtOnce)) {
      const known = takeKnown(db, transaction, machineId, each) ?? (await readMachine(db, machineId, transaction));
      const next = goOn(known, machineId, arrivals.get(machineId) ?? []);
      before.push(known.stored);
      after.push(next.rows);
      const { plan, log } = known;
      if (keep) keepKnown(db, transaction, machineId, { plan, log, derived: next, stored: next.rows, ...each });
    }
    writes = replaceAll(db, before, after);
  }
  return writes;
}

/** So many machines of one transaction are kept in mind at most, and so many have their rows written at once. */
const mostKept = 100;
const machinesAtOnce = 20;

/** Derives a machine with what arrives for it. Where that will stand in the log is not known yet, but that it comes last. */
function goOn(
  { plan, log, derived }: Pick<KnownMachine, 'plan' | 'log'> & { derived: DerivedMachine | undefined },
  machineId: string,
  arriving: readonly BelievedRow[],
): DerivedMachine {
  for (const entry of arriving) log.add({ ...entry, seq: log.newestSeq + 1 });
  return deriveMachine(plan, log, machineId, plan.tasks, derived);
}

/** The writes that make the three tables say what was derived instead of what stood there. */
function replaceAll(db: Database, before: readonly StandingRows[], after: readonly StandingRows[]): Write[] {
  const both = <Row>(of: (rows: StandingRows) => Row[]): Differing<Row> => {
    const each = before.map((rows, machine) => whereTheyDiffer(of(rows), of(after[machine]!)));
    return { stored: each.flatMap(([stood]) => stood), derived: each.flatMap(([, made]) => made) };
  };
  const meters = replaceRows(
    db.MeterStanding,
    both((rows) => rows.meters),
    ({ meterId }) => meterId,
  );
  const due = replaceRows(
    db.DueStanding,
    both((rows) => rows.due),
    ({ taskId }) => taskId,
  );
  const past = replaceRows(
    db.PastDueStanding,
    both((rows) => rows.past),
    ({ taskId, untilOn }) => `${taskId} ${untilOn}`,
  );
  return [...meters.writes, ...due.writes, ...past.writes, walksOf(due.begun.map(({ taskId }) => taskId)) ?? []].flat();
}

/** A machine that nothing is known of, with the rows that stand of it. */
async function readMachine(
  db: Database,
  machineId: string,
  transaction: Transaction,
): Promise<Pick<KnownMachine, 'plan' | 'log' | 'stored'> & { derived: undefined }> {
  const rows = <Row extends object>(table: string) =>
    db.select<Row>(`SELECT * FROM ${table} WHERE machineId = :machineId`, { machineId }, transaction);
  const [plan, log, meters, due, past] = await Promise.all([
    selectPlan(db, { machineIds: [machineId] }, transaction),
    machineLog(db, [machineId], transaction),
    rows<StandingRows['meters'][number]>('meter_state'),
    rows<StandingRows['due'][number]>('due_state'),
    rows<StandingRows['past'][number]>('due_history'),
  ]);
  return { plan, log, derived: undefined, stored: { meters, due, past } };
}

/** What stands in one of two lists alone: nearly all rows are the very ones that stood there, mostly at the same place. */
function whereTheyDiffer<Row>(stored: readonly Row[], derived: readonly Row[]): [Row[], Row[]] {
  if (stored.length === derived.length)
    return [
      stored.filter((row, place) => row !== derived[place]),
      derived.filter((row, place) => row !== stored[place]),
    ];
  const [standing, wanted] = [new Set(stored), new Set(derived)];
  return [stored.filter((row) => !wanted.has(row)), derived.filter((row) => !standing.has(row))];
}
