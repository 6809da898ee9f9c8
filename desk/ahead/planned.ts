import type { DutyPlan } from '@/core/meter/duty';
import { type HeatRule, type TrialTask } from '@/core/interval/what-if';
import { type Horizon, type PlannedTask, clocksOf } from '@/core/interval/outlook';
import { mondayOf, weekOf } from '@/core/interval/due-filter';
import type { Stage } from '@/core/interval/limits';
import type { StoredComputation } from '@/core/method';
import { pointLabel } from '@/core/register/assignment';
import {
  type PlantCalendar,
  type PlantDay,
  addDays,
  plantCalendar,
  plantDayOf,
  plantToday,
} from '@/core/time/plant-day';
import { type TaskAction, taskActions } from '@/core/words/task-words';
import type { Database, Desk } from '../desk';
import { thePlant } from '../plant';
import { readKeptDays } from './kept-plan';
import { type MachineRow, dutyPlanOf, eachTurn, usualHoursPerDay } from '../standing/plan-rows';
import { onRounds } from '../standing/standing-sql';
import { type AmountRow, type Amounts, amountEach, loadAmounts } from '../store/needs';

/** Where a planned task is, for lists and picking. */
export type PlannedPlace = {
  label: string;
  pointId: string;
  pointName: string;
  title: string;
  kind: string;
  machine: string;
  area: string;
};
export type Planned = TrialTask & PlannedPlace;

/** What all planned tasks go by: plain data, fit for a worker. Duty plans stand once each, tasks name theirs. */
export type Ahead = { today: PlantDay; calendar: PlantCalendar; dutyPlans: Record<string, DutyPlan> };

/** What is read once before the plan is gone through. */
type Frame = Ahead & {
  ratesOf: Map<string, PlannedTask['hoursPerDay']>;
  planOfMachine: Map<string, string>;
  amounts: Amounts;
  /** Of the levelled plan, by task. */
  keptDays: Map<string, number[]>;
};

/** From today so many weeks on, to the end of the last one. */
export const horizonOf = ({ today, calendar, dutyPlans }: Ahead, weeks: number): Horizon => ({
  today,
  untilOn: addDays(mondayOf(weekOf(today)), weeks * 7 - 1),
  clockOf: clocksOf(dutyPlans, calendar),
});

/** Reads what the planned tasks of the plant share. */
export async function loadFrame({ db, now }: Pick<Desk, 'db' | 'now'>): Promise<Frame> {
  const plant = await thePlant(db);
  const today = plantToday(now, plant);
  const [amounts, keptDays, meters, machines] = await Promise.all([
    loadAmounts(db, now),
    readKeptDays(db, today),
    db.select<{ machineId: string; unit: string; low: number; mid: number; high: number }>(
      `SELECT meter.machineId, meter.unit, meter_state.perDayLow AS low, meter_state.perDayMid AS mid, meter_state.perDayHigh AS high
       FROM meter JOIN meter_state ON meter_state.meterId = meter.id WHERE meter_state.confidence <> 'none' ORDER BY meter.name`,
    ),
    db.select<Pick<MachineRow, 'id' | 'dutyPlan' | 'keepsRunning'>>(
      'SELECT id, dutyPlan, keepsRunning FROM machine WHERE retiredOn IS NULL',
    ),
  ]);
  const ratesOf = new Map<string, PlannedTask['hoursPerDay']>();
  for (const { machineId, unit, ...rate } of meters) {
    const key = `${machineId}/${unit === 'hours' ? 'hours' : 'cycles'}`;
    if (!ratesOf.has(key)) ratesOf.set(key, rate);
  }
  // Most machines share a few plans, which are told apart by what they say and named by a number.
  const names = new Map<string, string>();
  const dutyPlans: Record<string, DutyPlan> = {};
  const planOfMachine = new Map<string, string>();
  for (const machine of machines) {
    const plan = dutyPlanOf(machine, plant);
    const text = JSON.stringify(plan);
    const name = names.get(text) ?? String(names.size + 1);
    names.set(text, name);
    dutyPlans[name] = plan;
    planOfMachine.set(machine.id, name);
  }
  return {
    today,
    calendar: plantCalendar(plant),
    dutyPlans,
    ratesOf,
    planOfMachine,
    amounts,
    keptDays,
  };
}

