import { signature } from '../follow/round-entries';
import { believed } from '../log/believed';
import { weekOf } from '@/core/interval/due-filter';
import { type PlannedRound, plannedRounds } from '@/core/interval/planned-rounds';
import { shownStages } from '@/core/interval/stage-words';
import { triggerWords } from '@/core/interval/triggers';
import { pointLabel } from '@/core/register/assignment';
import type { Desk } from '../desk';
import { loadPlannedWork } from '../ahead/planned';
import { listRoutes } from '../walk/routes';
import { type TaskState, loadTaskStates } from '../standing/states';
import { horizonOf } from '../ahead/outlook';

export type RoundAhead = PlannedRound & {
  code: string;
  name: string;
  week: string;
  tasks: { label: string; title: string; lubricant: string | null }[];
};

/** The walks of the coming weeks, of one route or of all, as a calendar shows them. */
export async function readRoundsAhead(
  desk: Pick<Desk, 'db' | 'now'>,
  { weeks = 13, routeCode }: { weeks?: number; routeCode?: string | undefined } = {},
): Promise<RoundAhead[]> {
  const [work, routes, walks] = await Promise.all([
    loadPlannedWork(desk),
    listRoutes(desk),
    desk.db.select<{ routeId: string; walked: number }>(
      `SELECT routeId, COUNT(*) AS walked FROM round WHERE EXISTS (SELECT 1 FROM ${believed} WHERE ${signature}) GROUP BY routeId`,
    ),
  ]);
  const horizon = horizonOf(work, weeks);
  const byId = new Map(work.tasks.map((task) => [task.taskId, task]));
  const walkedOf = new Map(walks.map(({ routeId, walked }) => [routeId, Number(walked)]));
  return routes
    .filter(({ code }) => routeCode === undefined || code === routeCode)
    .flatMap(({ id, code, name, taskIds }) =>
      plannedRounds(
        { id, walked: walkedOf.get(id) ?? 0 },
        taskIds.flatMap((taskId) => byId.get(taskId) ?? []),
        horizon,
      ).map((round) => ({
        ...round,
        code,
        name,
        week: weekOf(round.on),
        tasks: round.taskIds.map((taskId) => {
          const { label, title, amount } = byId.get(taskId)!;
          return { label, title, lubricant: amount?.lubricant ?? null };
        }),
      })),
    )
    .sort((a, b) => a.on.localeCompare(b.on) || a.code.localeCompare(b.code));
}

/** One task of the plan as files carry it: names and units in the head of the column, days as 2026-11-24. */
export type PlanLine = ReturnType<typeof planLine>;

/** The whole plan with where it stands. */
export const readPlanLines = async ({ db, now }: Pick<Desk, 'db' | 'now'>): Promise<PlanLine[]> =>
  (await loadTaskStates(db, now)).map(planLine);

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
  due,
  routes,
}: TaskState) {
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
    interval: shownStages(interval.stages, cyclic),
    stages: interval.stages,
    cyclic,
    rhythm,
    severity,
    alsoDue: triggers.map(triggerWords),
    includes,
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
