import type { How, Values } from '@/core/changes/change';
import { recordedThings } from '@/core/changes/recorded';
import type { Database } from '../desk';

/** One field of a thing before and after; null where there was nothing. */
export type ChangedValue = { field: string; was: unknown; became: unknown };

/** Something of the plan, or of who gets in, that somebody changed. */
export type ChangeLine = {
  entryId: string;
  place: number;
  at: Date;
  person: { initials: string; name: string };
  thing: string;
  how: How;
  /** It was made in the database itself, past the book. */
  outside: boolean;
  values: ChangedValue[];
  /** The values told of somebody and are no longer kept. */
  erased: boolean;
};

type Row = {
  entryId: string;
  place: number;
  thing: string;
  was: string | null;
  became: string | null;
  erasedAt: Date | null;
  receivedAt: Date;
  deviceId: string;
  how: How;
  initials: string;
  name: string;
};

/**
 * What was changed of some things, and of what belongs to them, newest first.
 * @param ids of things as the register and the plan have them
 */
export async function changesOf(db: Database, ids: readonly string[], limit: number): Promise<ChangeLine[]> {
  const rows = await db.select<Row>(
    `SELECT entry.id AS entryId, made.place, made.thing, made.was, made.became, made.erasedAt, entry.receivedAt, entry.deviceId,
       JSON_VALUE(entry.body, CONCAT('$.changes[', made.place, '].how')) AS how, person.initials, person.name
     FROM (SELECT * FROM change_made WHERE thingId IN (:ids) UNION SELECT * FROM change_made WHERE ofId IN (:ids) ORDER BY seq DESC, place LIMIT :limit) AS made
       JOIN entry ON entry.seq = made.seq JOIN person ON person.id = entry.personId
     ORDER BY entry.seq DESC, made.place`,
    { ids, limit },
  );
  const lines = rows.map(lineOf);
  const names = await namesIn(db, lines);
  return lines.map((line) => ({ ...line, values: line.values.map((value) => named(value, names)) }));
}

function lineOf({
  entryId,
  place,
  thing,
  was,
  became,
  erasedAt,
  receivedAt,
  deviceId,
  how,
  initials,
  name,
}: Row): ChangeLine {
  const [before, after] = [was, became].map((values) => (values === null ? {} : (JSON.parse(values) as Values)));
  const fields = [...new Set([...Object.keys(before!), ...Object.keys(after!)])].filter(
    (field) => !recordedThings[thing]?.key.includes(field),
  );
  return {
    entryId,
    place,
    at: receivedAt,
    person: { initials, name },
    thing,
    how,
    outside: deviceId === 'database',
    values: fields.map((field) => ({ field, was: before![field] ?? null, became: after![field] ?? null })),
    erased: erasedAt !== null,
  };
}

/** Where names of things stand, by the field that holds their identifier. */
const namedIn: Readonly<Record<string, { table: string; name: string }>> = {
  areaId: { table: 'area', name: 'name' },
  machineId: { table: 'machine', name: 'code' },
  modelId: { table: 'machine_model', name: 'name' },
  meterId: { table: 'meter', name: 'name' },
  reservoirId: { table: 'reservoir', name: 'name' },
  pointId: { table: 'lube_point', name: 'name' },
  lubricantId: { table: 'lubricant', name: 'code' },
  taskId: { table: 'task', name: 'title' },
  routeId: { table: 'route', name: 'code' },
  gunId: { table: 'gun', name: 'code' },
  personId: { table: 'person', name: 'name' },
  madeBy: { table: 'person', name: 'name' },
  endedBy: { table: 'person', name: 'name' },
};

async function namesIn(db: Database, lines: readonly ChangeLine[]): Promise<Map<string, string>> {
  const wanted = new Map<string, Set<string>>();
  for (const { field, was, became } of lines.flatMap(({ values }) => values))
    for (const id of [was, became])
      if (typeof id === 'string' && namedIn[field]) wanted.set(field, (wanted.get(field) ?? new Set()).add(id));
  const found = await Promise.all(
    [...wanted].map(([field, ids]) => {
      const { table, name } = namedIn[field]!;
      return db.select<{ id: string; name: string }>(`SELECT id, ${name} AS name FROM ${table} WHERE id IN (:ids)`, {
        ids: [...ids],
      });
    }),
  );
  return new Map(found.flat().map(({ id, name }) => [id, name]));
}

const named = ({ field, was, became }: ChangedValue, names: ReadonlyMap<string, string>): ChangedValue => {
  const say = (value: unknown) => (typeof value === 'string' ? (names.get(value) ?? value) : value);
  return { field, was: say(was), became: say(became) };
};
