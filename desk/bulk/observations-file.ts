import { isDeepStrictEqual } from 'node:util';
import Papa from 'papaparse';
import { z } from 'zod';
import {
  type ObservedFault,
  type ObservedLook,
  observedColumns,
  pointsByName,
  readObserved,
} from '@/core/follow/observed-rows';
import { largestImport } from '@/core/limits';
import type { Database, Desk, Result } from '../desk';
import { done, refusal } from '../desk';
import { believed } from '../log/believed';
import { derivedId } from '../log/derived-id';
import { parseForm } from '../parse';
import { observationPost, postObservation } from '../write/observations';

/** So many looks are read from the log at once. */
const piece = 500;
/** So many lines one file may have: each look is written with all that follows from it. */
const mostLines = 5000;

type Read = z.output<typeof observationPost>['values'][number];
type Row = { seq: number; id: string; at: string; pointId: string; code: string; number: number; body: string } & {
  initials: string;
  personId: string;
};
/** A look with its readings, as it was written. */
export type Observed = Omit<Row, 'body'> & { values: Read[] };

/** Every look that has read something, as it holds now, oldest first, piece by piece; of one machine where it is named. */
export async function* eachObserved(db: Database, machine?: string): AsyncGenerator<Observed[]> {
  for (let after = 0; ;) {
    const rows = await db.select<Row>(
      `SELECT entry.seq, entry.id, entry.happenedAt AS at, entry.pointId, machine.code, lube_point.number, entry.body, entry.personId, person.initials
       FROM ${believed} JOIN lube_point ON lube_point.id = entry.pointId JOIN machine ON machine.id = lube_point.machineId JOIN person ON person.id = entry.personId
       WHERE entry.seq > :after AND entry.kind = 'check' AND JSON_LENGTH(entry.body, '$.readings') > 0 ${machine ? 'AND machine.code = :machine' : ''} ORDER BY entry.seq LIMIT ${piece}`,
      { after, machine },
    );
    if (rows.length === 0) return;
    after = Number(rows.at(-1)!.seq);
    yield rows.map(({ body, ...row }) => ({ ...row, values: (JSON.parse(body) as { readings: Read[] }).readings }));
  }
}

const fileForm = z.strictObject({
  text: z
    .string()
    .min(1, { error: 'Choose a file, or paste its rows.' })
    .max(largestImport, { error: 'This is more than 2 MB. Split it.' }),
});

export type ObservationsPlan = { looks: ObservedLook[]; faults: ObservedFault[] };

/** What a file of readings holds, and which of its lines cannot be read. Writes nothing. */
export async function planObservations({ db }: Desk, values: unknown): Promise<Result<ObservationsPlan>> {
  const form = parseForm(fileForm, values);
  if (!form.ok) return form;
  const { data, meta } = Papa.parse<Record<string, string>>(form.value.text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
  });
  const missing = ['at', 'point', 'quantity', 'value'].filter((column) => !meta.fields?.includes(column));
  if (missing.length > 0)
    return refusal(
      'invalid',
      `The first line names the columns. Missing: ${missing.join(', ')}. Known are ${observedColumns.join(', ')}.`,
    );
  if (data.length > mostLines)
    return refusal('invalid', `These are ${data.length} lines; at most ${mostLines} go in at once. Split the file.`);
  const points = await db.select<{ id: string; code: string; number: number }>(
    'SELECT lube_point.id, machine.code, lube_point.number FROM lube_point JOIN machine ON machine.id = lube_point.machineId WHERE lube_point.retiredOn IS NULL AND machine.retiredOn IS NULL',
  );
  return done(readObserved(data, pointsByName(points)));
}

/** What the book holds under the identifiers of a file: a look that came from it, whoever wrote it, is the same look. */
async function heldReadings(db: Database, looks: readonly ObservedLook[]): Promise<Map<string, Read[] | undefined>> {
  const ids = looks.flatMap(({ id }) => id ?? []);
  if (ids.length === 0) return new Map();
  const rows = await db.select<{ id: string; body: string }>(
    `SELECT entry.id, entry.body FROM ${believed} WHERE entry.id IN (:ids)`,
    { ids },
  );
  return new Map(rows.map(({ id, body }) => [id, (JSON.parse(body) as { readings?: Read[] }).readings]));
}

export type ObservationsTaken = { stored: number; known: number; faults: ObservedFault[] };

/** Takes the looks of a file, each with the findings that follow from it; those with a fault are left out, and said. */
export async function takeObservations(desk: Desk, values: unknown): Promise<Result<ObservationsTaken>> {
  const planned = await planObservations(desk, values);
  if (!planned.ok) return planned;
  const { looks, faults } = planned.value;
  const people = new Map(
    (await desk.db.Person.findAll({ attributes: ['id', 'initials'] })).map(({ id, initials }) => [initials, id]),
  );
  const taken: ObservationsTaken = { stored: 0, known: 0, faults: [...faults] };
  const held = await heldReadings(desk.db, looks);
  for (const { line, id, by, ...look } of looks) {
    if (id !== undefined && held.has(id)) {
      if (isDeepStrictEqual(held.get(id), look.values)) taken.known += 1;
      else taken.faults.push({ line, reason: `${id} is in the book already, and reads otherwise there.` });
      continue;
    }
    const personId = people.get(by);
    const parsed = observationPost.safeParse({
      ...look,
      id: id ?? derivedId(Date.parse(look.at), `${look.pointId} ${look.at}`),
      source: 'file',
      ...(personId && { personId }),
    });
    if (!parsed.success) {
      taken.faults.push({ line, reason: parsed.error.issues[0]!.message });
      continue;
    }
    const posted = await postObservation(desk.db, desk.now, parsed.data);
    if (!posted) taken.faults.push({ line, reason: 'There is no such point.' });
    else if (!posted.outcome.ok) taken.faults.push({ line, reason: posted.outcome.reason });
    else if (posted.outcome.stored) taken.stored += 1;
    else taken.known += 1;
  }
  return done({ ...taken, faults: taken.faults.sort((a, b) => a.line - b.line) });
}
