import canonicalize from 'canonicalize';
import type { Transaction } from 'sequelize';
import { type Database, type Write, rowsInto } from '../desk';
import { type BelievedRow } from './believed';
import { type Sealed, hashOf } from './seal';
import { wordRows } from './words';
import { type EntryEnvelope } from '@/core/entry/envelope';
import { asBelieved, replacementOf } from '@/core/entry/believed';

/** An entry to be written, with when it was received. */
export type Received = { envelope: EntryEnvelope; receivedAt: Date };

/** An entry as it was written: its place in the log and its seal. */
export type Appended = Sealed & { hash: string; happenedAtUtc: Date };

/**
 * Numbers, seals and writes entries that are known to be right. The head of the log is the queue of all writers, and is
 * locked until the transaction ends: this is to be the last thing that it does.
 * @param before what is to be written before them
 */
export async function append(
  db: Database,
  received: readonly Received[],
  transaction: Transaction,
  before: readonly Write[] = [],
): Promise<Appended[]> {
  if (received.length === 0) {
    await db.writeAll(before, transaction);
    return [];
  }
  const [end] = await db.select<{ seq: string | number; hash: string }>(
    'SELECT seq, hash FROM log_head WHERE id = 1 FOR UPDATE',
    {},
    transaction,
  );
  if (!end) throw new Error('The log has no head row; run the migrations.');
  let seq = Number(end.seq);
  let previousHash = end.hash;
  const rows = received.map(({ envelope, receivedAt }): Appended => {
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
  const links = received.flatMap(({ envelope }) =>
    answeredTasks(envelope).map((taskId) => ({ entryId: envelope.id, taskId })),
  );
  const words = wordRows(received.map(({ envelope }, index) => ({ ...envelope, seq: rows[index]!.seq })));
  await db.writeAll(
    [
      ...before,
      rowsInto('entry', rows),
      rowsInto('entry_task', links),
      rowsInto('entry_words', words),
      { sql: 'UPDATE log_head SET seq = ?, hash = ? WHERE id = 1', values: [seq, previousHash] },
    ],
    transaction,
  );
  return rows;
}

/** The entries of some names as the end of a question, whoever believes them or not; the names are to follow. */
export const entriesNamed = 'FROM entry WHERE entry.id';

/** Those of some entries that are in the log, each as it was written. */
export const entriesAsWritten = (db: Database, ids: Iterable<string>, transaction: Transaction): Promise<Appended[]> =>
  db.select<Appended>(`SELECT * ${entriesNamed} IN (:ids)`, { ids: [...ids] }, transaction);

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
