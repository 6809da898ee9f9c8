import { chance } from '../chance';
import { cheapestInsertion, inOrder, soonestFirst } from './construct';
import { type DayWalk, type Spans, dayWalks, partsOf } from './day-walk';
import { improved, withLocks } from './improve';
import type { RouteInput } from './input';
import { leaveOutOrder, ownHindrance, withFollowers } from './leave-out';
import { leastMinutes } from './lower-bound';
import { shortestTour } from './shortest-tour';
import { Timetable, pausing } from './timetable';
import type { Walking } from './walking';

/** One day of a plan: the walk and the order of its visits. */
export type PlannedDay = { walk: DayWalk; order: Int32Array; cost: number };
/** All days of a plan, what was left out of it and why. */
export type Plan = { days: PlannedDay[]; leftOut: Map<number, string> };
export type Progress = { share: number; plan: Plan };
type Stop = () => boolean;

/** Of all rounds, so many go into the shortest way alone, from which the search with all rules begins. */
const wayShare = 0.1;
/** Where something was left out: so much of the rounds before it is tried again, and for each time it is. */
const firstShare = 0.5;
const againShare = 0.06;
const triedAgain = 6;
const mostTries = 2;

/**
 * Plans a walk: what can be done at all, an order for it, and what has to be left out where the shift is too short. Comes back
 * now and then with the best so far.
 * @param rounds changes to try
 * @param shouldStop asked now and then; the best so far is then the answer
 */
export function* planWalk(
  input: RouteInput,
  walking: Walking,
  rounds: number,
  shouldStop: Stop = () => false,
): Generator<Progress, Plan> {
  const random = chance(input.seed);
  const all = everything(input, walking, random);
  let plan = fitted(input, walking, all, random);
  yield { share: 0, plan };
  const from = (start: number, length: number) => (share: number, days: PlannedDay[]) => ({
    share: start + length * share,
    plan: { ...plan, days },
  });
  const waiting = { share: 0, plan };
  if (!isChoiceMade(plan)) {
    const starts = yield* betterStarts(plan.days, input, random, rounds, waiting);
    return { ...plan, days: yield* searched(starts, random, rounds, shouldStop, from(0, 1)) };
  }
  // What is too much is searched first: a better order has room for more.
  const starts = yield* betterStarts(all.days, input, random, rounds, waiting);
  const days = yield* searched(starts, random, rounds * firstShare, shouldStop, (share) => ({
    share: share * firstShare,
    plan,
  }));
  const better = fitted(input, walking, { ...all, days }, random);
  // With the same stops the longer search has the better order.
  if (!isMore(input, plan, better)) plan = better;
  plan = yield* takenBack(input, walking, plan, random, rounds, shouldStop);
  const left = 1 - firstShare - triedAgain * againShare;
  return { ...plan, days: yield* searched(plan.days, random, rounds * left, shouldStop, from(1 - left, left)) };
}

/** Tries what was left out once more, now that the walk is shorter: what matters most first, as much as the time may hold. */
function* takenBack(
  input: RouteInput,
  walking: Walking,
  first: Plan,
  random: () => number,
  rounds: number,
  shouldStop: Stop,
): Generator<Progress, Plan> {
  let plan = first;
  const tried = new Map<number, number>();
  for (let time = 0; time < triedAgain && !shouldStop(); time += 1) {
    const more = nextBack(input, plan, tried);
    if (more.length === 0) return plan;
    const leftOut = new Map([...plan.leftOut].filter(([stop]) => !more.includes(stop)));
    const start = continued(input, walking, keptOf(input, leftOut), plan.days, random);
    const days = yield* searched(start, random, rounds * againShare, shouldStop, () => ({
      share: firstShare + againShare * time,
      plan,
    }));
    const next = fitted(input, walking, { days, leftOut }, random);
    if (isMore(input, next, plan)) plan = next;
  }
  return plan;
}

/** Whether a plan leaves out less than another: of what matters most, then in number. */
function isMore(input: RouteInput, a: Plan, b: Plan): boolean {
  const order = leaveOutOrder(input.stops);
  const gravest = ({ leftOut }: Plan) => order.findLastIndex((stop) => leftOut.get(stop) === shiftFull);
  return gravest(a) < gravest(b) || (gravest(a) === gravest(b) && a.leftOut.size < b.leftOut.size);
}

/**
 * What is tried again next: of what the shift had no room for, what matters most, as much as the time that is left may hold;
 * then of what the times of machines had no room for one after the other.
 */
