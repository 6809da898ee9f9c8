import type { DayWalk } from './day-walk';
import type { Steps } from './steps';
import { spanFor } from './timetable';

/** As bad as this, in minutes, is a place where a visit misses the times of its machine, or too much stands open. */
const barred = 1440;
/** Of places where the day ends equally late, the one with the shorter way. */
const perStep = 0.01;

/** Visits that wait for each visit. */
export function followersOf({ visits, waitsFor }: DayWalk): number[][] {
  const followers = visits.map((): number[] => []);
  for (const [visit, waits] of waitsFor.entries())
    for (const { visit: before } of waits) followers[before]!.push(visit);
  return followers;
}

/** All that has to be over before each visit, however many others lie between. */
export function earlierOf({ visits, waitsFor }: DayWalk): number[][] {
  const earlier: (number[] | undefined)[] = visits.map(() => undefined);
  const of = (visit: number): number[] => {
    earlier[visit] ??= [...new Set(waitsFor[visit]!.flatMap(({ visit: before }) => [before, ...of(before)]))];
    return earlier[visit];
  };
  return visits.map((_, visit) => of(visit));
}

/** The other way round: for each thing, all that it stands in the list of. */
export function turnedRound(lists: readonly (readonly number[])[]): number[][] {
  const turned = lists.map((): number[] => []);
  for (const [item, list] of lists.entries()) for (const each of list) turned[each]!.push(item);
  return turned;
}

/**
 * An order that is built by putting visits in one by one, each where the day gets longest by least: the waits that lie behind it
 * may take up what it costs, what waits for it must not be late, and what is tied to times must not miss them. An estimate; what
 * the whole costs is found by walking it.
 */
export class Insertion {
  readonly order: Int32Array;
  length = 0;
  private readonly isPlaced: Uint8Array;
  /** By visit, as far as the steps alone tell it: when it begins and is done, what is waited before it, what limits it. */
  private readonly start: Float64Array;
  private readonly end: Float64Array;
  private readonly idle: Float64Array;
  private readonly spanEnd: Float64Array;
  private readonly isTold: Uint8Array;
  private readonly isTimed: boolean;
  private readonly isLimited: boolean;
  private readonly openBefore: Int32Array;
  private readonly othersBefore: Int32Array;
  private openedAt = 0;
  private closedAt = 0;
  private readonly earlier: readonly (readonly number[])[];
  private readonly later: readonly (readonly number[])[];
  /** While a place is looked for: 1 for what comes before the visit, 2 for what comes after it. */
  private readonly side: Uint8Array;
  /** By position: by how much what is there or after it may be put off until something misses its times. */
  private readonly room: Float64Array;

  /** @param passedOver how often a good place is passed over, so that not always the same comes out */
  constructor(
    private readonly walk: DayWalk,
    private readonly steps: Steps,
    private readonly followers: readonly (readonly number[])[],
    private readonly random: () => number,
    private readonly passedOver: number,
  ) {
    const size = walk.visits.length;
    this.order = new Int32Array(size);
    this.isPlaced = new Uint8Array(size);
    this.room = new Float64Array(size + 1);
    this.side = new Uint8Array(size);
    this.openBefore = new Int32Array(size + 1);
    this.othersBefore = new Int32Array(size + 1);
    this.earlier = earlierOf(walk);
    this.later = turnedRound(this.earlier);
    this.start = new Float64Array(size);
    this.end = new Float64Array(size);
    this.idle = new Float64Array(size);
    this.spanEnd = new Float64Array(size);
    this.isTold = new Uint8Array(size);
    this.isLimited = walk.isLimited.some((each) => each === 1);
    this.isTimed = walk.allowed.some((spans) => spans !== undefined) || walk.waitsFor.some((waits) => waits.length > 0);
  }

