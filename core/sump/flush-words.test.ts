import { describe, expect, it } from 'vitest';
import { flushLitres, flushTarget, flushWords, usualResidual } from './flush-words';

describe('how often a sump is flushed', () => {
  it.each([
    [{ capacityL: 20, residualL: 1 }, 'One flush with 10 L leaves 0.45 % of the old oil in the new.'],
    [{ capacityL: 20, residualL: 0.1 }, 'Without a flush 0.5 % of the old oil in the new stays.'],
    [
      { capacityL: 20, residualL: null, kind: 'gear-case' },
      'One flush with 10 L leaves 0.45 % of the old oil in the new. Taken that 5 % stay, as is usual.',
    ],
    [{ capacityL: 20, residualL: null, kind: 'chain' }, ''],
    [{ capacityL: null, residualL: 1 }, ''],
    [{ capacityL: 5, residualL: 5 }, ''],
  ])('%j: %s', (sump, words) => expect(flushWords(sump)).toBe(words));

  it('takes so many litres in all, and none where none is needed or nobody knows', () => {
    expect(flushLitres({ capacityL: 20, residualL: 1 })).toBe(10);
    expect(flushLitres({ capacityL: 20, residualL: null, kind: 'hydraulic-set' })).toBeGreaterThan(10);
    for (const sump of [
      { capacityL: 20, residualL: 0.1 },
      { capacityL: null, residualL: 1 },
      { capacityL: 100, residualL: 99 },
    ])
      expect(flushLitres(sump)).toBe(0);
  });

  it('says why where no number of flushes is enough', () => {
    expect(flushWords({ capacityL: 100, residualL: 99 })).toContain('do not bring it down to 1 %');
  });

  it('of every usual kind it comes to at most the share that may stay', () => {
    for (const kind of Object.keys(usualResidual)) {
      const [before] = flushWords({ capacityL: 100, residualL: null, kind }).split(' % of the old oil');
      expect(Number(before!.split(' ').at(-1))).toBeLessThanOrEqual(100 * flushTarget.share);
    }
  });
});
