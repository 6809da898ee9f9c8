import { z } from 'zod';
import { quantity } from '../fields/fields';
import type { routeInput } from '../route/input';

/** A plant is some kilometres long at most. */
const metre = (title: string) => quantity(title, 'm', { min: -10_000, max: 10_000 });
const point = { x: metre('East'), y: metre('North') };
const name = (title: string) =>
  z
    .string()
    .trim()
    .min(1, { error: `${title} is missing.` })
    .max(40)
    .meta({ title });
export const mostNodes = 3000;

/** What places one can set out from: with a cart, or for lubricants only. */
export const storeKinds = { cart: 'cart store', lubricant: 'lubricant store' } as const;
export type StoreKind = keyof typeof storeKinds;

const node = z.strictObject({ id: name('Node'), ...point });
const aisle = z.strictObject({
  from: name('Node'),
  to: name('Node'),
  /** Stairs, so many floors; a plain aisle has none. */
  floors: z.int().min(0).max(50).default(0).meta({ title: 'Floors' }),
  /** A door: in which shifts it is closed, by their names; empty for none. */
  closedIn: z.array(name('Shift')).max(10).default([]),
});
const rectangle = {
  ...point,
  width: quantity('Width', 'm', { above: 0, max: 10_000 }),
  height: quantity('Height', 'm', { above: 0, max: 10_000 }),
};

/**
 * Where everything is, in metres of the plant: aisles as a graph, areas as rectangles (south-west corner and size), machines and
 * stores as points. Machines and areas go by their codes.
 */
export const floorPlanSchema = z
  .strictObject({
    nodes: z.array(node).max(mostNodes),
    aisles: z.array(aisle).max(3 * mostNodes),
    areas: z.array(z.strictObject({ code: name('Area'), ...rectangle })).max(500),
    machines: z.array(z.strictObject({ code: name('Machine'), ...point })).max(10_000),
    stores: z.array(z.strictObject({ kind: z.enum(['cart', 'lubricant']), name: name('Name'), ...point })).max(50),
  })
  .superRefine(({ nodes, aisles, areas, machines, stores }, context) => {
    const issue = (path: (string | number)[], message: string) => context.addIssue({ code: 'custom', path, message });
    const once = (list: string, keys: readonly string[], words: string) => {
      const seen = new Set<string>();
      for (const [index, key] of keys.entries()) {
        if (seen.has(key)) issue([list, index], `${key} ${words}`);
        seen.add(key);
      }
    };
    once(
      'nodes',
      nodes.map(({ id }) => id),
      'is there twice.',
    );
    once(
      'areas',
      areas.map(({ code }) => code),
      'is drawn twice.',
    );
    once(
      'machines',
      machines.map(({ code }) => code),
      'is placed twice.',
    );
    once(
      'stores',
      stores.map((store) => store.name),
      'is the name of two stores.',
    );
    const known = new Set(nodes.map(({ id }) => id));
    for (const [index, { from, to }] of aisles.entries()) {
      if (!known.has(from) || !known.has(to)) issue(['aisles', index], 'An aisle ends at a node that is not there.');
      if (from === to) issue(['aisles', index], 'An aisle leads from one node to another.');
    }
    once(
      'aisles',
      aisles.map(({ from, to }) => [from, to].sort().join(' – ')),
      'is joined by two aisles.',
    );
  });

export type FloorPlan = z.output<typeof floorPlanSchema>;
export type FloorNode = FloorPlan['nodes'][number];
export type Aisle = FloorPlan['aisles'][number];

export const emptyFloorPlan: FloorPlan = { nodes: [], aisles: [], areas: [], machines: [], stores: [] };

type Aisles = NonNullable<z.output<typeof routeInput>['aisles']>;

/**
 * The aisles as the order of a walk takes them; doors that are closed in the shift are left out.
 * @param shift the shift's name; none for all doors open
 */
export function aislesOf({ nodes, aisles }: FloorPlan, shift?: string): Aisles {
  const open = aisles.filter(({ closedIn }) => shift === undefined || !closedIn.includes(shift));
  return {
    nodes: [...nodes],
    edges: open.map(({ from, to, floors }) => ({ from, to, ...(floors > 0 && { floors }) })),
  };
}

/**
 * The pieces of the aisles that hang together, the largest first, as node ids: more than one means that somewhere no way leads.
 * @example piecesOf({ nodes: [{ id: 'a', x: 0, y: 0 }, { id: 'b', x: 1, y: 0 }], aisles: [] }).length // 2
 */
export function piecesOf({ nodes, aisles }: Pick<FloorPlan, 'nodes' | 'aisles'>): string[][] {
  const beside = new Map(nodes.map(({ id }) => [id, [] as string[]]));
  for (const { from, to } of aisles) {
    beside.get(from)?.push(to);
    beside.get(to)?.push(from);
  }
  const seen = new Set<string>();
  const pieces = nodes.flatMap(({ id }) => {
    if (seen.has(id)) return [];
    const piece = new Set([id]);
    // A set grows while it is gone through.
    for (const each of piece) for (const next of beside.get(each) ?? []) piece.add(next);
    for (const each of piece) seen.add(each);
    return [[...piece]];
  });
  return pieces.sort((a, b) => b.length - a.length);
}

/** How far the plan reaches, with nothing on it a hundred metres square. */
export function extentOf(plan: FloorPlan): { x: number; y: number; width: number; height: number } {
  const points = [
    ...plan.nodes,
    ...plan.machines,
    ...plan.stores,
    ...plan.areas.flatMap(({ x, y, width, height }) => [
      { x, y },
      { x: x + width, y: y + height },
    ]),
  ];
  if (points.length === 0) return { x: 0, y: 0, width: 100, height: 100 };
  const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)];
  const least = (values: number[]) => values.reduce((a, b) => Math.min(a, b));
  const most = (values: number[]) => values.reduce((a, b) => Math.max(a, b));
  return { x: least(xs), y: least(ys), width: most(xs) - least(xs), height: most(ys) - least(ys) };
}
