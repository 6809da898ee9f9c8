import { z } from 'zod';
import { type FloorPlan, emptyFloorPlan, floorPlanSchema, storeKinds } from './floor-plan';

/**
 * A floor plan as GeoJSON (RFC 7946) and back: aisles as LineString, areas as Polygon, machines and stores as Point, each with its
 * `kind`. Coordinates are metres of the plant, east and north, not degrees: `coordinates` says so.
 */

const position = z.tuple([z.number(), z.number()]).rest(z.number());
const geometry = z.discriminatedUnion('type', [
  z.object({ type: z.literal('Point'), coordinates: position }),
  z.object({ type: z.literal('LineString'), coordinates: z.array(position).min(2) }),
  z.object({ type: z.literal('Polygon'), coordinates: z.array(z.array(position).min(4)).min(1) }),
]);
const properties = z.object({
  kind: z.string(),
  code: z.string().optional(),
  name: z.string().optional(),
  floors: z.number().optional(),
  closedIn: z.array(z.string()).optional(),
});
const collection = z.object({
  type: z.literal('FeatureCollection'),
  features: z
    .array(z.object({ type: z.literal('Feature'), geometry: z.unknown(), properties: z.unknown() }))
    .max(20_000),
});

export function toGeoJson(plan: FloorPlan) {
  const at = new Map(plan.nodes.map(({ id, x, y }) => [id, [x, y]]));
  const feature = (type: string, coordinates: unknown, named: Record<string, unknown>) => ({
    type: 'Feature' as const,
    geometry: { type, coordinates },
    properties: named,
  });
  return {
    type: 'FeatureCollection' as const,
    coordinates: 'metres of the plant, east and north',
    features: [
      ...plan.areas.map(({ code, x, y, width, height }) => {
        const ring = [
          [x, y],
          [x + width, y],
          [x + width, y + height],
          [x, y + height],
          [x, y],
        ];
        return feature('Polygon', [ring], { kind: 'area', code });
      }),
      ...plan.aisles.map(({ from, to, floors, closedIn }) =>
        feature('LineString', [at.get(from), at.get(to)], {
          kind: floors > 0 ? 'stairs' : 'aisle',
          ...(floors > 0 && { floors }),
          ...(closedIn.length > 0 && { closedIn }),
        }),
      ),
      ...plan.machines.map(({ code, x, y }) => feature('Point', [x, y], { kind: 'machine', code })),
      ...plan.stores.map(({ kind, name, x, y }) => feature('Point', [x, y], { kind: storeKinds[kind], name })),
    ],
  };
}

export type GeoJsonRead = { ok: true; plan: FloorPlan; leftOut: string[] } | { ok: false; reason: string };

/**
 * Reads a plan. What is none of ours is left out and named; what would make a plan that cannot be is refused.
 * @param text GeoJSON as text
 */
export function fromGeoJson(text: string): GeoJsonRead {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return { ok: false, reason: 'This is not JSON. Choose a GeoJSON file, or paste all of its text.' };
  }
  const read = collection.safeParse(value);
  if (!read.success)
    return { ok: false, reason: 'This is no GeoJSON of ours: it needs a FeatureCollection with a list of features.' };
  const plan: FloorPlan = structuredClone(emptyFloorPlan);
  const leftOut: string[] = [];
  for (const [index, feature] of read.data.features.entries()) {
    const shape = geometry.safeParse(feature.geometry);
    const named = properties.safeParse(feature.properties);
    const reason =
      shape.success && named.success ? addFeature(plan, shape.data, named.data) : 'has no shape or kind we know';
    if (reason !== undefined) leftOut.push(`Feature ${index + 1} ${reason}.`);
  }
  const checked = floorPlanSchema.safeParse(plan);
  if (checked.success) return { ok: true, plan: checked.data, leftOut };
  const [first] = checked.error.issues;
  return { ok: false, reason: `The plan cannot be so: ${first!.message}` };
}

type Shape = z.output<typeof geometry>;
type Named = z.output<typeof properties>;

/** @returns why it was left out; undefined where it was not */
function addFeature(
  plan: FloorPlan,
  shape: Shape,
  { kind, code, name, floors, closedIn = [] }: Named,
): string | undefined {
  if (shape.type === 'LineString' && (kind === 'aisle' || kind === 'stairs')) {
    const nodes = shape.coordinates.map(([x, y]) => nodeAt(plan, x, y));
    for (const [index, to] of nodes.entries()) {
      const from = nodes[index - 1];
      if (from === undefined || from === to) continue;
      plan.aisles.push({ from, to, floors: kind === 'stairs' ? (floors ?? 1) : 0, closedIn });
    }
    return undefined;
  }
  if (shape.type === 'Polygon' && kind === 'area') {
    if (code === undefined) return 'is an area without a code';
    const [xs, ys] = [0, 1].map((axis) => shape.coordinates[0]!.map((each) => each[axis]!)) as [number[], number[]];
    const [x, y] = [Math.min(...xs), Math.min(...ys)];
    plan.areas.push({ code, x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y });
    return undefined;
  }
  if (shape.type === 'Point' && kind === 'machine') {
    if (code === undefined) return 'is a machine without a code';
    plan.machines.push({ code, x: shape.coordinates[0], y: shape.coordinates[1] });
    return undefined;
  }
  const store = (['cart', 'lubricant'] as const).find((each) => storeKinds[each] === kind);
  if (shape.type !== 'Point' || store === undefined) return `is of a kind we do not know: ${kind}`;
  plan.stores.push({ kind: store, name: name ?? kind, x: shape.coordinates[0], y: shape.coordinates[1] });
  return undefined;
}

/** Ends that lie in the same place are one node. */
function nodeAt(plan: FloorPlan, x: number, y: number): string {
  const there = plan.nodes.find((node) => Math.hypot(node.x - x, node.y - y) < 0.05);
  if (there) return there.id;
  const id = `n${plan.nodes.length + 1}`;
  plan.nodes.push({ id, x, y });
  return id;
}
