import type { DayWalk } from './day-walk';
import { Insertion, followersOf } from './insertion';
import { Steps } from './steps';
import { Timetable } from './timetable';

/**
 * Betters the order of a day's walk with all its rules: by chance some visits move, a stretch is walked the other way round, or
 * what lies around a place is taken out and put back where it costs least. Whether that is kept is decided by walking all of
 * it; something worse is kept now and then, less and less often. Sources: simulated annealing (Kirkpatrick, Gelatt and Vecchi
 * 1983); Or-opt (Or 1976); 2-opt (Croes 1958); ruin and recreate (Schrimpf and others 2000) with skipped places (Christiaens
 * and Vanden Berghe 2020).
 */

/** So many nearest visits are tried as a new neighbour, and taken out together. */
const nearestTried = 12;
const mostTakenOut = 10;
/** How often a good place is passed over, so that not always the same comes out. */
const passedOver = 0.02;
/** How often what is taken out lies around something that one waits for, and from how many minutes on. */
const aimedShare = 0.3;
const worthFilling = 0.5;
/** How often otherwise it is what is done one after the other, rather than what lies near each other. */
const stretchShare = 0.4;
/** How much worse is kept at first and at last, as a share of the usual way to the next visit. */
const warmest = 0.4;
const coldest = 0.005;
/** Whoever asked is told how it stands after so many rounds, fewer where each takes longer: some milliseconds. */
const roundsPerReport = (visits: number): number => Math.max(5, Math.round(20_000 / Math.max(100, visits)));
/** Which kind of change is tried how often. */
const movesShare = 0.35;
const turnsShare = 0.6;

/** The best order so far, and what it costs. */
export type Found = { order: Int32Array; cost: number };

/**
 * Betters an order. Comes back now and then, with the rounds done and the best so far, and at last for good.
 * @param from some order that keeps what must come before what; locked visits stand in it too
 * @param random numbers in [0, 1)
 * @param rounds changes to try
 */
export function* improved(
  walk: DayWalk,
  from: Int32Array,
  random: () => number,
  rounds: number,
): Generator<{ round: number; found: Found }, Found> {
  const search = new Search(walk, from, random);
  const told = roundsPerReport(walk.visits.length);
  for (let round = 1; round <= rounds; round += 1) {
    search.tryOne(round / rounds);
    if (round % told === 0) yield { round, found: search.best };
  }
  return search.best;
}

/** An order in which every locked visit has its number. Only first visits of stops are counted. */
export function withLocks({ locks, visits, waitsFor }: DayWalk, order: Int32Array): Int32Array {
  if (locks.size === 0) return order;
  const isLocked = new Set(locks.values());
  const out: number[] = [];
  const isOut = new Uint8Array(visits.length);
  let stops = 0;
  const put = (visit: number) => {
    out.push(visit);
    isOut[visit] = 1;
    if (visits[visit]!.part === 0) stops += 1;
  };
  const putLocked = (isEnough: () => boolean) => {
    for (let visit = locks.get(stops); visit !== undefined && !isEnough(); visit = locks.get(stops)) put(visit);
  };
  for (const visit of order) {
    if (isLocked.has(visit)) continue;
    // What comes back to a locked stop comes after it; a stop of its own takes the next number that is free.
    if (visits[visit]!.part === 0) putLocked(() => false);
    else putLocked(() => waitsFor[visit]!.every(({ visit: before }) => isOut[before] === 1));
    put(visit);
  }
  putLocked(() => false);
  for (const visit of isLocked) if (isOut[visit] === 0) put(visit);
  return Int32Array.from(out);
}

class Search {
  best: Found;
  private readonly walk: DayWalk;
  private readonly random: () => number;
  private readonly timetable: Timetable;
  private readonly size: number;
  private readonly steps: Steps;
  private readonly near: Int32Array[];
  private readonly followers: number[][];
  private readonly insertion: Insertion;
  private readonly work: number;
  private readonly usualStep: number;
  private current: Int32Array;
  private candidate: Int32Array;
  private at: Int32Array;
  private cost: number;
  /** What of the cost may vanish by another order besides the steps. */
  private slack = 0;
  /** Visits that one waits for, where a change helps most. */
  private waitedFor: number[] = [];

  constructor(walk: DayWalk, from: Int32Array, random: () => number) {
    this.walk = walk;
    this.random = random;
    this.timetable = new Timetable(walk);
    this.size = walk.visits.length;
    this.steps = new Steps(walk);
    this.near = this.steps.nearest(nearestTried);
    this.followers = followersOf(walk);
    this.insertion = new Insertion(walk, this.steps, this.followers, random, passedOver);
    this.work = walk.minutesOf.reduce((sum, minutes) => sum + minutes, 0);
    this.current = from.slice();
    this.candidate = from.slice();
    this.at = new Int32Array(this.size);
    this.cost = this.costOf(this.current);
    this.best = { order: withLocks(walk, from), cost: this.cost };
    this.usualStep = Math.max(0.02, this.steps.along(from) / (this.size + 1));
    this.settle();
  }

  /** Tries one change. @param share how far the search is, 0..1 */
  tryOne(share: number): void {
    if (this.size < 2) return;
    const heat = this.usualStep * warmest * (coldest / warmest) ** share;
    const worse = -heat * Math.log(1 - this.random());
    const kind = this.random();
    const longer = kind < movesShare ? this.moved() : kind < turnsShare ? this.turned() : this.takenOutAndPutBack();
    // Where even with all waits gone it would be too much, it need not be walked.
    if (longer === undefined || longer > worse + this.slack) return;
    const cost = this.costOf(this.candidate);
    if (cost - this.cost > worse) return;
    [this.current, this.candidate] = [this.candidate, this.current];
    this.cost = cost;
    this.settle();
    if (cost < this.best.cost - 1e-9) this.best = { order: withLocks(this.walk, this.current).slice(), cost };
  }

