import type { EntryBody } from '@/core/entry/kinds';
import { type Closer, findingSaid, urgencies } from '@/core/words/findings';
import { pointLabel } from '@/core/register/assignment';
import { type PlantDay, plantDayOf } from '@/core/time/plant-day';
import type { Database } from '../desk';
import { believed } from '../log/believed';
import { thePlant } from '../plant';

/** Something that was found and is to be followed up, in the words that hold now. */
export type OpenFinding = EntryBody<'finding'> & {
  entryId: string;
  /** What was seen, how much of it, where. */
  said: string;
  foundOn: PlantDay;
  initials: string;
  machine: { code: string; name: string } | null;
  point: { number: number; label: string } | null;
};

type Row = {
  id: string;
  body: string;
  happenedAtUtc: Date;
  initials: string;
  code: string | null;
  machineName: string | null;
  number: number | null;
  many: number;
};

/** So many stand on a page; the rest is counted. */
const shownFindings = 20;

/**
 * Findings that are to be followed up, the most urgent first, newest first among those. Closing one comes with its
 * follow-up; until then it stays open.
 * @param asOf what was found by then, or, by a clock that ran ahead, came in by then
 */
export async function openFindings(db: Database, asOf: Date): Promise<{ shown: OpenFinding[]; count: number }> {
  const plant = await thePlant(db);
  const urgency = `FIELD(JSON_VALUE(entry.body, '$.urgency'), ${Object.keys(urgencies)
    .map((each) => `'${each}'`)
    .join(', ')})`;
  // Counted and put in order by name alone; what is shown is read after that.
  const rows = await db.select<Row>(
    `SELECT entry.id, entry.body, entry.happenedAtUtc, person.initials, machine.code, machine.name AS machineName, lube_point.number, first.many
     FROM (SELECT entry.id, ${urgency} AS urgency, entry.seq, COUNT(*) OVER () AS many FROM ${believed} WHERE entry.kind = 'finding' AND LEAST(entry.happenedAtUtc, entry.receivedAt) <= :asOf ORDER BY urgency, entry.seq DESC LIMIT ${shownFindings}) AS first
     JOIN ${believed} ON entry.id = first.id JOIN person ON person.id = entry.personId LEFT JOIN machine ON machine.id = entry.machineId LEFT JOIN lube_point ON lube_point.id = entry.pointId ORDER BY first.urgency, first.seq DESC`,
    { asOf },
  );
  return {
    count: Number(rows[0]?.many ?? 0),
    shown: rows.map(({ id, body, happenedAtUtc, initials, code, machineName, number }) => {
      const found = JSON.parse(body) as EntryBody<'finding'> & Closer;
      return {
        ...found,
        entryId: id,
        said: findingSaid(found.what, found),
        foundOn: plantDayOf(happenedAtUtc.getTime(), plant),
        initials,
        machine: code === null ? null : { code, name: machineName! },
        point: code === null || number === null ? null : { number, label: pointLabel(code, number) },
      };
    }),
  };
}
