import { type DueStanding, standingOn } from '@/core/interval/due-words';
import { type PlantDay, addDays, daysBetween, plantDayOf, startOfPlantDay } from '@/core/time/plant-day';
import type { Desk } from '../desk';
import { groupBy } from '../group-by';
import { thePlant } from '../plant';
import { deriveMeters } from '../standing/meters';
import { firstRoute, onRounds, standingSql } from '../standing/standing-sql';
import { type TaskState, deriveTaskStates, loadTaskStates } from '../standing/states';

/** So many tasks of one walk stand on a page, the most urgent; the rest is counted, and listed under Due. */
const shownOfWalk = 4;
/** So many walks stand there with their tasks; the others by name and number. */
const shownWalks = 12;
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
  walks: DayWalk[];
  unknownCount: number;
  metersToRead: { shown: MeterToRead[]; count: number };
};

type Row = { taskId: string; route: string | null; routeName: string | null; many: number; overdue: number };

/** What is wanted today, or falls due on a coming day. Reads in full only the tasks that it returns. */
export async function readDayWork(
  { db, now }: Pick<Desk, 'db' | 'now'>,
  day: PlantDay,
  today: PlantDay,
): Promise<DayWork> {
  const wanted =
    day > today
      ? '(due_state.dueOn = :day OR due_state.fromOn = :day)'
      : `(${standingSql.overdue} OR ${standingSql.due})`;
  const [rows, [unknown], metersToRead] = await Promise.all([
    db.select<Row>(
      `WITH work AS (
         SELECT due_state.taskId, due_state.dueOn, ${standingSql.overdue} AS late, ${firstRoute} AS route FROM due_state WHERE ${onRounds} AND ${wanted}),
       placed AS (
         SELECT taskId, route, COUNT(*) OVER (PARTITION BY route) AS many, SUM(late) OVER (PARTITION BY route) AS overdue,
           ROW_NUMBER() OVER (PARTITION BY route ORDER BY late DESC, dueOn IS NULL, dueOn, taskId) AS place FROM work)
       SELECT placed.taskId, placed.route, route.name AS routeName, placed.many, placed.overdue
       FROM placed LEFT JOIN route ON route.id = SUBSTRING_INDEX(placed.route, '/', -1)
       WHERE placed.place <= ${shownOfWalk} ORDER BY placed.route IS NULL, placed.route, placed.place`,
      { day, today: day > today ? today : day },
    ),
    db.select<{ count: number }>(`SELECT COUNT(*) AS count FROM due_state WHERE ${standingSql.unknown}`),
    day > today ? { shown: [], count: 0 } : readMetersToRead(db, day),
  ]);
  const walks = [...groupBy(rows, ({ route }) => route ?? '').values()];
  const taskIds = walks.slice(0, shownWalks).flatMap((walk) => walk.map(({ taskId }) => taskId));
  const states = new Map((await loadTaskStates(db, now, { taskIds })).map((state) => [state.taskId, state]));
  return {
    unknownCount: Number(unknown!.count),
    metersToRead,
    walks: walks.map((walk) => {
      const { route, routeName, many, overdue } = walk[0]!;
      return {
        ...walkOf(route, routeName),
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

const walkOf = (route: string | null, name: string | null) => ({
  routeId: route?.split('/')[1] ?? null,
  code: route?.split('/')[0] ?? '',
  name: name ?? 'On no route yet',
});

async function readMetersToRead(db: Desk['db'], day: PlantDay): Promise<DayWork['metersToRead']> {
  const plant = await thePlant(db);
  const from = `FROM meter JOIN machine ON machine.id = meter.machineId LEFT JOIN meter_state ON meter_state.meterId = meter.id
     WHERE machine.retiredOn IS NULL AND (meter_state.readMs IS NULL OR meter_state.readMs < :beforeMs)`;
  const values = { beforeMs: startOfPlantDay(addDays(day, 1 - readEveryDays), plant), limit: shownMeters };
  const [rows, [all]] = await Promise.all([
    db.select<{
      id: string;
      name: string;
      code: string;
      machineName: string;
      readMs: string | null;
      shown: number | null;
    }>(
      `SELECT meter.id, meter.name, machine.code, machine.name AS machineName, meter_state.readMs, meter_state.shown ${from}
       ORDER BY meter_state.readMs IS NOT NULL, meter_state.readMs, machine.code LIMIT :limit`,
      values,
    ),
    db.select<{ count: number }>(`SELECT COUNT(*) AS count ${from}`, values),
  ]);
  return {
    count: Number(all!.count),
    shown: rows.map(({ id, name, code, machineName, readMs, shown }) => ({
      id,
      name,
      machineCode: code,
      machineName,
      daysSince: readMs === null ? null : daysBetween(plantDayOf(Number(readMs), plant), day),
      lastShown: shown,
    })),
  };
}

/** How things stood at the end of a past day, derived from plan and log as it is believed now. */
export async function derivePastWork({ db }: Pick<Desk, 'db'>, day: PlantDay): Promise<DayWork> {
  const plant = await thePlant(db);
  const untilMs = startOfPlantDay(addDays(day, 1), plant) - 1;
  const [states, meters, machines] = await Promise.all([
    deriveTaskStates(db, new Date(untilMs), {}, untilMs),
    deriveMeters(db, undefined, untilMs),
    db.Machine.findAll({ where: { retiredOn: null }, attributes: ['id', 'code', 'name'] }),
  ]);
  const wanted = states
    .map((state) => ({ ...state, standing: standingOn(state.due, day) }))
    .filter(({ who, standing }) => who !== 'operator' && (standing === 'overdue' || standing === 'due'))
    .sort((a, b) => urgency(a).localeCompare(urgency(b)));
  const machineOf = new Map(machines.map((machine) => [machine.id, machine]));
  const unread = meters
    .flatMap(({ id, name, machineId, last }) => {
      const machine = machineOf.get(machineId);
      const daysSince = last ? daysBetween(plantDayOf(Date.parse(last.at), plant), day) : null;
      return machine && (daysSince === null || daysSince >= readEveryDays)
        ? [
            {
              id,
              name,
              machineCode: machine.code,
              machineName: machine.name,
              daysSince,
              lastShown: last?.value ?? null,
            },
          ]
        : [];
    })
    .sort((a, b) => (b.daysSince ?? Infinity) - (a.daysSince ?? Infinity));
  return {
    unknownCount: states.filter(({ due }) => due.state === 'unknown').length,
    metersToRead: { shown: unread.slice(0, shownMeters), count: unread.length },
    walks: [...groupBy(wanted, ({ routes: [route] }) => (route ? `${route.code}/${route.id}` : '~')).entries()]
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, tasks], place) => ({
        ...walkOf(key === '~' ? null : key, tasks[0]!.routes[0]?.name ?? null),
        count: tasks.length,
        overdue: tasks.filter(({ standing }) => standing === 'overdue').length,
        tasks: place < shownWalks ? tasks.slice(0, shownOfWalk) : [],
      })),
  };
}

const urgency = ({ standing, due, taskId }: TaskState & { standing: DueStanding }) =>
  `${standing === 'overdue' ? 0 : 1}${due.dueOn ?? '9999'}${taskId}`;