type Row = AmountRow &
  Pick<MachineRow, 'dutyPlan' | 'dutyHoursPerDay'> & {
    taskId: string;
    machineId: string;
    stages: Stage[];
    cyclic: number;
    runIn: number;
    servicesDone: number;
    dueOn: string;
    lastMs: number | null;
    governedBy: string | null;
    severity: { name: string; value: number }[];
    toleranceShare: number;
    minutes: number;
    perDayMid: number | null;
    readMs: number | null;
  };

// In this order: the condition is on `due_state`, and a database that goes by numbers of another size of the plant would
// rather read all of another table for each turn.
const joins =
  'FROM due_state JOIN task ON task.id = due_state.taskId JOIN machine ON machine.id = due_state.machineId LEFT JOIN lubricant ON lubricant.id = due_state.lubricantId LEFT JOIN meter_state AS hours ON hours.meterId = due_state.hourMeterId';
/** What is not an operator's, and has a date to go on from. */
const dated = `${onRounds} AND due_state.dueOn IS NOT NULL`;

/**
 * The plan as looking ahead takes it, some tasks at a time, so that a plant need not be held. What has no date, or is done for
 * good, is not in it.
 * @param condition which of it, on `due_state`
 */
export async function* eachPlanned(
  db: Database,
  frame: Frame,
  condition = 'TRUE',
  values: Record<string, unknown> = {},
): AsyncGenerator<PlannedTask[]> {
  const rows = db.stream<Row>(
    `SELECT STRAIGHT_JOIN due_state.taskId, due_state.machineId, due_state.stages, task.cyclic, due_state.runIn, due_state.servicesDone, due_state.dueOn, due_state.lastMs, due_state.governedBy, task.severity, task.toleranceShare, task.minutes, task.action,
       task.amountKind, due_state.amount, due_state.lubricantId, lubricant.code AS lubricant, machine.dutyPlan, machine.dutyHoursPerDay, hours.perDayMid, hours.readMs ${joins} WHERE ${dated} AND ${condition}`,
    values,
  );
  for await (const some of rows)
    yield some.map((row) => plannedTask(row, frame)).filter(({ stages }) => stages.length > 0);
}

/** How many tasks the rounds of the plant have, dated or not. */
export async function countOnRounds(db: Database): Promise<number> {
  const [row] = await db.select<{ count: number }>(`SELECT COUNT(*) AS count FROM due_state WHERE ${onRounds}`);
  return Number(row!.count);
}

const still = { low: 0, mid: 0, high: 0 };

function plannedTask(row: Row, { ratesOf, planOfMachine, amounts, calendar, keptDays }: Frame): PlannedTask {
  const { each, unit } = amountEach(row, amounts);
  const hoursPerDay = usualHoursPerDay(row);
  // By plan alone the hours are off by a third either way, as in the forecast.
  const byPlan = { low: (hoursPerDay * 2) / 3, mid: hoursPerDay, high: Math.min(24, (hoursPerDay * 4) / 3) };
  const cyclic = Boolean(row.cyclic);
  // Once the run-in is over only the steady stage is still to come.
  const stages = cyclic || row.runIn ? row.stages : row.stages.filter(({ count }) => count === undefined);
  return {
    taskId: row.taskId,
    stages,
    cyclic,
    servicesDone: row.stages.length > stages.length ? 0 : row.servicesDone,
    dueOn: row.dueOn,
    lastOn: row.lastMs === null ? null : plantDayOf(Number(row.lastMs), calendar),
    byUse: row.governedBy === 'hours' || row.governedBy === 'cycles',
    severity: row.severity.reduce((product, { value }) => product * value, 1),
    toleranceShare: row.toleranceShare,
    hoursPerDay: ratesOf.get(`${row.machineId}/hours`) ?? byPlan,
    cyclesPerDay: ratesOf.get(`${row.machineId}/cycles`) ?? still,
    minutes: row.minutes,
    dutyPlan: planOfMachine.get(row.machineId) ?? '',
    ...(keptDays.has(row.taskId) && { keptDays: keptDays.get(row.taskId) }),
    amount: unit && row.lubricant && each > 0 ? { lubricant: row.lubricant, unit, each } : null,
  };
}

