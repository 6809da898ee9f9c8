import { strokeRounding } from '@/core/grease/plan';
import type { StrokeRounding } from '@/core/grease/strokes';
import type { DueFacts } from '@/core/interval/due-facts';
import type { Stage } from '@/core/interval/limits';
import { type AsOf, type HourMeter, type TaskDue, dueAsOf, taskDue } from '@/core/interval/task-due';
import type { Trigger } from '@/core/interval/triggers';
import { type MeterState, dutyMeter } from '@/core/meter/state';
import type { StoredComputation } from '@/core/method';
import type { MachineState } from '@/core/words/machine-states';
import type { AskedReading } from '@/core/register/asked-reading';
import type { LookName } from '@/core/words/looks';
import { type PointKind, usualEnough } from '@/core/register/point-kinds';
import { isOf, readBelieved } from '../log/believed';
import type { Database } from '../desk';
import { thePlant } from '../plant';
import type { WaitingChange } from '@/core/words/waiting-change';
import { type LubricantRef, derivePlan } from './derive';
import { machineLog } from './read-log';
import {
  type MachineRow,
  type TaskFilter,
  type TaskPlanRow,
  assumedHours,
  clockOf,
  plannedHours,
  selectIncluding,
  selectPlan,
  taskCondition,
  taskJoins,
} from './plan-rows';
import { answeredBy } from '@/core/interval/included';
import { type PlantDay, plantCalendar } from '@/core/time/plant-day';
import { standingTable } from './standing-sql';
import { groupBy } from '../group-by';
import { type AmountKind, type TaskAction, type Who } from '@/core/words/task-words';

/** A person's number in place of the computed or stated one. */
export type Override = { value: number; unit: string; computed: number | null; reason: string; by: string; at: string };

/** A task with its place, its lubricant, what is planned and when it is due: all that a list or a stop shows. */
export type TaskState = {
  taskId: string;
  title: string;
  action: TaskAction;
  machineState: MachineState;
  procedureText: string;
  procedureCode: string;
  minutes: number;
  who: Who;
  triggers: Trigger[];
  cyclic: boolean;
  severity: { name: string; value: number }[];
  /** What is read when it is done. */
  readings: AskedReading[];
  looks: LookName[];
  /** Other tasks of the point that it does as well, and those that do it. */
  includes: string[];
  answeredBy: string[];
  /** What its machine counts besides hours, as a stage in counts is said in. */
  counts: string;
  rhythm: 'actual' | 'fixed';
  toleranceShare: number;
  amount: {
    kind: AmountKind;
    value: number | null;
    planned: number | null;
    computed: StoredComputation | null;
    override: Override | null;
  };
  interval: {
    stages: Stage[];
    /** The lubricant it was set for, where that is another than the one in force. */ setFor: LubricantRef | null;
    computed: StoredComputation | null;
    override: Override | null;
  };
  point: {
    id: string;
    number: number;
    kind: PointKind;
    name: string;
    location: string;
    walkPosition: number;
    cautions: string;
    doNots: string;
    accessNote: string;
    enoughSign: string;
    forbidsAirGun: boolean;
    consequence: number;
    temperatureC: number | null;
    strokeRounding: StrokeRounding;
    /** How much oil its reservoir holds, or grease its device; null where nobody has said. */
    holdsL: number | null;
    holdsG: number | null;
    /** Turned into a position whose fill, vent and drain nobody has confirmed; null where there is none. */
    unconfirmedMounting: string | null;
  };
  machine: { id: string; code: string; name: string; hasHourMeter: boolean; keepsRunning: boolean };
  area: { id: string; code: string; name: string };
  lubricant: LubricantRef | null;
  routes: { id: string; code: string; name: string }[];
  /** The band or the plan asks for another oil than the sump holds: a change is due, and until it is logged tops are of what is in there. */
  waitingChange: WaitingChange | null;
  /** A new unit that came empty and has not been filled by the log. */
  cameEmpty: boolean;
  /** Codes of what else was topped up since the sump was filled: it holds a mixture. */
  mixedWith: string[];
  due: TaskDue;
};

