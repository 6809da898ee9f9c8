import type { DayWalk } from './day-walk';
import { Insertion, beginIn, followersOf } from './insertion';
import { Steps } from './steps';
import { Timetable } from './timetable';

/** First orders of a day's walk, found without trying. All of them keep what must come before what. */

/**
 * Always to what can be begun soonest, by way, waits and windows; of equals the nearest. Where nothing waits for anything this
 * is going to the nearest that is left.
 */
export function soonestFirst(walk: DayWalk): Int32Array {
  const { visits, walkMinutes, places, placeOf, minutesOf } = walk;
  const followers = followersOf(walk);
  const left = Int32Array.from(walk.waitsFor, (waits) => waits.length);
  const order = new Int32Array(visits.length);
  const isDone = new Uint8Array(visits.length);
  const ready = new Float64Array(visits.length).fill(walk.from);
  const openHalls = walk.openFromBefore.slice();
  let [time, place] = [walk.from, walk.start];
  for (let index = 0; index < order.length; index += 1) {
    let [best, bestStart, bestWay] = [-1, Infinity, Infinity];
    for (let visit = 0; visit < order.length; visit += 1) {
      if (isDone[visit] || left[visit]! > 0) continue;
      const way = walkMinutes[place * places + placeOf[visit]!]!;
      const blocked = isBlocked(walk, visit, openHalls) ? 1e6 : 0;
      const start = blocked + beginIn(walk, visit, Math.max(time + way, ready[visit]!));
      if (start > bestStart || (start === bestStart && way >= bestWay)) continue;
      [best, bestStart, bestWay] = [visit, start, way];
    }
    order[index] = best;
    isDone[best] = 1;
    [time, place] = [(bestStart >= 1e6 ? time : bestStart) + minutesOf[best]!, placeOf[best]!];
    if (walk.opens[best]) openHalls.push(walk.openHallOf[best]!);
    if (walk.closes[best]) openHalls.splice(openHalls.indexOf(walk.openHallOf[best]!), 1);
    for (const follower of followers[best]!) {
      left[follower]! -= 1;
      const wait = walk.waitsFor[follower]!.find(({ visit }) => visit === best)!;
      ready[follower] = Math.max(ready[follower]!, time + wait.minutes);
    }
  }
  return order;
}

function isBlocked({ openHallOf, holders }: DayWalk, visit: number, open: readonly number[]): boolean {
  const hall = openHallOf[visit]!;
  return hall >= 0 && new Set(open.filter((each) => each !== hall)).size >= holders;
}

/**
 * A given order, made to keep what must come before what: a visit that waits for something is put off until that is over and
 * the way to it is a small detour, compared with all that is still to be passed.
 */
export function inOrder(walk: DayWalk, wanted: Int32Array): Int32Array {
  const followers = followersOf(walk);
  const left = Int32Array.from(walk.waitsFor, (waits) => waits.length);
  const timetable = new Timetable(walk);
  const order = new Int32Array(walk.visits.length);
  let count = 0;
  const putOff: number[] = [];
  const place = (visit: number) => {
    order[count] = visit;
    count += 1;
    for (const follower of followers[visit]!) left[follower]! -= 1;
  };
  for (const [index, visit] of wanted.entries()) {
    if (left[visit]! > 0) putOff.push(visit);
    else place(visit);
    for (let again = putOff.length > 0; again;) {
      timetable.glance(order, count);
      const next = putOff.findIndex(
        (each) => left[each] === 0 && isNow(walk, timetable, order[count - 1]!, each, wanted, index),
      );
      again = next >= 0;
      if (again) place(putOff.splice(next, 1)[0]!);
    }
  }
  while (putOff.length > 0) {
    const next = putOff.findIndex((each) => left[each] === 0);
    place(putOff.splice(next, 1)[0]!);
  }
  return order;
}

/** Whether a visit is ready when one would come there, and the walk does not come nearer to it later on. */
function isNow(
  walk: DayWalk,
  timetable: Timetable,
  last: number,
  visit: number,
  wanted: Int32Array,
  index: number,
): boolean {
  const { walkMinutes, places, placeOf } = walk;
  const way = (a: number, b: number) => walkMinutes[placeOf[a]! * places + placeOf[b]!]!;
  const there = timetable.end[last]! + way(last, visit);
  const isReady = walk.waitsFor[visit]!.every(
    ({ visit: before, minutes }) => timetable.end[before]! + minutes <= there,
  );
  if (!isReady) return false;
  for (let later = index + 1; later < wanted.length; later += 1)
    if (way(wanted[later]!, visit) < way(last, visit)) return false;
  return true;
}

/**
 * Every visit put where the day gets longest by least: first what is tied to times and what comes before that, then what is
 * interrupted by waits, then the rest, long work first.
 * @param known an order of some visits to begin with
 */
export function cheapestInsertion(
  walk: DayWalk,
  random: () => number,
  known: Int32Array = new Int32Array(),
): Int32Array {
  const { visits, waitsFor, isLimited, minutesOf } = walk;
  const followers = followersOf(walk);
  const insertion = new Insertion(walk, new Steps(walk), followers, random, 0);
  const urgency = new Float64Array(visits.length);
  const raise = (visit: number, to: number): void => {
    if (urgency[visit]! >= to) return;
    urgency[visit] = to;
    for (const { visit: before } of waitsFor[visit]!) raise(before, to);
  };
  for (const visit of visits.keys()) {
    if (isLimited[visit]) raise(visit, 2);
    else if (followers[visit]!.length > 0 || waitsFor[visit]!.length > 0) raise(visit, 1);
  }
  const isKnown = new Set(known);
  const sorted = [...visits.keys()]
    .filter((visit) => !isKnown.has(visit))
    .sort(
      (a, b) =>
        urgency[b]! - urgency[a]! || visits[a]!.part - visits[b]!.part || minutesOf[b]! - minutesOf[a]! || a - b,
    );
  insertion.begin(known, new Set());
  for (const visit of sorted) insertion.put(visit);
  return insertion.order.slice();
}
