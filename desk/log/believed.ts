import type { Transaction } from 'sequelize';
import {
  asBelieved,
  type BelievedEntry,
  type Correction,
  type LoggedEntry,
  clockSlackMs,
  correctionOf,
  newestCorrections,
} from '@/core/entry/believed';
import { type EntryKind, type WritableKind, serviceKinds, undoneKinds } from '@/core/entry/kinds';
import type { Database } from '../desk';

/**
 * The log as it is to be believed, as a table of the name `entry`: originals in the words of their newest correction, those
 * that were voided left out. `decides` is false where a clock ran ahead: such an entry answers a stop and stands in the
 * log, but nothing is reckoned from it. Every reader of the log that does not show it as it was written goes through here.
 */
export const believed = `(
  SELECT original.id, original.seq, original.kind, original.machineId, original.pointId, original.personId, original.deviceId, original.roundId, IFNULL(newest.kindVersion, original.kindVersion) AS kindVersion,
    IFNULL(newest.body, original.body) AS body, IFNULL(newest.happenedAt, original.happenedAt) AS happenedAt, IFNULL(newest.happenedAtUtc, original.happenedAtUtc) AS happenedAtUtc,
    IFNULL(newest.offsetMinutes, original.offsetMinutes) AS offsetMinutes, IFNULL(newest.taskIds, original.taskIds) AS taskIds, IFNULL(newest.receivedAt, original.receivedAt) AS receivedAt,
    newest.correctionId AS correctedBy, IFNULL(newest.correctionId, original.id) AS saidBy,
    IFNULL(newest.happenedAtUtc, original.happenedAtUtc) <= IFNULL(newest.receivedAt, original.receivedAt) + INTERVAL ${clockSlackMs * 1000} MICROSECOND AS decides
  FROM entry AS original LEFT JOIN corrected_entry AS newest ON newest.entryId = original.id
  WHERE original.kind <> 'correction' AND IFNULL(newest.voided, 0) = 0) AS entry`;

/** The same joined with the tasks that each entry answers, as `answered.taskId`. */
export const believedAnswers = `${believed} JOIN entry_task AS answered ON answered.entryId = entry.saidBy AND JSON_CONTAINS(entry.taskIds, JSON_QUOTE(answered.taskId))`;

/** Kinds as a list for SQL. */
export const kindList = (kinds: readonly EntryKind[]): string => kinds.map((kind) => `'${kind}'`).join();

/** Whether an entry is the service of the tasks that it answers: `isService` of the core, in SQL. */
export const servesInSql = `entry.kind IN (${kindList(serviceKinds)})${undoneKinds
  .map(
    ({ kind, field, is }) =>
      ` AND NOT (entry.kind = '${kind}' AND entry.kindVersion >= 2 AND IFNULL(JSON_VALUE(entry.body, '$.${field}'), '') = '${is}')`,
  )
  .join('')}`;

/** Of entries that answer one task: how many services they are, as a round serves each stop once. */
export const countServices = 'COUNT(DISTINCT IFNULL(entry.roundId, entry.id))';

type Said = { personId: string; deviceId: string; roundId: string | null };
/** An entry as it holds, with who says so. */
export type BelievedRow = BelievedEntry & Said;
/** One of a certain kind, and whether an entry is of one. */
export type BelievedRowOf<Kind extends WritableKind> = Extract<BelievedRow, { kind: Kind }>;
export const isOf =
  <Kind extends WritableKind>(...kinds: Kind[]) =>
  (entry: BelievedRow): entry is BelievedRowOf<Kind> =>
    (kinds as readonly EntryKind[]).includes(entry.kind);

/** The same as the database gives it. */
export type BelievedStored = Omit<BelievedRow, 'kind' | 'kindVersion' | 'body' | 'taskIds'> & {
  kind: EntryKind;
  kindVersion: number;
  body: string;
  taskIds: string;
};

/** The columns of `believed` that make a `BelievedRow`. */
export const believedColumns =
  'entry.id, entry.seq, entry.kind, entry.kindVersion, entry.body, entry.happenedAt, entry.receivedAt, entry.machineId, entry.pointId, entry.personId, entry.deviceId, entry.roundId, entry.taskIds, entry.correctedBy';

