import type { How, Values } from '@/core/changes/change';
import { recordedThings } from '@/core/changes/recorded';
import type { Database } from '../desk';
import { groupBy } from '../group-by';

/** One field of a thing before and after; null where there was nothing. */
export type ChangedValue = { field: string; was: unknown; became: unknown };

/** Something of the plan, or of who gets in, that somebody changed. */
export type ChangeLine = {
  entryId: string;
  place: number;
  at: Date;
  person: { initials: string; name: string };
  thing: string;
  /** What people call it; nothing where it has no name, or is gone. */
  called: string;
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
  thingId: string;
  was: string | null;
  became: string | null;
  erasedAt: Date | null;
  receivedAt: Date;
  deviceId: string;
  how: How;
  initials: string;
  name: string;
};

const columns = `entry.id AS entryId, made.place, made.thing, made.thingId, made.was, made.became, made.erasedAt, entry.receivedAt, entry.deviceId,
  JSON_VALUE(entry.body, CONCAT('$.changes[', made.place, '].how')) AS how, person.initials, person.name`;
const besides = 'JOIN entry ON entry.seq = made.seq JOIN person ON person.id = entry.personId';

/**
 * What was changed of some things, and of what belongs to them, newest first.
 * @param ids of things as the register and the plan have them
 */
export async function changesOf(db: Database, ids: readonly string[], limit: number): Promise<ChangeLine[]> {
  const rows = await db.select<Row>(
    `SELECT ${columns}
     FROM (SELECT * FROM change_made WHERE thingId IN (:ids) UNION SELECT * FROM change_made WHERE ofId IN (:ids) ORDER BY seq DESC, place LIMIT :limit) AS made ${besides}
     ORDER BY entry.seq DESC, made.place`,
    { ids, limit },
  );
  return linesOf(db, rows);
}

/** What one entry says that was changed, in its order. */
export const changesIn = async (db: Database, seq: number): Promise<ChangeLine[]> =>
  linesOf(
    db,
    await db.select<Row>(
      `SELECT ${columns} FROM change_made AS made ${besides} WHERE made.seq = :seq ORDER BY made.place`,
      {
        seq,
      },
    ),
  );

async function linesOf(db: Database, rows: readonly Row[]): Promise<ChangeLine[]> {
  const lines = rows.map((row) => ({ line: lineOf(row), id: row.thingId }));
  const names = await namesIn(db, lines);
  return lines.map(({ line, id }) => ({
    ...line,
    called: keyNames(line.thing, id)
      .flatMap((name) => names.get(name) ?? [])
      .join(', '),
    values: line.values.map((value) => named(value, names)),
  }));
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
    called: '',
    how,
    outside: deviceId === 'database',
    values: fields.map((field) => ({ field, was: before![field] ?? null, became: after![field] ?? null })),
    erased: erasedAt !== null,
  };
}

/** What things are called by, by their table. */
const calledBy: Readonly<Record<string, string>> = {
  area: 'name',
  machine: 'code',
  machine_model: 'name',
  meter: 'name',
  reservoir: 'name',
  lube_point: 'name',
  lubricant: 'code',
  task: 'title',
  task_template: 'name',
  route: 'code',
  gun: 'code',
  person: 'name',
  enrolled_device: 'name',
  machine_client: 'name',
};

/** Of which table a field names something. */
const tableOf: Readonly<Record<string, string>> = {
  areaId: 'area',
  machineId: 'machine',
  modelId: 'machine_model',
  meterId: 'meter',
  reservoirId: 'reservoir',
  pointId: 'lube_point',
  lubricantId: 'lubricant',
  taskId: 'task',
  routeId: 'route',
  gunId: 'gun',
  deviceId: 'enrolled_device',
  personId: 'person',
  madeBy: 'person',
  endedBy: 'person',
  enrolledBy: 'person',
  withdrawnBy: 'person',
};

const nameKey = (table: string, id: string): string => `${table} ${id}`;

/** Under which names a thing, or what it is known by, is looked up. */
function keyNames(thing: string, id: string): string[] {
  const parts = id.split('/');
  return (recordedThings[thing]?.key ?? []).flatMap((field, place) => {
    const table = field === 'id' ? thing : tableOf[field];
    return table && calledBy[table] ? [nameKey(table, parts[place]!)] : [];
  });
}

/** What everything that lines name is called, asked once for each table. */
async function namesIn(
  db: Database,
  lines: readonly { line: ChangeLine; id: string }[],
): Promise<ReadonlyMap<string, string>> {
  const keys = lines.flatMap(({ line: { thing, values }, id }) => [
    ...keyNames(thing, id),
    ...values.flatMap(({ field, was, became }) =>
      [was, became].flatMap((value) =>
        typeof value === 'string' && tableOf[field] ? [nameKey(tableOf[field], value)] : [],
      ),
    ),
  ]);
  const byTable = groupBy([...new Set(keys)], (key) => key.split(' ')[0]!);
  const found = await Promise.all(
    [...byTable].map(async ([table, of]) => {
      const ids = of.map((key) => key.slice(table.length + 1));
      const rows = await db.select<{ id: string; name: string }>(
        `SELECT id, ${calledBy[table]!} AS name FROM ${table} WHERE id IN (:ids)`,
        { ids },
      );
      return rows.map(({ id, name }): [string, string] => [nameKey(table, id), name]);
    }),
  );
  return new Map(found.flat());
}

const named = ({ field, was, became }: ChangedValue, names: ReadonlyMap<string, string>): ChangedValue => {
  const table = tableOf[field];
  const say = (value: unknown) =>
    table && typeof value === 'string' ? (names.get(nameKey(table, value)) ?? value) : value;
  return { field, was: say(was), became: say(became) };
};
