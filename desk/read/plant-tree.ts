import { Op } from 'sequelize';
import { plantToday } from '@/core/time/plant-day';
import type { Desk } from '../desk';
import { groupBy } from '../group-by';
import { thePlant } from '../plant';
import { standingSql, wantedSql } from '../standing/standing-sql';
import { allAreas } from './lists';

/** From so many machines on the areas are folded, and the one that is asked for is open. */
const mostUnfolded = 150;

export type TreeCounts = { points: number; overdue: number; due: number; unknown: number };
export type TreeMachine = TreeCounts & { id: string; code: string; name: string };
export type TreeArea = {
  id: string;
  code: string;
  name: string;
  counts: TreeCounts;
  machineCount: number;
  /** None where the area is folded. */
  machines: TreeMachine[];
  retired: { code: string; name: string }[];
};
export type PlantTree = { areas: TreeArea[]; folded: boolean };

/** Tasks by standing in each area: two stretches of the index, what is wanted and what is unknown. */
const standingByArea = `SELECT areaId, SUM(overdue) AS overdue, SUM(due) AS due, SUM(unknown) AS unknown FROM (
  SELECT areaId, SUM(${standingSql.overdue}) AS overdue, SUM(${standingSql.due}) AS due, 0 AS unknown FROM due_state WHERE ${wantedSql} GROUP BY areaId
  UNION ALL SELECT areaId, 0, 0, COUNT(*) FROM due_state WHERE ${standingSql.unknown} GROUP BY areaId) AS counted GROUP BY areaId`;
const sums = (['overdue', 'due', 'unknown'] as const).map((each) => `SUM(${standingSql[each]}) AS ${each}`).join(', ');
type Sums = Record<'overdue' | 'due' | 'unknown', number | string | null>;
const countsOf = (points: number | undefined, row: Sums | undefined): TreeCounts => ({
  points: Number(points ?? 0),
  overdue: Number(row?.overdue ?? 0),
  due: Number(row?.due ?? 0),
  unknown: Number(row?.unknown ?? 0),
});

/**
 * Areas, machines and how many tasks stand where. A large plant is folded by area.
 * @param open code of the area that is open where the plant is folded
 */
export async function readPlantTree({ db, now }: Pick<Desk, 'db' | 'now'>, open = ''): Promise<PlantTree> {
  const today = plantToday(now, await thePlant(db));
  const [areas, inUse, standing] = await Promise.all([
    allAreas(db),
    db.select<{ areaId: string; machines: number; points: number }>(
      `SELECT machine.areaId, COUNT(*) AS machines, SUM(IFNULL(inUse.points, 0)) AS points
       FROM machine LEFT JOIN (SELECT machineId, COUNT(*) AS points FROM lube_point WHERE retiredOn IS NULL GROUP BY machineId) AS inUse ON inUse.machineId = machine.id
       WHERE machine.retiredOn IS NULL GROUP BY machine.areaId`,
    ),
    db.select<Sums & { areaId: string }>(standingByArea, { today }),
  ]);
  const folded = inUse.reduce((sum, { machines }) => sum + Number(machines), 0) > mostUnfolded;
  const shown = areas.filter(({ code }) => !folded || code === open).map(({ id }) => id);
  const [machines, retired, points, byMachine] = await Promise.all([
    db.Machine.findAll({
      where: { areaId: shown, retiredOn: null },
      attributes: ['id', 'areaId', 'code', 'name'],
      order: [['code', 'ASC']],
    }),
    db.Machine.findAll({
      where: { areaId: shown, retiredOn: { [Op.ne]: null } },
      attributes: ['areaId', 'code', 'name'],
      order: [['code', 'ASC']],
    }),
    db.select<{ machineId: string; points: number }>(
      'SELECT lube_point.machineId, COUNT(*) AS points FROM lube_point JOIN machine ON machine.id = lube_point.machineId WHERE lube_point.retiredOn IS NULL AND machine.areaId IN (:shown) GROUP BY lube_point.machineId',
      { shown },
    ),
    db.select<Sums & { machineId: string }>(
      `SELECT machineId, ${sums} FROM due_state WHERE areaId IN (:shown) GROUP BY machineId`,
      { shown, today },
    ),
  ]);
  const inArea = new Map(inUse.map((row) => [row.areaId, row]));
  const standingIn = new Map(standing.map((row) => [row.areaId, row]));
  const pointsOf = new Map(points.map((row) => [row.machineId, row.points]));
  const standingAt = new Map(byMachine.map((row) => [row.machineId, row]));
  const machinesOf = groupBy(machines, ({ areaId }) => areaId);
  const retiredOf = groupBy(retired, ({ areaId }) => areaId);
  return {
    folded,
    areas: areas.map(({ id, code, name }) => ({
      id,
      code,
      name,
      counts: countsOf(inArea.get(id)?.points, standingIn.get(id)),
      machineCount: Number(inArea.get(id)?.machines ?? 0),
      retired: (retiredOf.get(id) ?? []).map((machine) => ({ code: machine.code, name: machine.name })),
      machines: (machinesOf.get(id) ?? []).map((machine) => ({
        id: machine.id,
        code: machine.code,
        name: machine.name,
        ...countsOf(pointsOf.get(machine.id), standingAt.get(machine.id)),
      })),
    })),
  };
}
