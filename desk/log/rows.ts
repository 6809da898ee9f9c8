import { type EffectiveEntry, type LoggedEntry, effectiveEntries } from '@/core/entry/effective';
import type { Database } from '../desk';

/** Kinds of entries from which it follows where tasks and meters stand, as a list for SQL. */
export const decidingKinds =
  "'reading','meter-change','commissioning','grease','oil-change','top-up','check','drain','flush','override','postpone','note'";
export const entryColumns =
  'entry.id, entry.seq, entry.kind, entry.body, entry.happenedAt, entry.receivedAt, entry.machineId, entry.pointId, entry.personId, entry.roundId, entry.taskIds, entry.replacesId';

type Said = { personId: string; roundId: string | null };
export type EntryRow = Omit<LoggedEntry, 'body' | 'taskIds'> & Said & { body: string; taskIds: string };
export type PlannedEntry = LoggedEntry & Said;
// Field by field: a log has millions of rows, and every entry made the same way is quick to make.
export const parseEntry = ({
  id,
  seq,
  kind,
  body,
  happenedAt,
  receivedAt,
  machineId,
  pointId,
  personId = '',
  roundId,
  taskIds,
  replacesId = null,
}: Omit<EntryRow, 'personId' | 'replacesId'> & Partial<Pick<EntryRow, 'personId' | 'replacesId'>>): PlannedEntry => ({
  id,
  seq: Number(seq),
  kind,
  body: JSON.parse(body) as Record<string, unknown>,
  happenedAt,
  receivedAt,
  machineId,
  pointId,
  personId,
  roundId,
  taskIds: taskIds === '[]' ? [] : (JSON.parse(taskIds) as string[]),
  replacesId,
});

/** Entries of one round as they now hold, in the order in which they were written, without those that were voided. */
export async function entriesOfRound(db: Database, roundId: string): Promise<EffectiveEntry<PlannedEntry>[]> {
  const rows = await db.select<EntryRow>(`SELECT ${entryColumns} FROM entry WHERE roundId = :roundId`, { roundId });
  // A correction of a correction names the correction: the chain is followed to its end.
  const all = new Map(rows.map((row) => [row.id, row]));
  for (let ids = [...all.keys()]; ids.length > 0;) {
    const next = await db.select<EntryRow>(
      `SELECT ${entryColumns} FROM entry WHERE kind = 'correction' AND replacesId IN (:ids)`,
      { ids },
    );
    const fresh = next.filter(({ id }) => !all.has(id));
    for (const row of fresh) all.set(row.id, row);
    ids = fresh.map(({ id }) => id);
  }
  return effectiveEntries([...all.values()].map(parseEntry));
}
