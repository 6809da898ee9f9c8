import { describe, expect, it } from 'vitest';
import { greaseLetters, lowerTemperaturesC, nlgiNumbers, oilLetters, upperLetters } from '../lubricant/din-51502';
import { nlgiRanges } from '../lubricant/nlgi';
import { agmaAboveIso, agmaGrades, saeEngineGrades, saeGearGrades } from '../viscosity/old-scales';
import { isoGrades } from '../viscosity/iso-3448';
import { bySize, velocityRows, wormSpeedLimits, wormVelocityRows } from '../gear/agma-tables';
import { compatMaterials } from './materials';
import { chartCell } from './thickener-chart';
import { additives, bases, cleaners, families, keysOf, materials, thickeners } from './vocabulary';

describe('the chart of thickeners', () => {
  it.each([
    ['lithium', 'lithium-complex', 'C'],
    ['lithium', 'polyurea', 'I'],
    ['lithium', 'bentonite', 'I'],
    ['lithium', 'calcium-sulphonate', 'B'],
    ['lithium-complex', 'calcium-sulphonate', 'C'],
    ['lithium-complex', 'aluminium-complex', 'C'],
    ['aluminium-complex', 'barium-complex', 'I'],
    ['aluminium-complex', 'calcium-sulphonate', 'B'],
    ['barium-complex', 'calcium-12-hydroxy', 'C'],
    ['calcium', 'calcium-complex', 'I'],
    ['calcium-complex', 'polyurea', 'C'],
    ['calcium-complex', 'calcium-sulphonate', 'I'],
    ['bentonite', 'polyurea-shear-stable', 'B'],
    ['polyurea', 'polyurea-shear-stable', 'C'],
    ['lithium-complex', 'polyurea-shear-stable', 'C'],
  ] as const)('%s with %s: %s, either way round', (a, b, cell) => {
    expect(chartCell(a, b)).toBe(cell);
    expect(chartCell(b, a)).toBe(cell);
  });

  it('has a cell for every pair it lists, and none for what it does not', () => {
    const listed = keysOf(thickeners).filter((each) => chartCell(each, 'lithium') !== undefined || each === 'lithium');
    expect(listed).toHaveLength(11);
    for (const a of listed)
      for (const b of listed) expect(chartCell(a, b)).toEqual(a === b ? undefined : expect.stringMatching(/^[CBI]$/));
    for (const other of ['sodium', 'silica', 'ptfe'] as const) expect(chartCell(other, 'lithium')).toBeUndefined();
  });
});

describe('every fluid has an answer for every material', () => {
  it.each([...keysOf(bases).map((base) => ({ base })), ...keysOf(cleaners).map((cleaner) => ({ cleaner }))])(
    '%j',
    (fluid) => {
      const outcome = compatMaterials.compute(compatMaterials.input.parse({ fluid, materials: keysOf(materials) }));
      expect(outcome).toMatchObject({ ok: true });
      if (outcome instanceof Promise || !outcome.ok) return;
      expect(outcome.result.byMaterial).toHaveLength(keysOf(materials).length);
      expect(outcome.result.byMaterial.every(({ reason }) => reason.length > 10)).toBe(true);
    },
  );

  it('the words of the vocabulary are told apart', () => {
    for (const words of [families, bases, thickeners, additives, materials])
      expect(new Set(Object.values(words)).size).toBe(Object.keys(words).length);
  });
});

describe('the norm of designations', () => {
  it.each([
    ['C', 60],
    ['D', 60],
    ['E', 80],
    ['F', 80],
    ['G', 100],
    ['H', 100],
    ['K', 120],
    ['M', 120],
    ['N', 140],
    ['P', 160],
    ['R', 180],
    ['S', 200],
    ['T', 220],
  ])('%s ends at %i °C', (letter, upperC) => {
    expect(upperLetters[letter]!.upperC).toBe(upperC);
  });

  it('first of two letters of one temperature stands water better', () => {
    for (const [better, worse] of ['CD', 'EF', 'GH', 'KM']) {
      expect(upperLetters[better!]!.water).toContain('0-40');
      expect(upperLetters[worse!]!.water).toContain('2-40');
    }
  });

  it('NLGI numbers go from soft to hard without overlap', () => {
    const ranges = nlgiNumbers.map((number) => nlgiRanges[number]!);
    for (const [index, range] of ranges.entries()) {
      expect(range.to - range.from).toBe(30);
      if (index > 0) expect(range.to).toBeLessThan(ranges[index - 1]!.from);
    }
  });

  it('longer letters come before what they begin with', () => {
    for (const list of [oilLetters, greaseLetters]) {
      for (const [index, { letters }] of list.entries())
        expect(list.slice(0, index).some((before) => letters.startsWith(before.letters))).toBe(false);
    }
    expect(lowerTemperaturesC).toHaveLength(6);
  });
});

describe('old scales and gear tables', () => {
  it('every AGMA number that is a grade is an ISO grade, in rising order', () => {
    const grades = ['0', '1', '2', '3', '4', '5', '6', '7', '8', '8A', '9', '10'].map((number) => agmaGrades[number]!);
    expect(grades.every((grade) => isoGrades.some(({ isoVg }) => isoVg === grade))).toBe(true);
    expect([...grades].sort((a, b) => a - b)).toEqual(grades);
    expect(agmaAboveIso['12']!.min).toBeGreaterThan(agmaAboveIso['11']!.max);
  });

  it.each([
    ['gear', saeGearGrades, ['80', '85', '90', '110', '140', '190', '250']],
    ['engine', saeEngineGrades, ['8', '12', '16', '20', '30', '40', '50', '60']],
  ] as const)('SAE %s grades rise', (_, grades, order) => {
    const lows = order.map((grade) => grades[grade]![0]!.min);
    expect([...lows].sort((a, b) => a - b)).toEqual(lows);
    for (const ranges of Object.values(grades))
      for (const { min, max } of ranges) expect(max ?? Infinity).toBeGreaterThan(min);
  });

  it('no table of gears gets thinner where it is warmer or larger', () => {
    const number = (text: string) => agmaGrades[text.replace(/[CS]$/, '')]!;
    for (const rows of Object.values(bySize)) {
      for (const [index, row] of rows.entries()) {
        expect(number(row.warm.max)).toBeGreaterThanOrEqual(number(row.cold.max));
        if (index > 0) expect(number(row.warm.max)).toBeGreaterThanOrEqual(number(rows[index - 1]!.warm.max));
      }
    }
    for (const { numbers } of [...velocityRows, ...wormVelocityRows]) {
      for (const [index, text] of numbers.entries())
        if (index > 0) expect(number(text)).toBeGreaterThanOrEqual(number(numbers[index - 1]!));
    }
    for (const [index, { rpm }] of wormSpeedLimits.entries())
      if (index > 0) expect(rpm).toBeLessThan(wormSpeedLimits[index - 1]!.rpm);
  });
});