function nextBack(input: RouteInput, { days, leftOut }: Plan, tried: Map<number, number>): number[] {
  let left = days.reduce((sum, day) => sum + Math.max(0, day.walk.until - day.walk.from - minutesOf(day)), 0);
  const open = leaveOutOrder(input.stops).reverse();
  const mayTry = (stop: number) => (tried.get(stop) ?? 0) < mostTries;
  const out: number[] = [];
  for (const stop of open.filter((each) => leftOut.get(each) === shiftFull)) {
    // What matters less is not taken instead of what had no room. The last one may be too much: whether it is, the walk tells.
    if (left < 0 || !mayTry(stop)) break;
    left -= partsOf(input.stops[stop]!).reduce((sum, { minutes }) => sum + minutes, 0);
    out.push(stop);
  }
  if (out.length === 0) out.push(...open.filter((each) => leftOut.get(each) === noTime && mayTry(each)).slice(0, 1));
  for (const stop of out) tried.set(stop, (tried.get(stop) ?? 0) + 1);
  const isNext = (stop: number, after: number) => leftOut.get(stop) === follows(input, after);
  return out.flatMap((stop) => [stop, ...withFollowers(input.stops, stop).filter((each) => isNext(each, stop))]);
}

/** A day's walk with more visits than before: those it had in their order, the others put in. */
function resumed(walk: DayWalk, before: PlannedDay | undefined, random: () => number): PlannedDay {
  const numberOf = new Map(walk.visits.map(({ stop, part }, visit) => [`${stop}/${part}`, visit]));
  const known = [...(before?.order ?? [])].flatMap((visit) => {
    const { stop, part } = before!.walk.visits[visit]!;
    return numberOf.get(`${stop}/${part}`) ?? [];
  });
  const all =
    known.length === walk.visits.length
      ? Int32Array.from(known)
      : cheapestInsertion(walk, random, Int32Array.from(known));
  const order = withLocks(walk, all);
  return { walk, order, cost: new Timetable(walk).run(order) };
}

const keptOf = ({ stops }: RouteInput, leftOut: ReadonlyMap<number, string>): Set<number> =>
  new Set([...stops.keys()].filter((stop) => !leftOut.has(stop)));

/** Whether a stop was left out only because of others. */
const isOpenChoice = (reason: string | undefined): boolean => reason === shiftFull || reason === noTime;
const isChoiceMade = ({ leftOut }: Plan): boolean => [...leftOut.values()].some(isOpenChoice);

/** All that can be done, and is not too much work for any order, in some order. */
function everything(input: RouteInput, walking: Walking, random: () => number): Plan {
  const leftOut = impossible(input, walking);
  const kept = keptOf(input, leftOut);
  const droppable = leaveOutOrder(input.stops).filter((stop) => kept.has(stop));
  const isEnough = (count: number) => !dayWalks(input, walking, less(kept, droppable, count)).some(hasTooMuchWork);
  for (const stop of droppable.slice(0, fewest(droppable.length, isEnough))) leftOut.set(stop, shiftFull);
  return { days: continued(input, walking, keptOf(input, leftOut), [], random), leftOut };
}

/** The same order with so few stops that all rules are kept and the shift is long enough. */
function fitted(input: RouteInput, walking: Walking, plan: Plan, random: () => number): Plan {
  let { days } = plan;
  const leftOut = new Map(plan.leftOut);
  const solve = (stops: ReadonlySet<number>) => continued(input, walking, stops, days, random);
  for (let isSettled = false; !isSettled; isSettled = !days.some(isBroken)) {
    while (days.some(isBroken)) days = withoutBroken(input, days, leftOut, solve);
    const kept = keptOf(input, leftOut);
    const droppable = leaveOutOrder(input.stops).filter((stop) => kept.has(stop));
    const count = fewest(droppable.length, (some) => solve(less(kept, droppable, some)).every(fits));
    for (const stop of droppable.slice(0, count)) leftOut.set(stop, shiftFull);
    if (count > 0) days = solve(keptOf(input, leftOut));
  }
  return { days, leftOut };
}

/** From so many broken rules on, stops are left out by the half: most of them get their place back later. */
const manyBroken = 8;

