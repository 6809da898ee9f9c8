import { pointLabel } from '@/core/register/assignment';
import { type PointKind, pointKinds } from '@/core/register/point-kinds';
import type { Database } from '../desk';

/** A point as it is offered where many are picked. */
export type PointChoiceRow = { id: string; label: string; name: string; machine: string; area: string; kind: string };

/** Every point of the plant, in order of machine and walk. */
export async function readPointChoices(db: Database): Promise<PointChoiceRow[]> {
  const rows = await db.select<{
    id: string;
    number: number;
    name: string;
    kind: PointKind;
    code: string;
    areaName: string;
  }>(
    `SELECT lube_point.id, lube_point.number, lube_point.name, lube_point.kind, machine.code, area.name AS areaName FROM lube_point JOIN machine ON machine.id = lube_point.machineId JOIN area ON area.id = machine.areaId
     WHERE lube_point.retiredOn IS NULL AND machine.retiredOn IS NULL ORDER BY machine.code, lube_point.walkPosition`,
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

/** Changes of many points done lately, newest first. */
export async function readChangeSets(
  db: Database,
  kind: 'points' | 'template' | 'what-if',
  most = 10,
): Promise<{ id: string; title: string; madeAt: Date; by: string; undone: boolean }[]> {
  const [sets, people] = await Promise.all([
    db.ChangeSet.findAll({ where: { kind }, order: [['madeAt', 'DESC']], limit: most }),
    db.Person.findAll(),
  ]);
  return sets.map(({ id, title, madeAt, personId, undoneAt }) => ({
    id,
    title,
    madeAt,
    by: people.find((person) => person.id === personId)?.initials ?? '',
    undone: undoneAt != null,
  }));
}
