import { refuse } from '../method';
import type { RouteInput } from './input';

/** How far it is, and how long it takes, between all places of a walk: rows of `count`. */
export type Walking = {
  count: number;
  minutes: Float64Array;
  metres: Float64Array;
  /** Whether it is as far there as back. */
  isSymmetric: boolean;
  /** The place of the start, of each stop and of each store; places where several stand are one. */
  placeOf: { start: number; stops: Int32Array; stores: Int32Array };
  byStore: ByStore;
};
/** Between any two places: how much longer the way by the best store is, and which one that is. The start is a store too. */
export type ByStore = { minutes: Float64Array; place: Int32Array };
type Way = { metres: number; floors: number };
type Unreachable = ReturnType<typeof refuse>;

/**
 * The ways between all places: as measured, or along the aisles, or straight across where there are none.
 * Walking pace with a cart 50 m/min, stairs 15 s a floor (the plant's own practice, changeable).
 */
export function walkingOf(input: RouteInput): Walking | Unreachable {
  if (input.distances) return measured(input, input.distances);
  const { places, placeOf } = placesOf(input);
  const ways = input.aisles
    ? alongAisles(input.aisles, places)
    : places.map((from) => places.map((to) => straight(from, to)));
  const count = places.length;
  const minutes = new Float64Array(count * count);
  const metres = new Float64Array(count * count);
  for (const [from, row] of ways.entries())
    for (const [to, way] of row.entries()) {
      if (!way) return refuse(unreachable(input, placeOf, from, to), 'aisles');
      metres[from * count + to] = way.metres;
      minutes[from * count + to] = way.metres / input.metresPerMinute + (way.floors * input.secondsPerFloor) / 60;
    }
  return { count, minutes, metres, isSymmetric: true, placeOf, byStore: waysByStore(minutes, count, placeOf) };
}

function waysByStore(minutes: Float64Array, count: number, { start, stores }: Walking['placeOf']): ByStore {
  const longer = new Float64Array(count * count).fill(Infinity);
  const place = new Int32Array(count * count);
  for (const store of new Set([start, ...stores]))
    for (let from = 0; from < count; from += 1)
      for (let to = 0; to < count; to += 1) {
        const way = minutes[from * count + store]! + minutes[store * count + to]! - minutes[from * count + to]!;
        if (way >= longer[from * count + to]!) continue;
        longer[from * count + to] = way;
        place[from * count + to] = store;
      }
  return { minutes: longer, place };
}

function measured({ stops, stores, metresPerMinute }: RouteInput, distances: number[][]): Walking {
  const count = distances.length;
  const metres = Float64Array.from(distances.flat());
  const minutes = metres.map((each) => each / metresPerMinute);
  const placeOf = {
    start: 0,
    stops: Int32Array.from(stops, (_, index) => 1 + index),
    stores: Int32Array.from(stores, (_, index) => 1 + stops.length + index),
  };
  const isSymmetric = distances.every((row, from) => row.every((each, to) => each === distances[to]![from]));
  return { count, metres, minutes, isSymmetric, placeOf, byStore: waysByStore(minutes, count, placeOf) };
}

type Place = { x: number; y: number; node: string | undefined };
type Given = { x?: number | undefined; y?: number | undefined; node?: string | undefined };

function placesOf({ start, stops, stores, aisles }: RouteInput): { places: Place[]; placeOf: Walking['placeOf'] } {
  const nodes = new Map(aisles?.nodes.map((node) => [node.id, node]));
  const places: Place[] = [];
  const known = new Map<string, number>();
  const place = ({ x, y, node }: Given): number => {
    const at = node === undefined ? { x: x!, y: y! } : nodes.get(node)!;
    const key = `${at.x}/${at.y}/${node ?? ''}`;
    if (!known.has(key)) known.set(key, places.push({ x: at.x, y: at.y, node }) - 1);
    return known.get(key)!;
  };
  return {
    placeOf: {
      start: place(start!),
      stops: Int32Array.from(stops, place),
      stores: Int32Array.from(stores, place),
    },
    places,
  };
}

const straight = (a: { x: number; y: number }, b: { x: number; y: number }): Way => ({
  metres: Math.hypot(a.x - b.x, a.y - b.y),
  floors: 0,
});

function unreachable({ stops }: RouteInput, placeOf: Walking['placeOf'], from: number, to: number): string {
  const cutOff = stops.find((_, index) => placeOf.stops[index] === to || placeOf.stops[index] === from);
  return `No aisle leads from the start to every stop: stop ${cutOff?.id ?? ''} is cut off. Draw the missing aisle, or open the door.`;
}

/** A floor on which stairs are passed counts as so many metres while the shortest way is looked for: 15 s at 50 m/min. */
const metresPerFloor = 12.5;
type Edge = { to: number; metres: number; floors: number };

/**
 * The shortest ways along the aisles. A place that is no node is reached from the nearest point of the nearest aisle, straight.
 * @returns rows of ways; undefined where none leads
 */
export function alongAisles(
  aisles: NonNullable<RouteInput['aisles']>,
  places: readonly Place[],
): (Way | undefined)[][] {
  const { graph } = graphOf(aisles, places);
  const first = graph.length - places.length;
  return places.map((_, index) => {
    const { ways } = searched(graph, first + index);
    return places.map((__, other) => ways[first + other]);
  });
}

/**
 * The way that is walked from one place to another, corner by corner; straight where there are no aisles.
 * @returns points from the first to the last place
 */
