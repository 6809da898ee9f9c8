import { type DueStanding, standingOn } from '@/core/interval/due-words';
import {
  type PlantCalendar,
  type PlantDay,
  addDays,
  daysBetween,
  plantDayOf,
  startOfPlantDay,
} from '@/core/time/plant-day';
import type { Desk } from '../desk';
import { groupBy } from '../group-by';
import { countedTable, onRounds, standingSql, wantedOnRounds } from '../standing/standing-sql';
import { type TaskState, loadPastStates, loadTaskStates } from '../standing/states';

/** So many tasks of one walk stand on a page, the most urgent; the rest is counted, and listed under Due. */
const shownOfWalk = 3;
/** So many walks stand there with their tasks, so many more by name and number; the others are counted. */
const shownWalks = 12;
const namedWalks = 12;
/** Meters not read for longer than this want reading. */
const readEveryDays = 7;
const shownMeters = 8;

/** What one walk of the day holds: how much of a route is wanted, and the most urgent of it. */
export type DayWalk = {
  routeId: string | null;
  code: string;
  name: string;
  count: number;
  overdue: number;
  tasks: (TaskState & { standing: DueStanding })[];
};
export type MeterToRead = {
  id: string;
  name: string;
  machineCode: string;
  machineName: string;
  daysSince: number | null;
  lastShown: number | null;
};
export type DayWork = {
  /** The first by code; `more` says whether there are others. */
  walks: DayWalk[];
  more: boolean;
  unknownCount: number;
  metersToRead: { shown: MeterToRead[]; count: number };
};

type Walk = { routeId: string | null; code: string | null; name: string | null };
type Counted = Walk & { count: number; overdue: number };
/** What is counted: of which table, on which condition. */
type Asked = { past: boolean; coming: boolean; standing: string; wanted: string; values: Record<string, unknown> };

/** Which page of the diary: a past day is looked at as it ended, a coming one from today. */
export type When = { day: PlantDay; today: PlantDay; ends: Date; calendar: PlantCalendar };

/**
 * What is wanted today, was wanted at the end of a past day, or falls due on a coming day. Reads in full only the tasks that
 * it returns.
 */
export async function readDayWork({ db, now }: Pick<Desk, 'db' | 'now'>, when: When): Promise<DayWork> {
  const { day, today, ends, calendar } = when;
  const [past, coming] = [day < today, day > today];
  const standing = countedTable(past, 'days');
  const wanted = coming ? `${onRounds} AND (due_state.dueOn = :day OR due_state.wantedOn = :day)` : wantedOnRounds;
  const values = { day, today: coming ? today : day };
  const [{ counted, more }, [unknown], metersToRead] = await Promise.all([
    countWalks(db, { past, coming, standing, wanted, values }),
    db.select<{ count: number }>(
      `SELECT COUNT(*) AS count FROM ${countedTable(past, 'state')} WHERE ${standingSql.unknown}`,
      values,
    ),
    // Which meters want reading is today's question: no other day is answered by reading one.
    past || coming ? { shown: [], count: 0 } : readMetersToRead(db, day, calendar),
  ]);
  const shown = counted.slice(0, shownWalks).map(({ routeId }) => routeId);
  const placed = await db.select<{ taskId: string; routeId: string | null }>(
    `SELECT taskId, routeId FROM (
       SELECT due_state.taskId, due_state.routeId, ROW_NUMBER() OVER (PARTITION BY due_state.routeId ORDER BY due_state.lateOn IS NULL, due_state.lateOn, due_state.taskId) AS place
       FROM ${standing} WHERE ${wanted} AND ${ofWalks(shown)}) AS placed
     WHERE place <= ${shownOfWalk} ORDER BY place`,
    { ...values, walks: shown.filter((routeId) => routeId !== null) },
  );
  const taskIds = placed.map(({ taskId }) => taskId);
  const read = past ? loadPastStates(db, day, ends, taskIds) : loadTaskStates(db, now, { taskIds });
  const states = new Map((await read).map((state) => [state.taskId, state]));
  const tasksOf = groupBy(placed, ({ routeId }) => routeId ?? '');
  return {
    more,
    unknownCount: Number(unknown!.count),
    metersToRead,
    walks: counted.map(({ routeId, code, name, count, overdue }) => ({
      routeId,
      code: code ?? '',
      name: name ?? 'On no route yet',
      count: Number(count),
      overdue: Number(overdue),
      tasks: (tasksOf.get(routeId ?? '') ?? []).flatMap(({ taskId }) => {
        const state = states.get(taskId);
        return state ? [{ ...state, standing: standingOn(state.due, day) }] : [];
      }),
    })),
  };
}

