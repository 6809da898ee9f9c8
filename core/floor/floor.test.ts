import { describe, expect, it } from 'vitest';
import {
  aisleChanged,
  areaDrawn,
  drawnTo,
  freeNodeId,
  machinePlaced,
  movedTo,
  placeOf,
  storePlaced,
  without,
} from './edit';
import { type FloorPlan, aislesOf, emptyFloorPlan, extentOf, floorPlanSchema, piecesOf } from './floor-plan';
import { fromGeoJson, toGeoJson } from './geo-json';

/** One straight aisle of 40 m, with a machine, a store and an area. */
function small(): FloorPlan {
  let { plan, node } = drawnTo(emptyFloorPlan, undefined, { x: 0, y: 0 }, 1);
  ({ plan, node } = drawnTo(plan, node, { x: 40, y: 0 }, 1));
  plan = machinePlaced(plan, 'P1', { x: 10.04, y: 3 });
  plan = storePlaced(plan, 'cart', { x: -2, y: 0 }).plan;
  return areaDrawn(plan, 'PR', { x: 45, y: 12 }, { x: 0, y: -12 });
}

describe('drawing a floor plan', () => {
  it('joins what is drawn one after the other, and goes on from where it ended', () => {
    const plan = small();
    expect(plan.nodes.map(({ id, x }) => [id, x])).toEqual([
      ['n1', 0],
      ['n2', 40],
    ]);
    expect(plan.aisles).toEqual([{ from: 'n1', to: 'n2', floors: 0, closedIn: [] }]);
    expect(plan.machines).toEqual([{ code: 'P1', x: 10, y: 3 }]);
    expect(plan.areas).toEqual([{ code: 'PR', x: 0, y: -12, width: 45, height: 24 }]);
    expect(floorPlanSchema.safeParse(plan).error).toBeUndefined();
  });

  it('divides an aisle where another one meets it, the door staying in one half', () => {
    const door = aisleChanged(small(), { kind: 'aisle', from: 'n1', to: 'n2' }, { closedIn: ['night'] });
    const from = drawnTo(door, undefined, { x: 20, y: 30 }, 1);
    const { plan, node } = drawnTo(from.plan, from.node, { x: 20, y: 0.6 }, 1);
    expect(placeOf(plan, { kind: 'node', id: node })).toMatchObject({ x: 20, y: 0 });
    expect(plan.aisles.map(({ from: a, to: b, closedIn }) => `${a}-${b} ${closedIn.join()}`)).toEqual([
      'n1-n4 night',
      'n4-n2 ',
      'n3-n4 ',
    ]);
    expect(piecesOf(plan)).toHaveLength(1);
  });

  it('comes back to a node that is near, and joins no two twice', () => {
    const { plan, node } = drawnTo(small(), 'n2', { x: 0.5, y: 0.5 }, 1);
    expect([node, plan.aisles.length, plan.nodes.length]).toEqual(['n1', 1, 2]);
  });

  it('takes a node off with the aisles that end there, and leaves the old plan alone', () => {
    const before = small();
    const plan = without(before, { kind: 'node', id: 'n1' });
    expect([plan.nodes.length, plan.aisles.length, before.aisles.length]).toEqual([1, 0, 1]);
    expect(freeNodeId(plan)).toBe('n3');
  });

  it('moves and takes off each kind of thing', () => {
    const items = [
      { kind: 'node', id: 'n2' },
      { kind: 'machine', code: 'P1' },
      { kind: 'store', name: 'Cart' },
      { kind: 'area', code: 'PR' },
    ] as const;
    for (const item of items) {
      expect(placeOf(movedTo(small(), item, { x: 7, y: 8 }), item)).toMatchObject({ x: 7, y: 8 });
      expect(placeOf(without(small(), item), item)).toBeUndefined();
    }
    const aisle = { kind: 'aisle', from: 'n1', to: 'n2' } as const;
    expect(movedTo(small(), aisle, { x: 1, y: 1 })).toEqual(small());
    expect(without(small(), aisle).aisles).toEqual([]);
    expect(placeOf(small(), aisle)).toBeUndefined();
  });

  it('names a second store otherwise', () => {
    expect(storePlaced(small(), 'cart', { x: 1, y: 1 }).name).toBe('Cart 2');
  });
});

