import type { Transaction } from 'sequelize';
import { decidingKinds } from '@/core/entry/kinds';
import type { Database } from '../desk';
import { type BelievedStored, believed, believedColumns, kindList, parseBelieved, readBelieved } from '../log/believed';
import { MachineLog } from './machine-log';

const otherKinds = decidingKinds.filter((kind) => kind !== 'reading');
const deciding = `entry.decides AND entry.kind IN (${kindList(decidingKinds)})`;

/** The log of some machines as it is to be believed. */
export async function machineLog(
  db: Database,
  machineIds: readonly string[],
  transaction?: Transaction,
): Promise<MachineLog> {
  const log = new MachineLog();
  if (machineIds.length === 0) return log;
  // Readings are by far the most, and of each little is needed.
  const of = `entry.machineId IN (:machineIds) AND entry.decides AND entry.kind`;
  const values = { machineIds: [...machineIds] };
  const [readings, others] = await Promise.all([
    db.select<Pick<BelievedStored, 'seq' | 'happenedAt' | 'body'>>(
      `SELECT entry.seq, entry.happenedAt, entry.body FROM ${believed} WHERE ${of} = 'reading' ORDER BY entry.seq`,
      values,
      transaction,
    ),
    readBelieved(db, `${of} IN (${kindList(otherKinds)})`, values, transaction),
  ]);
  for (const { seq, happenedAt, body } of readings) log.addReadingText(Number(seq), happenedAt, body);
  for (const entry of others) log.add(entry);
  return log;
}

/** Everything a rebuild reads of the log; the bench streams the same and throws it away. */
export const streamSql = `SELECT ${believedColumns} FROM ${believed} WHERE ${deciding}`;

/** The log from end to end as it is to be believed, and up to which entry. */
export async function wholeLog(db: Database): Promise<{ log: MachineLog; entries: number; seq: number }> {
  const head = await db.LogHead.findByPk(1);
  const log = new MachineLog();
  let entries = 0;
  for await (const rows of db.stream<BelievedStored>(streamSql)) {
    entries += rows.length;
    for (const row of rows)
      // Readings are by far the most: they take the short way.
      if (row.kind === 'reading') log.addReadingText(Number(row.seq), row.happenedAt, row.body);
      else log.add(parseBelieved(row));
  }
  return { log, entries, seq: Number(head?.seq ?? 0) };
}
