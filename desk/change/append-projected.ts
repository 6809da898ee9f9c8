import type { Transaction } from 'sequelize';
import type { Database } from '../desk';
import { type Appended, type Received, append, arrivingEntry } from '../log/append';
import { noteCorrection } from '../log/believed';
import { findingsKept } from '../standing/findings';
import { type Stamps, noteWritten, readStamps } from '../standing/known-machines';
import { openThingsKept } from '../standing/open-things';
import { projectEntries, projectMachines } from '../standing/projection';

/**
 * Brings the projection up to date with entries that are known to be right, and writes them; to be the last step of a
 * change that has their machines to itself. A finding or a hand-over leaves every date where it is.
 * @param replanned machines whose plan was changed besides
 * @param stamps of the machines of the entries, where they are known already
 */
export async function appendProjected(
  db: Database,
  received: readonly Received[],
  transaction: Transaction,
  { replanned = [], stamps }: { replanned?: readonly string[]; stamps?: ReadonlyMap<string, Stamps> } = {},
): Promise<Appended[]> {
  const corrections = received.filter(({ envelope }) => envelope.kind === 'correction');
  for (const { envelope, receivedAt } of corrections)
    await noteCorrection(db, { ...envelope, receivedAt }, transaction);
  // What a correction changes is anywhere in the log: its machine is read anew, like one whose plan was changed.
  const corrected = corrections.flatMap(({ envelope }) => envelope.machineId ?? []);
  const anew = [...replanned, ...corrected];
  const arriving = received.map(arrivingEntry);
  const others = received.flatMap(({ envelope }) => envelope.machineId ?? []).filter((id) => !anew.includes(id));
  await projectMachines(db, anew, transaction, arriving);
  const known = stamps ?? (await readStamps(db, others, transaction));
  const stamped = new Map([...known].filter(([id]) => others.includes(id)));
  const standing = await projectEntries(db, stamped, arriving, transaction);
  const followed = await findingsKept.project(db, arriving, corrected, transaction);
  const opened = await openThingsKept.project(db, arriving, corrected, transaction);
  const written = await append(db, received, transaction, [...standing, ...followed, ...opened]);
  noteWritten(transaction, written);
  return written;
}
