import { signature } from '../follow/round-entries';
import { believed } from '../log/believed';
import { weekOf } from '@/core/interval/due-filter';
import { type PlannedRound, plannedRounds } from '@/core/interval/planned-rounds';
import type { PlannedTask } from '@/core/interval/outlook';
import { shownStages } from '@/core/interval/stage-words';
import { triggerWords } from '@/core/interval/triggers';
import { pointLabel } from '@/core/register/assignment';
import type { Desk } from '../desk';
import { eachPlanned, horizonOf, loadFrame } from '../ahead/planned';
import { type TaskState, eachTaskState } from '../standing/states';

export type RoundAhead = PlannedRound & {
  code: string;
  name: string;
  week: string;
  tasks: { label: string; title: string; lubricant: string | null }[];
};

type PlaceRow = { taskId: string; title: string; machine: string; number: number };

/**
 * The walks of the coming weeks, of one route or of all, as a calendar shows them, route by route: only the stops of one
 * route are held at a time.
 */
export async function* eachRoundAhead(
  desk: Pick<Desk, 'db' | 'now'>,
  { weeks = 13, routeCode }: { weeks?: number; routeCode?: string | undefined } = {},
): AsyncGenerator<RoundAhead[]> {
  const { db } = desk;
  const [frame, routes, walks] = await Promise.all([
    loadFrame(desk),
    db.Route.findAll({
      where: { retiredOn: null, ...(routeCode !== undefined && { code: routeCode }) },
      order: [['code', 'ASC']],
    }),
    db.select<{ routeId: string; walked: number }>(
      `SELECT routeId, COUNT(*) AS walked FROM round WHERE EXISTS (SELECT 1 FROM ${believed} WHERE ${signature}) GROUP BY routeId`,
    ),
  ]);
  const horizon = horizonOf(frame, weeks);
  const walkedOf = new Map(walks.map(({ routeId, walked }) => [routeId, Number(walked)]));
  for (const { id: routeId, code, name } of routes) {
    const stops = await db.select<PlaceRow>(
      'SELECT task.id AS taskId, task.title, machine.code AS machine, lube_point.number FROM stop JOIN task ON task.id = stop.taskId JOIN lube_point ON lube_point.id = task.pointId JOIN machine ON machine.id = lube_point.machineId WHERE stop.routeId = :routeId ORDER BY stop.position',
      { routeId },
    );
    const tasks = new Map<string, PlannedTask>();
    const ofRoute = 'due_state.taskId IN (SELECT stop.taskId FROM stop WHERE stop.routeId = :routeId)';
    for await (const some of eachPlanned(db, frame, ofRoute, { routeId }))
      for (const task of some) tasks.set(task.taskId, task);
    const placeOf = new Map(stops.map((stop) => [stop.taskId, stop]));
    yield plannedRounds(
      { id: routeId, walked: walkedOf.get(routeId) ?? 0 },
      stops.flatMap(({ taskId }) => tasks.get(taskId) ?? []),
      horizon,
    ).map((round) => ({
      ...round,
      code,
      name,
      week: weekOf(round.on),
      tasks: round.taskIds.map((taskId) => {
        const { machine, number, title } = placeOf.get(taskId)!;
        return {
          label: pointLabel(machine, number),
          title,
          lubricant: tasks.get(taskId)?.amount?.lubricant ?? null,
        };
      }),
    }));
  }
}

/** The same in one list by day, for a few routes. */
export async function readRoundsAhead(
  desk: Pick<Desk, 'db' | 'now'>,
  which?: Parameters<typeof eachRoundAhead>[1],
): Promise<RoundAhead[]> {
  const rounds: RoundAhead[] = [];
  for await (const ofRoute of eachRoundAhead(desk, which)) rounds.push(...ofRoute);
  return rounds.sort((a, b) => a.on.localeCompare(b.on) || a.code.localeCompare(b.code));
}

/** One task of the plan as files carry it: names and units in the head of the column, days as 2026-11-24. */
export type PlanLine = ReturnType<typeof planLine>;

/** The whole plan with where it stands, some machines at a time. */
export async function* eachPlanLine({ db, now }: Pick<Desk, 'db' | 'now'>): AsyncGenerator<PlanLine[]> {
  for await (const states of eachTaskState(db, now)) yield states.map(planLine);
}

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
