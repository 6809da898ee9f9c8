import { singleSpaced } from '@/core/text';
import type { Database } from '../desk';

export type Found = {
  kind: 'machine' | 'point' | 'lubricant' | 'person' | 'route';
  label: string;
  name: string;
  href: string;
};

const most = 12;

/** Machines, points, lubricants, routes and people by code or name; what begins with the text comes first. */
export async function find(db: Database, typed: string): Promise<Found[]> {
  const text = singleSpaced(typed.slice(0, 60));
  if (text === '') return [];
  const begins = `${text.replace(/[\\%_]/g, '\\$&')}%`;
  const like = `%${begins}`;
  // `BM-1·03`, `BM-1 3` and `BM-1/3` all mean a point.
  const number = /[·./ ] ?(\d{1,3})$/.exec(text);
  const place = number && { code: text.slice(0, number.index).trim(), number: Number(number[1]) };
  const [machines, lubricants, routes, people] = await Promise.all([
    db.select<{ code: string; name: string; old: string | null }>(
      `SELECT machine.code, machine.name, MIN(machine_code.code) AS old FROM machine JOIN machine_code ON machine_code.machineId = machine.id
       WHERE machine.retiredOn IS NULL AND (machine_code.code LIKE :like OR machine.name LIKE :like) GROUP BY machine.id, machine.code, machine.name ORDER BY NOT machine.code LIKE :begins, machine.code LIMIT ${most}`,
      { like, begins },
    ),
    db.select<{ code: string; name: string; formerName: string | null }>(
      `SELECT lubricant.code, lubricant.name, MIN(replacement.formerName) AS formerName FROM lubricant LEFT JOIN replacement ON replacement.lubricantId = lubricant.id AND replacement.formerName LIKE :like
       WHERE lubricant.code LIKE :like OR lubricant.name LIKE :like OR lubricant.designation LIKE :like OR replacement.id IS NOT NULL GROUP BY lubricant.id, lubricant.code, lubricant.name LIMIT ${most}`,
      { like },
    ),
    db.select<{ id: string; code: string; name: string }>(
      `SELECT id, code, name FROM route WHERE retiredOn IS NULL AND (code LIKE :like OR name LIKE :like) LIMIT ${most}`,
      { like },
    ),
    db.select<{ initials: string; name: string }>(
      `SELECT initials, name FROM person WHERE active AND (initials LIKE :like OR name LIKE :like) LIMIT ${most}`,
      { like },
    ),
  ]);
  const startsWith = (words: string) => words.toLowerCase().startsWith(text.toLowerCase());
  // Where the codes of machines fill the list, points would come after its end, and need not be looked through.
  const isFull = machines.filter(({ code }) => startsWith(code)).length === most;
  const points = isFull ? [] : await findPoints(db, like, place);
  const found: Found[] = [
    ...machines.map(({ code, name, old }): Found => ({
      kind: 'machine',
      label: code,
      name: old && old !== code ? `${name}, formerly ${old}` : name,
      href: `/plant/machines/${code}`,
    })),
    ...points.map(({ code, number, name }): Found => ({
      kind: 'point',
      label: `${code}·${String(number).padStart(2, '0')}`,
      name,
      href: `/plant/machines/${code}/points/${number}`,
    })),
    ...lubricants.map(({ code, name, formerName }): Found => ({
      kind: 'lubricant',
      label: code,
      name: formerName ? `${name}, for ${formerName}` : name,
      href: `/lubricants/${code}`,
    })),
    ...routes.map(({ id, code, name }): Found => ({ kind: 'route', label: code, name, href: `/routes/${id}` })),
    ...people.map(({ initials, name }): Found => ({
      kind: 'person',
      label: initials,
      name: `${name}, entries`,
      href: `/log?by=${initials}`,
    })),
  ];
  const rank = ({ label, name }: Found) => (startsWith(label) ? 0 : startsWith(name) ? 1 : 2);
  return found
    .map((each, index) => ({ each, index }))
    .sort((a, b) => rank(a.each) - rank(b.each) || a.index - b.index)
    .map(({ each }) => each)
    .slice(0, most);
}

type PointFound = { code: string; number: number; name: string };

/** So many points of a name are put in order; where there are more, they are met on the way through the machines. */
const fewPoints = 200;

/** Points by name, and those of a number on machines whose code begins so. */
async function findPoints(
  db: Database,
  like: string,
  place: { code: string; number: number } | null,
): Promise<PointFound[]> {
  const inOrder = (condition: string, values: Record<string, unknown>) =>
    db.select<PointFound>(
      `SELECT STRAIGHT_JOIN machine.code, lube_point.number, lube_point.name FROM ${condition} AND lube_point.retiredOn IS NULL ORDER BY machine.code, lube_point.number LIMIT ${most}`,
      values,
    );
  const byMachine = 'machine JOIN lube_point ON lube_point.machineId = machine.id WHERE';
  const numbered = place
    ? await inOrder(`${byMachine} machine.code LIKE :code AND lube_point.number = :number`, {
        code: `${place.code.replace(/[\\%_]/g, '\\$&')}%`,
        number: place.number,
      })
    : [];
  // Names are looked through in their index, which is all that they and their identifiers are.
  const named = await db.select<{ id: string }>(
    `SELECT id FROM lube_point WHERE name LIKE :like LIMIT ${fewPoints + 1}`,
    { like },
  );
  const found =
    named.length > fewPoints
      ? await inOrder(`${byMachine} lube_point.name LIKE :like`, { like })
      : await inOrder('lube_point JOIN machine ON machine.id = lube_point.machineId WHERE lube_point.id IN (:ids)', {
          ids: named.map(({ id }) => id),
        });
  const key = ({ code, number }: PointFound) => `${code}/${number}`;
  return [...new Map([...numbered, ...found].map((point) => [key(point), point])).values()].slice(0, most);
}
