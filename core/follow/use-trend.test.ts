import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { deviceUse, topUpUse } from './use-trend';

describe('what is used', () => {
  it('is told between top-ups, and two that follow within hours are one', () => {
    const at = (hours: number, litres: number) => ({ atMs: hours, hours, litres });
    expect(topUpUse([at(0, 3), at(1000, 0.5), at(1010, 0.2), at(1500, 0.3)]).map(({ value }) => value)).toEqual([
      0.5, 1,
    ]);
    expect(topUpUse([at(0, 3)])).toEqual([]);
    expect(topUpUse([])).toEqual([]);
  });

  it('of oil adds up to what went in after the first, whatever the hours', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 50, max: 900 }), fc.double({ min: 0, max: 9, noNaN: true })), {
          maxLength: 12,
        }),
        (steps) => {
          let hours = 0;
          const topUps = steps.map(([gap, litres]) => ({ atMs: (hours += gap), hours, litres }));
          let before = topUps[0]?.hours ?? 0;
          const sum = topUpUse(topUps).reduce((all, used) => {
            const litres = (used.value * (used.hours! - before)) / 1000;
            before = used.hours!;
            return all + litres;
          }, 0);
          expect(sum).toBeCloseTo(
            topUps.slice(1).reduce((all, { litres }) => all + litres, 0),
            6,
          );
        },
      ),
    );
  });

  it('of a device is not told over a filling', () => {
    const at = (day: number, value: number) => ({ atMs: day * 86_400_000, hours: null, value });
    expect(deviceUse([at(0, 90), at(2, 84), at(3, 100), at(4, 97)]).map(({ value }) => value)).toEqual([3, 3]);
  });
});
