import { describe, expect, it } from 'vitest';
import { stageLine } from './stage-line';

describe('a stage as its line says it', () => {
  it.each([
    [{ name: 'steady', hours: 4000, days: 730 }, undefined, 'every 4\u202f000 h or 2 years'],
    [{ name: 'steady', days: 91 }, undefined, 'quarterly'],
    [{ name: 'steady', days: 1 }, undefined, 'daily'],
    [{ name: 'steady', days: 90 }, undefined, 'every 90 days'],
    [{ name: 'steady', hours: 500, days: 365 }, undefined, 'every 500 h or yearly'],
    [{ name: 'steady', hours: 1 }, undefined, 'every hour'],
    [{ name: 'run-in', count: 7, days: 1 }, undefined, 'run-in: 7 times daily'],
    [{ name: 'run-in', count: 1, days: 91 }, undefined, 'run-in: once after 91 days'],
    [{ name: 'run-in', count: 1, hours: 300 }, undefined, 'run-in: once after 300 h'],
    [{ name: 'steady', cycles: 50_000 }, undefined, 'every 50\u202f000 cycles'],
    [{ name: 'steady', cycles: 800 }, 'tonnes', 'every 800 tonnes'],
    [{ name: 'run-in', count: 2, cycles: 40 }, 'starts', 'run-in: 2 times every 40 starts'],
  ])('%o counted in %s', (stage, counts, words) => {
    expect(stageLine(stage, counts)).toBe(words);
  });
});
