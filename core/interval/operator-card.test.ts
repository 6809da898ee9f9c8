import { describe, expect, it } from 'vitest';
import { cardInterval, cardStanding, everyWords, expectedTimes, isOftenerThanAShift } from './operator-card';

const hour = 3_600_000;

describe('an operator’s card', () => {
  it('takes what is wanted more often than once a shift', () => {
    expect(isOftenerThanAShift({ hours: 4 }, 0)).toBe(true);
    expect(isOftenerThanAShift({ hours: 8 }, 0)).toBe(false);
    expect(isOftenerThanAShift({ cycles: 100 }, 1000)).toBe(true);
    expect(isOftenerThanAShift({ cycles: 900 }, 1000)).toBe(false);
    expect(isOftenerThanAShift({ days: 1 }, 1000)).toBe(false);
  });

  it('goes by the steady stage, and says how often', () => {
    const stages = [
      { name: 'run-in', count: 3, hours: 1 },
      { name: 'steady', hours: 4, cycles: 500 },
    ];
    expect(cardInterval(stages)).toEqual({ hours: 4, cycles: 500 });
    expect(everyWords(stages)).toBe('every 4 h or 500 cycles');
    expect(cardInterval([])).toEqual({});
  });

  it('knows how often a week should have seen it', () => {
    expect(expectedTimes({ hours: 4 }, 7, 16, 0)).toBe(28);
    expect(expectedTimes({ cycles: 60 }, 7, 16, 120)).toBe(14);
    expect(expectedTimes({ days: 2 }, 7, 16, 0)).toBe(3);
    expect(expectedTimes({}, 7, 16, 0)).toBe(0);
  });

  it.each([
    [{ hours: 4 }, undefined, undefined, 'not done yet', true],
    [{ hours: 4 }, 2.25 * hour, undefined, 'in 1 h 45 min', false],
    [{ hours: 4 }, 4.5 * hour, undefined, 'due for 30 min', true],
    [{ hours: 4 }, 80 * hour, undefined, 'due for 3 days', true],
    [{ cycles: 60 }, 9 * hour, 45, '15 to go', false],
    [{ cycles: 60 }, hour, 61, 'due: 61 since the last time', true],
    [{ days: 1 }, hour, undefined, '', false],
  ])('%j after %s ms and %s counts: %s', (interval, sinceMs, counted, words, due) => {
    expect(cardStanding(interval, sinceMs, counted)).toEqual({ words, due });
  });
});