export function wayBetween(
  aisles: RouteInput['aisles'],
  from: { x: number; y: number },
  to: { x: number; y: number },
): { x: number; y: number }[] {
  if (!aisles || aisles.edges.length === 0) return [from, to];
  const places = [from, to].map(({ x, y }) => ({ x, y, node: undefined }));
  const { graph, points } = graphOf(aisles, places);
  const first = graph.length - 2;
  const { cameFrom } = searched(graph, first);
  const way: number[] = [];
  for (let node = first + 1; node >= 0; node = cameFrom[node]!) way.unshift(node);
  return way[0] === first ? way.map((node) => points[node]!) : [from, to];
}

/** Nodes of the aisles, then where places leave them, then the places. */
function graphOf(
  { nodes, edges }: NonNullable<RouteInput['aisles']>,
  places: readonly Place[],
): { graph: Edge[][]; points: { x: number; y: number }[] } {
  const index = new Map(nodes.map(({ id }, number) => [id, number]));
  const points = nodes.map(({ x, y }) => ({ x, y }));
  const graph: Edge[][] = nodes.map(() => []);
  const join = (a: number, b: number, metres: number, floors = 0) => {
    graph[a]!.push({ to: b, metres, floors });
    graph[b]!.push({ to: a, metres, floors });
  };
  const ends = edges.map(({ from, to }) => ({ from: index.get(from)!, to: index.get(to)! }));
  const leaving = new Map<number, { share: number; node: number }[]>();
  const reached = places.map((place) => {
    if (place.node !== undefined) return { node: index.get(place.node)!, metres: 0 };
    const foot = nearestFoot(place, ends, points);
    const node = points.push(foot) - 1;
    graph.push([]);
    leaving.set(foot.edge, [...(leaving.get(foot.edge) ?? []), { share: foot.share, node }]);
    return { node, metres: foot.metres };
  });
  for (const [number, { metres, floors = 0 }] of edges.entries()) {
    const { from, to } = ends[number]!;
    const length = metres ?? straight(points[from]!, points[to]!).metres;
    const along = [...(leaving.get(number) ?? [])].sort((a, b) => a.share - b.share);
    let at = { share: 0, node: from };
    for (const next of [...along, { share: 1, node: to }]) {
      join(at.node, next.node, length * (next.share - at.share), floors * (next.share - at.share));
      at = next;
    }
  }
  for (const [index, { node, metres }] of reached.entries()) {
    graph.push([]);
    points.push(places[index]!);
    join(graph.length - 1, node, metres);
  }
  return { graph, points };
}

/** Where somebody leaves the aisles for a place: the nearest point of the nearest aisle that is no staircase by itself. */
function nearestFoot(
  place: { x: number; y: number },
  ends: readonly { from: number; to: number }[],
  points: readonly { x: number; y: number }[],
): { x: number; y: number; edge: number; share: number; metres: number } {
  let best = { x: 0, y: 0, edge: 0, share: 0, metres: Infinity };
  for (const [edge, { from, to }] of ends.entries()) {
    const [a, b] = [points[from]!, points[to]!];
    const square = (b.x - a.x) ** 2 + (b.y - a.y) ** 2;
    const along = square === 0 ? 0 : ((place.x - a.x) * (b.x - a.x) + (place.y - a.y) * (b.y - a.y)) / square;
    const share = Math.max(0, Math.min(1, along));
    const foot = { x: a.x + share * (b.x - a.x), y: a.y + share * (b.y - a.y) };
    const { metres } = straight(place, foot);
    if (metres < best.metres) best = { ...foot, edge, share, metres };
  }
  return best;
}

/** Dijkstra's shortest ways from one node to all (1959), with a binary heap. */
function searched(graph: readonly Edge[][], from: number): { ways: (Way | undefined)[]; cameFrom: Int32Array } {
  const cameFrom = new Int32Array(graph.length).fill(-1);
  const ways: (Way | undefined)[] = graph.map(() => undefined);
  const reached = new Float64Array(graph.length).fill(Infinity);
  const heap = new Heap();
  reached[from] = 0;
  ways[from] = { metres: 0, floors: 0 };
  heap.push(from, 0);
  for (let next = heap.pop(); next; next = heap.pop()) {
    if (next.at > reached[next.node]!) continue;
    const here = ways[next.node]!;
    for (const { to, metres, floors } of graph[next.node]!) {
      const at = next.at + metres + floors * metresPerFloor;
      if (at >= reached[to]!) continue;
      reached[to] = at;
      cameFrom[to] = next.node;
      ways[to] = { metres: here.metres + metres, floors: here.floors + floors };
      heap.push(to, at);
    }
  }
  return { ways, cameFrom };
}

class Heap {
  private readonly items: { node: number; at: number }[] = [];

  push(node: number, at: number): void {
    const { items } = this;
    items.push({ node, at });
    for (let child = items.length - 1; child > 0;) {
      const parent = (child - 1) >> 1;
      if (items[parent]!.at <= items[child]!.at) return;
      [items[parent], items[child]] = [items[child]!, items[parent]!];
      child = parent;
    }
  }

  pop(): { node: number; at: number } | undefined {
    const { items } = this;
    const top = items[0];
    const last = items.pop();
    if (items.length === 0 || !last) return top;
    items[0] = last;
    for (let parent = 0; ;) {
      let least = parent;
      for (const child of [2 * parent + 1, 2 * parent + 2])
        if (child < items.length && items[child]!.at < items[least]!.at) least = child;
      if (least === parent) return top;
      [items[parent], items[least]] = [items[least]!, items[parent]!];
      parent = least;
    }
  }
}