export type TaskRow = TaskPlanRow &
  Pick<MachineRow, 'dutyPlan' | 'dutyHoursPerDay' | 'keepsRunning'> & {
    title: string;
    procedureText: string;
    procedureCode: string;
    minutes: number;
    includesTaskIds: string[];
    amountKind: AmountKind;
    amount: number | null;
    amountComputed: StoredComputation | null;
    readings: AskedReading[];
    looks: LookName[];
    intervalComputed: StoredComputation | null;
    number: number;
    kind: PointKind;
    pointName: string;
    location: string;
    walkPosition: number;
    cautions: string;
    doNots: string;
    accessNote: string;
    enoughSign: string;
    forbidsAirGun: number;
    consequence: number;
    details: Record<string, number | string>;
    capacityL: number | null;
    mounting: string | null;
    confirmedPosition: string | null;
    hasFillTable: number | null;
    machineCode: string;
    machineName: string;
    areaCode: string;
    areaName: string;
  };

/** What the projection keeps of a task and of the meters it goes by. */
export type StandingRow = {
  stages: Stage[];
  stagesOfId: string | null;
  stagesOfCode: string | null;
  stagesOfName: string | null;
  state: DueFacts['state'];
  stage: string;
  runIn: number;
  governedBy: DueFacts['by'] | null;
  dueOn: string | null;
  fromOn: string | null;
  toOn: string | null;
  postponedFrom: string | null;
  lastMs: number | string | null;
  lastHours: number | null;
  dueHours: number | null;
  servicesDone: number;
  confidence: DueFacts['confidence'];
  waitingChange: WaitingChange | null;
  cameEmpty: number;
  mixedWith: string[] | null;
  lubricantId: string | null;
  lubricantCode: string | null;
  lubricantName: string | null;
  hourMeterId: string | null;
  governingReadMs: number | string | null;
  hoursReadMs: number | string | null;
  accumulated: number | null;
  perDayLow: number | null;
  perDayMid: number | null;
  perDayHigh: number | null;
  hoursConfidence: MeterState['rate']['confidence'] | null;
  windowReadings: number | null;
};

/** What now has to be added to: the part of a task's state that depends on the log. */
type Standing = {
  hasHourMeter: boolean;
  due: TaskDue;
  stages: Stage[];
  stagesOf: LubricantRef | null;
  lubricant: LubricantRef | null;
  waitingChange: WaitingChange | null;
  cameEmpty: boolean;
  mixedWith: string[];
};

/**
 * Where tasks stand now, from the projection: nothing of the log is read but the overrides.
 * @param filter all tasks of the plant when not given
 */
export const loadTaskStates = (db: Database, now: Date, filter: TaskFilter = {}): Promise<TaskState[]> =>
  readStates(db, now, filter);

/** Where a few tasks stood at the end of a past day, as it is believed now. */
export const loadPastStates = (db: Database, day: PlantDay, dayEnds: Date, taskIds: string[]): Promise<TaskState[]> =>
  readStates(db, dayEnds, { taskIds }, day);

async function readStates(db: Database, now: Date, filter: TaskFilter, day?: PlantDay): Promise<TaskState[]> {
  if (filter.taskIds?.length === 0 || filter.machineIds?.length === 0) return [];
  const [plant, rows] = await Promise.all([
    thePlant(db),
    db.select<TaskRow & StandingRow>(
      `SELECT ${taskColumns}, ${standingColumns} ${taskJoins} JOIN ${standingTable(day !== undefined)} ON due_state.taskId = task.id ${standingJoins} WHERE ${taskCondition(filter)} ${listOrder}`,
      { ...filter, day },
    ),
  ]);
  const beside = await besides(db, rows, day === undefined ? Infinity : now.getTime());
  return rows.map((row) =>
    assemble(
      row,
      {
        stages: row.stages,
        stagesOf: refOf(row.stagesOfId, row.stagesOfCode, row.stagesOfName),
        waitingChange: row.waitingChange,
        hasHourMeter: row.hourMeterId !== null,
        cameEmpty: Boolean(row.cameEmpty),
        mixedWith: row.mixedWith ?? [],
        lubricant: refOf(row.lubricantId, row.lubricantCode, row.lubricantName),
        // What the meter showed on a past day is not kept: there a line goes by days.
        due: dueAsOf(factsOfRow(row), { ...asOfRow(row, now, plant), ...(day !== undefined && { hours: undefined }) }),
      },
      beside,
    ),
  );
}

