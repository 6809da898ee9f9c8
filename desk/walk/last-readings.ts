import type { EntryBody } from '@/core/entry/kinds';
import { believed } from '../log/believed';
import type { Database } from '../desk';

/** Looks of a point that are gone through for what each thing showed last. */
const looksBack = 6;

/** What was read last at some points, by point and then by the name of the reading. */
export async function lastReadings(
  db: Database,
  pointIds: readonly string[],
): Promise<Map<string, Map<string, { value: number; at: string }>>> {
  if (pointIds.length === 0) return new Map();
  const rows = await db.select<{ pointId: string; body: string; happenedAt: string }>(
    `SELECT pointId, body, happenedAt FROM (
       SELECT entry.pointId, entry.body, entry.happenedAt, ROW_NUMBER() OVER (PARTITION BY entry.pointId ORDER BY entry.happenedAtUtc DESC, entry.seq DESC) AS place
       FROM ${believed} WHERE entry.pointId IN (:pointIds) AND entry.kind = 'check' AND entry.decides AND JSON_LENGTH(entry.body, '$.readings') > 0) AS looked
     WHERE place <= ${looksBack} ORDER BY place DESC`,
    { pointIds: [...new Set(pointIds)] },
  );
  const last = new Map<string, Map<string, { value: number; at: string }>>();
  // The newest comes last, and its word stays.
  for (const { pointId, body, happenedAt } of rows) {
    const { readings = [] } = JSON.parse(body) as EntryBody<'check'> & {
      readings?: { quantity: string; value: number }[];
    };
    const known = last.get(pointId) ?? new Map<string, { value: number; at: string }>();
    last.set(pointId, known);
    for (const { quantity, value } of readings) known.set(quantity, { value, at: happenedAt });
  }
  return last;
}
