import type { FloorPlan } from '@/core/floor/floor-plan';
import { type OrderableStop, asItStands, walkOfShift } from '@/core/floor/walk-of-shift';
import { standingOn } from '@/core/interval/due-words';
import { pointLabel } from '@/core/register/assignment';
import { routeInput } from '@/core/route/input';
import { jobParts, staysOpenUnrun } from '@/core/route/job-parts';
import { routeOrder } from '@/core/route/order';
import { walkingOf } from '@/core/route/walking';
import { beforeAtMachine } from '@/core/route/within-machine';
import { notTheirs } from '@/core/people/certificates';
import type { TaskAction, Who } from '@/core/words/task-words';
import { plantToday } from '@/core/time/plant-day';
import { procedureFor } from '@/core/procedure/usual';
import { type Desk, type Result, done, refusal } from '../desk';
import { thePlant } from '../plant';
import { activePeople } from '../people/active-people';
import { type Capacity, capacityOf } from '../register/capacity';
import { readFloorPlan } from '../register/floor-plan';
import { proceduresAt } from '../register/procedures';
import { type TaskState, loadTaskStates } from '../standing/states';
import { minutesTakenOn } from './minutes-taken';
import { readRoute, updateRoute } from './routes';
import { howAsked } from './stop-procedures';
import { selectStops } from './stops';

/** A route as a planner puts it in order: what the search takes of each stop, with the words that it has on a page. */
export type OrderableRoute = {
  route: { id: string; code: string; name: string; version: number };
  stops: (OrderableStop & {
    label: string;
    machine: string;
    title: string;
    /** Where on the plan. */
    x: number;
    y: number;
    minutes: number;
    isDue: boolean;
    who: Who;
  })[];
  start: { x: number; y: number };
  /** In which it is walked now. */
  order: string[];
  plan: FloorPlan;
  capacity: Capacity;
  /** Who may walk it, and of each, whose work is not theirs, with why. */
  people: { id: string; name: string; notTheirs: Partial<Record<Who, string>> }[];
  /** Machines of the route that stand nowhere on the plan. */
  notPlaced: string[];
};

/** What a gun or a can is taken in hand for. */
const pouring: ReadonlySet<TaskAction> = new Set(['grease', 'oil-change', 'top-up', 'film']);

/** Reads what the order of a route goes by; a refusal says what is missing on the floor plan. */
export async function readOrderableRoute(desk: Desk, routeId: string): Promise<Result<OrderableRoute>> {
  const { db, now } = desk;
  const [route, listed, floor, plant, inForce, people] = await Promise.all([
    readRoute(db, routeId),
    selectStops(db, routeId),
    readFloorPlan(db),
    thePlant(db),
    proceduresAt(db),
    activePeople(db),
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
  const capacity = capacityOf(plant);
  const stops = placed.map((state): OrderableRoute['stops'][number] => {
    const procedure = procedureFor(howAsked(state), inForce);
    const next = procedure?.followedBy ? inForce.get(procedure.followedBy) : undefined;
    const place = placeOf.get(state.machine.code)!;
    return {
      id: state.taskId,
      label: pointLabel(state.machine.code, state.point.number),
      machine: state.machine.code,
      title: state.title,
      minutes: state.minutes,
      isDue: standingOn(state.due, today) !== 'later',
      who: state.who,
      keepsRunning: state.machine.keepsRunning,
      ...place,
      search: {
        id: state.taskId,
        ...place,
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
          state.amount.value !== null && { loadKg: capacity.numbers.kgPerLitre * state.amount.value }),
        after: before.get(state.taskId)!,
      },
    };
  });
  const found = {
    stops,
    start: { x: start.x, y: start.y },
    order: placed.map(({ taskId }) => taskId),
    plan: floor.plan,
  };
  const taken = await minutesTakenOn(db, routeId, walkMinutesOf(found, capacity));
  return done({
    ...found,
    capacity,
    people: people.map((person) => ({ id: person.id, name: person.name, notTheirs: notTheirs(person, today) })),
    route: { id: route.id, code: route.code, name: route.name, version: route.version },
    stops: stops.map((stop) => ({ ...stop, ...(stop.search.parts!.length === 1 && { taken: taken.get(stop.id) }) })),
    notPlaced: [...new Set(inOrder.filter((state) => !placed.includes(state)).map(({ machine }) => machine.code))],
  });
}

/** How long the ways between the stops of a route are, all doors open. */
function walkMinutesOf(
  route: Pick<OrderableRoute, 'stops' | 'start' | 'order' | 'plan'>,
  { shifts, numbers }: Capacity,
): Parameters<typeof minutesTakenOn>[2] {
  const choice = { shift: { ...shifts[0]!, name: '' }, people: 1, standing: [], asTaken: false };
  const parsed = routeInput.safeParse(walkOfShift(route, choice, numbers));
  const walking = parsed.success ? walkingOf(parsed.data) : undefined;
  if (!walking || 'ok' in walking) return () => undefined;
  const indexOf = new Map(route.stops.map(({ id }, index) => [id, index]));
  const { minutes, count, placeOf } = walking;
  const placeAt = (taskId: string) => placeOf.stops[indexOf.get(taskId) ?? -1];
  return (from, to) => {
    const [a, b] = [from === undefined ? placeOf.start : placeAt(from), placeAt(to)];
    return a === undefined || b === undefined ? undefined : minutes[a * count + b];
  };
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

/** A longer walk is not walked through for a sheet: it would take seconds, and is split first. */
const mostWalkedThrough = 150;

/** What a walk takes in the order it has, in its first shift; undefined where the plan does not say, or it is too long. */
export async function minutesOfWalk(desk: Desk, routeId: string, taskIds: readonly string[]) {
  const route = taskIds.length > mostWalkedThrough ? undefined : await readOrderableRoute(desk, routeId);
  if (!route?.ok) return undefined;
  const { capacity } = route.value;
  const shift = capacity.shifts[0]!;
  const stops = route.value.stops.filter(({ id }) => taskIds.includes(id));
  const choice = { shift, people: shift.people, standing: [], asTaken: true };
  const parsed = routeInput.safeParse(asItStands(walkOfShift({ ...route.value, stops }, choice, capacity.numbers)));
  const outcome = parsed.success ? await routeOrder.compute(parsed.data) : undefined;
  if (!outcome?.ok || outcome.result.unscheduled.length > 0) return undefined;
  const { workMinutes, walkMinutes, idleMinutes, totalMinutes } = outcome.result;
  return { shift, workMinutes, walkMinutes, idleMinutes, totalMinutes };
}
