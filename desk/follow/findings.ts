import type { EntryBody } from '@/core/entry/kinds';
import type { FindingFilter } from '@/core/follow/finding-filter';
import { pointLabel } from '@/core/register/assignment';
import { type PlantDay, plantDayOf, plantToday } from '@/core/time/plant-day';
import { type Closer, type Urgency, findingSaid, foundAgain } from '@/core/words/findings';
import type { WalkStop } from '@/core/walk/document';
import type { Database } from '../desk';
import { believed } from '../log/believed';
import { thePlant } from '../plant';
import { urgencyRanks } from '../standing/findings';

/** A finding as the lists show it, in the words that hold now. */
export type ListedFinding = {
  entryId: string;
  urgency: Urgency;
  /** What was seen, how much of it, where. */
  said: string;
  text: string | undefined;
  foundOn: PlantDay;
  /** When it was seen last, and by whom; its words are those. */
  seenOn: PlantDay;
  initials: string;
  machine: { code: string; name: string };
  point: { number: number; label: string; name: string } | null;
  /** Days on which it was found while it was open. */
  visits: number;
  /** It had been closed before and came back. */
  isBack: boolean;
  owner: string | null;
  dueOn: PlantDay;
  daySaid: boolean;
  isLate: boolean;
  closedOn: PlantDay | null;
  /** Where the list goes on after it. */
  place: string;
  machineId: string;
  pointId: string | null;
  /** The body of the same finding, written once more. */
  again: Record<string, unknown>;
};

type Row = {
  entryId: string;
  machineId: string;
  pointId: string | null;
  urgency: number;
  body: string;
  foundMs: string | number;
  newestMs: string | number;
  initials: string;
  code: string;
  machineName: string;
  number: number | null;
  pointName: string | null;
  visits: number;
  againOf: string | null;
  owner: string | null;
  dueOn: string;
  daySaid: number;
  closedMs: string | number | null;
};

const open = 'finding_state.joinedTo IS NULL AND finding_state.closedMs IS NULL';
const soonest = 'finding_state.urgency, finding_state.dueOn, finding_state.entryId';

/** Findings in an order: chosen by name alone, and read in full after that. */
async function list(
  db: Database,
  now: Date,
  { where, order, values, limit }: { where: string; order: string; values: Record<string, unknown>; limit: number },
): Promise<ListedFinding[]> {
  const plant = await thePlant(db);
  const today = plantToday(now, plant);
  const rows = await db.select<Row>(
    `SELECT finding_state.*, entry.body, finder.initials, machine.code, machine.name AS machineName, lube_point.number, lube_point.name AS pointName, owner.initials AS owner
     FROM (SELECT finding_state.entryId FROM finding_state WHERE ${where} ORDER BY ${order} LIMIT ${limit}) AS chosen
     JOIN finding_state ON finding_state.entryId = chosen.entryId JOIN ${believed} ON entry.id = finding_state.newestId JOIN person AS finder ON finder.id = entry.personId
     JOIN machine ON machine.id = finding_state.machineId LEFT JOIN lube_point ON lube_point.id = finding_state.pointId LEFT JOIN person AS owner ON owner.id = finding_state.ownerId
     ORDER BY ${order}`,
    values,
  );
  const dayOf = (ms: string | number) => plantDayOf(Number(ms), plant);
  return rows.map((row) => {
    const found = JSON.parse(row.body) as EntryBody<'finding'> & Closer;
    return {
      entryId: row.entryId,
      urgency: urgencyRanks[row.urgency]!,
      said: findingSaid(found.what, found),
      text: found.text,
      foundOn: dayOf(row.foundMs),
      seenOn: dayOf(row.newestMs),
      initials: row.initials,
      machine: { code: row.code, name: row.machineName },
      point:
        row.number === null
          ? null
          : { number: row.number, label: pointLabel(row.code, row.number), name: row.pointName! },
      visits: row.visits,
      isBack: row.againOf !== null,
      owner: row.owner,
      dueOn: row.dueOn,
      daySaid: Boolean(row.daySaid),
      isLate: row.closedMs === null && row.dueOn < today,
      closedOn: row.closedMs === null ? null : dayOf(row.closedMs),
      machineId: row.machineId,
      pointId: row.pointId,
      again: foundAgain(found),
      place:
        row.closedMs === null ? `${row.urgency}_${row.dueOn}_${row.entryId}` : `${Number(row.closedMs)}_${row.entryId}`,
    };
  });
}

/** So many stand on the page of a day or of a thing; the rest is counted. */
const shownFindings = 20;

export type OpenFindings = { shown: ListedFinding[]; count: number };

/**
 * Findings that were to be followed up, the most urgent first, and of those the one whose day comes first.
 * @param asOf what was found and not closed by then; left out for what is open now
 */
export async function openFindings(db: Database, now: Date, asOf?: Date): Promise<OpenFindings> {
  const where = asOf
    ? 'finding_state.joinedTo IS NULL AND finding_state.foundMs <= :asOf AND (finding_state.closedMs IS NULL OR finding_state.closedMs > :asOf)'
    : open;
  const values = asOf ? { asOf: asOf.getTime() } : {};
  const [[counted], shown] = await Promise.all([
    db.select<{ many: number }>(`SELECT COUNT(*) AS many FROM finding_state WHERE ${where}`, values),
    list(db, now, { where, order: soonest, values, limit: shownFindings }),
  ]);
  return { count: Number(counted?.many ?? 0), shown };
}