// Field by field: a log has millions of rows, and every entry made the same way is quick to make.
export const parseBelieved = ({
  id,
  seq,
  kind,
  kindVersion,
  body,
  happenedAt,
  receivedAt,
  machineId,
  pointId,
  personId,
  deviceId,
  roundId,
  taskIds,
  correctedBy,
}: BelievedStored): BelievedRow =>
  asBelieved({
    id,
    seq: Number(seq),
    kind,
    kindVersion,
    body: JSON.parse(body) as object,
    happenedAt,
    receivedAt,
    machineId,
    pointId,
    personId,
    deviceId,
    roundId,
    taskIds: taskIds === '[]' ? [] : (JSON.parse(taskIds) as string[]),
    correctedBy,
  });

/**
 * Entries as they now hold, in the order in which they were written.
 * @param where a condition on `entry`, in SQL
 */
export async function readBelieved(
  db: Database,
  where: string,
  replacements: Record<string, unknown>,
  transaction?: Transaction,
): Promise<BelievedRow[]> {
  const rows = await db.select<BelievedStored>(
    `SELECT ${believedColumns} FROM ${believed} WHERE ${where} ORDER BY entry.seq`,
    replacements,
    transaction,
  );
  return rows.map(parseBelieved);
}

/** How far the log reaches of the machine of the query around it; null where nothing was written of it. */
export const newestOfMachine = '(SELECT MAX(seq) FROM entry WHERE entry.machineId = machine.id)';

/** How far the log reached at an instant. */
export async function seqAt(db: Database, at: Date): Promise<number> {
  const [newest] = await db.select<{ seq: number }>(
    'SELECT seq FROM entry WHERE receivedAt <= :at ORDER BY receivedAt DESC, seq DESC LIMIT 1',
    { at },
  );
  return Number(newest?.seq ?? 0);
}

/** Machines that something has been written about after an entry. */
export async function machinesSince(db: Database, seq: number, transaction?: Transaction): Promise<string[]> {
  const rows = await db.select<{ machineId: string }>(
    'SELECT DISTINCT machineId FROM entry WHERE seq > :seq AND machineId IS NOT NULL',
    { seq },
    transaction,
  );
  return rows.map(({ machineId }) => machineId);
}

const rowOf = (entryId: string, { by, receivedAt, replacement }: Correction) => ({
  entryId,
  correctionId: by,
  voided: replacement === null,
  receivedAt,
  kindVersion: replacement && replacement.kindVersion,
  body: replacement && JSON.stringify(replacement.body),
  happenedAt: replacement && replacement.happenedAt,
  happenedAtUtc: replacement && new Date(replacement.happenedAt),
  offsetMinutes: replacement && replacement.offsetMinutes,
  taskIds: replacement && JSON.stringify(replacement.taskIds),
});

/** Notes what a correction says that is about to be written, so that whatever is derived with it believes it. */
export async function noteCorrection(
  db: Database,
  correction: Pick<LoggedEntry, 'id' | 'body' | 'receivedAt' | 'replacesId'>,
  transaction: Transaction,
): Promise<void> {
  const { replacesId } = correction;
  if (replacesId === null) return;
  // A correction of a correction names the correction.
  const standing = await db.CorrectedEntry.findOne({ where: { correctionId: replacesId }, transaction });
  if (standing?.voided) return;
  await db.CorrectedEntry.upsert(rowOf(standing?.entryId ?? replacesId, correctionOf(correction)), { transaction });
}

/** Makes what is noted of corrections anew from the log. The caller has the plant to itself. */
export async function rebuildCorrections(db: Database, transaction: Transaction): Promise<void> {
  await db.CorrectedEntry.destroy({ where: {}, transaction });
  const rows = await correctionsOfLog(db, transaction);
  for (let from = 0; from < rows.length; from += 1000)
    await db.CorrectedEntry.bulkCreate(rows.slice(from, from + 1000), { transaction });
}

/** What ought to be noted of corrections, by the log itself. */
export async function correctionsOfLog(db: Database, transaction?: Transaction) {
  const rows = await db.select<{ id: string; seq: number; body: string; receivedAt: Date; replacesId: string | null }>(
    "SELECT id, seq, body, receivedAt, replacesId FROM entry WHERE kind = 'correction'",
    {},
    transaction,
  );
  const corrections = newestCorrections(
    rows.map((row) => ({ ...row, seq: Number(row.seq), body: JSON.parse(row.body) as Record<string, unknown> })),
  );
  return [...corrections].map(([entryId, correction]) => rowOf(entryId, correction));
}