  private costOf(order: Int32Array): number {
    return this.timetable.run(withLocks(this.walk, order));
  }

  /** Notes where each visit stands in what was walked last, and what one waits for there. */
  private settle(): void {
    const { current, timetable, at } = this;
    this.waitedFor.length = 0;
    for (let index = 0; index < this.size; index += 1) {
      const visit = current[index]!;
      at[visit] = index;
      if (timetable.idle[visit]! > worthFilling) this.waitedFor.push(visit);
    }
    this.slack =
      this.walk.locks.size > 0 ? Infinity : this.cost - this.work - this.steps.along(current) - this.breakMinutes();
  }

  /** Breaks that lie within the walk: they are lost in any order. */
  private breakMinutes(): number {
    const { breaks, from } = this.walk;
    let sum = 0;
    for (let index = 0; index < breaks.length; index += 2)
      if (breaks[index]! >= from && breaks[index + 1]! <= from + this.timetable.minutes)
        sum += breaks[index + 1]! - breaks[index]!;
    return sum;
  }

  private any(count: number): number {
    return Math.floor(this.random() * count);
  }

  /** Up to three neighbouring visits go beside one that is near. @returns how much the steps grow */
  private moved(): number | undefined {
    const { current, candidate, size } = this;
    const from = this.any(size);
    const length = Math.min(1 + this.any(3), size - from);
    const near = this.near[current[from]!]!;
    const to = this.at[near[this.any(near.length)]!]!;
    if (to >= from && to < from + length) return undefined;
    // Before or after the near one, counted among what is left once the piece is out.
    const place = (to > from ? to - length : to) + this.any(2);
    const isTurned = this.random() < 0.3;
    candidate.set(current);
    const piece = current.slice(from, from + length);
    if (isTurned) piece.reverse();
    candidate.copyWithin(from, from + length, size);
    candidate.copyWithin(place + length, place, size - length);
    candidate.set(piece, place);
    return this.longerBetween(Math.min(from, place) - 1, Math.max(from, place) + length);
  }

  /** A stretch between two near visits is walked the other way round. */
  private turned(): number | undefined {
    const { current, candidate, size } = this;
    const a = this.any(size);
    const near = this.near[current[a]!]!;
    const b = this.at[near[this.any(near.length)]!]!;
    const [low, high] = a < b ? [a + 1, b] : [b, a - 1];
    if (high <= low) return undefined;
    candidate.set(current);
    candidate.subarray(low, high + 1).reverse();
    return this.longerBetween(low - 1, high + 1);
  }

  /** How much longer the steps of the candidate are between two positions. */
  private longerBetween(from: number, to: number): number {
    const { current, candidate, size, steps } = this;
    const visitAt = (order: Int32Array, index: number) => (index < 0 || index >= size ? -1 : order[index]!);
    let sum = 0;
    for (let index = from; index <= Math.min(size - 1, to); index += 1)
      sum +=
        steps.between(visitAt(candidate, index), visitAt(candidate, index + 1)) -
        steps.between(visitAt(current, index), visitAt(current, index + 1));
    return sum;
  }

  /** Some visits are taken out, then put back one by one where it costs least. */
  private takenOutAndPutBack(): number {
    const { current, insertion } = this;
    const out = this.chosenToGo();
    insertion.begin(current, out);
    for (const visit of this.mixed([...out])) insertion.put(visit);
    this.candidate.set(insertion.order);
    return this.steps.along(this.candidate) - this.steps.along(current);
  }

  /** What is taken out: what lies near each other, what is done one after the other, or what is in the way of something late. */
  private chosenToGo(): Set<number> {
    const { current, size, waitedFor, walk } = this;
    const most = 1 + this.any(Math.min(mostTakenOut, size - 1));
    if (waitedFor.length > 0 && this.random() < aimedShare) {
      const late = waitedFor[this.any(waitedFor.length)]!;
      const out = new Set([late]);
      // A set grows while it is gone through: with it goes what it waits for, as far as that goes back.
      for (const each of out) for (const { visit } of walk.waitsFor[each]!) out.add(visit);
      this.addStretch(out, this.any(this.at[late]! + 1), most);
      return out;
    }
    const out = new Set<number>();
    if (this.random() < stretchShare) this.addStretch(out, this.any(size), most);
    else {
      const middle = current[this.any(size)]!;
      out.add(middle);
      for (const each of this.near[middle]!) if (out.size < most) out.add(each);
    }
    if (this.random() < 0.5) for (const each of [...out]) for (const other of this.partners(each)) out.add(other);
    return out;
  }

  private addStretch(out: Set<number>, from: number, length: number): void {
    for (let index = from; index < Math.min(this.size, from + length); index += 1) out.add(this.current[index]!);
  }

  /** By chance, but what is tied to times and what is waited for first. */
  private mixed(visits: number[]): number[] {
    for (let index = visits.length - 1; index > 0; index -= 1) {
      const other = this.any(index + 1);
      [visits[index], visits[other]] = [visits[other]!, visits[index]!];
    }
    const { visits: all, isLimited } = this.walk;
    return visits.sort((a, b) => isLimited[b]! - isLimited[a]! || all[a]!.part - all[b]!.part);
  }

  /** What waits for a visit, or it for them. */
  private partners(visit: number): number[] {
    return [...this.walk.waitsFor[visit]!.map(({ visit: before }) => before), ...this.followers[visit]!];
  }
}
