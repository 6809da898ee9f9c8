import { isClockAhead } from '@/core/entry/believed';
import type { EntryKind } from '@/core/entry/kinds';
import { type BelievedRow, readBelieved } from './believed';
import { pointLabel } from '@/core/register/assignment';
import type { Database } from '../desk';
import { idsWithWords, wordsCondition } from './words';

/** An entry as the Log shows it, with what corrected it and what it corrects. */
export type LogLine = {
  id: string;
  seq: number;
  kind: EntryKind;
  body: Record<string, unknown>;
  happenedAt: string;
  offsetMinutes: number;
  receivedAt: string;
  clockAhead: boolean;
  person: { initials: string; name: string };
  machine: { id: string; code: string; name: string } | null;
  point: { id: string; number: number; label: string; name: string } | null;
  taskIds: string[];
  roundId: string | null;
  replacesId: string | null;
  correctedById: string | null;
  hash: string;
};

export type LogFilter = {
  kind?: EntryKind;
  machineCode?: string;
  pointId?: string;
  initials?: string;
  text?: string;
  from?: Date;
  to?: Date;
  beforeSeq?: number;
  ids?: string[];
  roundId?: string;
};

type Row = Omit<LogLine, 'body' | 'taskIds' | 'receivedAt' | 'person' | 'machine' | 'point' | 'clockAhead'> & {
  body: string;
  taskIds: string;
  receivedAt: Date;
  happenedAtUtc: Date;
  initials: string;
  personName: string;
  machineId: string | null;
  machineCode: string | null;
  machineName: string | null;
  pointId: string | null;
  number: number | null;
  pointName: string | null;
};

/** When an entry says that something happened, be it in putting another one right (ms). */
function saidToHaveHappened({ body, happenedAtUtc }: Row): number {
  const { replacement } = JSON.parse(body) as { replacement?: { happenedAt?: unknown } };
  const corrected = Date.parse(String(replacement?.happenedAt ?? ''));
  return Number.isNaN(corrected) ? happenedAtUtc.getTime() : corrected;
}

const lineOf = (row: Row): LogLine => ({
  id: row.id,
  seq: Number(row.seq),
  kind: row.kind,
  body: JSON.parse(row.body) as Record<string, unknown>,
  happenedAt: row.happenedAt,
  offsetMinutes: row.offsetMinutes,
  receivedAt: row.receivedAt.toISOString(),
  clockAhead: isClockAhead(saidToHaveHappened(row), row.receivedAt.getTime()),
  person: { initials: row.initials, name: row.personName },
  machine: row.machineId ? { id: row.machineId, code: row.machineCode!, name: row.machineName! } : null,
  point: row.pointId
    ? { id: row.pointId, number: row.number!, label: pointLabel(row.machineCode!, row.number!), name: row.pointName! }
    : null,
  taskIds: JSON.parse(row.taskIds) as string[],
  roundId: row.roundId,
  replacesId: row.replacesId,
  correctedById: row.correctedById,
  hash: row.hash,
});

/**
 * Entries newest first, one page at a time; `beforeSeq` of the last line fetches the next. Which they are is found in the
 * log alone, by its order, before anything else is looked up for them.
 */
export async function readLog(db: Database, filter: LogFilter, limit = 50): Promise<LogLine[]> {
  const words = filter.text === undefined ? undefined : wordsCondition(filter.text);
  const where = [
    'TRUE',
    filter.kind && 'entry.kind = :kind',
    filter.machineCode && 'entry.machineId = (SELECT machineId FROM machine_code WHERE code = :machineCode)',
    filter.pointId && 'entry.pointId = :pointId',
    filter.initials && 'entry.personId IN (SELECT id FROM person WHERE initials = :initials)',
    filter.from && 'entry.happenedAtUtc >= :from',
    filter.to && 'entry.happenedAtUtc < :to',
    filter.beforeSeq && 'entry.seq < :beforeSeq',
    filter.ids && 'entry.id IN (:ids)',
    filter.roundId && 'entry.roundId = :roundId',
  ]
    .filter(Boolean)
    .join(' AND ');
  const values = { ...filter, limit };
  const held = words && (await idsWithWords(db, words, where, values));
  if (held?.length === 0) return [];
  const rows = await db.select<Row>(
    `SELECT entry.id, entry.seq, entry.kind, entry.body, entry.happenedAt, entry.happenedAtUtc, entry.offsetMinutes, entry.receivedAt, entry.taskIds, entry.roundId, entry.replacesId, entry.hash,
       person.initials, person.name AS personName, machine.id AS machineId, machine.code AS machineCode, machine.name AS machineName, lube_point.id AS pointId, lube_point.number, lube_point.name AS pointName, newer.id AS correctedById
     FROM (SELECT entry.id FROM entry WHERE ${held ? 'entry.id IN (:held)' : where} ORDER BY entry.seq DESC LIMIT :limit) AS wanted JOIN entry ON entry.id = wanted.id
       JOIN person ON person.id = entry.personId LEFT JOIN machine ON machine.id = entry.machineId LEFT JOIN lube_point ON lube_point.id = entry.pointId LEFT JOIN entry AS newer ON newer.replacesId = entry.id
     ORDER BY entry.seq DESC`,
    { ...values, ...(held && { held }) },
  );
  return rows.map(lineOf);
}

/** One entry with its whole chain, from the original to the newest correction. */
export async function readChain(db: Database, id: string): Promise<LogLine[]> {
  const chain: LogLine[] = [];
  const [start] = await readLog(db, { ids: [id] }, 1);
  for (
    let line: LogLine | undefined = start;
    line;
    line = line.replacesId ? (await readLog(db, { ids: [line.replacesId] }, 1))[0] : undefined
  )
    chain.unshift(line);
  for (let next = start?.correctedById; next;) {
    const [line] = await readLog(db, { ids: [next] }, 1);
    if (!line) break;
    chain.push(line);
    next = line.correctedById;
  }
  return chain;
}

/** One entry with everything that corrected it, and as it now holds: null where it was voided. Undefined where there is none. */
export async function readEntry(
  db: Database,
  id: string,
): Promise<{ chain: LogLine[]; original: LogLine; newest: LogLine; current: BelievedRow | null } | undefined> {
  const chain = await readChain(db, id);
  const [original, newest] = [chain[0], chain.at(-1)];
  if (!original || !newest) return undefined;
  const [current] = await readBelieved(db, 'entry.id = :id', { id: original.id });
  return { chain, original, newest, current: current ?? null };
}
