import { describe, expect, it } from 'vitest';
import { alongAisles } from './walking';

/** A ring of aisles 40 by 30 metres, with stairs that cut a corner. */
const nodes = [
  { id: 'a', x: 0, y: 0 },
  { id: 'b', x: 40, y: 0 },
  { id: 'c', x: 40, y: 30 },
  { id: 'd', x: 0, y: 30 },
];
const ring = [
  { from: 'a', to: 'b' },
  { from: 'b', to: 'c' },
  { from: 'c', to: 'd' },
];
const at = (x: number, y: number, node?: string) => ({ x, y, node });
const way = (
  edges: Parameters<typeof alongAisles>[0]['edges'],
  from: ReturnType<typeof at>,
  to: ReturnType<typeof at>,
) => alongAisles({ nodes, edges }, [from, to])[0]![1];

describe('ways along the aisles', () => {
  it('go round by the aisles, not across', () => {
    expect(way(ring, at(0, 0, 'a'), at(0, 30, 'd'))).toEqual({ metres: 110, floors: 0 });
  });

  it('leave the aisle at the nearest point of it, straight', () => {
    expect(way(ring, at(10, -2), at(30, 3))?.metres).toBeCloseTo(2 + 20 + 3, 9);
  });

  it('between two places beside the same aisle need not go to its ends', () => {
    expect(way([{ from: 'a', to: 'b' }], at(25, 1), at(10, 1))?.metres).toBeCloseTo(17, 9);
  });

  it('take stairs where they are quicker, and count the floors', () => {
    const edges = [...ring, { from: 'a', to: 'd', floors: 2 }];
    expect(way(edges, at(0, 0, 'a'), at(0, 30, 'd'))).toEqual({ metres: 30, floors: 2 });
    expect(way([...ring, { from: 'a', to: 'd', floors: 9 }], at(0, 0, 'a'), at(0, 30, 'd'))).toEqual({
      metres: 110,
      floors: 0,
    });
  });

  it('take a length that was measured in place of the drawn one', () => {
    expect(way([{ from: 'a', to: 'b', metres: 55 }], at(0, 0, 'a'), at(40, 0, 'b'))?.metres).toBe(55);
  });

  it('are missing where nothing leads', () => {
    expect(
      way(
        [
          { from: 'a', to: 'b' },
          { from: 'c', to: 'd' },
        ],
        at(0, 0, 'a'),
        at(0, 30, 'd'),
      ),
    ).toBeUndefined();
  });

  it('are as long there as back', () => {
    const ways = alongAisles({ nodes, edges: ring }, [at(3, 4), at(38, 25), at(20, 31)]);
    for (const [from, row] of ways.entries())
      for (const [to, each] of row.entries()) expect(each!.metres).toBeCloseTo(ways[to]![from]!.metres, 9);
  });
});
