import type { DayWalk, Spans } from './day-walk';

/** What an order costs beyond its minutes for each rule that it breaks: more than any walk takes. */
const perViolation = 1e6;
/** Of two walks that take equally long, the shorter way is the better one. */
const perMinuteWalked = 1e-3;

/**
 * Walks a day's visits in a given order, each begun as soon as it can be: goes there (by a store, where the cart is empty),
 * changes the gun, waits for what must be over and for the machine's state, locks out, works. Walking pauses in a break, work
 * is never cut by one. One object is made for a walk and then used again and again.
 */
export class Timetable {
  /** By visit, on the clock: when one is there, begins and is done. */
  readonly arrive: Float64Array;
  readonly start: Float64Array;
  readonly end: Float64Array;
  /** By visit: how long nothing is done before it. */
  readonly idle: Float64Array;
  /** By visit: until when its machine stays in the state it needs, and no break comes. */
  readonly spanEnd: Float64Array;
  /** By position in the order: the store that lies on the way, −1 for none. */
  readonly via: Int32Array;
  /** Minutes from the start and back again, breaks and waits included. */
  minutes = 0;
  walkedMinutes = 0;
  gunChanges = 0;
  /** Minutes in which nothing is done: waits that nothing filled. */
  idleMinutes = 0;
  violations = 0;
  /** The visits that broke a rule, when asked for. */
  readonly broken: number[] = [];

  private readonly walk: DayWalk;
  private readonly openByHall: Int32Array;
  private readonly openByMachine: Int32Array;
  private readonly stampOf: Int32Array;
  private stamp = 0;
  private readonly isLoadedAnew: boolean;
  private readonly tripCost: Float64Array;
  private readonly tripFrom: Int32Array;

  constructor(walk: DayWalk) {
    const count = walk.visits.length;
    this.walk = walk;
    this.arrive = new Float64Array(count);
    this.start = new Float64Array(count);
    this.end = new Float64Array(count);
    this.idle = new Float64Array(count);
    this.via = new Int32Array(count).fill(-1);
    this.spanEnd = new Float64Array(count);
    this.openByHall = new Int32Array(walk.halls);
    this.openByMachine = new Int32Array(walk.machines);
    this.stampOf = new Int32Array(count);
    const load = walk.loadOf.reduce((sum, kg) => sum + kg, 0);
    this.isLoadedAnew = load > walk.cartCapacityKg;
    this.tripCost = new Float64Array(count + 1);
    this.tripFrom = new Int32Array(count + 1);
  }

  /**
   * Walks it.
   * @param order visits; may be some of them only
   * @returns what the order costs: minutes, and much for each broken rule
   */
  run(order: Int32Array): number {
    if (this.isLoadedAnew) this.chooseStores(order, order.length);
    return this.pass(order, order.length);
  }

  /** Walks the first visits of an order without a thought for the cart: for a look at the times. */
  glance(order: Int32Array, length: number): void {
    if (this.isLoadedAnew) this.via.fill(-1);
    this.pass(order, length);
  }

  private pass(order: Int32Array, length: number): number {
    const { walk, via } = this;
    this.begin();
    let [time, place, held, lockedMachine] = [walk.from, walk.start, 0, -1];
    for (let index = 0; index < length; index += 1) {
      const visit = order[index]!;
      const store = via[index]!;
      if (store >= 0) {
        time = this.go(time, place, store);
        place = store;
      }
      time = this.go(time, place, walk.placeOf[visit]!);
      place = walk.placeOf[visit]!;
      this.arrive[visit] = time;
      const lubricant = walk.lubricantOf[visit]!;
      if (lubricant > 0) {
        if (held > 0 && held !== lubricant) {
          this.gunChanges += 1;
          time = pausing(time, walk.gunChangeMinutes, walk.breaks);
        }
        held = lubricant;
      }
      const machine = walk.machineOf[visit]!;
      let minutes = walk.minutesOf[visit]!;
      if (walk.isIsolated[visit]) {
        if (lockedMachine !== machine && this.openByMachine[machine] === 0) minutes += walk.lockOutMinutes;
        lockedMachine = machine;
      } else if (lockedMachine !== machine || !walk.isAnyState[visit]) lockedMachine = -1;
      const begins = this.beginOf(visit, this.readyAt(visit, time), minutes);
      this.idle[visit] = begins - time;
      this.idleMinutes += begins - time;
      this.start[visit] = begins;
      time = begins + minutes;
      this.end[visit] = time;
      this.stampOf[visit] = this.stamp;
      this.note(visit, machine);
    }
    time = this.go(time, place, walk.start);
    this.minutes = time - walk.from;
    return this.minutes + perMinuteWalked * this.walkedMinutes + perViolation * this.violations;
  }

  private begin(): void {
    this.stamp += 1;
    this.walkedMinutes = 0;
    this.gunChanges = 0;
    this.idleMinutes = 0;
    this.violations = 0;
    this.broken.length = 0;
    this.openByMachine.fill(0);
    this.openByHall.fill(0);
    for (const hall of this.walk.openFromBefore) this.openByHall[hall]! += 1;
  }

