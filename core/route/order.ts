import { z } from 'zod';
import { quantity } from '../fields/fields';
import { type Method, type MethodContext, type Notice, type Outcome, type WorkingStep, answer, shown } from '../method';
import { type RouteInput, routeInput, routeRules } from './input';
import { leaveOutRule } from './leave-out';
import { type Plan, type PlannedDay, leastMinutesOf, planWalk } from './plan-walk';
import { Timetable } from './timetable';
import { type Walking, walkingOf } from './walking';

const clock = (title: string) => quantity(title, 'min', { min: 0 });
const minutes = (title: string) => quantity(title, 'min', { min: 0 });

const sequenceEntry = z.object({
  stopId: z.string().meta({ title: 'Stop' }),
  part: z.int().min(0).meta({ title: 'Part of its work, from 0' }),
  day: z.int().min(0).meta({ title: 'Day, from 0' }),
  arrive: clock('There at, minutes after midnight of the first day'),
  start: clock('Begins at'),
  end: clock('Done at'),
  waitUntil: clock('Its wait is over at').optional(),
  viaStoreId: z.string().optional().meta({ title: 'Loaded anew on the way, at this store' }),
});

const output = z.object({
  sequence: z.array(sequenceEntry).meta({ title: 'The walk' }),
  walkM: quantity('Walked', 'm', { min: 0 }),
  gunChanges: z.int().min(0).meta({ title: 'Changes of gun or can' }),
  workMinutes: minutes('Work, lock-outs with it'),
  walkMinutes: minutes('Walking'),
  idleMinutes: minutes('Waits that nothing filled'),
  totalMinutes: minutes('From the start and back, all days'),
  lowerBoundMinutes: minutes('No order of these stops takes less'),
  gapPct: quantity('At most so much above the best possible', '%', { min: 0 }),
  overrunMinutes: minutes('Longer than the shift'),
  iterations: z.int().min(0).meta({ title: 'Changes tried' }),
  unscheduled: z.array(z.object({ stopId: z.string(), reason: z.string() })).meta({ title: 'Left out, and why' }),
});
export type RouteOrder = z.output<typeof output>;

/**
 * Changes tried where nobody says how many. Chosen so that 250 stops take about five seconds on a small machine; the more
 * stops, the longer one change takes.
 */
export const usualIterations = (stops: number): number =>
  Math.round(Math.min(150_000, Math.max(5000, 1e7 / Math.max(1, stops))));

/** An answer as far as it is known: for whoever watches the search. */
export type OrderProgress = { share: number; result: Omit<RouteOrder, 'lowerBoundMinutes' | 'gapPct'> };

/**
 * Finds the order step by step, for whoever draws what is found meanwhile. The method itself is this, run to its end.
 * @returns the same for the same input and seed, unless it was stopped
 */
export function* orderSteps(
  input: RouteInput,
  walking: Walking,
  shouldStop: () => boolean = () => false,
): Generator<OrderProgress, Outcome<RouteOrder>> {
  const rounds = input.iterations ?? usualIterations(input.stops.length);
  const search = planWalk(input, walking, rounds, shouldStop);
  let share = 0;
  for (let step = search.next(); ; step = search.next()) {
    if (step.done) {
      const done = shouldStop() ? Math.round(share * rounds) : rounds;
      return outcomeOf(input, walking, step.value, done);
    }
    share = step.value.share;
    yield { share, result: resultOf(input, walking, step.value.plan, Math.round(share * rounds)) };
  }
}

/** The order in which stops are walked to. Example: three stops in a row from the start are walked there and straight back. */
export const routeOrder = {
  id: 'route.order',
  version: 1,
  title: 'Order of a walk',
  summary:
    'In which order to walk to stops, so that the walk is short, waits are filled, and machines are in the state needed.',
  source:
    'Own search: ruin and recreate, Or-opt and 2-opt under simulated annealing, walked exactly; lower bound by 1-trees (Held and Karp 1970, 1971) and by heads and tails (Carlier 1982); what is left out by the practice of the trade (M C)',
  input: routeInput,
  output,
  rules: routeRules,
  isLong: true,
  async compute(input: RouteInput, context: MethodContext = {}): Promise<Outcome<RouteOrder>> {
    const walking = walkingOf(input);
    if ('ok' in walking) return walking;
    const steps = orderSteps(input, walking, context.shouldStop);
    for (let step = steps.next(); ; step = steps.next()) {
      if (step.done) return step.value;
      context.report?.(step.value.share);
      await context.pause?.();
    }
  },
} satisfies Method<typeof routeInput, typeof output>;

type Sums = Pick<
  RouteOrder,
  'walkM' | 'gunChanges' | 'workMinutes' | 'walkMinutes' | 'idleMinutes' | 'totalMinutes' | 'overrunMinutes'
>;

function resultOf(
  input: RouteInput,
  walking: Walking,
  { days, leftOut }: Plan,
  iterations: number,
): OrderProgress['result'] {
  const sums: Sums = {
    walkM: 0,
    gunChanges: 0,
    workMinutes: 0,
    walkMinutes: 0,
    idleMinutes: 0,
    totalMinutes: 0,
    overrunMinutes: 0,
  };
  const sequence = days.flatMap((day) => walked(input, walking, day, sums));
  return {
    sequence,
    ...sums,
    iterations,
    unscheduled: [...leftOut].map(([stop, reason]) => ({ stopId: input.stops[stop]!.id, reason })),
  };
}

