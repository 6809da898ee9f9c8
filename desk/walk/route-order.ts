import type { z } from 'zod';
import { type FloorPlan, aislesOf } from '@/core/floor/floor-plan';
import { standingOn } from '@/core/interval/due-words';
import { pointLabel } from '@/core/register/assignment';
import { beforeAtMachine } from '@/core/route/within-machine';
import type { routeInput } from '@/core/route/input';
import { jobParts, staysOpenUnrun } from '@/core/route/job-parts';
import type { TaskAction } from '@/core/words/task-words';
import { plantToday } from '@/core/time/plant-day';
import { procedureFor } from '@/core/procedure/usual';
import { type Desk, type Result, done, refusal } from '../desk';
import { thePlant } from '../plant';
import { readFloorPlan } from '../register/floor-plan';
import { proceduresAt } from '../register/procedures';
import { type TaskState, loadTaskStates } from '../standing/states';
import { readRoute, updateRoute } from './routes';
import { howAsked } from './stop-procedures';
import { selectStops } from './stops';

/** A route as the search takes it, with the words that its stops have on a page. */
export type OrderableRoute = {
  route: { id: string; code: string; name: string; version: number };
  /** The search's input but for shift, seed and locks, which the planner chooses. */
  input: Pick<
    z.input<typeof routeInput>,
    'stops' | 'start' | 'aisles' | 'peopleAvailable' | 'lockOutMinutes' | 'order'
  >;
  stops: { taskId: string; label: string; machine: string; title: string; x: number; y: number; isDue: boolean }[];
  plan: FloorPlan;
  /** Machines of the route that stand nowhere on the plan. */
  notPlaced: string[];
};

/** Locking a machine out and in again, once a visit; 5 to 15 min. (M C) */
const lockOutMinutes = 10;
/** What a gun or a can is taken in hand for. */
const pouring: ReadonlySet<TaskAction> = new Set(['grease', 'oil-change', 'top-up', 'film']);
/** What a litre of oil weighs, in kilograms. */
const kgPerLitre = 0.9;

/** Reads what the order of a route goes by; a refusal says what is missing on the floor plan. */
export async function readOrderableRoute(desk: Desk, routeId: string): Promise<Result<OrderableRoute>> {
  const { db, now } = desk;
  const [route, listed, floor, plant, inForce] = await Promise.all([
    readRoute(db, routeId),
    selectStops(db, routeId),
    readFloorPlan(db),
    thePlant(db),
    proceduresAt(db),
  ]);
  if (!route) return refusal('not-found', 'This route is not in the book any more.');
  const states = await loadTaskStates(db, now, { taskIds: listed.map(({ taskId }) => taskId) });
  const stateOf = new Map(states.map((state) => [state.taskId, state]));
  const inOrder = listed.flatMap(({ taskId }) => stateOf.get(taskId) ?? []);
  const placeOf = new Map(floor.plan.machines.map(({ code, x, y }) => [code, { x, y }]));
  const placed = inOrder.filter(({ machine }) => placeOf.has(machine.code));
  const start = floor.plan.stores.find(({ kind }) => kind === 'cart') ?? floor.plan.stores[0];
  if (!start || floor.plan.aisles.length === 0)
    return refusal('invalid', 'The floor plan has no cart store or no aisles yet: draw them first.');
  if (placed.length === 0)
    return refusal('invalid', 'No machine of this route stands on the floor plan yet: place them first.');
  const before = beforeAtMachine(placed.map(atMachine));
  const today = plantToday(now, plant);
  return done({
    route: { id: route.id, code: route.code, name: route.name, version: route.version },
    input: {
      start: { x: start.x, y: start.y },
      aisles: aislesOf(floor.plan),
      lockOutMinutes,
      order: placed.map(({ taskId }) => taskId),
      stops: placed.map((state) => {
        const procedure = procedureFor(howAsked(state), inForce);
        const next = procedure?.followedBy ? inForce.get(procedure.followedBy) : undefined;
        return {
          id: state.taskId,
          ...placeOf.get(state.machine.code)!,
          minutes: state.minutes,
          parts: jobParts(procedure, state.minutes, next),
          state: state.machineState,
          machineId: state.machine.id,
          hall: state.area.code,
          consequence: state.point.consequence,
          overdueShare: Math.max(0, (state.due.consumedShare ?? 0) - 1),
          people: procedure?.people ?? 1,
          ...(procedure && staysOpenUnrun(procedure) && { neverRunWhileOpen: true }),
          ...(state.lubricant && pouring.has(state.action) && { lubricantId: state.lubricant.code }),
          ...(state.amount.kind === 'litres' &&
            state.amount.value !== null && { loadKg: kgPerLitre * state.amount.value }),
          after: before.get(state.taskId)!,
        };
      }),
    },
    stops: placed.map((state) => ({
      taskId: state.taskId,
      label: pointLabel(state.machine.code, state.point.number),
      machine: state.machine.code,
      title: state.title,
      ...placeOf.get(state.machine.code)!,
      isDue: standingOn(state.due, today) !== 'later',
    })),
    plan: floor.plan,
    notPlaced: [...new Set(inOrder.filter((state) => !placed.includes(state)).map(({ machine }) => machine.code))],
  });
}

const atMachine = ({ taskId, machine, point, action, machineState }: TaskState) => ({
  id: taskId,
  machineId: machine.id,
  pointId: point.id,
  action,
  machineState,
});

/**
 * Takes an order for a route: the stops that it names first, in its order; what it does not name keeps its order behind them.
 * @param version of the route that the order was worked out for
 */
export async function takeOrder(
  desk: Desk,
  routeId: string,
  version: number,
  order: readonly string[],
): Promise<Result<{ id: string }>> {
  const route = await readRoute(desk.db, routeId);
  if (!route) return refusal('not-found', 'This route is not in the book any more.');
  const { code, name, note, taskIds } = route;
  const known = new Set(taskIds);
  const first = order.filter((taskId) => known.has(taskId));
  const rest = taskIds.filter((taskId) => !first.includes(taskId));
  return updateRoute(desk, routeId, version, { code, name, note, taskIds: [...first, ...rest] });
}