describe('a floor plan', () => {
  it('is not one where something is drawn twice or leads nowhere', () => {
    const spoiled: [Partial<FloorPlan>, RegExp][] = [
      [{ aisles: [{ from: 'n1', to: 'n9', floors: 0, closedIn: [] }] }, /node that is not there/],
      [{ machines: [...small().machines, ...small().machines] }, /P1 is placed twice/],
      [{ aisles: [...small().aisles, { from: 'n2', to: 'n1', floors: 0, closedIn: [] }] }, /two aisles/],
      [{ stores: [...small().stores, ...small().stores] }, /two stores/],
    ];
    for (const [change, words] of spoiled)
      expect(floorPlanSchema.safeParse({ ...small(), ...change }).error?.issues[0]?.message).toMatch(words);
  });

  it('gives its aisles to the walk, without the doors that are closed in a shift', () => {
    const plan = aisleChanged(small(), { kind: 'aisle', from: 'n1', to: 'n2' }, { closedIn: ['night'], floors: 2 });
    expect(aislesOf(plan).edges).toEqual([{ from: 'n1', to: 'n2', floors: 2 }]);
    expect(aislesOf(plan, 'night').edges).toEqual([]);
  });

  it('knows how far it reaches, empty too', () => {
    expect(extentOf(small())).toEqual({ x: -2, y: -12, width: 47, height: 24 });
    expect(extentOf(emptyFloorPlan)).toMatchObject({ width: 100, height: 100 });
  });
});

describe('a floor plan as GeoJSON', () => {
  it('comes back as it went', () => {
    const plan = aisleChanged(small(), { kind: 'aisle', from: 'n1', to: 'n2' }, { closedIn: ['night'], floors: 1 });
    expect(fromGeoJson(JSON.stringify(toGeoJson(plan)))).toEqual({ ok: true, plan, leftOut: [] });
  });

  it('makes one node of ends that meet, and a chain of a longer line', () => {
    const line = (coordinates: number[][]) => ({
      type: 'Feature',
      geometry: { type: 'LineString', coordinates },
      properties: { kind: 'aisle' },
    });
    const read = fromGeoJson(
      JSON.stringify({
        type: 'FeatureCollection',
        features: [
          line([
            [0, 0],
            [10, 0],
            [10, 10],
          ]),
          line([
            [10, 10],
            [0, 0],
          ]),
        ],
      }),
    );
    expect(read.ok && [read.plan.nodes.length, read.plan.aisles.length]).toEqual([3, 3]);
  });

  it('leaves out what it does not know, and says so', () => {
    const feature = (properties: unknown, geometry: unknown = { type: 'Point', coordinates: [1, 2] }) => ({
      type: 'Feature',
      geometry,
      properties,
    });
    const read = fromGeoJson(
      JSON.stringify({
        type: 'FeatureCollection',
        features: [
          feature({ kind: 'tree' }),
          feature({ kind: 'machine' }),
          feature(null),
          feature({ kind: 'machine', code: 'P1' }),
        ],
      }),
    );
    expect(read).toMatchObject({
      ok: true,
      leftOut: [
        'Feature 1 is of a kind we do not know: tree.',
        'Feature 2 is a machine without a code.',
        'Feature 3 has no shape or kind we know.',
      ],
    });
  });

  it('refuses what is no GeoJSON, and what cannot be a plan', () => {
    expect(fromGeoJson('{')).toMatchObject({ ok: false, reason: expect.stringMatching(/not JSON/) });
    expect(fromGeoJson('[]')).toMatchObject({ ok: false, reason: expect.stringMatching(/FeatureCollection/) });
    const twice = { ...small(), machines: [...small().machines, ...small().machines] };
    expect(fromGeoJson(JSON.stringify(toGeoJson(twice)))).toMatchObject({
      ok: false,
      reason: expect.stringMatching(/placed twice/),
    });
  });
});