  /** Begins with an order of which some visits are left out. */
  begin(order: Int32Array, without: ReadonlySet<number>): void {
    this.length = 0;
    this.isPlaced.fill(0);
    for (const visit of order) {
      if (without.has(visit)) continue;
      this.order[this.length++] = visit;
      this.isPlaced[visit] = 1;
    }
    this.isTold.fill(0);
    if (this.isTimed) this.retime(0);
  }

  /** Puts a visit where it costs least. */
  put(visit: number): void {
    const place = this.cheapestPlace(visit);
    this.order.copyWithin(place + 1, place, this.length);
    this.order[place] = visit;
    this.isPlaced[visit] = 1;
    this.isTold[visit] = 0;
    this.length += 1;
    if (this.isTimed) this.retime(place);
  }

  private cheapestPlace(visit: number): number {
    const { order, walk, length, steps, idle, end } = this;
    const [first, last] = this.placesLeft(visit);
    let idleAfter = this.isTimed ? this.lookAhead(first) : 0;
    const isOpenWork = walk.openHallOf[visit]! >= 0;
    if (isOpenWork) this.noteOpen(visit);
    const work = walk.minutesOf[visit]!;
    let [best, least] = [first, Infinity];
    for (let place = first; place <= last; place += 1) {
      const before = place === 0 ? -1 : order[place - 1]!;
      const next = place === length ? -1 : order[place]!;
      const towards = steps.between(before, visit);
      const longer = towards + steps.between(visit, next) - steps.between(before, next);
      const idleHere = idleAfter;
      if (next >= 0) idleAfter -= idle[next]!;
      let cost = this.isTimed ? Math.max(0, longer + work - idleHere) + perStep * longer : longer;
      if (cost >= least || (least < Infinity && this.random() < this.passedOver)) continue;
      if (this.isTimed) {
        const there = (before < 0 ? walk.from : end[before]!) + towards;
        cost = this.delay(visit, there, longer, idleHere, this.room[place]!) + perStep * longer;
      }
      if (isOpenWork && this.isBarred(visit, place)) cost += barred;
      if (cost < least) [best, least] = [place, cost];
    }
    return best;
  }

  /** From a position on: how long may be put off what is there. @returns the minutes from there on in which nothing is done */
  private lookAhead(first: number): number {
    const { order, length, walk, room, idle, end, spanEnd } = this;
    let sum = 0;
    room[length] = Infinity;
    for (let place = length - 1; place >= first; place -= 1) {
      const visit = order[place]!;
      const own = this.isLimited && walk.isLimited[visit] ? spanEnd[visit]! - end[visit]! : Infinity;
      room[place] = idle[visit]! + Math.min(own, room[place + 1]!);
      sum += idle[visit]!;
    }
    return sum;
  }

  /** Walks what is there from a position on, as the steps tell it, until nothing changes any more. */
  private retime(from: number): void {
    const { order, length, walk, steps, start, end, idle, isPlaced } = this;
    let before = from === 0 ? -1 : order[from - 1]!;
    for (let place = from; place < length; place += 1) {
      const visit = order[place]!;
      const there = (before < 0 ? walk.from : end[before]!) + steps.between(before, visit);
      let ready = there;
      for (const wait of walk.waitsFor[visit]!)
        if (isPlaced[wait.visit]) ready = Math.max(ready, end[wait.visit]! + wait.minutes);
      const begins = this.beginOf(visit, ready);
      idle[visit] = begins - there;
      before = visit;
      // What was put in is the first; what comes after it and begins as before moves nothing further on.
      if (place > from && start[visit] === begins && this.isTold[visit]) return;
      start[visit] = begins;
      end[visit] = begins + walk.minutesOf[visit]!;
      this.isTold[visit] = 1;
    }
  }

  private beginOf(visit: number, ready: number): number {
    const { walk, spanEnd } = this;
    const spans = walk.allowed[visit];
    const index = spans === undefined ? -1 : spanFor(walk, visit, ready, walk.minutesOf[visit]!);
    spanEnd[visit] = index < 0 ? Infinity : spans![index + 1]!;
    return index < 0 ? ready : Math.max(ready, spans![index]!);
  }

