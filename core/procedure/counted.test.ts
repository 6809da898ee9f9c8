import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { countedNames, countedThing, countedWords, isCounted, mostCounted, nothingCounted } from './counted';
import { shippedProcedures } from './shipped';

describe('what is counted in and out', () => {
  it('is named by what there is of it, and by nothing where there is nothing', () => {
    expect(countedWords({ tools: 4, rags: 3, parts: 0 })).toBe('In the machine: tools 4, rags 3');
    expect(countedWords(nothingCounted)).toBe('');
  });

  it('fits the name of an open thing', () => {
    const count = fc.integer({ min: 0, max: mostCounted });
    fc.assert(
      fc.property(fc.record({ tools: count, rags: count, parts: count }), (counts) => {
        const words = countedWords(counts);
        expect(words.length).toBeLessThanOrEqual(60);
        for (const name of countedNames) if (counts[name] > 0) expect(words).toContain(String(counts[name]));
      }),
    );
  });

  it('is asked wherever hands go behind a cover that must be shut before a run', () => {
    const counting = [...shippedProcedures.values()].filter(({ steps }) =>
      steps.some((step) => step.kind === 'open' && step.thing === countedThing),
    );
    expect(counting.map(({ code }) => code)).toEqual(
      expect.arrayContaining(['oil-change-splash-gear', 'oil-change-hydraulic', 'strainer', 'turn-part']),
    );
    for (const each of counting) {
      const { code, steps } = each;
      expect([isCounted(each, countedThing), isCounted(each, 'drain')], code).toEqual([true, false]);
      const out = steps.findIndex((step) => step.kind === 'open' && step.thing === countedThing);
      const firstCover = steps.findIndex((step) => step.kind === 'close' && step.thing === countedThing);
      expect(firstCover, code).toBeGreaterThan(out);
    }
  });
});
