import { pointLabel } from '@/core/register/assignment';
import type { Database } from '../desk';

/** Where a point is, as pages name it; null where there is none. */
export async function placeOfPoint(db: Database, pointId: string) {
  const point = await db.LubePoint.findByPk(pointId);
  const machine = point && (await db.Machine.findByPk(point.machineId));
  if (!point || !machine) return null;
  const { number, name } = point;
  return {
    machine: { code: machine.code, name: machine.name },
    point: { number, name, label: pointLabel(machine.code, number) },
  };
}
