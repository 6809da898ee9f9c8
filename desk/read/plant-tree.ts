import { type DueStanding, standingOn } from '../../core/interval/due-words';
import { plantDayOf } from '../../core/time/plant-day';
import type { Desk } from '../desk';
import { loadTaskStates } from '../plan/states';
import { thePlant } from '../plant';

export type TreeMachine = { id: string; code: string; name: string; points: number; counts: Partial<Record<DueStanding, number>> };
export type TreeArea = { id: string; code: string; name: string; machines: TreeMachine[] };

/** Areas, machines and how many tasks stand where, for the Plant page. */
export async function readPlantTree({ db, now }: Pick<Desk, 'db' | 'now'>): Promise<TreeArea[]> {
  const plant = await thePlant(db);
  const today = plantDayOf(now.getTime(), plant.timeZone, plant.dayStartsAtMinutes);
  const [areas, machines, points, states] = await Promise.all([
    db.Area.findAll({ order: [['position', 'ASC']] }),
    db.Machine.findAll({ where: { retiredOn: null }, order: [['code', 'ASC']] }),
    db.select<{ machineId: string; points: number }>('SELECT machineId, COUNT(*) AS points FROM lube_point WHERE retiredOn IS NULL GROUP BY machineId'),
    loadTaskStates(db, now),
  ]);
  const counts = new Map<string, Partial<Record<DueStanding, number>>>();
  for (const { machine, due } of states) {
    const standing = standingOn(due, today);
    const of = counts.get(machine.id) ?? {};
    of[standing] = (of[standing] ?? 0) + 1;
    counts.set(machine.id, of);
  }
  return areas.map(({ id, code, name }) => ({
    id, code, name,
    machines: machines.filter(({ areaId }) => areaId === id).map((machine) => ({ id: machine.id, code: machine.code, name: machine.name, points: Number(points.find(({ machineId }) => machineId === machine.id)?.points ?? 0), counts: counts.get(machine.id) ?? {} })),
  }));
}