const refOf = (id: string | null, code: string | null, name: string | null): LubricantRef | null =>
  id === null ? null : { id, code: code!, name: name! };

/** Where tasks stand, derived from plan and log, each with the working: for the page where somebody asks why. */
export async function deriveTaskStates(db: Database, now: Date, filter: TaskFilter = {}): Promise<TaskState[]> {
  if (filter.taskIds?.length === 0) return [];
  const [plan, rows] = await Promise.all([
    selectPlan(db, filter),
    db.select<TaskRow>(`SELECT ${taskColumns} ${taskJoins} WHERE ${taskCondition(filter)} ${listOrder}`, filter),
  ]);
  const log = await machineLog(db, [...new Set(plan.tasks.map(({ machineId }) => machineId))]);
  const beside = await besides(db, rows);
  const derived = new Map([...derivePlan(plan, log)].map((each) => [each.row.taskId, each]));
  return rows.flatMap((row) => {
    const each = derived.get(row.taskId);
    if (!each) return [];
    return [
      assemble(
        row,
        {
          due: taskDue(each.input, now.getTime(), assumedHours(row)),
          stages: each.stages,
          stagesOf: each.stagesOf,
          lubricant: each.lubricant,
          waitingChange: each.waitingChange,
          hasHourMeter: (each.hours?.id ?? null) !== null,
          cameEmpty: each.cameEmpty,
          mixedWith: each.mixedWith,
        },
        beside,
      ),
    ];
  });
}

/** The stored facts as the core knows them. */
export function factsOfRow({
  state,
  stage,
  runIn,
  governedBy,
  dueOn,
  fromOn,
  toOn,
  postponedFrom,
  lastMs,
  lastHours,
  dueHours,
  servicesDone,
  confidence,
}: Pick<
  StandingRow,
  | 'state'
  | 'stage'
  | 'runIn'
  | 'governedBy'
  | 'dueOn'
  | 'fromOn'
  | 'toOn'
  | 'postponedFrom'
  | 'lastMs'
  | 'lastHours'
  | 'dueHours'
  | 'servicesDone'
  | 'confidence'
>): DueFacts {
  return {
    state,
    stage,
    runIn: Boolean(runIn),
    servicesDone,
    confidence,
    ...(governedBy && { by: governedBy }),
    ...(dueOn && { dueOn }),
    ...(fromOn && toOn && { window: { fromOn, toOn } }),
    ...(postponedFrom && { postponedFrom }),
    ...(lastMs !== null && { lastMs: Number(lastMs) }),
    ...(lastHours !== null && { lastHours }),
    ...(dueHours !== null && { dueHours }),
  };
}

function asOfRow(row: TaskRow & StandingRow, now: Date, plant: Awaited<ReturnType<typeof thePlant>>): AsOf {
  const {
    governingReadMs,
    hoursReadMs,
    accumulated,
    perDayLow,
    perDayMid,
    perDayHigh,
    hoursConfidence,
    windowReadings,
  } = row;
  const clock = clockOf(row, plant);
  const read: HourMeter | undefined =
    hoursReadMs === null || accumulated === null
      ? undefined
      : {
          kept: [{ index: 0, atMs: Number(hoursReadMs), value: accumulated }],
          clock,
          rate: {
            low: perDayLow!,
            mid: perDayMid!,
            high: perDayHigh!,
            confidence: hoursConfidence!,
            readings: windowReadings!,
          },
        };
  const duty = plannedHours(row);
  return {
    nowMs: now.getTime(),
    calendar: plantCalendar(plant),
    hours: read ?? (duty ? dutyMeter(duty, clock) : undefined),
    governingReadMs: governingReadMs === null ? undefined : Number(governingReadMs),
    assumedHoursPerDay: assumedHours(row),
  };
}

