import type { z } from 'zod';
import { plannedMinutes } from '@/core/capacity/shifts';
import type { TradeNumbers } from '@/core/capacity/trade-numbers';
import { type PlannedTask, clocksOf, comesAgainOn } from '@/core/interval/outlook';
import { pointLabel } from '@/core/register/assignment';
import { type PlantDay, addDays, daysBetween, plantToday } from '@/core/time/plant-day';
import type { MachineState } from '@/core/words/machine-states';
import type { levelInput } from '@/core/weeks/input';
import { type Database, type Desk, type Result, done, refusal } from '../desk';
import { thePlant } from '../plant';
import { groupBy } from '../group-by';
import { capacityOf } from '../register/capacity';
import { readKept } from './kept-plan';
import { eachPlanned, loadFrame } from './planned';

type LevelInput = z.input<typeof levelInput>;

/** The plan of a stretch of weeks as levelling takes it, with the words of its tasks. */
export type Levelling = {
  tasks: LevelInput['tasks'];
  /** Every day; closed on weekends and in shutdowns. */
  days: { date: PlantDay; isOpen: boolean }[];
  names: Record<string, { label: string; title: string; route: string }>;
  /** What may be planned a day, in minutes: all shifts, their planned share; and what its stops and walks cost. */
  minutesADay: number;
  numbers: Pick<TradeNumbers, 'plannedPct' | 'stopMin' | 'settingOutMin'>;
  /** When and by whom what stands now was kept; null where nothing is. */
  kept: { at: string; by: string; services: number } | null;
};

/** More tasks than this are levelled area by area. */
const mostTasks = 5000;

/**
 * Reads what falls into the coming weeks: each task with its window, and how often it comes again.
 * @param areaId one area alone; the whole plant where it is left out
 */
export async function readLevelling(
  { db, now }: Pick<Desk, 'db' | 'now'>,
  weeks: number,
  areaId?: string,
): Promise<Result<Levelling>> {
  const [plant, frame] = await Promise.all([thePlant(db), loadFrame({ db, now })]);
  const { shifts, numbers } = capacityOf(plant);
  const today = plantToday(now, plant);
  const lastDay = addDays(today, 7 * weeks - 1);
  const clockOf = clocksOf(frame.dutyPlans, frame.calendar);
  const tasks: Levelling['tasks'] = [];
  const names: Levelling['names'] = {};
  const condition = areaId === undefined ? 'TRUE' : 'due_state.areaId = :areaId';
  for await (const some of eachPlanned(db, frame, condition, { areaId })) {
    const soon = some.filter(({ dueOn }) => dueOn <= lastDay);
    const placesOf = await readPlaces(db, soon);
    for (const task of soon) {
      const place = placesOf.get(task.taskId);
      if (!place) continue;
      const { machineId, machineState, route, alsoRoutes, includes, ...name } = place;
      names[task.taskId] = { ...name, route: route ?? '' };
      tasks.push({
        ...windowOf(task, today, clockOf),
        id: task.taskId,
        minutes: task.minutes,
        machineId,
        machineState,
        ...(route !== null && { route, alsoRoutes: alsoRoutes.filter((code) => code !== route).slice(0, 20) }),
        includes,
      });
    }
    if (tasks.length > mostTasks)
      return refusal('invalid', `More than ${mostTasks} tasks fall into these weeks: choose one area.`);
  }
  const known = new Set(tasks.map(({ id }) => id));
  for (const task of tasks) task.includes = task.includes!.filter((id) => known.has(id)).slice(0, 50);
  const { locked, newest } = await readKept(
    db,
    tasks.map(({ id }) => id),
    today,
  );
  for (const task of tasks) {
    const on = locked.get(task.id);
    // Where its window has moved away from the day, the planner is asked anew.
    if (on !== undefined && on >= task.dueFrom && on <= task.dueTo) task.locked = on;
  }
  const closures = plant.closures;
  return done({
    tasks,
    names,
    minutesADay: shifts.reduce((sum, shift) => sum + shift.people * plannedMinutes(shift, numbers.plannedPct), 0),
    numbers,
    kept: newest && { ...newest, at: newest.at.toISOString() },
    days: Array.from({ length: 7 * weeks }, (_, index) => {
      const date = addDays(today, index);
      const isClosed = closures.some(({ from, to }) => date >= from && date <= to);
      return { date, isOpen: !isClosed && weekdayOf(date) < 5 };
    }),
  });
}

/** 0 for Monday. The second of March 2026 is one. */
const weekdayOf = (date: PlantDay): number => ((daysBetween('2026-03-02', date) % 7) + 7) % 7;

/** When a task may be done: a tolerance of its interval around its due day. */
function windowOf(task: PlannedTask, today: PlantDay, clockOf: ReturnType<typeof clocksOf>) {
  const from = task.dueOn < today ? today : task.dueOn;
  const again = comesAgainOn(task, task.servicesDone + 1, from, { clockOf });
  const everyDays = again === undefined ? undefined : Math.min(4000, Math.max(1, daysBetween(from, again)));
  const give = Math.floor(task.toleranceShare * (everyDays ?? 30));
  return {
    dueOn: task.dueOn,
    dueFrom: addDays(task.dueOn, -give),
    dueTo: addDays(task.dueOn, give),
    ...(everyDays !== undefined && { everyDays }),
  };
}

type Place = {
  label: string;
  title: string;
  machineId: string;
  machineState: MachineState;
  route: string | null;
  /** The routes that come to its machine. */
  alsoRoutes: string[];
  includes: string[];
};

async function readPlaces(db: Database, tasks: readonly PlannedTask[]): Promise<Map<string, Place>> {
  if (tasks.length === 0) return new Map();
  const rows = await db.select<{
    taskId: string;
    title: string;
    machineState: MachineState;
    includes: string[];
    machineId: string;
    number: number;
    code: string;
    route: string | null;
  }>(
    `SELECT STRAIGHT_JOIN task.id AS taskId, task.title, task.machineState, task.includesTaskIds AS includes, lube_point.machineId, lube_point.number, machine.code, route.code AS route
     FROM task JOIN due_state ON due_state.taskId = task.id JOIN lube_point ON lube_point.id = task.pointId JOIN machine ON machine.id = lube_point.machineId LEFT JOIN route ON route.id = due_state.routeId
     WHERE task.id IN (:taskIds)`,
    { taskIds: tasks.map(({ taskId }) => taskId) },
  );
  const coming = await db.select<{ machineId: string; code: string }>(
    'SELECT DISTINCT due_state.machineId, route.code FROM due_state JOIN route ON route.id = due_state.routeId WHERE due_state.machineId IN (:machineIds) ORDER BY route.code',
    { machineIds: [...new Set(rows.map(({ machineId }) => machineId))] },
  );
  const routesOf = groupBy(coming, ({ machineId }) => machineId);
  return new Map(
    rows.map(({ taskId, code, number, ...row }) => [
      taskId,
      {
        ...row,
        alsoRoutes: (routesOf.get(row.machineId) ?? []).map((each) => each.code),
        label: pointLabel(code, number),
      },
    ]),
  );
}
