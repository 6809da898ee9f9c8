import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { drainedAgainst, drainedLimits } from './drained-against';

describe('what came out of a sump against the book', () => {
  it.each([
    [50, 50, 0, null],
    [45, 50, 0, null],
    [44.9, 50, 0, 'use-high'],
    [52.5, 50, 0, null],
    [52.6, 50, 0, 'level-up'],
    // Half of a hydraulic set stays in its lines: half of it is all that can come out.
    [50, 100, 50, null],
    [40, 100, 50, 'use-high'],
    [1, 2, 2, null],
  ] as const)('%f L of %f L, of which %f L stay: %s', (drained, ledger, residual, what) => {
    expect(drainedAgainst(drained, ledger, residual)?.what ?? null).toBe(what);
  });

  it('never says both, and says nothing between its limits', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 1e4, noNaN: true }),
        fc.double({ min: 0, max: 3, noNaN: true }),
        (ledger, share) => {
          const said = drainedAgainst(share * ledger, ledger, 0);
          const between = share >= drainedLimits.low.share + 1e-9 && share <= drainedLimits.high.share - 1e-9;
          if (between) expect(said).toBeNull();
          if (said) expect(said.what).toBe(share < 1 ? 'use-high' : 'level-up');
        },
      ),
    );
  });
});
