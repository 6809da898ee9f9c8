import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type PlantDay, addDays } from '../time/plant-day';
import { type Season, daysUntil, wearOn, weightedDays } from './seasons';

const summer: Season = { from: '06-01', to: '08-31', factor: 0.5 };
const winter: Season = { from: '11-15', to: '02-28', factor: 0.25 };

describe('how fast an interval is used up', () => {
  it.each<[string, PlantDay, readonly Season[], number]>([
    ['no season', '2026-07-01', [], 1],
    ['the day before it begins', '2026-05-31', [summer], 1],
    ['its first day', '2026-06-01', [summer], 2],
    ['its last day', '2026-08-31', [summer], 2],
    ['the day after', '2026-09-01', [summer], 1],
    ['over New Year, the old year', '2026-12-31', [winter], 4],
    ['over New Year, the new year', '2027-01-01', [winter], 4],
    ['outside a season that wraps', '2026-07-01', [winter], 1],
    ['of two that overlap the faster counts', '2026-07-01', [summer, { from: '07-01', to: '07-31', factor: 0.2 }], 5],
    ['a season may also slow the wear', '2026-07-01', [{ from: '07-01', to: '07-31', factor: 2 }], 0.5],
  ])('%s', (_, day, seasons, wear) => {
    expect(wearOn(day, seasons)).toBe(wear);
  });

  it('weighs days one by one: ten days over the first of June are 5 and 5 double', () => {
    expect(weightedDays('2026-05-27', 10, [summer])).toBe(15);
    expect(weightedDays('2026-05-27', 10, [])).toBe(10);
    expect(weightedDays('2026-07-01', 0, [summer])).toBe(0);
  });
});

describe('days until an amount is used up', () => {
  it.each([
    [30, [], 365, 30],
    [400, [], 365, Infinity],
    [0, [summer], 365, 0],
    [4, [summer], 365, 2],
    [3, [summer], 365, 1.5],
    [1000, [summer], 30, Infinity],
  ] as const)('%d days in the season', (amount, seasons, horizon, days) => {
    expect(daysUntil('2026-06-10', amount, seasons, horizon)).toBe(days);
  });

  const season = fc.record({
    from: fc.constantFrom('01-01', '03-10', '06-01', '11-15'),
    to: fc.constantFrom('02-28', '05-31', '08-31', '12-31'),
    factor: fc.double({ min: 0.1, max: 4, noNaN: true }),
  });
  const from = fc.integer({ min: 0, max: 700 }).map((days) => addDays('2026-01-01', days));

  it('is the way back from weighted days', () => {
    fc.assert(
      fc.property(from, fc.integer({ min: 1, max: 200 }), fc.array(season, { maxLength: 3 }), (day, days, seasons) => {
        const back = daysUntil(day, weightedDays(day, days, seasons), seasons, 1000);
        expect(back).toBeCloseTo(days, 6);
      }),
    );
  });

  it('a season that wears faster never lengthens the time', () => {
    fc.assert(
      fc.property(
        from,
        fc.double({ min: 0.5, max: 300, noNaN: true }),
        fc.double({ min: 0.1, max: 1, noNaN: true }),
        (day, amount, factor) => {
          expect(daysUntil(day, amount, [{ ...summer, factor }], 2000)).toBeLessThanOrEqual(
            daysUntil(day, amount, [], 2000) + 1e-6,
          );
        },
      ),
    );
  });
});