  private go(time: number, from: number, to: number): number {
    const minutes = this.walk.walkMinutes[from * this.walk.places + to]!;
    this.walkedMinutes += minutes;
    return pausing(time, minutes, this.walk.breaks);
  }

  /** When all that must be over is over. */
  private readyAt(visit: number, time: number): number {
    const waits = this.walk.waitsFor[visit]!;
    if (waits.length === 0) return time;
    let ready = time;
    for (const { visit: before, minutes } of waits) {
      if (this.stampOf[before] === this.stamp) ready = Math.max(ready, this.end[before]! + minutes);
      else this.breaks(visit);
    }
    return ready;
  }

  /** When work can begin that is not cut by a break nor by the end of the machine's state. */
  private beginOf(visit: number, ready: number, minutes: number): number {
    const spans = this.walk.allowed[visit];
    this.spanEnd[visit] = Infinity;
    if (spans === undefined) return ready;
    const index = spanFor(this.walk, visit, ready, minutes);
    if (index < 0) {
      this.breaks(visit);
      return ready;
    }
    this.spanEnd[visit] = spans[index + 1]!;
    const begins = Math.max(ready, spans[index]!);
    const opened = this.walk.openedBy[visit]!;
    const standstill = this.walk.standstill[visit];
    if (opened >= 0 && standstill && begins + minutes > endOfSpan(standstill, this.start[opened]!)) this.breaks(visit);
    return begins;
  }

  /** Keeps what stands open, and that not too much does. */
  private note(visit: number, machine: number): void {
    const { openHallOf, opens, closes, holders } = this.walk;
    const hall = openHallOf[visit]!;
    if (hall < 0) return;
    if (this.openHallsBut(hall) >= holders) this.breaks(visit);
    if (opens[visit]) {
      this.openByHall[hall]! += 1;
      this.openByMachine[machine]! += 1;
    }
    if (closes[visit]) {
      this.openByHall[hall] = Math.max(0, this.openByHall[hall]! - 1);
      this.openByMachine[machine] = Math.max(0, this.openByMachine[machine]! - 1);
    }
  }

  private openHallsBut(hall: number): number {
    let open = 0;
    for (let other = 0; other < this.openByHall.length; other += 1)
      if (other !== hall && this.openByHall[other]! > 0) open += 1;
    return open;
  }

  private breaks(visit: number): void {
    this.violations += 1;
    this.broken.push(visit);
  }

  /**
   * Where the cart is loaded anew on the way, so that the way round by the stores is as short as can be: for every visit the
   * best last store before it, from the front to the back.
   */
  private chooseStores(order: Int32Array, length: number): void {
    const { via, tripCost, tripFrom } = this;
    const { loadOf, cartCapacityKg, placeOf, places, byStore } = this.walk;
    const between = (position: number) => placeOf[order[position - 1]!]! * places + placeOf[order[position]!]!;
    tripCost.fill(Infinity);
    tripCost[0] = 0;
    for (let from = 0; from < length; from += 1) {
      const cost = tripCost[from]! + (from === 0 ? 0 : byStore.minutes[between(from)]!);
      let load = 0;
      for (let to = from; to < length; to += 1) {
        load += loadOf[order[to]!]!;
        if (load > cartCapacityKg && to > from) break;
        if (cost >= tripCost[to + 1]!) continue;
        tripCost[to + 1] = cost;
        tripFrom[to + 1] = from;
      }
    }
    via.fill(-1);
    for (let to = length; to > 0; to = tripFrom[to]!) {
      const from = tripFrom[to]!;
      if (from > 0) via[from] = byStore.place[between(from)]!;
    }
  }
}

/**
 * The first span in which work at a visit can begin at a moment or later and be done, with all that stands open after it; its
 * index among the pairs, −1 for none.
 */
export function spanFor(
  { allowed, standstill, standsFor }: DayWalk,
  visit: number,
  ready: number,
  minutes: number,
): number {
  const spans = allowed[visit]!;
  for (let index = 0; index < spans.length; index += 2) {
    const begins = Math.max(ready, spans[index]!);
    if (begins + minutes > spans[index + 1]!) continue;
    const still = standstill[visit];
    if (still !== undefined && standsFor[visit]! > 0 && begins + standsFor[visit]! > endOfSpan(still, begins)) continue;
    return index;
  }
  return -1;
}

/** When the span is over in which a moment lies. */
function endOfSpan(spans: Spans, moment: number): number {
  for (let index = 0; index < spans.length; index += 2)
    if (spans[index]! <= moment && moment < spans[index + 1]!) return spans[index + 1]!;
  return moment;
}

/** When something that pauses in breaks is over. */
export function pausing(from: number, minutes: number, breaks: Spans): number {
  const last = breaks.length;
  if (last === 0 || minutes <= 0 || from >= breaks[last - 1]!) return from + minutes;
  let [time, left] = [from, minutes];
  for (let index = 0; index < breaks.length; index += 2) {
    if (breaks[index + 1]! <= time) continue;
    if (time + left <= breaks[index]!) break;
    left -= Math.max(0, breaks[index]! - time);
    time = breaks[index + 1]!;
  }
  return time + left;
}
