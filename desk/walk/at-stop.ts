import { isFedFromTank } from '@/core/register/point-kinds';
import { fillRowFor } from '@/core/register/reservoir';
import { flushWords } from '@/core/sump/flush-words';
import { levelWords } from '@/core/register/level-words';
import type { WalkStop } from '@/core/walk/document';
import type { Database } from '../desk';

/** What stands at a stop of what its point and its reservoir are. */
export type AtStop = Pick<WalkStop, 'level' | 'coolant' | 'flush'>;

/** How levels are read at some points, and what their coolant should be. */
export async function factsAtStops(db: Database, pointIds: readonly string[]): Promise<Map<string, AtStop>> {
  if (pointIds.length === 0) return new Map();
  const points = await db.select<{
    id: string;
    kind: string;
    details: Partial<Record<string, number>>;
    reservoirId: string | null;
  }>('SELECT id, kind, details, reservoirId FROM lube_point WHERE id IN (:pointIds)', {
    pointIds: [...new Set(pointIds)],
  });
  const stored = points.flatMap(({ reservoirId }) => reservoirId ?? []);
  const reservoirs = stored.length > 0 ? await db.Reservoir.findAll({ where: { id: [...new Set(stored)] } }) : [];
  return new Map(
    points.map(({ id, kind, details, reservoirId }) => {
      const reservoir = reservoirs.find((each) => each.id === reservoirId);
      const row = reservoir && fillRowFor(reservoir.fillTable, reservoir.mounting);
      const level =
        reservoir && !isFedFromTank(kind)
          ? levelWords({
              ...reservoir.get({ plain: true }),
              capacityL: row?.volumeL ?? reservoir.capacityL,
              vent: row?.vent ?? '',
              drain: row?.drain ?? '',
            })
          : [];
      const { tankL, targetPct, refractometerFactor = 1 } = details;
      const coolant =
        kind === 'coolant-sump' && tankL && targetPct
          ? { tankL, targetPct, factor: Number(refractometerFactor) }
          : null;
      const flush = reservoir
        ? flushWords({ capacityL: row?.volumeL ?? reservoir.capacityL, residualL: reservoir.residualL, kind })
        : '';
      return [id, { level, coolant, flush }];
    }),
  );
}
