import { describe, expect, it } from 'vitest';
import { nlgiApart, nlgiRanges } from './nlgi';

describe('NLGI numbers', () => {
  it.each([
    ['2', '2', 0],
    ['2', '3', 1],
    ['0', '1', 1],
    ['00', '0', 1],
    ['000', '00', 1],
    ['000', '1', 3],
    ['00', '2', 3],
    ['3', '000', 5],
  ])('%s and %s are %i apart', (a, b, apart) => {
    expect(nlgiApart(a, b)).toBe(apart);
    expect(nlgiApart(b, a)).toBe(apart);
  });

  it('every number is stiffer than the one before it: 30 wide, 15 between, in tenths of a millimetre', () => {
    const byStiffness = Object.entries(nlgiRanges)
      .sort(([a], [b]) => nlgiApart('000', a) - nlgiApart('000', b))
      .map(([, range]) => range);
    expect(byStiffness).toHaveLength(9);
    for (const [index, { from, to }] of byStiffness.entries()) {
      expect(to - from).toBe(30);
      if (index > 0) expect(byStiffness[index - 1]!.from - to).toBe(15);
    }
  });
});
