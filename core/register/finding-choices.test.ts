import { describe, expect, it } from 'vitest';
import { findingWords } from '../words/findings';
import { findingsAt } from './finding-choices';
import { pointKindNames } from './point-kinds';

describe('what may be found at a point', () => {
  it.each(pointKindNames)(
    'of the kind %s is offered or one step further, each once, and always what stops the work',
    (kind) => {
      const { offered, others } = findingsAt(kind);
      const all = [...Object.keys(offered), ...Object.keys(others)];
      expect(all.sort()).toEqual(Object.keys(findingWords).sort());
      expect(Object.keys(offered)).toEqual(expect.arrayContaining(['guard-missing', 'unsafe-isolation', 'other']));
      expect(Object.keys(offered).length).toBeLessThanOrEqual(20);
    },
  );

  it.each([
    ['hydraulic-set', ['dp-high', 'jet', 'gauges-differ'], ['grease-hard', 'bronze']],
    ['worm-unit', ['bronze', 'level-low', 'milky'], ['grease-thrown', 'dp-high']],
    ['rolling-bearing', ['grease-thrown', 'relief-blocked', 'noise'], ['level-up', 'foamy']],
    ['ring-oiler', ['no-flow', 'level-low'], ['grease-hard', 'dp-zero']],
    ['chain', ['no-flow', 'bolt-moved'], ['level-low', 'relief-blocked']],
    ['single-point-lubricator', ['lubricator-still', 'fitting-broken'], ['foamy', 'bronze']],
    ['coolant-sump', ['foamy', 'level-low'], ['grease-hard', 'no-flow']],
  ])('%s: %j and not %j', (kind, here, elsewhere) => {
    const { offered, others } = findingsAt(kind);
    expect(Object.keys(offered)).toEqual(expect.arrayContaining(here));
    expect(Object.keys(others)).toEqual(expect.arrayContaining(elsewhere));
  });

  it('of a whole machine, or a kind that came later, is as of another point', () => {
    expect(findingsAt(undefined)).toEqual(findingsAt('generic'));
    expect(findingsAt('toString')).toEqual(findingsAt('generic'));
  });
});