type PlaceRow = {
  taskId: string;
  title: string;
  action: TaskAction;
  pointId: string;
  pointName: string;
  number: number;
  machine: string;
  area: string;
  temperatureC: number | null;
  heat: StoredComputation | null;
};

/** The plan with where everything is and what warmth does to it, for picking and trying out, some machines at a time. */
export const eachPlaced = (db: Database, frame: Frame): AsyncGenerator<Planned[]> =>
  eachTurn(db, (machineIds) => readPlaced(db, frame, 'due_state.machineId IN (:machineIds)', { machineIds }));

async function readPlaced(
  db: Database,
  frame: Frame,
  condition: string,
  values: Record<string, unknown>,
): Promise<Planned[]> {
  const tasks: PlannedTask[] = [];
  for await (const some of eachPlanned(db, frame, condition, values)) tasks.push(...some);
  return placed(db, tasks);
}

/** Tasks with where they are, in the order of lists. Joined in this order for the same reason: it begins with the tasks. */
export async function placed(db: Database, tasks: readonly PlannedTask[]): Promise<Planned[]> {
  if (tasks.length === 0) return [];
  const rows = await db.select<PlaceRow>(
    `SELECT STRAIGHT_JOIN task.id AS taskId, task.title, task.action, lube_point.id AS pointId, lube_point.name AS pointName, lube_point.number, machine.code AS machine, area.name AS area,
       JSON_VALUE(lube_point.details, '$.temperatureC') AS temperatureC, IF(JSON_VALUE(task.intervalComputed, '$.methodId') = 'grease.interval', task.intervalComputed, NULL) AS heat
     FROM task JOIN lube_point ON lube_point.id = task.pointId JOIN machine ON machine.id = lube_point.machineId JOIN area ON area.id = machine.areaId WHERE task.id IN (:taskIds) ORDER BY area.position, machine.code, lube_point.walkPosition, task.id`,
    { taskIds: tasks.map(({ taskId }) => taskId) },
  );
  const taskOf = new Map(tasks.map((task) => [task.taskId, task]));
  return rows.map(({ taskId, title, action, pointId, pointName, number, machine, area, temperatureC, heat }) => {
    // Added to the task: a copy of so many fields takes forty times as long.
    return Object.assign(taskOf.get(taskId)!, {
      heat: heatRuleOf(action, heat),
      temperatureC: temperatureC === null ? null : Number(temperatureC),
      label: pointLabel(machine, number),
      pointId,
      pointName,
      title,
      kind: taskActions[action],
      machine,
      area,
    });
  });
}

function heatRuleOf(action: TaskAction, computed: StoredComputation | null): HeatRule {
  if (action === 'oil-change') return { kind: 'oil' };
  const input = computed?.input as { temperatureC?: number } | undefined;
  return typeof input?.temperatureC === 'number'
    ? {
        kind: 'grease',
        input: { ...input, temperatureC: input.temperatureC },
        hours: (computed!.result as { intervalH: number }).intervalH,
      }
    : null;
}

/** The planned work of a few tasks with its places. */
export async function readPlanned(
  desk: Pick<Desk, 'db' | 'now'>,
  taskIds: readonly string[],
): Promise<{ ahead: Ahead; tasks: Planned[] }> {
  const frame = await loadFrame(desk);
  const tasks = await readPlaced(desk.db, frame, 'due_state.taskId IN (:taskIds)', { taskIds: [...taskIds] });
  return { ahead: frame, tasks };
}