/** Leaves out one stop that breaks a rule, or one that matters less and is in its way; many where many do. */
function withoutBroken(
  input: RouteInput,
  days: PlannedDay[],
  leftOut: Map<number, string>,
  solve: (stops: ReadonlySet<number>) => PlannedDay[],
): PlannedDay[] {
  const kept = keptOf(input, leftOut);
  const without = (stops: readonly number[]) => {
    const gone = new Map<number, string>();
    for (const stop of stops)
      for (const each of withFollowers(input.stops, stop))
        if (kept.has(each) && !gone.has(each)) gone.set(each, stops.includes(each) ? noTime : follows(input, stop));
    return { gone, rest: solve(new Set([...kept].filter((each) => !gone.has(each)))) };
  };
  const take = ({ gone, rest }: ReturnType<typeof without>) => {
    for (const [stop, reason] of gone) leftOut.set(stop, reason);
    return rest;
  };
  const { broken, allBroken, rivals } = inTheWay(days);
  const order = leaveOutOrder(input.stops).filter((stop) => kept.has(stop));
  const many = order.filter((stop) => allBroken.has(stop));
  if (many.length > manyBroken) return take(without(many.slice(0, many.length >> 1)));
  const rival = order.find((stop) => stop === broken || (rivals.has(stop) && !isBefore(input, stop, broken)));
  if (rival !== undefined && rival !== broken) {
    const found = without([rival]);
    if (violationsIn(found.rest) < violationsIn(days)) return take(found);
  }
  return take(without([broken]));
}

/** Whether leaving out the first stop would leave out the second one too. */
const isBefore = ({ stops }: RouteInput, first: number, second: number): boolean =>
  withFollowers(stops, first).includes(second);

/** The walks of all days through some stops: those that were walked to before in their order, the others put in. */
const continued = (
  input: RouteInput,
  walking: Walking,
  stops: ReadonlySet<number>,
  days: readonly PlannedDay[],
  random: () => number,
): PlannedDay[] => dayWalks(input, walking, stops).map((walk, number) => resumed(walk, days[number], random));

/** Some stops without the first ones of a list. */
const less = (stops: ReadonlySet<number>, list: readonly number[], count: number): Set<number> => {
  const out = new Set(list.slice(0, count));
  return new Set([...stops].filter((stop) => !out.has(stop)));
};

/** The smallest number up to a most that is enough, where more is never worse; the most where none is. */
function fewest(most: number, isEnough: (count: number) => boolean): number {
  let [low, high] = [0, most];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (isEnough(middle)) high = middle;
    else low = middle + 1;
  }
  return high;
}

const violationsIn = (days: readonly PlannedDay[]): number =>
  days.reduce((sum, { cost }) => sum + Math.floor(cost / 1e6), 0);

const shiftFull = 'The shift is full, and what costs more or is longer overdue goes first.';
const noTime = 'Its machine is not long enough in the state it needs, beside the other stops that need such a time.';
const follows = ({ stops }: RouteInput, stop: number) => `It comes after ${stops[stop]!.id}, which is left out.`;

/** What cannot be done whatever else is on the walk, and what comes after that. */
function impossible(input: RouteInput, walking: Walking): Map<number, string> {
  const leftOut = new Map<number, string>();
  const all = new Set(input.stops.keys());
  const days = dayWalks(input, walking, all).map((walk) => ({
    walk,
    timetable: new Timetable(walk),
    own: ownVisits(walk),
  }));
  for (const stop of input.stops.keys()) {
    const reason = ownHindrance(input, input.stops[stop]!) ?? outOfTime(days, stop);
    if (reason === undefined) continue;
    for (const each of withFollowers(input.stops, stop))
      if (!leftOut.has(each)) leftOut.set(each, each === stop ? reason : follows(input, stop));
    leftOut.set(stop, reason);
  }
  return leftOut;
}

type AloneOn = { walk: DayWalk; timetable: Timetable; own: ReadonlyMap<number, number[]> };

/** The visits of each stop. */
function ownVisits({ visits }: DayWalk): Map<number, number[]> {
  const own = new Map<number, number[]>();
  for (const [visit, { stop }] of visits.entries()) own.set(stop, [...(own.get(stop) ?? []), visit]);
  return own;
}

/** Whether a stop alone is too long for the shift, for the times between breaks, or for its machine's states. */
function outOfTime(days: readonly AloneOn[], stop: number): string | undefined {
  for (const { walk, timetable, own: visitsOf } of days) {
    const own = visitsOf.get(stop);
    if (own === undefined) continue;
    timetable.run(Int32Array.from(own));
    if (own.some((visit) => walk.allowed[visit] && !hasRoom(walk, visit)))
      return 'There is no time in this shift, free of breaks, in which its machine is long enough in the state it needs.';
    if (walk.from + timetable.minutes > walk.until + tolerance)
      return `With the way there and back it alone takes longer than the shift.`;
  }
  return undefined;
}