function assemble(
  row: TaskRow,
  { due, stages, stagesOf, lubricant, waitingChange, cameEmpty, mixedWith, hasHourMeter }: Standing,
  { overrides, routes, answers, counted }: Awaited<ReturnType<typeof besides>>,
): TaskState {
  const amountOverride = overrides.get(`${row.taskId}/amount`) ?? null;
  return {
    taskId: row.taskId,
    title: row.title,
    action: row.action,
    machineState: row.machineState,
    procedureText: row.procedureText,
    procedureCode: row.procedureCode,
    minutes: row.minutes,
    who: row.who,
    triggers: row.triggers,
    cyclic: Boolean(row.cyclic),
    severity: row.severity,
    readings: row.readings,
    looks: row.looks,
    includes: row.includesTaskIds,
    answeredBy: answers.get(row.taskId) ?? [],
    counts: countedIn(row, counted.get(row.machineId)),
    rhythm: row.rhythm,
    toleranceShare: row.toleranceShare,
    amount: {
      kind: row.amountKind,
      value: amountOverride?.value ?? row.amount,
      planned: row.amount,
      computed: row.amountComputed,
      override: amountOverride,
    },
    interval: {
      stages,
      setFor: stagesOf && lubricant && stagesOf.id !== lubricant.id ? stagesOf : null,
      computed: row.intervalComputed,
      override: overrides.get(`${row.taskId}/interval`) ?? null,
    },
    point: {
      id: row.pointId,
      number: row.number,
      kind: row.kind,
      name: row.pointName,
      location: row.location,
      walkPosition: row.walkPosition,
      cautions: row.cautions,
      doNots: row.doNots,
      accessNote: row.accessNote,
      enoughSign: row.enoughSign || usualEnough(row.kind),
      forbidsAirGun: Boolean(row.forbidsAirGun),
      consequence: row.consequence,
      temperatureC: typeof row.details.temperatureC === 'number' ? row.details.temperatureC : null,
      strokeRounding: strokeRounding(row.details),
      holdsL: row.capacityL,
      // A cubic centimetre of grease weighs a little less than a gram: what is more than that does not fit.
      holdsG: typeof row.details.capacityCm3 === 'number' ? row.details.capacityCm3 : null,
      unconfirmedMounting:
        row.hasFillTable && row.mounting && row.mounting !== row.confirmedPosition ? row.mounting : null,
    },
    machine: {
      id: row.machineId,
      code: row.machineCode,
      name: row.machineName,
      hasHourMeter,
      keepsRunning: Boolean(row.keepsRunning),
    },
    area: { id: row.areaId, code: row.areaCode, name: row.areaName },
    lubricant,
    routes: routes.get(row.taskId) ?? [],
    waitingChange,
    cameEmpty,
    mixedWith,
    due,
  };
}

/** What a list shows beside the due date: overrides as they then stood, the routes a task is on, the tasks that do it as well. */
async function besides(db: Database, rows: readonly TaskRow[], untilMs = Infinity) {
  const machineIds = [...new Set(rows.map(({ machineId }) => machineId))];
  const taskIds = rows.map(({ taskId }) => taskId);
  const [overriding, people, stops, including, counters] = await Promise.all([
    readBelieved(db, "entry.machineId IN (:machineIds) AND entry.kind = 'override' AND entry.decides", { machineIds }),
    db.Person.findAll({ attributes: ['id', 'name'] }),
    db.select<{ taskId: string; id: string; code: string; name: string }>(
      'SELECT stop.taskId, route.id, route.code, route.name FROM stop JOIN route ON route.id = stop.routeId WHERE route.retiredOn IS NULL AND stop.taskId IN (:taskIds) ORDER BY route.code',
      { taskIds },
    ),
    selectIncluding(db, [...new Set(rows.map(({ pointId }) => pointId))]),
    readCounters(db, machineIds),
  ]);
  const nameOf = new Map(people.map(({ id, name }) => [id, name]));
  const overrides = new Map<string, Override | null>();
  for (const entry of overriding.filter(isOf('override'))) {
    if (Date.parse(entry.happenedAt) > untilMs) continue;
    const { body } = entry;
    overrides.set(
      `${body.taskId}/${body.field}`,
      body.value === null
        ? null
        : {
            value: body.value,
            unit: body.unit,
            computed: body.computed,
            reason: body.reason,
            by: nameOf.get(entry.personId) ?? 'unknown',
            at: entry.happenedAt,
          },
    );
  }
  return {
    overrides,
    routes: groupBy(stops, ({ taskId }) => taskId),
    answers: answeredBy(including),
    counted: counters,
  };
}

