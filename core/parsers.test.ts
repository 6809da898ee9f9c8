import { Session } from 'node:inspector/promises';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readDesignation } from './bearing/designations';
import { spend } from './budget';
import { runMethod } from './method';
import { findMethod } from './methods';
import { parsers } from './parsers';
import { parseQuantity } from './units/parse-quantity';

/**
 * Counts what a call does, in blocks of code run, by the profiler's own counters: no clock, the same on every machine. What
 * regular expressions do inside is not counted; that each of them is linear is checked by the linter.
 */
const session = new Session();
beforeAll(async () => {
  session.connect();
  await session.post('Profiler.enable');
  await session.post('Profiler.startPreciseCoverage', { callCount: true, detailed: true });
});
afterAll(() => session.disconnect());

async function stepsOf(work: () => void): Promise<number> {
  await session.post('Profiler.takePreciseCoverage');
  work();
  const { result } = await session.post('Profiler.takePreciseCoverage');
  return result
    .filter(({ url }) => /\/core\/(?!.*test)/.test(url))
    .flatMap(({ functions }) => functions.flatMap(({ ranges }) => ranges))
    .reduce((sum, { count }) => sum + count, 0);
}

describe.each(parsers)('the parser of a %s', (_, alphabet, parse) => {
  const sign = fc.constantFrom(...alphabet);
  it('takes at most twice the steps for twice the text', async () => {
    parse('1'); // compiled once before it is counted
    await fc.assert(
      fc.asyncProperty(
        fc.array(sign, { minLength: 1, maxLength: 6 }),
        fc.constantFrom('', '!', 'C'),
        async (unit, end) => {
          const text = (length: number) =>
            unit
              .join('')
              .repeat(Math.ceil(length / unit.length))
              .slice(0, length) + end;
          const [once, twice] = [await stepsOf(() => parse(text(80))), await stepsOf(() => parse(text(160)))];
          expect(twice).toBeLessThanOrEqual(2 * once + 60);
        },
      ),
      { numRuns: 25, seed: 3 },
    );
  });
});

describe('54 bytes', () => {
  it('do not freeze anything', async () => {
    expect(await stepsOf(() => readDesignation('6312CCCCCCCCCCCCCCCCCCCCCCCCCCCCCCCCCCCC!'))).toBeLessThan(20_000);
  });
  it('nor does a number of twelve hundred spaces, or a word that is no unit', () => {
    expect(parseQuantity(`1${' '.repeat(1200)}1`, 'number')).toMatchObject({ ok: false });
    expect(parseQuantity(`1${' '.repeat(1200)}`, 'number')).toMatchObject({ ok: true, value: 1 });
    for (const word of ['constructor', 'toString', '__proto__', 'hasOwnProperty'])
      expect(parseQuantity(`5 ${word}`, 'length')).toMatchObject({ ok: false, code: 'unknown-unit' });
  });
});

describe('a method', () => {
  it('refuses what would take too long, in words, and counts only its own steps', async () => {
    const endless = {
      ...findMethod('drip.rate')!,
      compute: () => {
        for (;;) spend(1);
      },
    };
    const input = { dropsPerMinute: 10 };
    expect(await runMethod(endless, input)).toMatchObject({ ok: false, detail: expect.stringContaining('too long') });
    expect(await runMethod(findMethod('drip.rate')!, input)).toMatchObject({ ok: true });
    expect(() => spend(1e9)).not.toThrow();
  });

  it('plans five thousand services far apart without leaving the calendar', async () => {
    const history = Array.from({ length: 5000 }, (_, index) => ({ at: new Date(index * 40_000_000).toISOString() }));
    const run = await runMethod(findMethod('interval.next-due')!, {
      stages: [{ name: 'steady', days: 30_000 }],
      history,
      meters: {},
      rhythm: 'fixed',
      asOf: '2026-01-01T00:00:00Z',
      seasons: [{ from: '01-01', to: '12-31', factor: 20 }],
    });
    expect(run).toMatchObject({ ok: true });
  });
});
