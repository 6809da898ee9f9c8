import { shownStages } from '@/core/interval/stage-words';
import { confidenceAsOf } from '@/core/interval/task-due';
import { triggerWords } from '@/core/interval/triggers';
import { pointLabel } from '@/core/register/assignment';
import type { Database, Desk } from '../desk';
import { eachTurn } from '../standing/plan-rows';
import {
  type StandingRow,
  type TaskRow,
  type TaskState,
  countedIn,
  factsOfRow,
  listOrder,
  readCounters,
} from '../standing/states';

/** One task of the plan as files carry it: names and units in the head of the column, days as 2026-11-24. */
export type PlanLine = ReturnType<typeof planLine>;

/** What a line says of a task. */
type Lined = Pick<
  TaskState,
  | 'taskId'
  | 'title'
  | 'action'
  | 'who'
  | 'machineState'
  | 'minutes'
  | 'cyclic'
  | 'rhythm'
  | 'severity'
  | 'triggers'
  | 'includes'
  | 'counts'
  | 'readings'
> & {
  area: { code: string };
  machine: { id: string; code: string };
  point: { id: string; number: number; name: string };
  lubricant: { code: string } | null;
  amount: Pick<TaskState['amount'], 'kind' | 'value'>;
  interval: Pick<TaskState['interval'], 'stages'>;
  routes: readonly { code: string }[];
  due: Omit<TaskState['due'], 'limits' | 'working' | 'notices' | 'hourLine'>;
};

/** Intervals both as they are said and, in `stages`, exactly; meter values accumulated over dials. */
export function planLine({
  taskId,
  area,
  machine,
  point,
  title,
  action,
  who,
  machineState,
  minutes,
  amount,
  lubricant,
  interval,
  cyclic,
  rhythm,
  severity,
  triggers,
  includes,
  counts,
  readings,
  due,
  routes,
}: Lined) {
  return {
    taskId,
    machineId: machine.id,
    pointId: point.id,
    area: area.code,
    machine: machine.code,
    point: pointLabel(machine.code, point.number),
    pointName: point.name,
    task: title,
    action,
    doneBy: who,
    machineState,
    minutes,
    amountKind: amount.kind,
    amount: amount.value,
    lubricant: lubricant?.code ?? null,
    interval: shownStages(interval.stages, { isCyclic: cyclic, counts }),
    stages: interval.stages,
    cyclic,
    rhythm,
    severity,
    alsoDue: triggers.map(triggerWords),
    includes,
    readings,
    state: due.state,
    stage: due.stage,
    governedBy: due.by ?? null,
    servicesDone: due.servicesDone,
    lastServiceAt: due.lastServiceAt ?? null,
    lastHours: due.lastHours ?? null,
    dueAtHours: due.dueHours ?? null,
    dueOn: due.dueOn ?? null,
    windowFrom: due.window?.fromOn ?? null,
    windowTo: due.window?.toOn ?? null,
    putOffFrom: due.postponedFrom ?? null,
    confidence: due.confidence,
    routes: routes.map(({ code }) => code),
  };
}

/**
 * The whole plan with where it stands, in the order of lists, some machines at a time. A file of fifty thousand lines has no
 * use for hour lines and workings: each row is read with what its line says, and nothing else.
 */
export const eachPlanLine = ({ db, now }: Pick<Desk, 'db' | 'now'>): AsyncGenerator<PlanLine[]> =>
  eachTurn(db, (machineIds) => readLines(db, now, machineIds));

type LineRow = Pick<
  TaskRow,
  | 'taskId'
  | 'title'
  | 'action'
  | 'who'
  | 'machineState'
  | 'minutes'
  | 'amountKind'
  | 'cyclic'
  | 'rhythm'
  | 'severity'
  | 'triggers'
  | 'includesTaskIds'
  | 'meterId'
  | 'readings'
  | 'pointId'
  | 'number'
  | 'pointName'
  | 'machineId'
  | 'machineCode'
  | 'areaCode'
> &
  Parameters<typeof factsOfRow>[0] &
  Pick<StandingRow, 'stages' | 'lubricantCode' | 'governingReadMs'> & {
    amount: number | null;
    routes: string[] | null;
  };

async function readLines(db: Database, now: Date, machineIds: string[]): Promise<PlanLine[]> {
  const asked = db.select<LineRow>(
    `SELECT STRAIGHT_JOIN task.id AS taskId, task.meterId, task.readings, task.title, task.action, task.who, task.machineState, task.minutes, task.amountKind, task.cyclic, task.rhythm, task.severity, task.triggers, task.includesTaskIds,
       lube_point.id AS pointId, lube_point.number, lube_point.name AS pointName, machine.id AS machineId, machine.code AS machineCode, area.code AS areaCode,
       due_state.state, due_state.stage, due_state.runIn, due_state.governedBy, due_state.dueOn, due_state.fromOn, due_state.toOn, due_state.postponedFrom, due_state.lastMs, due_state.lastHours, due_state.dueHours, due_state.servicesDone, due_state.confidence, due_state.stages, due_state.amount,
       lubricant.code AS lubricantCode, governing.readMs AS governingReadMs,
       (SELECT STRAIGHT_JOIN JSON_ARRAYAGG(route.code ORDER BY route.code) FROM stop JOIN route ON route.id = stop.routeId WHERE stop.taskId = task.id AND route.retiredOn IS NULL) AS routes
     FROM due_state JOIN task ON task.id = due_state.taskId JOIN lube_point ON lube_point.id = task.pointId JOIN machine ON machine.id = lube_point.machineId JOIN area ON area.id = machine.areaId
       LEFT JOIN lubricant ON lubricant.id = due_state.lubricantId LEFT JOIN meter_state AS governing ON governing.meterId = due_state.governingMeterId
     WHERE due_state.machineId IN (:machineIds) ${listOrder}`,
    { machineIds },
  );
  const [rows, counters] = await Promise.all([asked, readCounters(db, machineIds)]);
  return rows.map((row) => {
    const facts = factsOfRow(row);
    const governingReadMs = row.governingReadMs === null ? undefined : Number(row.governingReadMs);
    return planLine({
      taskId: row.taskId,
      title: row.title,
      action: row.action,
      who: row.who,
      machineState: row.machineState,
      minutes: row.minutes,
      cyclic: Boolean(row.cyclic),
      rhythm: row.rhythm,
      severity: row.severity,
      triggers: row.triggers,
      includes: row.includesTaskIds,
      readings: row.readings,
      counts: countedIn(row, counters.get(row.machineId)),
      area: { code: row.areaCode },
      machine: { id: row.machineId, code: row.machineCode },
      point: { id: row.pointId, number: row.number, name: row.pointName },
      lubricant: row.lubricantCode === null ? null : { code: row.lubricantCode },
      amount: { kind: row.amountKind, value: row.amount },
      interval: { stages: row.stages },
      routes: row.routes?.map((code) => ({ code })) ?? [],
      due: {
        ...facts,
        confidence: confidenceAsOf(facts, governingReadMs, now.getTime()),
        ...(facts.lastMs !== undefined && { lastServiceAt: new Date(facts.lastMs).toISOString() }),
      },
    });
  });
}
