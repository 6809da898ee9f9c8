import { largestImport } from '@/core/limits';
import Papa from 'papaparse';
import { z } from 'zod';
import {
  type ColumnMapping,
  type KnownMeter,
  type ReadyRow,
  guessMapping,
  readRows,
  readingColumns,
} from '@/core/meter/import-rows';
import { keepPlausible } from '@/core/meter/series';
import type { Database, Desk, Result } from '../desk';
import { done, refusal } from '../desk';
import { parseForm } from '../parse';
import { deriveMeters } from '../standing/meters';
import { machineLog } from '../standing/read-log';
import { thePlant } from '../plant';
import { writeReadings } from '../write/readings';

const column = z.int().min(0).max(200).nullable();
const importForm = z.strictObject({
  text: z
    .string()
    .min(1, { error: 'Choose a file, or paste its rows.' })
    .max(largestImport, { error: 'This is more than 2 MB. Split it.' }),
  fileName: z.string().max(80).default(''),
  /** Columns as a person set them; null where the first line shall decide. */
  mapping: z
    .partialRecord(
      z.enum(Object.keys(readingColumns) as [keyof typeof readingColumns, ...(keyof typeof readingColumns)[]]),
      column,
    )
    .nullable(),
});

const mostRows = 20_000;

export type ImportLine = {
  line: number;
  cells: string[];
  problems: { column: string; reason: string }[];
  doubt: string | null;
  known: boolean;
  words: string;
};
export type ImportPreview = {
  header: string[];
  mapping: ColumnMapping;
  missing: string[];
  ready: number;
  known: number;
  doubtful: number;
  faulty: number;
  lines: ImportLine[];
};

type Plan = {
  header: string[];
  rows: string[][];
  mapping: ColumnMapping;
  missing: string[];
  read: ReturnType<typeof readRows>;
};

async function plan({ db, now }: Desk, values: unknown): Promise<Result<Plan & { fileName: string }>> {
  const form = parseForm(importForm, values);
  if (!form.ok) return form;
  const { data } = Papa.parse<string[]>(form.value.text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  const [header, ...rows] = data;
  if (!header || rows.length === 0)
    return refusal(
      'invalid',
      'Nothing but a header was found. The first line names the columns, the readings stand below.',
    );
  if (rows.length > mostRows)
    return refusal('invalid', `These are ${rows.length} rows; at most ${mostRows} go in at once. Split the file.`);
  const chosen = Object.fromEntries(
    Object.entries(form.value.mapping ?? {}).filter((pair): pair is [string, number] => typeof pair[1] === 'number'),
  ) as ColumnMapping;
  const mapping = form.value.mapping === null ? guessMapping(header) : chosen;
  const missing = (['machine', 'day', 'value'] as const)
    .filter((each) => mapping[each] === undefined)
    .map((each) => readingColumns[each]);
  const plant = await thePlant(db);
  return done({
    header,
    rows,
    mapping,
    missing,
    fileName: form.value.fileName,
    read:
      missing.length > 0
        ? []
        : readRows(rows, mapping, { meters: await knownMeters(db), timeZone: plant.timeZone, nowMs: now.getTime() }),
  });
}

const knownMeters = (db: Database) =>
  db.select<KnownMeter>(
    'SELECT meter.id, meter.machineId, machine.code AS machineCode, meter.name, meter.unit FROM meter JOIN machine ON machine.id = meter.machineId WHERE machine.retiredOn IS NULL ORDER BY machine.code, meter.name',
  );

/** Shows what importing a table of readings would do, row by row. Writes nothing. */
export async function previewReadings(desk: Desk, values: unknown): Promise<Result<ImportPreview>> {
  const planned = await plan(desk, values);
  if (!planned.ok) return planned;
  const { header, rows, mapping, missing, read } = planned.value;
  const ready = read.filter((row): row is ReadyRow => row.ok);
  const { doubts, known } = await weigh(desk, ready);
  const lines = read.map((row, index): ImportLine => ({
    line: row.line,
    cells: rows[index]!,
    problems: row.ok ? [] : row.problems,
    doubt: doubts.get(row.line) ?? null,
    known: known.has(row.line),
    words: row.ok ? `${row.meter.machineCode}, ${row.meter.name}: ${row.value}` : '',
  }));
  const faulty = lines.filter(({ problems }) => problems.length > 0).length;
  // The faulty and the doubtful first: those are what somebody has to look at.
  const urgency = ({ problems, doubt }: ImportLine) => (problems.length > 0 ? 0 : doubt ? 1 : 2);
  return done({
    header,
    mapping,
    missing,
    faulty,
    known: known.size,
    doubtful: doubts.size,
    ready: ready.length - known.size,
    lines: [...lines].sort((a, b) => urgency(a) - urgency(b) || a.line - b.line).slice(0, 300),
  });
}

/** Imports the rows without fault; those with one are left out. The same rows again write nothing. */
export async function importReadings(
  desk: Desk,
  values: unknown,
): Promise<Result<{ stored: number; known: number; faulty: number }>> {
  const planned = await plan(desk, values);
  if (!planned.ok) return planned;
  const { read, missing, fileName } = planned.value;
  if (missing.length > 0) return refusal('invalid', `Say which columns hold: ${missing.join(', ')}.`);
  const ready = read.filter((row): row is ReadyRow => row.ok);
  if (ready.length === 0) return refusal('invalid', 'No row is without fault. Nothing has been imported.');
  const written = await writeReadings(
    desk.db,
    desk.now,
    desk.actor.id,
    `import:${(fileName || 'pasted rows').slice(0, 55)}`,
    ready.map(({ meter, atMs, value, typed }) => ({
      meterId: meter.id,
      machineId: meter.machineId,
      at: new Date(atMs).toISOString(),
      value,
      typed,
    })),
  );
  return done({ ...written, faulty: read.length - ready.length });
}

/** Which rows would be left out as implausible beside what the book holds, and which it holds already. By line. */
async function weigh(
  { db }: Desk,
  ready: readonly ReadyRow[],
): Promise<{ doubts: Map<number, string>; known: Set<number> }> {
  const doubts = new Map<number, string>();
  const known = new Set<number>();
  const machineIds = [...new Set(ready.map(({ meter }) => meter.machineId))];
  if (machineIds.length === 0) return { doubts, known };
  const [log, meters] = await Promise.all([machineLog(db, machineIds), deriveMeters(db, machineIds)]);
  for (const meter of meters) {
    const mine = ready.filter((row) => row.meter.id === meter.id);
    if (mine.length === 0) continue;
    const { readings, replacements } = log.dials(meter.id);
    const held = new Set(readings.map(({ atMs, value }) => `${atMs}/${value}`));
    const fresh = mine.filter(({ line, atMs, value }) => {
      if (held.has(`${atMs}/${value}`)) known.add(line);
      return !held.has(`${atMs}/${value}`);
    });
    const { rejected } = keepPlausible([...readings, ...fresh], {
      rolloverAt: meter.rolloverAt ?? undefined,
      resolution: meter.resolution,
      maxPerDay: meter.maxPerDay,
      replacements,
    });
    for (const { index, reason } of rejected)
      if (index >= readings.length) doubts.set(fresh[index - readings.length]!.line, reason);
  }
  return { doubts, known };
}
