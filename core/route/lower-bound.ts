import type { DayWalk } from './day-walk';
import { pausing } from './timetable';

/**
 * Minutes that a day's walk takes at least, whatever its order; so that "within x % of the best possible" can be said and
 * believed. The greatest of three bounds, none of which any feasible walk can beat:
 *
 * 1. all work, a lock-out for each machine, and the shortest way through all places as the 1-tree bound with Lagrangian
 *    multipliers limits it from below (Held and Karp 1970, 1971), changes of gun counted with it or the fewest that there can be;
 * 2. for every visit the longest chain of walking, waiting and working before and after it;
 * 3. from each moment on, all work that cannot begin sooner (one worker, heads and tails; Carlier 1982).
 *
 * @param walk one day
 * @param known minutes of some walk, to aim the multipliers at
 */
export function leastMinutes(walk: DayWalk, known: number): number {
  if (walk.visits.length === 0) return 0;
  const work = walk.minutesOf.reduce((sum, minutes) => sum + minutes, 0) + lockOuts(walk) * walk.lockOutMinutes;
  const busy = work + leastWay(walk, known - work);
  const byWay = pausing(walk.from, busy, walk.breaks) - walk.from;
  return Math.max(byWay, byChains(walk));
}

/** Machines that are locked out at least once. */
const lockOuts = ({ machineOf, isIsolated }: DayWalk): number =>
  new Set([...machineOf].filter((_, visit) => isIsolated[visit])).size;

/** Walking and changing guns, at least. */
function leastWay(walk: DayWalk, known: number): number {
  const { size, minutes } = waysOf(walk, 0);
  const lubricants = new Set([...walk.lubricantOf].filter((each) => each > 0)).size;
  const changes = Math.max(0, lubricants - 1) * walk.gunChangeMinutes;
  const apart = oneTree(minutes, size, known) + changes;
  if (changes === 0) return apart;
  return Math.max(apart, oneTree(waysOf(walk, walk.gunChangeMinutes).minutes, size, known));
}

/**
 * The least that going from one to another costs, the same both ways: the start, each visit, and as often a store as the cart
 * has to be loaded anew.
 */
function waysOf(walk: DayWalk, gunChangeMinutes: number): { size: number; minutes: Float64Array } {
  const { visits, walkMinutes, places, placeOf, lubricantOf, stores, loadOf, cartCapacityKg } = walk;
  const load = loadOf.reduce((sum, kg) => sum + kg, 0);
  const loaded = cartCapacityKg < Infinity ? Math.max(0, Math.ceil(load / cartCapacityKg - 1e-9) - 1) : 0;
  const first = 1 + visits.length;
  const size = first + Math.min(loaded, visits.length);
  const minutes = new Float64Array(size * size);
  const between = (a: number, b: number) => Math.min(walkMinutes[a * places + b]!, walkMinutes[b * places + a]!);
  const placeAt = (node: number) => (node === 0 ? walk.start : placeOf[node - 1]!);
  const lubricantAt = (node: number) => (node === 0 || node >= first ? 0 : lubricantOf[node - 1]!);
  const least = (a: number, b: number): number => {
    if (a >= first && b >= first) return 0;
    if (b >= first) return Math.min(...stores.map((store) => between(store, placeAt(a))));
    const [one, other] = [lubricantAt(a), lubricantAt(b)];
    return between(placeAt(a), placeAt(b)) + (one > 0 && other > 0 && one !== other ? gunChangeMinutes : 0);
  };
  for (let a = 0; a < size; a += 1)
    for (let b = a + 1; b < size; b += 1) minutes[a * size + b] = minutes[b * size + a] = least(a, b);
  return { size, minutes };
}

/** About as many steps of arithmetic as the multipliers are given. */
const arithmetic = 1e8;
const mostRounds = 400;

/**
 * The 1-tree bound on a closed walk: a shortest tree over all places but the first, and its two shortest ways. Multipliers
 * pull every place towards two ways, which lifts the bound.
 */
