import type { Database } from '../desk';
import { fillingOf, laterFilling, mixedInto, toppingOf } from '@/core/entry/filling';
import { fillingKinds } from '@/core/entry/kinds';
import { kindList, readBelieved } from '../log/believed';

type PointRow = Pick<InstanceType<Database['LubePoint']>, 'id' | 'reservoirId'>;

/** What is in a sump by the log: `filled`, last filled or greased in, null where nobody wrote it; and what else went on top. */
export type Inside = { filled: string | null; toppedUp: string[] };

/** Which lubricants are in one point's sump, whether they went in there or at another point on the same reservoir. */
export async function insideOf(db: Database, point: PointRow): Promise<Inside> {
  const fed = point.reservoirId
    ? await db.LubePoint.findAll({ where: { reservoirId: point.reservoirId }, attributes: ['id'] })
    : [];
  const entries = await readBelieved(
    db,
    `entry.pointId IN (:ids) AND entry.kind IN (${kindList([...new Set([...fillingKinds, 'top-up' as const])])}) AND entry.decides`,
    { ids: [...new Set([point.id, ...fed.map(({ id }) => id)])] },
  );
  const filling = entries.map(fillingOf).reduce(laterFilling, undefined);
  const toppings = entries.flatMap((entry) => toppingOf(entry) ?? []);
  return { filled: filling?.lubricantId ?? null, toppedUp: mixedInto(filling, toppings) };
}
