import type { Database } from '../desk';
import { type Filling, fillingOf, laterFilling } from '@/core/entry/filling';
import { fillingKinds } from '@/core/entry/kinds';
import { kindList, readBelieved } from '../log/believed';

type PointRow = Pick<InstanceType<Database['LubePoint']>, 'id' | 'reservoirId'>;

/**
 * Which lubricant is in the sump of each of some points by the log: the one last filled or greased in, at this point or
 * at another one on the same reservoir.
 */
export async function contentsByPoint(db: Database, points: readonly PointRow[]): Promise<Map<string, string>> {
  if (points.length === 0) return new Map();
  const reservoirs = [...new Set(points.flatMap(({ reservoirId }) => reservoirId ?? []))];
  const fed =
    reservoirs.length > 0
      ? await db.LubePoint.findAll({ where: { reservoirId: reservoirs }, attributes: ['id', 'reservoirId'] })
      : [];
  const ids = [...new Set([...points.map(({ id }) => id), ...fed.map(({ id }) => id)])];
  const entries = await readBelieved(
    db,
    `entry.pointId IN (:ids) AND entry.kind IN (${kindList(fillingKinds)}) AND entry.decides`,
    { ids },
  );
  const storeOf = new Map([...fed, ...points].map(({ id, reservoirId }) => [id, reservoirId ?? id]));
  const newest = new Map<string, Filling | undefined>();
  for (const entry of entries) {
    const store = storeOf.get(entry.pointId!)!;
    newest.set(store, laterFilling(newest.get(store), fillingOf(entry)));
  }
  return new Map(
    points.flatMap(({ id, reservoirId }) => {
      const inside = newest.get(reservoirId ?? id);
      return inside ? [[id, inside.lubricantId] as const] : [];
    }),
  );
}

/** Which lubricant is in one point's sump; null where the log does not say. */
export const contentsOf = async (db: Database, point: PointRow): Promise<string | null> =>
  (await contentsByPoint(db, [point])).get(point.id) ?? null;
