import { fillRowFor } from '@/core/register/reservoir';
import { levelWords } from '@/core/register/level-words';
import type { WalkStop } from '@/core/walk/document';
import type { Database } from '../desk';

/** What stands at a stop of what its point and its reservoir are. */
export type AtStop = Pick<WalkStop, 'level' | 'coolant'>;

/** How levels are read at some points, and what their coolant should be. */
export async function factsAtStops(db: Database, pointIds: readonly string[]): Promise<Map<string, AtStop>> {
  const points = await db.LubePoint.findAll({
    where: { id: [...new Set(pointIds)] },
    attributes: ['id', 'kind', 'details', 'reservoirId'],
  });
  const reservoirs = await db.Reservoir.findAll({
    where: { id: [...new Set(points.flatMap(({ reservoirId }) => reservoirId ?? []))] },
  });
  return new Map(
    points.map(({ id, kind, details, reservoirId }) => {
      const reservoir = reservoirs.find((each) => each.id === reservoirId);
      const row = reservoir && fillRowFor(reservoir.fillTable, reservoir.mounting);
      const level = reservoir
        ? levelWords({
            ...reservoir.get({ plain: true }),
            capacityL: row?.volumeL ?? reservoir.capacityL,
            vent: row?.vent ?? '',
            drain: row?.drain ?? '',
          })
        : [];
      const { tankL, targetPct, refractometerFactor = 1 } = details as Partial<Record<string, number>>;
      const coolant =
        kind === 'coolant-sump' && tankL && targetPct
          ? { tankL, targetPct, factor: Number(refractometerFactor) }
          : null;
      return [id, { level, coolant }];
    }),
  );
}
