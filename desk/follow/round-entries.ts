import type { Database } from '../desk';
import { type EffectiveEntry, effectiveEntries } from '@/core/entry/effective';
import { type EntryRow, type PlannedEntry, entryColumns, parseEntry } from '../log/rows';
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