function oneTree(minutes: Float64Array, size: number, known: number): number {
  if (size < 2) return 0;
  if (size === 2) return 2 * minutes[1]!;
  const pull = new Float64Array(size);
  const degree = new Int32Array(size);
  let best = 0;
  let [step, stale] = [2, 0];
  const rounds = Math.min(mostRounds, Math.ceil(arithmetic / (size * size)));
  for (let round = 0; round < rounds && step > 1e-4; round += 1) {
    const length = treeWith(minutes, size, pull, degree) - 2 * pull.reduce((sum, each) => sum + each, 0);
    let square = 0;
    for (const each of degree) square += (each - 2) ** 2;
    if (length > best + 1e-9) [best, stale] = [length, 0];
    else stale += 1;
    if (square === 0) break;
    if (stale >= 8) [step, stale] = [step * 0.7, 0];
    const along = (step * Math.max(known - length, 1e-3 * known, 1e-9)) / square;
    for (let node = 0; node < size; node += 1) pull[node]! += along * (degree[node]! - 2);
  }
  return best;
}

/** Prim's shortest tree over all nodes but the first (1957), and the first's two shortest ways. Fills in how many ways meet where. */
function treeWith(minutes: Float64Array, size: number, pull: Float64Array, degree: Int32Array): number {
  degree.fill(0);
  const nearest = new Float64Array(size).fill(Infinity);
  const towards = new Int32Array(size).fill(-1);
  const isIn = new Uint8Array(size);
  let length = 0;
  let node = 1;
  for (let count = 1; count < size; count += 1) {
    isIn[node] = 1;
    if (towards[node]! >= 0) {
      length += nearest[node]!;
      degree[node]! += 1;
      degree[towards[node]!]! += 1;
    }
    let next = -1;
    for (let other = 1; other < size; other += 1) {
      if (isIn[other]) continue;
      const way = minutes[node * size + other]! + pull[node]! + pull[other]!;
      if (way < nearest[other]!) {
        nearest[other] = way;
        towards[other] = node;
      }
      if (next < 0 || nearest[other]! < nearest[next]!) next = other;
    }
    node = next;
  }
  let [first, second] = [-1, -1];
  const way = (other: number) => (other < 0 ? Infinity : minutes[other]! + pull[0]! + pull[other]!);
  for (let other = 1; other < size; other += 1) {
    if (way(other) < way(first)) [first, second] = [other, first];
    else if (way(other) < way(second)) second = other;
  }
  degree[0] = 2;
  degree[first]! += 1;
  degree[second]! += 1;
  return length + way(first) + way(second);
}

/** What waits and windows ask for, whatever is done meanwhile. */
function byChains(walk: DayWalk): number {
  const { visits, minutesOf, waitsFor, allowed, walkMinutes, places, start, placeOf, from } = walk;
  const heads = new Float64Array(visits.length).fill(NaN);
  const headOf = (visit: number): number => {
    if (!Number.isNaN(heads[visit]!)) return heads[visit]!;
    let head = from + walkMinutes[start * places + placeOf[visit]!]!;
    for (const { visit: other, minutes } of waitsFor[visit]!)
      head = Math.max(head, headOf(other) + minutesOf[other]! + minutes);
    const spans = allowed[visit] ?? Float64Array.of(-Infinity, Infinity);
    for (let index = 0; index < spans.length; index += 2) {
      const begins = Math.max(head, spans[index]!);
      if (begins + minutesOf[visit]! > spans[index + 1]!) continue;
      head = begins;
      break;
    }
    return (heads[visit] = head);
  };
  for (const visit of visits.keys()) headOf(visit);
  const tails = Float64Array.from(visits.keys(), (visit) => walkMinutes[placeOf[visit]! * places + start]!);
  const lastFirst = [...visits.keys()].sort((a, b) => heads[b]! - heads[a]! || b - a);
  // What waits for a visit has the later head, but for work of no minutes: twice is enough for those.
  for (const visit of [...lastFirst, ...lastFirst])
    for (const { visit: other, minutes } of waitsFor[visit]!)
      tails[other] = Math.max(tails[other]!, minutes + minutesOf[visit]! + tails[visit]!);
  let [most, work, tail] = [0, 0, Infinity];
  for (const visit of lastFirst) {
    work += minutesOf[visit]!;
    tail = Math.min(tail, tails[visit]!);
    most = Math.max(most, heads[visit]! + work + tail, heads[visit]! + minutesOf[visit]! + tails[visit]!);
  }
  return most - from;
}