  /** How much later the day ends for a visit that one reaches at some time: waits that come after take up some of it. */
  private delay(visit: number, there: number, longer: number, idleAfter: number, room: number): number {
    const { walk, start, end } = this;
    let ready = there;
    for (const { visit: before, minutes } of walk.waitsFor[visit]!)
      if (this.isPlaced[before]) ready = Math.max(ready, end[before]! + minutes);
    const begins = beginIn(walk, visit, ready);
    const putOff = longer + walk.minutesOf[visit]! + begins - there;
    let delay = Math.max(0, putOff - idleAfter) + (putOff > room ? barred : 0);
    for (const follower of this.followers[visit]!) {
      if (!this.isPlaced[follower]) continue;
      const wait = walk.waitsFor[follower]!.find((each) => each.visit === visit)!.minutes;
      delay = Math.max(delay, begins + walk.minutesOf[visit]! + wait - start[follower]!);
    }
    return delay;
  }

  /** For every position: how many other halls stand open there, and how many visits before it open something in another hall. */
  private noteOpen(visit: number): void {
    const { order, length, walk, openBefore, othersBefore } = this;
    const own = walk.openHallOf[visit]!;
    const open = new Int32Array(walk.halls);
    for (const hall of walk.openFromBefore) open[hall]! += 1;
    let halls = open.filter((count, hall) => count > 0 && hall !== own).length;
    let others = 0;
    [this.openedAt, this.closedAt] = [0, length];
    for (let place = 0; place <= length; place += 1) {
      openBefore[place] = halls;
      othersBefore[place] = others;
      if (place === length) return;
      const each = order[place]!;
      const hall = walk.openHallOf[each]!;
      if (walk.visits[each]!.stop === walk.visits[visit]!.stop) {
        if (walk.opens[each]) this.openedAt = place + 1;
        if (walk.closes[each]) this.closedAt = place;
      }
      if (hall < 0 || hall === own) continue;
      others += 1;
      if (walk.opens[each] && (open[hall]! += 1) === 1) halls += 1;
      if (walk.closes[each] && (open[hall]! -= 1) === 0) halls -= 1;
    }
  }

  /** Whether a visit at a position would have too many halls open: another when it opens, or its own while others open. */
  private isBarred(visit: number, place: number): boolean {
    const { walk, openBefore, othersBefore } = this;
    if (openBefore[place]! >= walk.holders) return true;
    if (walk.holders > 1) return false;
    const since = walk.closes[visit] ? othersBefore[place]! - othersBefore[Math.min(place, this.openedAt)]! : 0;
    const until = walk.opens[visit] ? othersBefore[Math.max(place, this.closedAt)]! - othersBefore[place]! : 0;
    return since + until > 0;
  }

  /** The first and last position that keep what must come before what. */
  private placesLeft(visit: number): [number, number] {
    const { order, length, side } = this;
    const [earlier, later] = [this.earlier[visit]!, this.later[visit]!];
    let [first, last] = [0, length];
    if (earlier.length === 0 && later.length === 0) return [first, last];
    for (const each of earlier) side[each] = 1;
    for (const each of later) side[each] = 2;
    for (let index = 0; index < length; index += 1) {
      const where = side[order[index]!];
      if (where === 1) first = index + 1;
      else if (where === 2 && last === length) last = index;
    }
    for (const each of earlier) side[each] = 0;
    for (const each of later) side[each] = 0;
    return [first, Math.max(first, last)];
  }
}

/** When work at a visit can begin from a moment on; never is told as very late. */
export function beginIn(walk: DayWalk, visit: number, from: number): number {
  const spans = walk.allowed[visit];
  if (spans === undefined) return from;
  const index = spanFor(walk, visit, from, walk.minutesOf[visit]!);
  return index < 0 ? from + 1e5 : Math.max(from, spans[index]!);
}
