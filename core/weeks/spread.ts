import { type Link, type Service, type Weeks, isApart } from './services';

/**
 * Gives every service a day by trying: from a first plan, what is due first going first to the emptiest day, single services move
 * by chance to other days of their windows, and tasks to other routes that come by; what is worse is kept now and then, less and less often (simulated annealing,
 * Kirkpatrick, Gelatt and Vecchi 1983).
 */

/** What a minute above a day's minutes costs, and one above the lowest peak that can be hoped for. */
const perMinuteOver = 1000;
const perMinuteAbovePeak = 8;
const movesPerReport = 5000;
const warmest = 20;
const coldest = 0.2;

/** One try in so many is another route for a task. */
const triesPerRoute = 8;

/** What a day's stops and walks cost beside the work, and a task on another route than its own. */
export type Costs = { stopMinutes: number; walkMinutes: number; moveMinutes: number };

/**
 * The share of its minutes that some day has to be filled to at least: of all stretches of days the one into which most work
 * must go. No plan has a lower peak.
 */
export function leastFilling({ days, capacity, services }: Weeks): number {
  const within = new Map<number, number>();
  const key = (from: number, to: number) => from * days.length + to;
  for (const { from, to, minutes } of services) within.set(key(from, to), (within.get(key(from, to)) ?? 0) + minutes);
  let most = 0;
  // Work that begins at a day or later and ends by another, summed inwards from the longest stretch.
  for (let from = 0; from < days.length; from += 1) {
    const byEnd = new Float64Array(days.length);
    for (const [each, minutes] of within)
      if (Math.floor(each / days.length) >= from) byEnd[each % days.length]! += minutes;
    let [work, room] = [0, 0];
    for (let to = from; to < days.length; to += 1) {
      work += byEnd[to]!;
      room += capacity[to]!;
      most = Math.max(most, work / room);
    }
  }
  return most;
}

/** A plan under way: the day of each service, the route of each task, and what that comes to. */
export class Plan {
  readonly dayOf: Int32Array;
  /** Of each task; −1 for none. */
  readonly routeOf: Int32Array;
  readonly load: Float64Array;
  private readonly stops: Int16Array;
  private readonly walks: Int16Array;
  private readonly linksOf: Link[][];
  private readonly servicesOf: number[][];

  constructor(
    readonly weeks: Weeks,
    private readonly costs: Costs,
    private readonly filling: number,
  ) {
    const days = weeks.days.length;
    this.dayOf = new Int32Array(weeks.services.length).fill(-1);
    this.load = new Float64Array(days);
    this.stops = new Int16Array(days * weeks.machines);
    this.walks = new Int16Array(days * weeks.routes.length);
    this.routeOf = Int32Array.from(weeks.routesOf, ([own = -1]) => own);
    this.servicesOf = weeks.routesOf.map(() => []);
    for (const [service, { task }] of weeks.services.entries()) this.servicesOf[task]!.push(service);
    this.linksOf = weeks.services.map(() => []);
    for (const link of weeks.links) {
      this.linksOf[link.before]!.push(link);
      this.linksOf[link.after]!.push(link);
    }
  }

  /** Whether a service may go to a day, as the others stand. */
  mayGo(service: number, day: number): boolean {
    return this.linksOf[service]!.every((link) => {
      const other = this.dayOf[link.before === service ? link.after : link.before]!;
      if (other < 0) return true;
      return link.before === service ? isApart(this.weeks, link, day, other) : isApart(this.weeks, link, other, day);
    });
  }

  put(service: number, day: number): void {
    this.change(service, day, 1);
    this.dayOf[service] = day;
  }

  take(service: number): void {
    this.change(service, this.dayOf[service]!, -1);
    this.dayOf[service] = -1;
  }

  /** Gives a task one of its routes. @returns by how much the plan became dearer */
  walkOn(task: number, route: number): number {
    const before = this.routeOf[task]!;
    if (before === route) return 0;
    let dearer = this.moveCost(task, route) - this.moveCost(task, before);
    for (const service of this.servicesOf[task]!) {
      const day = this.dayOf[service]!;
      if (day < 0) continue;
      if ((this.walks[this.walkOf(day, before)]! -= 1) === 0) dearer -= this.costs.walkMinutes;
      if ((this.walks[this.walkOf(day, route)]! += 1) === 1) dearer += this.costs.walkMinutes;
    }
    this.routeOf[task] = route;
    return dearer;
  }

  private walkOf(day: number, route: number): number {
    return day * this.weeks.routes.length + route;
  }

  private moveCost(task: number, route: number): number {
    return route === (this.weeks.routesOf[task]![0] ?? -1) ? 0 : this.costs.moveMinutes;
  }

  private change(service: number, day: number, by: 1 | -1): void {
    const { machine, minutes, task } = this.weeks.services[service]!;
    const route = this.routeOf[task]!;
    this.load[day]! += by * minutes;
    if (machine >= 0) this.stops[day * this.weeks.machines + machine]! += by;
    if (route >= 0) this.walks[this.walkOf(day, route)]! += by;
  }

