import canonicalize from 'canonicalize';
import type { Transaction } from 'sequelize';
import type { Database } from '../desk';
import { type BelievedRow } from './believed';
import { hashOf } from './seal';
import { noteWords } from './words';
import { type EntryEnvelope } from '@/core/entry/envelope';
import { asBelieved, replacementOf } from '@/core/entry/believed';

/** An entry to be written, with when it was received. */
export type Received = { envelope: EntryEnvelope; receivedAt: Date };

/**
 * Numbers, seals and writes entries that are known to be right. The head of the log is the queue of all writers, and is
 * locked until the transaction ends: this is to be the last thing that it does.
 */
export async function append(
  db: Database,
  received: readonly Received[],
  transaction: Transaction,
): Promise<InstanceType<Database['Entry']>[]> {
  if (received.length === 0) return [];
  const head = await db.LogHead.findByPk(1, { lock: transaction.LOCK.UPDATE, transaction });
  if (!head) throw new Error('The log has no head row; run the migrations.');
  let seq = Number(head.seq);
  let previousHash = head.hash;
  const rows = received.map(({ envelope, receivedAt }) => {
    seq += 1;
    const row = {
      ...envelope,
      seq,
      body: canonicalize(envelope.body)!,
      taskIds: JSON.stringify(envelope.taskIds),
      happenedAtUtc: new Date(envelope.happenedAt),
      receivedAt,
      previousHash,
      hash: '',
    };
    row.hash = hashOf(row);
    previousHash = row.hash;
    return row;
  });
  const entries = await db.Entry.bulkCreate(rows, { transaction });
  const links = received.flatMap(({ envelope }) =>
    answeredTasks(envelope).map((taskId) => ({ entryId: envelope.id, taskId })),
  );
  if (links.length > 0) await db.EntryTask.bulkCreate(links, { transaction });
  await noteWords(
    db,
    received.map(({ envelope }) => envelope),
    transaction,
  );
  await head.update({ seq, hash: previousHash }, { transaction });
  return entries;
}

/** Tasks an entry answers, those of a correction's replacement included. */
export const answeredTasks = ({ kind, body, taskIds }: EntryEnvelope): string[] => [
  ...new Set([...taskIds, ...((kind === 'correction' && replacementOf(body)?.taskIds) || [])]),
];

/** An entry about to be written, as deriving takes it: newer than all that stand in the log. */
export const arrivingEntry = (
  { envelope: { replacesId: _, ...envelope }, receivedAt }: Received,
  place: number,
): BelievedRow =>
  asBelieved({ ...envelope, receivedAt, seq: Number.MAX_SAFE_INTEGER - 1000 + place, correctedBy: null });