/** What some machines count besides hours, by machine. */
export async function readCounters(
  db: Database,
  machineIds: readonly string[],
): Promise<Map<string, { id: string; unit: string }[]>> {
  const rows = await db.select<{ id: string; machineId: string; unit: string }>(
    "SELECT id, machineId, unit FROM meter WHERE machineId IN (:machineIds) AND unit <> 'hours' ORDER BY name",
    { machineIds },
  );
  return groupBy(rows, ({ machineId }) => machineId);
}

/** What a task is counted in besides hours: as its own meter counts, else as the first of its machine does. */
export const countedIn = (
  { meterId }: { meterId?: string | null },
  counters: readonly { id: string; unit: string }[] = [],
): string => (counters.find(({ id }) => id === meterId) ?? counters[0])?.unit ?? 'cycles';

const taskColumns = `task.id AS taskId, task.title, task.action, task.machineState, task.procedureText, task.procedureCode, task.minutes, task.who, task.amountKind, task.amount, task.amountComputed, task.intervalComputed, task.meterId, task.rhythm, task.toleranceShare, task.cyclic, task.severity, task.readings, task.looks, task.triggers, task.includesTaskIds,
  lube_point.id AS pointId, lube_point.number, lube_point.kind, lube_point.name AS pointName, lube_point.location, lube_point.walkPosition, lube_point.cautions, lube_point.doNots, lube_point.accessNote, lube_point.enoughSign, lube_point.forbidsAirGun, lube_point.consequence, lube_point.details, lube_point.reservoirId, reservoir.comesEmpty, reservoir.capacityL, reservoir.mounting, JSON_VALUE(reservoir.confirmed, '$.position') AS confirmedPosition, reservoir.fillTable <> '[]' AS hasFillTable,
  machine.id AS machineId, machine.code AS machineCode, machine.name AS machineName, machine.dutyPlan, machine.dutyHoursPerDay, machine.keepsRunning, area.id AS areaId, area.code AS areaCode, area.name AS areaName`;
/** Area by area, and within a machine in walking order. */
export const listOrder = 'ORDER BY area.position, machine.code, lube_point.walkPosition, task.id';

const standingColumns = `due_state.state, due_state.stage, due_state.runIn, due_state.governedBy, due_state.dueOn, due_state.fromOn, due_state.toOn, due_state.postponedFrom, due_state.lastMs, due_state.lastHours, due_state.dueHours, due_state.servicesDone, due_state.confidence, due_state.waitingChange, due_state.cameEmpty, due_state.mixedWith, due_state.stages, due_state.hourMeterId,
  lubricant.id AS lubricantId, lubricant.code AS lubricantCode, lubricant.name AS lubricantName, setFor.id AS stagesOfId, setFor.code AS stagesOfCode, setFor.name AS stagesOfName,
  governing.readMs AS governingReadMs, hours.readMs AS hoursReadMs, hours.accumulated, hours.perDayLow, hours.perDayMid, hours.perDayHigh, hours.confidence AS hoursConfidence, hours.windowReadings`;
const standingJoins = `LEFT JOIN lubricant ON lubricant.id = due_state.lubricantId LEFT JOIN lubricant AS setFor ON setFor.id = due_state.stagesOf
  LEFT JOIN meter_state AS governing ON governing.meterId = due_state.governingMeterId LEFT JOIN meter_state AS hours ON hours.meterId = due_state.hourMeterId`;
