import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { resultOf } from '../testing';
import { type Composition, compatLubricants, composition } from './lubricants';
import { compatMaterials } from './materials';
import { additives, bases, families, keysOf, thickeners } from './vocabulary';

const oil = (change: Partial<Composition> = {}): Composition => ({
  family: 'circulating',
  base: 'mineral',
  additives: [],
  ...change,
});
const grease = (thickener: Composition['thickener'], change: Partial<Composition> = {}): Composition => ({
  family: 'grease',
  base: 'mineral',
  additives: [],
  ...(thickener && { thickener }),
  ...change,
});
const mix = (a: Composition, b: Composition) => resultOf(compatLubricants.compute({ a, b }));

describe('two lubricants', () => {
  it.each([
    ['the same oil', oil(), oil(), 'same', false],
    ['mineral and PAO', oil(), oil({ base: 'pao' }), 'mixable', false],
    ['mineral and polyglycol', oil(), oil({ base: 'pag' }), 'never', true],
    [
      'polyglycol and polyglycol',
      oil({ base: 'pag', family: 'gear' }),
      oil({ base: 'pag', family: 'gear' }),
      'same',
      false,
    ],
    ['mineral and ester', oil(), oil({ base: 'ester' }), 'test-first', true],
    [
      'zinc and zinc-free',
      oil({ additives: ['anti-wear-zinc'] }),
      oil({ additives: ['anti-wear-ashless'] }),
      'test-first',
      true,
    ],
    [
      'engine oil into a circulating system',
      oil(),
      oil({ family: 'engine', additives: ['detergent'] }),
      'test-first',
      true,
    ],
    ['oil onto grease', oil(), grease('lithium'), 'never', true],
    ['lithium and lithium complex', grease('lithium'), grease('lithium-complex'), 'mixable', false],
    ['lithium and polyurea', grease('lithium'), grease('polyurea'), 'never', true],
    ['lithium and calcium sulphonate', grease('lithium'), grease('calcium-sulphonate'), 'test-first', true],
    ['bentonite and lithium complex', grease('bentonite'), grease('lithium-complex'), 'never', true],
    ['a thickener nobody knows', grease(undefined), grease('lithium'), 'test-first', true],
    ['sodium, not in the charts', grease('sodium'), grease('lithium'), 'test-first', true],
    ['silicone oil', oil({ base: 'silicone' }), oil({ base: 'mineral' }), 'never', true],
  ] as const)('%s: %#', (_, a, b, verdict, flush) => {
    expect(mix(a, b)).toMatchObject({ verdict, flush });
    expect(mix(a, b).reasons.length).toBeGreaterThan(0);
  });

  it('judge alike whichever is poured onto which', () => {
    const any = fc.record({
      family: fc.constantFrom(...keysOf(families)),
      base: fc.constantFrom(...keysOf(bases)),
      thickener: fc.option(fc.constantFrom(...keysOf(thickeners)), { nil: undefined }),
      additives: fc.uniqueArray(fc.constantFrom(...keysOf(additives))),
    });
    fc.assert(
      fc.property(any, any, (x, y) => {
        const [a, b] = [
          composition('a').parse(JSON.parse(JSON.stringify(x))),
          composition('b').parse(JSON.parse(JSON.stringify(y))),
        ];
        expect(mix(a, b).verdict).toBe(mix(b, a).verdict);
        if (mix(a, a).verdict !== 'same')
          expect(a.family === 'grease' || a.family === 'semi-fluid' || a.thickener !== undefined).toBe(true);
      }),
    );
  });
});

describe('a fluid and materials', () => {
  const touch = (fluid: object, materials: string[]) =>
    compatMaterials.compute(compatMaterials.input.parse({ fluid, materials }));

  it.each([
    [{ base: 'mineral', additives: ['ep-active'] }, ['bronze'], 'never'],
    [{ base: 'mineral', additives: ['ep-inactive'] }, ['bronze'], 'suits'],
    [{ base: 'mineral' }, ['nbr', 'steel'], 'suits'],
    [{ base: 'mineral' }, ['epdm'], 'never'],
    [{ base: 'pag' }, ['paint'], 'never'],
    [{ base: 'pag' }, ['nbr'], 'test-first'],
    [{ base: 'phosphate-ester' }, ['epdm'], 'suits'],
    [{ base: 'silicone' }, ['silicone'], 'never'],
    [{ cleaner: 'ketone' }, ['fkm'], 'never'],
    [{ cleaner: 'isopropanol' }, ['fkm', 'steel'], 'suits'],
    [{ cleaner: 'mineral-spirits' }, ['epdm', 'nbr'], 'never'],
  ])('%j on %j: %s', (fluid, materials, verdict) => {
    expect(resultOf(touch(fluid, materials)).verdict).toBe(verdict);
  });

  it('name the material and the reason, and stop', () => {
    expect(touch({ base: 'mineral', additives: ['ep-active'] }, ['steel', 'bronze'])).toMatchObject({
      result: { reasons: [expect.stringContaining('bronze')] },
      notices: [{ level: 'stop' }],
    });
  });

  it('wants a lubricant or a cleaner, not both', () => {
    expect(
      compatMaterials.input.safeParse({ fluid: { base: 'mineral', cleaner: 'ketone' }, materials: ['nbr'] }).success,
    ).toBe(false);
    expect(compatMaterials.input.safeParse({ fluid: {}, materials: ['nbr'] }).success).toBe(false);
  });
});
