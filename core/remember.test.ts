import { describe, expect, it } from 'vitest';
import { isOwn, own } from './own';
import { remember } from './remember';
import { offsetMs } from './time/plant-day';

describe('remembering', () => {
  it('keeps so many and forgets the oldest, and knows again what it forgot', () => {
    const known = new Map<string, number>();
    for (let key = 0; key < 100; key += 1) remember(known, `k${key}`, key, 10);
    expect([...known.keys()]).toEqual(Array.from({ length: 10 }, (_, key) => `k${key + 90}`));
    remember(known, 'k95', 1, 10);
    expect(known.size).toBe(10);
    // Hundreds of spellings of a zone, and days of three centuries, are asked for again rightly.
    const at = Date.parse('2026-07-01T12:00:00Z');
    const letters = [...'europe/vienna'];
    for (let spelling = 0; spelling < 200; spelling += 1) {
      const name = letters
        .map((letter, place) => ((spelling >> (place % 8)) & 1 ? letter.toUpperCase() : letter))
        .join('');
      expect(offsetMs(at, name)).toBe(7_200_000);
    }
    for (let day = -40_000; day < 40_000; day += 40) offsetMs(day * 86_400_000, 'Europe/Vienna');
    expect(offsetMs(at, 'Europe/Vienna')).toBe(7_200_000);
  });
});

describe('a table of words', () => {
  it('answers to its own words only', () => {
    const table = { h: 1, d: 24 };
    expect([own(table, 'h'), own(table, 'constructor'), own(table, '__proto__'), own(table, 'toString')]).toEqual([
      1,
      undefined,
      undefined,
      undefined,
    ]);
    expect([isOwn(table, 'd'), isOwn(table, 'hasOwnProperty')]).toEqual([true, false]);
  });
});
