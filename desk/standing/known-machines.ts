import type { Transaction } from 'sequelize';
import type { Database } from '../desk';
import { newestOfMachine } from '../log/believed';
import type { DerivedMachine } from './derived-machine';
import type { MachineLog } from './machine-log';
import type { Plan } from './plan-rows';
import type { StandingRows } from './rows';

/**
 * What this process knows of the machines that were written about last, so that the next entry need not read a machine's
 * plan and log again. It holds for one plan and one end of the log, and whoever has the machine to itself looks whether
 * both are still as they were. What a transaction takes it has for itself: it is given back when all of it is in the
 * book, and forgotten otherwise.
 */
export type KnownMachine = {
  plan: Plan;
  log: MachineLog;
  derived: DerivedMachine;
  /** The rows of the projection as they stand in the database. */
  stored: StandingRows;
} & Stamps;

/** By which plan and until which entry something is known. */
export type Stamps = { planStamp: number; seq: number };

/** Which plan machines go by and how far their log reaches, by machine. */
export async function readStamps(
  db: Database,
  machineIds: readonly string[],
  transaction: Transaction,
): Promise<Map<string, Stamps>> {
  if (machineIds.length === 0) return new Map();
  const rows = await db.select<StampRow>(
    `SELECT id, planStamp, ${newestOfMachine} AS seq FROM machine WHERE id IN (:machineIds)`,
    { machineIds: [...new Set(machineIds)] },
    transaction,
  );
  return stampsOf(rows);
}

/** A machine's stamps as the database gives them; none of its log where nothing was written yet. */
export type StampRow = { id: string; planStamp: number; seq: string | number | null };
export const stampsOf = (rows: readonly StampRow[]): Map<string, Stamps> =>
  new Map(rows.map(({ id, planStamp, seq }) => [id, { planStamp, seq: Number(seq ?? 0) }]));

/** Entries that are held at most, of all machines together: some hundred megabytes would be millions. */
const mostEntries = 200_000;

type Memory = { machines: Map<string, KnownMachine>; entries: number };
const memories = new WeakMap<Database, Memory>();
const taken = new WeakMap<Transaction, Map<string, KnownMachine>>();

function memoryOf(db: Database): Memory {
  let memory = memories.get(db);
  if (!memory) memories.set(db, (memory = { machines: new Map(), entries: 0 }));
  return memory;
}

/** Takes what is known of a machine; undefined where nothing is, or where it has become old. */
export function takeKnown(
  db: Database,
  transaction: Transaction,
  machineId: string,
  { planStamp, seq }: Stamps,
): KnownMachine | undefined {
  const mine = taken.get(transaction);
  const known = mine?.get(machineId) ?? forget(memoryOf(db), machineId);
  mine?.delete(machineId);
  return known?.planStamp === planStamp && known.seq === seq ? known : undefined;
}

/** Keeps what a transaction knows of a machine for its next step, and for others when it is done. */
export function keepKnown(db: Database, transaction: Transaction, machineId: string, known: KnownMachine): void {
  let mine = taken.get(transaction);
  if (!mine) {
    taken.set(transaction, (mine = new Map()));
    const kept = mine;
    transaction.afterCommit(() => {
      for (const [id, each] of kept) remember(memoryOf(db), id, each);
    });
  }
  mine.set(machineId, known);
}

/** Says how far the log of some machines reaches now that a transaction has written to it. */
export function noteWritten(
  transaction: Transaction,
  entries: readonly { machineId: string | null; seq: number }[],
): void {
  const mine = taken.get(transaction);
  for (const { machineId, seq } of entries) {
    const known = machineId === null ? undefined : mine?.get(machineId);
    if (known) known.seq = Number(seq);
  }
}

function forget(memory: Memory, machineId: string): KnownMachine | undefined {
  const known = memory.machines.get(machineId);
  if (known) memory.entries -= known.log.size;
  memory.machines.delete(machineId);
  return known;
}

/** The machine that was written about longest ago is forgotten first. */
function remember(memory: Memory, machineId: string, known: KnownMachine): void {
  forget(memory, machineId);
  memory.machines.set(machineId, known);
  memory.entries += known.log.size;
  for (const oldest of memory.machines.keys()) {
    if (memory.entries <= mostEntries) break;
    forget(memory, oldest);
  }
}
