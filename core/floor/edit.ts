import type { Aisle, FloorPlan, StoreKind } from './floor-plan';

/** What a planner does to a floor plan; each gives a new plan and leaves the old one as it was, so that it can be undone. */

/** Something on a plan, by what it is called there; an aisle by both its ends. */
export type Item =
  | { kind: 'node'; id: string }
  | { kind: 'aisle'; from: string; to: string }
  | { kind: 'machine'; code: string }
  | { kind: 'store'; name: string }
  | { kind: 'area'; code: string };

type Point = { x: number; y: number };

/** A metre is as exact as anybody walks. */
const rounded = ({ x, y }: Point): Point => ({ x: Math.round(x * 10) / 10, y: Math.round(y * 10) / 10 });

/** A name for a node that no other has. */
export function freeNodeId({ nodes }: FloorPlan): string {
  const taken = new Set(nodes.map(({ id }) => id));
  let number = nodes.length + 1;
  while (taken.has(`n${number}`)) number += 1;
  return `n${number}`;
}

/**
 * Draws on from a node to a point: to the node that lies there, else to a new one. A point on an aisle divides it.
 * @param from the node that is drawn on from; undefined where a new aisle begins
 * @param within so many metres count as there
 * @returns the plan, and the node from which it goes on
 */
export function drawnTo(
  plan: FloorPlan,
  from: string | undefined,
  at: Point,
  within: number,
): { plan: FloorPlan; node: string } {
  const near = nearestNode(plan, at, within);
  if (near !== undefined) return { plan: joined(plan, from, near), node: near };
  const node = freeNodeId(plan);
  const divided = aisleAt(plan, at, within);
  const place = rounded(divided ? footOn(plan, divided, at) : at);
  const nodes = [...plan.nodes, { id: node, ...place }];
  const aisles = plan.aisles.flatMap((aisle) =>
    aisle === divided
      ? [
          { ...aisle, to: node },
          // The door stays in one half, the stairs too.
          { from: node, to: aisle.to, floors: 0, closedIn: [] },
        ]
      : [aisle],
  );
  return { plan: joined({ ...plan, nodes, aisles }, from, node), node };
}

function joined(plan: FloorPlan, from: string | undefined, to: string): FloorPlan {
  if (from === undefined || from === to || isJoined(plan, from, to)) return plan;
  return { ...plan, aisles: [...plan.aisles, { from, to, floors: 0, closedIn: [] }] };
}

const isJoined = ({ aisles }: FloorPlan, a: string, b: string): boolean =>
  aisles.some(({ from, to }) => (from === a && to === b) || (from === b && to === a));

const distance = (a: Point, b: Point): number => Math.hypot(a.x - b.x, a.y - b.y);

function nearestNode({ nodes }: FloorPlan, at: Point, within: number): string | undefined {
  const near = nodes.filter((node) => distance(node, at) <= within);
  return near.sort((a, b) => distance(a, at) - distance(b, at))[0]?.id;
}

function endsOf({ nodes }: FloorPlan, { from, to }: Pick<Aisle, 'from' | 'to'>): [Point, Point] {
  const of = (id: string) => nodes.find((node) => node.id === id)!;
  return [of(from), of(to)];
}

/** The point of an aisle that is nearest to another. */
function footOn(plan: FloorPlan, aisle: Aisle, at: Point): Point {
  const [a, b] = endsOf(plan, aisle);
  const square = distance(a, b) ** 2;
  const along = square === 0 ? 0 : ((at.x - a.x) * (b.x - a.x) + (at.y - a.y) * (b.y - a.y)) / square;
  const share = Math.max(0, Math.min(1, along));
  return { x: a.x + share * (b.x - a.x), y: a.y + share * (b.y - a.y) };
}

function aisleAt(plan: FloorPlan, at: Point, within: number): Aisle | undefined {
  const near = plan.aisles.filter((aisle) => distance(footOn(plan, aisle, at), at) <= within);
  return near.sort((a, b) => distance(footOn(plan, a, at), at) - distance(footOn(plan, b, at), at))[0];
}

