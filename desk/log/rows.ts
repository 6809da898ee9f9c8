import { type LoggedEntry } from '@/core/entry/effective';

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