/** What is open at a machine, or at one of its points. */
export async function openFindingsAt(
  db: Database,
  now: Date,
  at: { machineId: string } | { pointId: string },
): Promise<OpenFindings> {
  const column = 'machineId' in at ? 'machineId' : 'pointId';
  const where = `finding_state.${column} = :id AND ${open}`;
  const values = { id: 'machineId' in at ? at.machineId : at.pointId };
  const shown = await list(db, now, { where, order: soonest, values, limit: shownFindings });
  if (shown.length < shownFindings) return { shown, count: shown.length };
  const [counted] = await db.select<{ many: number }>(
    `SELECT COUNT(*) AS many FROM finding_state WHERE ${where}`,
    values,
  );
  return { shown, count: Number(counted?.many ?? 0) };
}

/** A finding as a stop shows it. */
export type FindingAtStop = WalkStop['open'][number];

/** More are not carried along on a walk. */
const mostOnWalk = 300;

/**
 * What is open at the machines of a walk, the most urgent first.
 * @returns by stop: what is open at its point, and what stops its machine elsewhere
 */
export async function findingsOnWalk(
  db: Database,
  now: Date,
  machineIds: readonly string[],
): Promise<(at: { machineId: string; pointId: string }) => FindingAtStop[]> {
  if (machineIds.length === 0) return () => [];
  const where = `finding_state.machineId IN (:machineIds) AND ${open}`;
  const all = await list(db, now, {
    where,
    order: soonest,
    values: { machineIds: [...machineIds] },
    limit: mostOnWalk,
  });
  return ({ machineId, pointId }) =>
    all
      .filter((each) => each.pointId === pointId || (each.machineId === machineId && each.urgency === 'act-now'))
      .map(({ entryId, said, text = '', urgency, foundOn, machine, point, again, ...each }) => ({
        entryId,
        said,
        text,
        urgency,
        foundOn,
        elsewhere: each.pointId === pointId ? null : (point?.label ?? machine.code),
        again,
      }));
}

/** A page of findings by a filter. @param me who asks, for what is theirs */
export async function listFindings(
  db: Database,
  now: Date,
  { which, urgency, machine, after }: FindingFilter,
  me: string,
  limit = 50,
): Promise<ListedFinding[]> {
  const plant = await thePlant(db);
  const isClosed = which === 'closed';
  const [first = '', second = '', third = ''] = after?.split('_') ?? [];
  const goesOn = after !== undefined && isClosed === (third === '');
  const where = [
    isClosed ? 'finding_state.joinedTo IS NULL AND finding_state.closedMs IS NOT NULL' : open,
    which === 'late' && 'finding_state.dueOn < :today',
    which === 'nobody' && 'finding_state.ownerId IS NULL',
    which === 'mine' && 'finding_state.ownerId = :me',
    urgency && 'finding_state.urgency = :urgency',
    machine && 'finding_state.machineId = (SELECT id FROM machine WHERE code = :machine)',
    goesOn &&
      (isClosed
        ? '(finding_state.closedMs, finding_state.entryId) < (:first, :second)'
        : '(finding_state.urgency, finding_state.dueOn, finding_state.entryId) > (:first, :second, :third)'),
  ].filter(Boolean);
  return list(db, now, {
    where: where.join(' AND '),
    order: isClosed ? 'finding_state.closedMs DESC, finding_state.entryId DESC' : soonest,
    values: {
      today: plantToday(now, plant),
      me,
      urgency: urgency && urgencyRanks.indexOf(urgency),
      machine,
      first: Number(first),
      second,
      third,
    },
    limit,
  });
}

export type FindingCounts = { byUrgency: Record<Urgency, number>; late: number; nobody: number; mine: number };

/** How many are open: by urgency, past their day, followed up by nobody, by who asks. */
export async function countFindings(db: Database, now: Date, me: string): Promise<FindingCounts> {
  const plant = await thePlant(db);
  const rows = await db.select<{ urgency: number; many: number; late: number; nobody: number; mine: number }>(
    `SELECT urgency, COUNT(*) AS many, SUM(dueOn < :today) AS late, SUM(ownerId IS NULL) AS nobody, SUM(IFNULL(ownerId = :me, 0)) AS mine FROM finding_state WHERE ${open} GROUP BY urgency`,
    { today: plantToday(now, plant), me },
  );
  const sum = (of: 'late' | 'nobody' | 'mine') => rows.reduce((all, row) => all + Number(row[of]), 0);
  return {
    byUrgency: Object.fromEntries(
      urgencyRanks.map((each, rank) => [each, Number(rows.find(({ urgency }) => urgency === rank)?.many ?? 0)]),
    ) as Record<Urgency, number>,
    late: sum('late'),
    nobody: sum('nobody'),
    mine: sum('mine'),
  };
}
