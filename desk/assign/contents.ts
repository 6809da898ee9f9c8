import { decides, effectiveEntries } from '@/core/entry/effective';
import type { Database } from '../desk';
import { type EntryRow, entryColumns, parseEntry } from '../log/rows';

type PointRow = Pick<InstanceType<Database['LubePoint']>, 'id' | 'reservoirId'>;

/**
 * Which lubricant is in the sump of each of some points by the log: the one last filled or greased in, at this point or
 * at another one on the same reservoir. Top-ups do not change it: a wrong one is a mixture, not a new filling.
 */
export async function contentsByPoint(
  db: Database,
  now: Date,
  points: readonly PointRow[],
): Promise<Map<string, string>> {
  if (points.length === 0) return new Map();
  const reservoirs = [...new Set(points.flatMap(({ reservoirId }) => reservoirId ?? []))];
  const fed =
    reservoirs.length > 0
      ? await db.LubePoint.findAll({ where: { reservoirId: reservoirs }, attributes: ['id', 'reservoirId'] })
      : [];
  const ids = [...new Set([...points.map(({ id }) => id), ...fed.map(({ id }) => id)])];
  const rows = await db.select<EntryRow>(
    `SELECT ${entryColumns} FROM entry WHERE pointId IN (:ids) AND kind IN ('oil-change', 'grease', 'commissioning', 'correction')`,
    { ids },
  );
  const entries = effectiveEntries(rows.map(parseEntry)).filter(decides);
  const storeOf = new Map([...fed, ...points].map(({ id, reservoirId }) => [id, reservoirId ?? id]));
  const newest = new Map<string, { lubricantId: string; atMs: number }>();
  for (const { body, pointId, happenedAt } of entries) {
    const lubricantId = body.lubricantId as string | undefined;
    const atMs = Date.parse(happenedAt);
    if (!lubricantId || !pointId || atMs > now.getTime()) continue;
    const store = storeOf.get(pointId) ?? pointId;
    const before = newest.get(store);
    if (!before || atMs >= before.atMs) newest.set(store, { lubricantId, atMs });
  }
  return new Map(
    points.flatMap(({ id, reservoirId }) => {
      const inside = newest.get(reservoirId ?? id);
      return inside ? [[id, inside.lubricantId] as const] : [];
    }),
  );
}

/** Which lubricant is in one point's sump; null where the log does not say. */
export const contentsOf = async (db: Database, now: Date, point: PointRow): Promise<string | null> =>
  (await contentsByPoint(db, now, [point])).get(point.id) ?? null;