/** Puts something elsewhere. An aisle has no place of its own. */
export function movedTo(plan: FloorPlan, item: Item, to: Point): FloorPlan {
  const place = rounded(to);
  switch (item.kind) {
    case 'node':
      return { ...plan, nodes: plan.nodes.map((node) => (node.id === item.id ? { ...node, ...place } : node)) };
    case 'machine':
      return {
        ...plan,
        machines: plan.machines.map((machine) => (machine.code === item.code ? { ...machine, ...place } : machine)),
      };
    case 'store':
      return {
        ...plan,
        stores: plan.stores.map((store) => (store.name === item.name ? { ...store, ...place } : store)),
      };
    case 'area':
      return { ...plan, areas: plan.areas.map((area) => (area.code === item.code ? { ...area, ...place } : area)) };
    case 'aisle':
      return plan;
  }
}

/** Where something stands; undefined for an aisle, and for what is not there. */
export function placeOf(plan: FloorPlan, item: Item): Point | undefined {
  switch (item.kind) {
    case 'node':
      return plan.nodes.find(({ id }) => id === item.id);
    case 'machine':
      return plan.machines.find(({ code }) => code === item.code);
    case 'store':
      return plan.stores.find((store) => store.name === item.name);
    case 'area':
      return plan.areas.find(({ code }) => code === item.code);
    case 'aisle':
      return undefined;
  }
}

/** Takes something off the plan; a node with the aisles that end at it. */
export function without(plan: FloorPlan, item: Item): FloorPlan {
  switch (item.kind) {
    case 'node':
      return {
        ...plan,
        nodes: plan.nodes.filter(({ id }) => id !== item.id),
        aisles: plan.aisles.filter(({ from, to }) => from !== item.id && to !== item.id),
      };
    case 'aisle':
      return { ...plan, aisles: plan.aisles.filter((aisle) => !isAisle(aisle, item)) };
    case 'machine':
      return { ...plan, machines: plan.machines.filter(({ code }) => code !== item.code) };
    case 'store':
      return { ...plan, stores: plan.stores.filter((store) => store.name !== item.name) };
    case 'area':
      return { ...plan, areas: plan.areas.filter(({ code }) => code !== item.code) };
  }
}

const isAisle = (aisle: Aisle, { from, to }: { from: string; to: string }): boolean =>
  aisle.from === from && aisle.to === to;

/** Says of an aisle what it is: stairs, or a door and when it is closed. */
export const aisleChanged = (plan: FloorPlan, item: Item & { kind: 'aisle' }, change: Partial<Aisle>): FloorPlan => ({
  ...plan,
  aisles: plan.aisles.map((aisle) => (isAisle(aisle, item) ? { ...aisle, ...change } : aisle)),
});

export const machinePlaced = (plan: FloorPlan, code: string, at: Point): FloorPlan => ({
  ...plan,
  machines: [...plan.machines.filter((machine) => machine.code !== code), { code, ...rounded(at) }],
});

/** A store with the first free name of its kind. */
export function storePlaced(plan: FloorPlan, kind: StoreKind, at: Point): { plan: FloorPlan; name: string } {
  const usual = kind === 'cart' ? 'Cart' : 'Lubricants';
  const taken = new Set(plan.stores.map((store) => store.name));
  let name = usual;
  for (let number = 2; taken.has(name); number += 1) name = `${usual} ${number}`;
  return { plan: { ...plan, stores: [...plan.stores, { kind, name, ...rounded(at) }] }, name };
}

/** An area between two corners. */
export function areaDrawn(plan: FloorPlan, code: string, a: Point, b: Point): FloorPlan {
  const corner = rounded({ x: Math.min(a.x, b.x), y: Math.min(a.y, b.y) });
  const size = { width: Math.max(1, Math.abs(a.x - b.x)), height: Math.max(1, Math.abs(a.y - b.y)) };
  const area = { code, ...corner, width: Math.round(size.width), height: Math.round(size.height) };
  return { ...plan, areas: [...plan.areas.filter((each) => each.code !== code), area] };
}
