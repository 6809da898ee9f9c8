import { isFedFromTank } from '@/core/register/point-kinds';
import { fillRowFor } from '@/core/register/reservoir';
import { flushLitres, flushWords } from '@/core/sump/flush-words';
import { levelWords } from '@/core/register/level-words';
import type { WalkStop } from '@/core/walk/document';
import type { Database } from '../desk';
import type { TaskState } from '../standing/states';

/** What stands at a stop of what its point and its reservoir are. */
export type AtStop = Pick<WalkStop, 'level' | 'coolant' | 'flush' | 'outlets'> & {
  /** What the sump holds, and how much a flush takes in all. */
  sump: { capacityL: number | null; flushL: number };
};

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
  const fed = await outletsOf(
    db,
    reservoirs.map(({ id }) => id),
  );
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
      const capacityL = row?.volumeL ?? reservoir?.capacityL ?? null;
      const sump = { capacityL, residualL: reservoir?.residualL ?? null, kind };
      return [
        id,
        {
          level,
          coolant,
          flush: flushWords(sump),
          sump: { capacityL, flushL: flushLitres(sump) },
          outlets: fed.filter((outlet) => outlet.reservoirId === reservoirId).map(({ name }) => name),
        },
      ];
    }),
  );
}

/** The outlets that some reservoirs feed, each with a glass of its own; where such a system is filled is its tank. */
const outletsOf = (db: Database, reservoirIds: readonly string[]): Promise<{ reservoirId: string; name: string }[]> =>
  reservoirIds.length === 0
    ? Promise.resolve([])
    : db.select(
        `SELECT reservoirId, name FROM lube_point WHERE reservoirId IN (:reservoirIds) AND kind = 'circulating-outlet' AND retiredOn IS NULL
         AND NOT EXISTS (SELECT 1 FROM task WHERE task.pointId = lube_point.id AND task.retiredOn IS NULL AND task.action IN ('top-up', 'oil-change'))
         ORDER BY walkPosition, number`,
        { reservoirIds },
      );

/** Litres on the shelves of what some oil changes take, by lubricant, as the containers say; one that is empty counts no more. */
export async function litresInStore(db: Database, states: readonly TaskState[]): Promise<Map<string, number>> {
  const changes = states.filter(({ action }) => action === 'oil-change');
  const lubricantIds = [...new Set(changes.flatMap(({ lubricant }) => lubricant?.id ?? []))];
  if (lubricantIds.length === 0) return new Map();
  const rows = await db.select<{ lubricantId: string; litres: number }>(
    'SELECT lubricantId, SUM(amount) AS litres FROM stock_item WHERE emptiedOn IS NULL AND lubricantId IN (:lubricantIds) GROUP BY lubricantId',
    { lubricantIds },
  );
  return new Map(rows.map(({ lubricantId, litres }) => [lubricantId, Number(litres)]));
}
