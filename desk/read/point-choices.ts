import { pointLabel } from '@/core/register/assignment';
import { type PointKind, pointKinds } from '@/core/register/point-kinds';
import type { Database } from '../desk';
import { allAreas, allPeople } from './lists';

/** A point as it is offered where many are picked. */
export type PointChoiceRow = { id: string; label: string; name: string; machine: string; area: string; kind: string };

/** A plant with more points than this is picked from area by area. */
const togetherMost = 2000;

/** The areas to pick from one after another; null where the plant is small enough to be picked from as a whole. */
export async function areasToPickFrom(db: Database): Promise<{ code: string; name: string }[] | null> {
  if ((await db.LubePoint.count({ where: { retiredOn: null } })) <= togetherMost) return null;
  const areas = await allAreas(db);
  return areas.map(({ code, name }) => ({ code, name }));
}

/** The points of an area, of the whole plant when not given, in order of machine and walk. */
export async function readPointChoices(db: Database, area?: string): Promise<PointChoiceRow[]> {
  const rows = await db.select<{
    id: string;
    number: number;
    name: string;
    kind: PointKind;
    code: string;
    areaName: string;
  }>(
    `SELECT lube_point.id, lube_point.number, lube_point.name, lube_point.kind, machine.code, area.name AS areaName FROM lube_point JOIN machine ON machine.id = lube_point.machineId JOIN area ON area.id = machine.areaId
     WHERE lube_point.retiredOn IS NULL AND machine.retiredOn IS NULL ${area === undefined ? '' : 'AND area.code = :area'} ORDER BY machine.code, lube_point.walkPosition`,
    { area },
  );
  return rows.map(({ id, number, name, kind, code, areaName }) => ({
    id,
    label: pointLabel(code, number),
    name,
    machine: code,
    area: areaName,
    kind: pointKinds[kind].label,
  }));
}

/** The points of a small plant to pick from, or the areas of a large one. */
export async function pointsToPickFrom(db: Database) {
  const areas = await areasToPickFrom(db);
  return { areas, choices: areas ? [] : await readPointChoices(db) };
}

/** Changes of many points done lately, newest first. */
export async function readChangeSets(
  db: Database,
  kind: 'points' | 'template' | 'what-if',
  most = 10,
): Promise<{ id: string; title: string; madeAt: Date; by: string; undone: boolean }[]> {
  const [sets, people] = await Promise.all([
    db.ChangeSet.findAll({ where: { kind }, order: [['madeAt', 'DESC']], limit: most }),
    allPeople(db),
  ]);
  return sets.map(({ id, title, madeAt, personId, undoneAt }) => ({
    id,
    title,
    madeAt,
    by: people.find((person) => person.id === personId)?.initials ?? '',
    undone: undoneAt != null,
  }));
}