function hasRoom(walk: DayWalk, visit: number): boolean {
  const { allowed, minutesOf, from, until } = walk;
  const spans = allowed[visit]!;
  for (let index = 0; index < spans.length; index += 2)
    if (Math.min(spans[index + 1]!, until) - Math.max(spans[index]!, from) >= minutesOf[visit]!)
      return hasStandstill(walk, visit);
  return false;
}

/** Whether a machine that stands open stands long enough for all of it. */
function hasStandstill({ standstill, standsFor }: DayWalk, visit: number): boolean {
  const spans = standstill[visit];
  return (
    spans === undefined || spans.some((to, index) => index % 2 === 1 && to - spans[index - 1]! >= standsFor[visit]!)
  );
}

/** Rounding of sums of minutes. */
const tolerance = 1e-6;
const minutesOf = ({ walk, order }: PlannedDay): number => {
  const timetable = new Timetable(walk);
  timetable.run(order);
  return timetable.minutes;
};
const fits = (day: PlannedDay): boolean => day.walk.from + minutesOf(day) <= day.walk.until + tolerance;
const isBroken = ({ cost }: PlannedDay): boolean => cost >= 1e6;

/** A stop that breaks a rule where it stands, and those that need the same times of their machines, or stand open as well. */
function inTheWay(days: readonly PlannedDay[]): { broken: number; allBroken: Set<number>; rivals: Set<number> } {
  const { walk, order } = days.find(isBroken)!;
  const timetable = new Timetable(walk);
  timetable.run(order);
  const broken = timetable.broken[0]!;
  const isRival = (visit: number) =>
    (walk.openHallOf[broken]! >= 0 && walk.openHallOf[visit]! >= 0) ||
    (walk.isLimited[broken] && walk.isLimited[visit] && isOverlapping(walk.allowed[broken]!, walk.allowed[visit]!));
  return {
    broken: walk.visits[broken]!.stop,
    allBroken: new Set(timetable.broken.map((visit) => walk.visits[visit]!.stop)),
    rivals: new Set([...order].filter(isRival).map((visit) => walk.visits[visit]!.stop)),
  };
}

function isOverlapping(a: Spans, b: Spans): boolean {
  for (let i = 0; i < a.length; i += 2)
    for (let j = 0; j < b.length; j += 2) if (Math.min(a[i + 1]!, b[j + 1]!) > Math.max(a[i]!, b[j]!)) return true;
  return false;
}

/** Whether the work alone, without a step walked, is more than the shift has. */
const hasTooMuchWork = ({ minutesOf: work, from, until, breaks }: DayWalk): boolean =>
  pausing(
    from,
    work.reduce((sum, minutes) => sum + minutes, 0),
    breaks,
  ) >
  until + tolerance;

/** Of some simple orders of each day the best. Comes back meanwhile with what was there before. */
function* betterStarts(
  days: readonly PlannedDay[],
  input: RouteInput,
  random: () => number,
  rounds: number,
  waiting: Progress,
): Generator<Progress, PlannedDay[]> {
  const starts: PlannedDay[] = [];
  for (const day of days) {
    const { walk } = day;
    const attempts = Math.min(rounds * wayShare, 20 * walk.visits.length);
    const way = yield* alongTour(walk, random, attempts, waiting);
    const orders = [soonestFirst(walk), inOrder(walk, way)];
    if (input.order) orders.push(inOrder(walk, asWanted(walk, input)));
    const timetable = new Timetable(walk);
    const found = orders
      .map((order) => withLocks(walk, order))
      .map((order) => ({ walk, order, cost: timetable.run(order) }));
    starts.push(found.reduce((best, each) => (each.cost < best.cost ? each : best), day));
  }
  return starts;
}

/** The order that was given, what it does not name at the end. */
function asWanted({ visits }: DayWalk, { order = [], stops }: RouteInput): Int32Array {
  const rank = new Map(order.map((id, index) => [id, index]));
  const of = (visit: number) => rank.get(stops[visits[visit]!.stop]!.id) ?? order.length;
  return Int32Array.from([...visits.keys()].sort((a, b) => of(a) - of(b) || a - b));
}