/** Tasks of some walks, `:walks`, and of none where null is among them. */
const ofWalks = (walks: readonly (string | null)[]): string =>
  `(due_state.routeId IN (:walks) ${walks.includes(null) ? 'OR due_state.routeId IS NULL' : ''})`;

/**
 * The walks that may have something wanted, by code, those on no route last: of today by jumping through the index from one
 * walk to the next, of a coming day from what is wanted on it. A past day may be about any.
 */
const walksToLookAt = (db: Desk['db'], { past, coming, wanted, values }: Asked): Promise<Walk[]> => {
  const some = past
    ? 'SELECT DISTINCT routeId FROM due_state'
    : coming
      ? `SELECT DISTINCT routeId FROM due_state WHERE ${wanted}`
      : 'SELECT routeId FROM due_state GROUP BY routeId HAVING MIN(roundsOn) <= :today';
  return db.select<Walk>(
    `SELECT some.routeId, route.code, route.name FROM (${some}) AS some LEFT JOIN route ON route.id = some.routeId ORDER BY route.code IS NULL, route.code`,
    values,
  );
};

/** The walks that have something wanted today, by code, as Today's page counts them. */
export const wantedToday = (db: Desk['db'], today: PlantDay): Promise<{ counted: Counted[]; more: boolean }> =>
  countWalks(db, {
    past: false,
    coming: false,
    standing: countedTable(false, 'days'),
    wanted: wantedOnRounds,
    values: { day: today, today },
  });

/** How much of each of the first walks is wanted that have something; the others cost nothing. */
async function countWalks(db: Desk['db'], asked: Asked): Promise<{ counted: Counted[]; more: boolean }> {
  const { standing, wanted, values } = asked;
  const walks = await walksToLookAt(db, asked);
  const most = shownWalks + namedWalks;
  const counted: Counted[] = [];
  // Of a past day many may have had nothing: twice as many are looked at each time.
  for (let from = 0, many = most + 1; from < walks.length && counted.length <= most; from += many, many *= 2) {
    const some = walks.slice(from, from + many);
    const ids = some.map(({ routeId }) => routeId);
    const rows = await db.select<Pick<Counted, 'routeId' | 'count' | 'overdue'>>(
      `SELECT due_state.routeId, COUNT(*) AS count, IFNULL(SUM(${standingSql.overdue}), 0) AS overdue FROM ${standing} WHERE ${wanted} AND ${ofWalks(ids)} GROUP BY due_state.routeId`,
      { ...values, walks: ids.filter((id) => id !== null) },
    );
    const byWalk = new Map(rows.map((row) => [row.routeId, row]));
    counted.push(
      ...some.flatMap((walk) => {
        const row = byWalk.get(walk.routeId);
        return row ? [{ ...walk, count: Number(row.count), overdue: Number(row.overdue) }] : [];
      }),
    );
  }
  return { counted: counted.slice(0, most), more: counted.length > most };
}

/** Meters that want reading, those not read for longest first. */
async function readMetersToRead(
  db: Desk['db'],
  today: PlantDay,
  calendar: PlantCalendar,
): Promise<DayWork['metersToRead']> {
  const rows = await db.select<{
    id: string;
    name: string;
    code: string;
    machineName: string;
    readMs: string | null;
    shown: number | null;
    many: number;
  }>(
    `SELECT meter.id, meter.name, machine.code, machine.name AS machineName, meter_state.readMs, meter_state.shown, COUNT(*) OVER () AS many
     FROM meter_state JOIN meter ON meter.id = meter_state.meterId JOIN machine ON machine.id = meter.machineId
     WHERE machine.retiredOn IS NULL AND (meter_state.readMs IS NULL OR meter_state.readMs < :beforeMs)
     ORDER BY meter_state.readMs IS NOT NULL, meter_state.readMs, machine.code LIMIT :limit`,
    { beforeMs: startOfPlantDay(addDays(today, 1 - readEveryDays), calendar), limit: shownMeters },
  );
  return {
    count: Number(rows[0]?.many ?? 0),
    shown: rows.map(({ id, name, code, machineName, readMs, shown }) => ({
      id,
      name,
      machineCode: code,
      machineName,
      daysSince: readMs === null ? null : daysBetween(plantDayOf(Number(readMs), calendar), today),
      lastShown: shown,
    })),
  };
}