  /** What a service adds to a day on which it is not. */
  costOn(service: number, day: number): number {
    const { machine, minutes, task } = this.weeks.services[service]!;
    const route = this.routeOf[task]!;
    const load = this.load[day]!;
    let cost = this.dayCost(day, load + minutes) - this.dayCost(day, load);
    if (machine >= 0 && this.stops[day * this.weeks.machines + machine] === 0) cost += this.costs.stopMinutes;
    if (route >= 0 && this.walks[this.walkOf(day, route)] === 0) cost += this.costs.walkMinutes;
    return cost;
  }

  private dayCost(day: number, load: number): number {
    const capacity = this.weeks.capacity[day]!;
    const hoped = this.filling * capacity;
    return (
      (load * load) / capacity +
      perMinuteAbovePeak * Math.max(0, load - hoped) +
      perMinuteOver * Math.max(0, load - capacity)
    );
  }

  /** Everything together. */
  cost(): number {
    const { stopMinutes, walkMinutes } = this.costs;
    const count = (marks: Int16Array) => marks.reduce((sum, each) => sum + Number(each > 0), 0);
    const days = this.load.reduce((sum, load, day) => sum + this.dayCost(day, load), 0);
    const moved = this.routeOf.reduce((sum, route, task) => sum + this.moveCost(task, route), 0);
    return days + stopMinutes * count(this.stops) + walkMinutes * count(this.walks) + moved;
  }
}

/** A first plan: what must be done soonest first, each where it adds least. */
export function firstPlan(plan: Plan): void {
  const { services } = plan.weeks;
  const order = [...services.keys()].sort(
    (a, b) => services[a]!.to - services[b]!.to || services[a]!.from - services[b]!.from || a - b,
  );
  for (const service of order) plan.put(service, bestDay(plan, service));
}

/** The day of its window that a service costs least on; the links are kept where they can be. */
export function bestDay(plan: Plan, service: number): number {
  const { from, to } = plan.weeks.services[service]!;
  let [best, least] = [from, Infinity];
  for (let day = from; day <= to; day += 1) {
    const cost = plan.costOn(service, day) + (plan.mayGo(service, day) ? 0 : 1e9);
    if (cost < least) [best, least] = [day, cost];
  }
  return best;
}

/**
 * Betters a plan. Comes back now and then with the moves done.
 * @param moves to try
 */
export function* spread(plan: Plan, random: () => number, moves: number): Generator<number, void> {
  const movable = [...plan.weeks.services.keys()].filter((service) => {
    const { from, to } = plan.weeks.services[service]!;
    return to > from;
  });
  const choosable = [...plan.weeks.routesOf.keys()].filter((task) => plan.weeks.routesOf[task]!.length > 1);
  const asItIs = (cost: number) => ({ cost, dayOf: plan.dayOf.slice(), routeOf: plan.routeOf.slice() });
  let best = asItIs(plan.cost());
  let { cost } = best;
  for (let move = 1; move <= moves && movable.length + choosable.length > 0; move += 1) {
    const heat = warmest * (coldest / warmest) ** (move / moves);
    const isRoute = choosable.length > 0 && (movable.length === 0 || move % triesPerRoute === 0);
    const one = oneOf(isRoute ? choosable : movable, random);
    cost += (isRoute ? rerouted : moved)(plan, one, random, heat);
    if (cost < best.cost - 1e-6) best = asItIs(cost);
    if (move % movesPerReport === 0) yield move;
  }
  for (const task of choosable) plan.walkOn(task, best.routeOf[task]!);
  for (const service of movable) plan.take(service);
  for (const service of movable) plan.put(service, best.dayOf[service]!);
}

const oneOf = <Value>(some: readonly Value[], random: () => number): Value => some[Math.floor(random() * some.length)]!;

/** By how much a step may be worse. */
const allowed = (heat: number, random: () => number): number => -heat * Math.log(1 - random());

/** Tries a task on another route. @returns by how much the plan became dearer */
function rerouted(plan: Plan, task: number, random: () => number, heat: number): number {
  const before = plan.routeOf[task]!;
  const dearer = plan.walkOn(task, oneOf(plan.weeks.routesOf[task]!, random));
  if (dearer <= allowed(heat, random)) return dearer;
  plan.walkOn(task, before);
  return 0;
}

/** Tries one service on another day. @returns by how much the plan became dearer */
function moved(plan: Plan, service: number, random: () => number, heat: number): number {
  const { from, to } = plan.weeks.services[service]!;
  const old = plan.dayOf[service]!;
  const day = from + Math.floor(random() * (to - from + 1));
  if (day === old || !plan.mayGo(service, day)) return 0;
  plan.take(service);
  const dearer = plan.costOn(service, day) - plan.costOn(service, old);
  const worse = allowed(heat, random);
  plan.put(service, dearer <= worse ? day : old);
  return dearer <= worse ? dearer : 0;
}

export type { Service };