/** The shortest way through all visits, whatever else the rules say. */
function* alongTour(
  walk: DayWalk,
  random: () => number,
  attempts: number,
  waiting: Progress,
): Generator<Progress, Int32Array> {
  const { size, minutes } = waysBetween(walk);
  const search = shortestTour(minutes, size, random, attempts);
  for (let step = search.next(); ; step = search.next()) {
    if (step.done) return step.value.slice(1).map((node) => node - 1);
    yield waiting;
  }
}

/** Minutes from the start (0) and each visit (from 1) to each, as the tour takes them. */
function waysBetween(walk: DayWalk): { size: number; minutes: Float64Array } {
  const { visits, walkMinutes, places, placeOf, start, lubricantOf } = walk;
  const size = visits.length + 1;
  const placeAt = (node: number) => (node === 0 ? start : placeOf[node - 1]!);
  const minutes = new Float64Array(size * size);
  for (let a = 0; a < size; a += 1)
    for (let b = a + 1; b < size; b += 1) {
      const way = (walkMinutes[placeAt(a) * places + placeAt(b)]! + walkMinutes[placeAt(b) * places + placeAt(a)]!) / 2;
      const [held, wanted] = a > 0 ? [lubricantOf[a - 1]!, lubricantOf[b - 1]!] : [0, 0];
      const change = held > 0 && wanted > 0 && held !== wanted ? walk.gunChangeMinutes : 0;
      minutes[a * size + b] = minutes[b * size + a] = way + change;
    }
  return { size, minutes };
}

/** Whether nothing but the way matters, so that the shortest tour is the best walk. */
function isWayOnly(walk: DayWalk): boolean {
  const { lubricantOf } = walk;
  const load = walk.loadOf.reduce((sum, kg) => sum + kg, 0);
  const kinds = new Set(lubricantOf);
  return (
    walk.isSymmetric &&
    walk.locks.size === 0 &&
    load <= walk.cartCapacityKg &&
    walk.waitsFor.every((waits) => waits.length === 0) &&
    walk.allowed.every((spans) => spans === undefined) &&
    (walk.lockOutMinutes === 0 || walk.isIsolated.every((each) => each === 0)) &&
    (walk.gunChangeMinutes === 0 || kinds.size < 2 || !kinds.has(0)) &&
    new Set([...walk.openHallOf, ...walk.openFromBefore].filter((hall) => hall >= 0)).size <= walk.holders
  );
}

/** Searches every day, longer where there is more to do. */
function* searched(
  days: readonly PlannedDay[],
  random: () => number,
  rounds: number,
  shouldStop: Stop,
  told: (share: number, found: PlannedDay[]) => Progress,
): Generator<Progress, PlannedDay[]> {
  const out = [...days];
  const visits = Math.max(
    1,
    days.reduce((sum, { order }) => sum + order.length, 0),
  );
  let done = 0;
  for (const [number, day] of days.entries()) {
    const own = Math.ceil((rounds * day.order.length) / visits);
    const search = isWayOnly(day.walk) ? byWay(day, random, own) : byAllRules(day, random, own);
    for (let step = search.next(); ; step = search.next()) {
      if (step.value.cost < out[number]!.cost) out[number] = { ...day, ...step.value };
      if (step.done) break;
      if (shouldStop()) return out;
      yield told(Math.min(1, (done + step.value.round) / Math.max(1, rounds)), out);
    }
    done += own;
  }
  return out;
}

type Step = { order: Int32Array; cost: number; round: number };

function* byWay(day: PlannedDay, random: () => number, rounds: number): Generator<Step, Step> {
  const { size, minutes } = waysBetween(day.walk);
  const timetable = new Timetable(day.walk);
  const stepOf = (tour: Int32Array, round: number): Step => {
    const order = tour.slice(1).map((node) => node - 1);
    return { order, cost: timetable.run(order), round };
  };
  const search = shortestTour(minutes, size, random, rounds);
  for (let step = search.next(); ; step = search.next()) {
    if (step.done) return stepOf(step.value, rounds);
    yield stepOf(step.value.tour, step.value.attempt);
  }
}

function* byAllRules({ walk, order }: PlannedDay, random: () => number, rounds: number): Generator<Step, Step> {
  const search = improved(walk, order, random, rounds);
  for (let step = search.next(); ; step = search.next()) {
    if (step.done) return { ...step.value, round: rounds };
    yield { ...step.value.found, round: step.value.round };
  }
}

/** Minutes that all days of a plan take at least, whatever the order. */
export const leastMinutesOf = ({ days }: Plan): number =>
  days.reduce((sum, day) => sum + leastMinutes(day.walk, minutesOf(day)), 0);
