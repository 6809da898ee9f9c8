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
const mix = (a: Composition, b: Composition, sameProduct?: boolean) =>
  resultOf(compatLubricants.compute({ a, b, ...(sameProduct !== undefined && { sameProduct }) }));

describe('two lubricants', () => {
  it.each([
    ['the same oil', oil(), oil(), 'same', false],
    ['mineral and PAO', oil(), oil({ base: 'pao' }), 'mixable', false],
    ['mineral and polyglycol', oil(), oil({ base: 'pag' }), 'never', true],
    [
      'polyglycol and polyglycol',
      oil({ base: 'pag', family: 'gear' }),
      oil({ base: 'pag', family: 'gear' }),
      'test-first',
      true,
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
    ['oil onto grease', oil(), grease('lithium'), 'never', false],
    ['lithium and lithium complex', grease('lithium'), grease('lithium-complex'), 'mixable', false],
    ['lithium and polyurea', grease('lithium'), grease('polyurea'), 'never', false],
    ['lithium and calcium sulphonate', grease('lithium'), grease('calcium-sulphonate'), 'test-first', false],
    ['bentonite and lithium complex', grease('bentonite'), grease('lithium-complex'), 'never', false],
    ['a thickener nobody knows', grease(undefined), grease('lithium'), 'test-first', false],
    ['sodium, not in the charts', grease('sodium'), grease('lithium'), 'test-first', false],
    ['turbine with gear EP', oil({ family: 'turbine' }), oil({ family: 'gear-ep' }), 'test-first', true],
    ['hydraulic with gear EP', oil({ family: 'hydraulic' }), oil({ family: 'gear-ep' }), 'test-first', true],
    [
      'compressor with zinc hydraulic',
      oil({ family: 'compressor' }),
      oil({ family: 'hydraulic', additives: ['anti-wear-zinc'] }),
      'test-first',
      true,
    ],
    ['detergent with circulating', oil(), oil({ additives: ['detergent'] }), 'test-first', true],
    ['spindle with gear EP', oil({ family: 'spindle' }), oil({ family: 'gear-ep' }), 'test-first', true],
    ['slideway with compressor', oil({ family: 'slideway' }), oil({ family: 'compressor' }), 'test-first', true],
    ['two polyureas', grease('polyurea'), grease('polyurea'), 'test-first', false],
    ['two shear-stable polyureas', grease('polyurea-shear-stable'), grease('polyurea-shear-stable'), 'same', false],
    [
      'two coolants',
      oil({ family: 'coolant', base: 'water' }),
      oil({ family: 'coolant', base: 'water' }),
      'test-first',
      true,
    ],
    ['an unknown base', oil(), oil({ base: 'unknown' }), 'test-first', true],
    ['two unknown bases', oil({ base: 'unknown' }), oil({ base: 'unknown' }), 'test-first', true],
    ['polyglycol onto unknown', oil({ base: 'unknown' }), oil({ base: 'pag' }), 'never', true],
    ['phosphate ester onto unknown', oil({ base: 'unknown' }), oil({ base: 'phosphate-ester' }), 'never', true],
    ['silicone oil', oil({ base: 'silicone' }), oil({ base: 'mineral' }), 'never', true],
  ] as const)('%s: %#', (_, a, b, verdict, flush) => {
    expect(mix(a, b)).toMatchObject({ verdict, flush });
    expect(mix(a, b).reasons.length).toBeGreaterThan(0);
  });

  it.each([
    [oil({ base: 'pag' })],
    [grease('polyurea')],
    [oil({ family: 'coolant', base: 'water' })],
    [oil({ base: 'unknown' })],
  ])('that are one product are the same: %#', (composition) => {
    expect(mix(composition, composition, true)).toMatchObject({ verdict: 'same', flush: false });
    expect(mix(composition, composition, false).verdict).toBe('test-first');
  });

  it('of which one is a grease are never drained and flushed', () => {
    for (const other of [grease('polyurea'), oil()]) {
      const run = compatLubricants.compute({ a: grease('lithium'), b: other });
      expect(JSON.stringify(run)).toContain('open and clean');
      expect(JSON.stringify(run)).not.toContain('flush, and');
    }
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
        expect(mix(a, a, true).verdict).toBe('same');
        // To know less of one of them makes no verdict better than a test, and never one that is not mixable so.
        const less = mix({ ...a, base: 'unknown' }, b).verdict;
        expect(['test-first', 'never']).toContain(less);
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
