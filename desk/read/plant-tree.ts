import type { DueFacts } from '@/core/interval/due-facts';
import { type DueStanding, standingOn } from '@/core/interval/due-words';
import { plantToday } from '@/core/time/plant-day';
import type { Desk } from '../desk';
import { thePlant } from '../plant';

export type TreeMachine = {
  id: string;
  code: string;
  name: string;
  points: number;
  counts: Partial<Record<DueStanding, number>>;
};
export type TreeArea = {
  id: string;
  code: string;
  name: string;
  machines: TreeMachine[];
  retired: { code: string; name: string }[];
};

type StandingRow = {
  machineId: string;
  state: DueFacts['state'];
  dueOn: string | null;
  fromOn: string | null;
  toOn: string | null;
};

/** Areas, machines and how many tasks stand where, for the Plant page. */
export async function readPlantTree({ db, now }: Pick<Desk, 'db' | 'now'>): Promise<TreeArea[]> {
  const plant = await thePlant(db);
  const today = plantToday(now, plant);
  const [areas, all, points, standings] = await Promise.all([
    db.Area.findAll({ order: [['position', 'ASC']] }),
    db.Machine.findAll({ order: [['code', 'ASC']] }),
    db.select<{ machineId: string; points: number }>(
      'SELECT machineId, COUNT(*) AS points FROM lube_point WHERE retiredOn IS NULL GROUP BY machineId',
    ),
    db.select<StandingRow>('SELECT machineId, state, dueOn, fromOn, toOn FROM due_state'),
  ]);
  const counts = new Map<string, Partial<Record<DueStanding, number>>>();
  for (const { machineId, state, dueOn, fromOn, toOn } of standings) {
    const standing = standingOn(
      { state, ...(dueOn && { dueOn }), ...(fromOn && toOn && { window: { fromOn, toOn } }) },
      today,
    );
    const of = counts.get(machineId) ?? {};
    of[standing] = (of[standing] ?? 0) + 1;
    counts.set(machineId, of);
  }
  const machines = all.filter(({ retiredOn }) => !retiredOn);
  return areas.map(({ id, code, name }) => ({
    id,
    code,
    name,
    retired: all
      .filter(({ areaId, retiredOn }) => areaId === id && retiredOn)
      .map((machine) => ({ code: machine.code, name: machine.name })),
    machines: machines
      .filter(({ areaId }) => areaId === id)
      .map((machine) => ({
        id: machine.id,
        code: machine.code,
        name: machine.name,
        points: Number(points.find(({ machineId }) => machineId === machine.id)?.points ?? 0),
        counts: counts.get(machine.id) ?? {},
      })),
  }));
}
