import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { indexOf, oilLine } from './oil-line';
import { kvAt } from './walther';

const lineOf = (input: Parameters<typeof oilLine>[0]) => {
  const run = oilLine(input);
  if (!run.ok) throw new Error(run.reason);
  return run;
};

describe('the line of an oil', () => {
  it('goes through both viscosities it was given', () => {
    const { line, kv100 } = lineOf({ kv40: 220, kv100: 19 });
    expect(kv100).toBe(19);
    expect(kvAt(line, 40)).toBeCloseTo(220, 6);
    expect(kvAt(line, 100)).toBeCloseTo(19, 6);
  });

  it('shows the viscosity at 100 °C first where only the index was given', () => {
    expect(lineOf({ kv40: 220, viscosityIndex: 95 }).working.map(({ label }) => label)).toEqual([
      'Viscosity at 100 °C (ASTM D2270, solved by bisection)',
      'Slope B',
      'Intercept A',
    ]);
    expect(lineOf({ kv40: 220, kv100: 19 }).working.map(({ label }) => label)).toEqual(['Slope B', 'Intercept A']);
  });

  it.each([
    [{ kv40: 19, kv100: 220 }, 'kv100', 'Were the two swapped?'],
    [{ kv40: 46, kv100: 46 }, 'kv100', 'must be lower'],
    [{ kv40: 3, viscosityIndex: 100 }, 'viscosityIndex', 'Give the viscosity at 100 °C instead.'],
  ])('%j is refused at %s', (input, field, words) => {
    expect(oilLine(input)).toMatchObject({ ok: false, fields: [field], reason: expect.stringContaining(words) });
  });

  it('a higher index is thinner in the cold and thicker in the heat', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 20, max: 1000, noNaN: true }),
        fc.integer({ min: 60, max: 150 }),
        fc.integer({ min: 5, max: 60 }),
        (kv40, low, more) => {
          const flat = lineOf({ kv40, viscosityIndex: low + more });
          const steep = lineOf({ kv40, viscosityIndex: low });
          expect(kvAt(flat.line, 0)).toBeLessThan(kvAt(steep.line, 0));
          expect(kvAt(flat.line, 90)).toBeGreaterThan(kvAt(steep.line, 90));
        },
      ),
    );
  });
});

describe('the index of an oil', () => {
  it.each([
    [220, 250, ['kv100'], 'Were the two swapped?'],
    [3, 1.2, ['kv100'], 'not defined below 2 mm²/s'],
    [1000, 2.5, ['kv40', 'kv100'], 'probably mistyped'],
  ])('%d at 40 °C and %d at 100 °C have none', (kv40, kv100, fields, words) => {
    expect(indexOf(kv40, kv100)).toMatchObject({ ok: false, fields, reason: expect.stringContaining(words) });
  });

  it('comes back from the line that was made of it', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 15, max: 1000, noNaN: true }),
        fc.integer({ min: 50, max: 180 }),
        (kv40, viscosityIndex) => {
          const index = indexOf(kv40, lineOf({ kv40, viscosityIndex }).kv100);
          expect(index).toMatchObject({ ok: true });
          if (index.ok) expect(Math.abs(index.viscosityIndex - viscosityIndex)).toBeLessThan(0.5);
        },
      ),
    );
  });
});
