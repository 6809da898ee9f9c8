import { noteCorrection } from '../log/believed';
import type { Database } from '../desk';
import { type Received, append, arrivingEntry } from '../log/append';
import { type Transaction } from 'sequelize';
import { projectMachines } from '../standing/projection';
import { type EntryKind, decidingKinds } from '@/core/entry/kinds';

/** A finding or a hand-over leaves every date where it is; a correction may concern anything. */
const moves = (kind: EntryKind): boolean => kind === 'correction' || decidingKinds.includes(kind);

/**
 * Brings the projection up to date with entries that are known to be right, and writes them; to be the last step of a
 * change that has their machines to itself.
 * @param machineIds machines whose plan was changed besides
 */
export async function appendProjected(
  db: Database,
  received: readonly Received[],
  transaction: Transaction,
  machineIds: readonly string[] = [],
): Promise<InstanceType<Database['Entry']>[]> {
  for (const { envelope, receivedAt } of received)
    if (envelope.kind === 'correction') await noteCorrection(db, { ...envelope, receivedAt }, transaction);
  await projectMachines(
    db,
    [...machineIds, ...received.flatMap(({ envelope }) => (moves(envelope.kind) && envelope.machineId) || [])],
    transaction,
    received.map(arrivingEntry),
  );
  return append(db, received, transaction);
}
