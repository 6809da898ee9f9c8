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
import { firstRoute, onRounds, routeJoins, standingSql, standingTable, wantedSql } from '../standing/standing-sql';
import { type TaskState, loadPastStates, loadTaskStates } from '../standing/states';

/** So many tasks of one walk stand on a page, the most urgent; the rest is counted, and listed under Due. */
const shownOfWalk = 4;
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
  /** The first by code; `more` says how many others there are, and what they hold. */
  walks: DayWalk[];
  more: { walks: number; tasks: number };
  unknownCount: number;
  metersToRead: { shown: MeterToRead[]; count: number };
};

type Row = {
  taskId: string;
  /** By its code. */
  route: string | null;
  routeId: string | null;
  routeName: string | null;
  many: number;
  overdue: number;
};

/** Which page of the diary: a past day is looked at as it ended, a coming one from today. */
export type When = { day: PlantDay; today: PlantDay; ends: Date; calendar: PlantCalendar };

/**
 * What is wanted today, was wanted at the end of a past day, or falls due on a coming day. Reads in full only the tasks that
 * it returns.
 */
export async function readDayWork({ db, now }: Pick<Desk, 'db' | 'now'>, when: When): Promise<DayWork> {
  const { day, today, ends, calendar } = when;
  const [past, coming] = [day < today, day > today];
  const standing = standingTable(past);
  const wanted = coming ? '(due_state.dueOn = :day OR due_state.fromOn = :day)' : wantedSql;
  const values = { day, today: coming ? today : day };
  const [rows, [unknown], metersToRead] = await Promise.all([
    db.select<Row>(
      `WITH work AS (
         SELECT due_state.taskId, due_state.dueOn, ${standingSql.overdue} AS late, ${firstRoute} AS route
         FROM ${standing} ${routeJoins} WHERE ${onRounds} AND ${wanted} GROUP BY due_state.taskId),
       placed AS (
         SELECT taskId, route, COUNT(*) OVER (PARTITION BY route) AS many, SUM(late) OVER (PARTITION BY route) AS overdue,
           ROW_NUMBER() OVER (PARTITION BY route ORDER BY late DESC, dueOn IS NULL, dueOn, taskId) AS place FROM work)
       SELECT placed.taskId, placed.route, route.id AS routeId, route.name AS routeName, placed.many, placed.overdue
       FROM placed LEFT JOIN route ON route.code = placed.route
       WHERE placed.place <= ${shownOfWalk} ORDER BY placed.route IS NULL, placed.route, placed.place`,
      values,
    ),
    db.select<{ count: number }>(`SELECT COUNT(*) AS count FROM ${standing} WHERE ${standingSql.unknown}`, values),
    // Which meters want reading is today's question: no other day is answered by reading one.
    past || coming ? { shown: [], count: 0 } : readMetersToRead(db, day, calendar),
  ]);
  const walks = [...groupBy(rows, ({ route }) => route ?? '').values()];
  const taskIds = walks.slice(0, shownWalks).flatMap((walk) => walk.map(({ taskId }) => taskId));
  const read = past ? loadPastStates(db, day, ends, taskIds) : loadTaskStates(db, now, { taskIds });
  const states = new Map((await read).map((state) => [state.taskId, state]));
  const named = walks.slice(0, shownWalks + namedWalks);
  const left = walks.slice(shownWalks + namedWalks);
  return {
    more: { walks: left.length, tasks: left.reduce((sum, [first]) => sum + Number(first!.many), 0) },
    unknownCount: Number(unknown!.count),
    metersToRead,
    walks: named.map((walk) => {
      const { route, routeId, routeName, many, overdue } = walk[0]!;
      return {
        routeId,
        code: route ?? '',
        name: routeName ?? 'On no route yet',
        count: Number(many),
        overdue: Number(overdue),
        tasks: walk.flatMap(({ taskId }) => {
          const state = states.get(taskId);
          return state ? [{ ...state, standing: standingOn(state.due, day) }] : [];
        }),
      };
    }),
  };
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
     FROM meter JOIN machine ON machine.id = meter.machineId LEFT JOIN meter_state ON meter_state.meterId = meter.id
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
