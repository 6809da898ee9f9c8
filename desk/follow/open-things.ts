import { pointLabel } from '@/core/register/assignment';
import { type RunsMeanwhile, runsWords } from '@/core/words/runs-meanwhile';
import type { Database } from '../desk';
import { believedAnswers } from '../log/believed';

/** Something that is open, or a lock that is on, as the lists show it. */
export type ListedOpenThing = {
  entryId: string;
  isLock: boolean;
  name: string;
  /** Its name in the procedure that opened it, and the task; null where it belongs to none. */
  thing: string | null;
  taskId: string | null;
  runs: RunsMeanwhile;
  runsWords: string;
  openedAt: string;
  /** The round on which it was opened; null at the desk. */
  roundId: string | null;
  /** Watched for so long only, and longer open than that. */
  isOverdue: boolean;
  machine: { id: string; code: string; name: string };
  point: { id: string; number: number; label: string; name: string } | null;
  holder: { id: string; initials: string; name: string };
  waiver: { allowedBy: string; reason: string } | null;
};

type Row = {
  entryId: string;
  isLock: number;
  name: string;
  thing: string | null;
  taskId: string | null;
  runs: RunsMeanwhile;
  minutes: number | null;
  openedMs: string | number;
  machineId: string;
  code: string;
  machineName: string;
  pointId: string | null;
  number: number | null;
  pointName: string | null;
  holderId: string;
  initials: string;
  holderName: string;
  roundId: string | null;
  waivedBy: string | null;
  waivedWhy: string | null;
};

/** So many stand on a page; the rest is counted. A walk carries them all, as good as. */
const shownThings = 20;
const mostOnWalk = 500;
const isOpen = 'open_thing.closedMs IS NULL';
const wasOpen = 'open_thing.openedMs <= :asOf AND (open_thing.closedMs IS NULL OR open_thing.closedMs > :asOf)';

export type OpenThings = { shown: ListedOpenThing[]; count: number };

async function list(
  db: Database,
  now: Date,
  where: string,
  values: Record<string, unknown>,
  limit = shownThings,
): Promise<ListedOpenThing[]> {
  const rows = await db.select<Row>(
    `SELECT open_thing.*, machine.code, machine.name AS machineName, lube_point.number, lube_point.name AS pointName, holder.initials, holder.name AS holderName
     FROM open_thing JOIN machine ON machine.id = open_thing.machineId JOIN person AS holder ON holder.id = open_thing.holderId
       LEFT JOIN lube_point ON lube_point.id = open_thing.pointId
     WHERE ${where} ORDER BY open_thing.openedMs LIMIT ${limit}`,
    values,
  );
  return rows.map((row) => {
    const openedMs = Number(row.openedMs);
    return {
      entryId: row.entryId,
      isLock: Boolean(row.isLock),
      name: row.name,
      thing: row.thing,
      taskId: row.taskId,
      runs: row.runs,
      runsWords: runsWords(row),
      openedAt: new Date(openedMs).toISOString(),
      roundId: row.roundId,
      isOverdue: row.minutes !== null && now.getTime() > openedMs + row.minutes * 60_000,
      machine: { id: row.machineId, code: row.code, name: row.machineName },
      point:
        row.pointId === null || row.number === null
          ? null
          : { id: row.pointId, number: row.number, label: pointLabel(row.code, row.number), name: row.pointName! },
      holder: { id: row.holderId, initials: row.initials, name: row.holderName },
      waiver: row.waivedBy === null ? null : { allowedBy: row.waivedBy, reason: row.waivedWhy ?? '' },
    };
  });
}

/**
 * What is open in the plant, at a machine or at a point, the longest open first.
 * @param asOf what was opened and not closed by then; left out for what is open now
 */
export async function openThingsAt(
  db: Database,
  now: Date,
  at: { machineId: string } | { pointId: string } | 'plant',
  asOf?: Date,
): Promise<OpenThings> {
  const [place, id] =
    at === 'plant'
      ? ['TRUE', '']
      : 'machineId' in at
        ? ['open_thing.machineId = :id', at.machineId]
        : ['open_thing.pointId = :id', at.pointId];
  const where = `${asOf ? wasOpen : isOpen} AND ${place}`;
  const values = { id, asOf: asOf?.getTime() ?? 0 };
  const shown = await list(db, now, where, values);
  if (shown.length < shownThings) return { shown, count: shown.length };
  const [counted] = await db.select<{ many: number }>(`SELECT COUNT(*) AS many FROM open_thing WHERE ${where}`, values);
  return { shown, count: Number(counted?.many ?? 0) };
}

/** What is open at some machines, for whoever walks there. */
export const openThingsOnWalk = (db: Database, now: Date, machineIds: readonly string[]): Promise<ListedOpenThing[]> =>
  machineIds.length === 0
    ? Promise.resolve([])
    : list(
        db,
        now,
        `${isOpen} AND open_thing.machineId IN (:machineIds)`,
        { machineIds: [...new Set(machineIds)] },
        mostOnWalk,
      );

/** Where a job was left: after which step of which version of a procedure. */
export type StepLeft = { procedure: string; step: string };

/**
 * Where a job was left that something is still open for, by task: whoever comes next goes on there.
 * @param things that are open
 */
export async function stepsLeft(db: Database, things: readonly ListedOpenThing[]): Promise<Map<string, StepLeft>> {
  const taskIds = [...new Set(things.flatMap(({ taskId }) => taskId ?? []))];
  if (taskIds.length === 0) return new Map();
  const rows = await db.select<{ taskId: string; body: string }>(
    `SELECT answered.taskId, entry.body FROM ${believedAnswers} WHERE answered.taskId IN (:taskIds) AND entry.kind IN ('open', 'close', 'isolation') ORDER BY entry.seq`,
    { taskIds },
  );
  return new Map(
    rows.flatMap(({ taskId, body }) => {
      const { at } = JSON.parse(body) as { at?: StepLeft };
      return at ? [[taskId, at] as const] : [];
    }),
  );
}

/** One thing by the entry that opened it, while it is open. */
export const openThing = async (db: Database, now: Date, entryId: string): Promise<ListedOpenThing | undefined> =>
  (await list(db, now, `${isOpen} AND open_thing.entryId = :entryId`, { entryId }))[0];
