import { describe, expect, it } from 'vitest';
import { stageLine } from './stage-line';

describe('a stage as its line says it', () => {
  it.each([
    [{ name: 'steady', hours: 4000, days: 730 }, undefined, 'every 4\u202f000 h or 2 years'],
    [{ name: 'run-in', count: 1, hours: 300 }, undefined, 'run-in: once after 300 h'],
    [{ name: 'steady', cycles: 50_000 }, undefined, 'every 50\u202f000 cycles'],
    [{ name: 'steady', cycles: 800 }, 'tonnes', 'every 800 tonnes'],
    [{ name: 'run-in', count: 2, cycles: 40 }, 'starts', 'run-in: 2 times every 40 starts'],
  ])('%o counted in %s', (stage, counts, words) => {
    expect(stageLine(stage, counts)).toBe(words);
  });
});