/** One day's entries; its sums are added. */
function walked(input: RouteInput, walking: Walking, { walk, order }: PlannedDay, sums: Sums) {
  const timetable = new Timetable(walk);
  timetable.run(order);
  sums.totalMinutes += timetable.minutes;
  sums.walkMinutes += timetable.walkedMinutes;
  sums.gunChanges += timetable.gunChanges;
  sums.idleMinutes += timetable.idleMinutes;
  sums.overrunMinutes += Math.max(0, walk.from + timetable.minutes - walk.until);
  let place = walk.start;
  const go = (to: number) => {
    sums.walkM += walk.walkMetres[place * walk.places + to]!;
    place = to;
  };
  const entries = [...order].map((visit, index) => {
    const { stop, part, day, waitMinutes } = walk.visits[visit]!;
    const store = timetable.via[index]!;
    if (store >= 0) go(store);
    go(walk.placeOf[visit]!);
    sums.workMinutes += timetable.end[visit]! - timetable.start[visit]!;
    return {
      stopId: input.stops[stop]!.id,
      part,
      day,
      arrive: timetable.arrive[visit]!,
      start: timetable.start[visit]!,
      end: timetable.end[visit]!,
      ...(waitMinutes > 0 && { waitUntil: timetable.end[visit]! + waitMinutes }),
      ...(store >= 0 && { viaStoreId: storeName(input, walking, store) }),
    };
  });
  if (order.length > 0) go(walk.start);
  return entries;
}

function storeName({ stores }: RouteInput, { placeOf }: Walking, place: number): string {
  const index = placeOf.stores.indexOf(place);
  return index < 0 ? 'start' : (stores[index]!.id ?? `store ${index + 1}`);
}

function outcomeOf(input: RouteInput, walking: Walking, plan: Plan, iterations: number): Outcome<RouteOrder> {
  const found = resultOf(input, walking, plan, iterations);
  const lowerBoundMinutes = Math.min(leastMinutesOf(plan), found.totalMinutes);
  const gapPct = lowerBoundMinutes > 0 ? 100 * (found.totalMinutes / lowerBoundMinutes - 1) : 0;
  const result = { ...found, lowerBoundMinutes, gapPct };
  return answer(result, workingOf(input, result), noticesOf(input, result));
}

function workingOf(input: RouteInput, result: RouteOrder): WorkingStep[] {
  const { workMinutes, walkM, walkMinutes, gunChanges, idleMinutes, totalMinutes, lowerBoundMinutes } = result;
  const changes = gunChanges * input.gunChangeMinutes;
  const breaks = totalMinutes - workMinutes - walkMinutes - changes - idleMinutes;
  return [
    {
      label: 'Work',
      expression: `${result.sequence.length} visits, lock-outs with them`,
      value: workMinutes,
      unit: 'min',
    },
    {
      label: 'Walking',
      expression: `${shown(walkM)} m at ${shown(input.metresPerMinute)} m/min, stairs`,
      value: walkMinutes,
      unit: 'min',
    },
    {
      label: 'Changes of gun or can',
      expression: `${gunChanges}·${shown(input.gunChangeMinutes)}`,
      value: changes,
      unit: 'min',
    },
    {
      label: 'Waits that nothing filled',
      expression: 'for what drains or settles, and for machines',
      value: idleMinutes,
      unit: 'min',
    },
    { label: 'Breaks on the way', expression: 'the rest', value: Math.max(0, breaks), unit: 'min' },
    {
      label: 'From the start and back',
      expression: [workMinutes, walkMinutes, changes, idleMinutes, Math.max(0, breaks)].map(shown).join(' + '),
      value: totalMinutes,
      unit: 'min',
    },
    {
      label: 'No order takes less',
      expression: 'the greatest of: work and shortest tree of ways; longest chain of waits; all that begins late',
      value: lowerBoundMinutes,
      unit: 'min',
    },
    {
      label: 'Above the best possible, at most',
      expression: `100·(${shown(totalMinutes)} / ${shown(lowerBoundMinutes)} − 1)`,
      value: result.gapPct,
      unit: '%',
    },
  ];
}

function noticesOf(input: RouteInput, { overrunMinutes, unscheduled }: RouteOrder): Notice[] {
  const notices: Notice[] = [];
  if (overrunMinutes > 0)
    notices.push({
      level: 'stop',
      text: `It takes ${shown(overrunMinutes)} min longer than the shift, and what is left on it may cost danger or days: a person decides what waits, or who helps.`,
    });
  const grave = input.stops.filter(
    ({ id, consequence }) => consequence >= leaveOutRule.never && unscheduled.some(({ stopId }) => stopId === id),
  );
  if (grave.length > 0)
    notices.push({
      level: 'stop',
      text: `${grave.map(({ id }) => id).join(', ')}: a failure there may cost danger or days, and this walk cannot take it. A person decides how it is done.`,
    });
  if (!input.distances && !input.aisles)
    notices.push({
      level: 'info',
      text: 'There are no aisles: distances are straight lines, and the real way is longer.',
    });
  return notices;
}
