import type { Database } from '../desk';
import { thePlant } from '../plant';
import { winnerInBand } from '@/core/register/assignment';
/** The assignment that decides for a point: its own, or its reservoir's, best source first. */
export async function winningAssignment(db: Database, pointId: string) {
  const point = await db.LubePoint.findByPk(pointId);
  if (!point) return undefined;
  const own = await db.Assignment.findAll({ where: { pointId } });
  const ofReservoir = point.reservoirId
    ? await db.Assignment.findAll({ where: { reservoirId: point.reservoirId } })
    : [];
  return winnerInBand([...own, ...ofReservoir], (await thePlant(db)).ambientBandNow ?? null);
}
