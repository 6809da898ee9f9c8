import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type PointKind, fieldsOf, pointKindNames } from '../register/point-kinds';
import { type JudgedLubricant, type Surroundings, byFitness, judge } from './judge';
import { requirementOf, thinnestGradeFor } from './requirement';

const mild = { minC: 5, maxC: 35 };
const bare: Surroundings = { materials: [], contents: [] };
const oil = (change: Partial<JudgedLubricant> = {}): JudgedLubricant => ({
  id: 'o',
  code: 'O-1',
  name: 'oil',
  kind: 'gear-ep',
  isoVg: 220,
  kv40: 220,
  kv100: 19,
  nlgi: null,
  thickener: null,
  baseOil: 'mineral',
  additives: [],
  pourPointC: -18,
  lowerC: null,
  upperC: 100,
  ...change,
});
const grease = (change: Partial<JudgedLubricant> = {}): JudgedLubricant =>
  oil({
    id: 'g',
    code: 'G-1',
    kind: 'grease',
    isoVg: 150,
    kv40: 150,
    kv100: 14.5,
    nlgi: '2',
    thickener: 'lithium-complex',
    pourPointC: null,
    lowerC: -25,
    upperC: 140,
    ...change,
  });
const worm = requirementOf(
  'worm-unit',
  { wheelMaterial: 'bronze', centreDistanceMm: 80, temperatureC: 62, supply: 'splash' },
  mild,
);
const bearing = {
  bearingKind: 'ball',
  boreMm: 60,
  outsideDiameterMm: 130,
  widthMm: 31,
  speedRpm: 1500,
  temperatureC: 70,
  position: 'horizontal',
  moisture: 'dry',
  vibrationMmS: 2,
};
const levels = (lubricant: JudgedLubricant, requirement: ReturnType<typeof requirementOf>, around = bare) =>
  judge(lubricant, requirement, around).findings.map(({ level, rule }) => `${level} ${rule}`);

describe('what a point asks for', () => {
  it.each([
    ['worm-unit', { wheelMaterial: 'bronze', centreDistanceMm: 80 }, 'gear-compounded', 680],
    ['gear-case', { gearKind: 'gearmotor', wheelMaterial: 'steel', shock: 'yes' }, 'gear-ep', 220],
    ['slideway', { lie: 'vertical' }, 'slideway', 220],
    ['slideway', { lie: 'horizontal' }, 'slideway', 68],
    ['spindle', { speedRpm: 6000 }, 'spindle', 10],
    ['hydraulic-set', { temperatureC: 50 }, 'hydraulic', 46],
    ['chain', { temperatureC: 40, dust: 'clean' }, 'chain', 150],
    ['compressor', { compressorKind: 'screw' }, 'compressor', 68],
    ['compressor', { compressorKind: 'piston', dischargeC: 180 }, 'compressor', 150],
    ['pneumatic-lubricator', {}, 'pneumatic', 32],
    ['machine-tool-gearbox', { clutches: 'yes' }, 'circulating', 32],
    ['machine-tool-gearbox', { clutches: 'no' }, 'circulating', 46],
    ['apron', {}, 'slideway', 68],
    ['linear-guide', { lubricatedBy: 'oil' }, 'slideway', 68],
    ['ball-screw', { lubricatedBy: 'oil' }, 'slideway', 68],
    ['needle-bed', {}, 'needle', 32],
    ['needle-bed', { speedRpm: 1500 }, 'needle', 22],
    ['pump-power-end', { bushing: 'steel' }, 'gear-ep', 220],
    ['pump-power-end', { bushing: 'unknown' }, 'gear', 220],
  ] as const)('%s %j: %s, VG %i', (kind, details, family, isoVg) => {
    expect(requirementOf(kind, details, mild)).toMatchObject({ isoVg, families: expect.arrayContaining([family]) });
    expect(requirementOf(kind, details, mild).families[0]).toBe(family);
  });

  it('shows every school of a gear with its working, and the film beside the tables', () => {
    const { schools } = requirementOf(
      'gear-case',
      {
        gearKind: 'parallel',
        reductions: '2',
        centreDistanceMm: 250,
        pitchLineVelocityMS: 2.5,
        wheelMaterial: 'steel',
      },
      mild,
    );
    expect(schools.map(({ school, isoVg }) => [school, isoVg])).toEqual([
      ['By pitch-line velocity', 320],
      ['By size', 220],
      ['By film', 320],
    ]);
    expect(schools.every(({ stored }) => stored!.working.length > 0)).toBe(true);
  });

  it('asks a wet bearing for a thickener that stands water, a vertical one for a stiffer grease', () => {
    expect(requirementOf('rolling-bearing', { ...bearing, moisture: 'water' }, mild).wet).toBe(true);
    expect(requirementOf('rolling-bearing', { ...bearing, position: 'vertical' }, mild).nlgi![0]).toBe('3');
    expect(requirementOf('rolling-bearing', { ...bearing, lubricatedBy: 'oil' }, mild)).toMatchObject({
      isoVg: 100,
      families: expect.not.arrayContaining(['grease']),
    });
  });

  it('keeps EP out of clutches, also of such as nobody knows', () => {
    expect(requirementOf('machine-tool-gearbox', { clutches: 'unknown' }, mild).ep).toBe('forbidden');
    expect(requirementOf('machine-tool-gearbox', { clutches: 'no' }, mild).ep).toBe('allowed');
  });

  it('stops EP and solids at clutches for the clutches, not for a copper alloy that is not there', () => {
    const clutches = requirementOf('machine-tool-gearbox', { clutches: 'yes', temperatureC: 50 }, mild);
    expect(levels(oil({ kind: 'circulating', additives: ['ep-inactive'] }), clutches)).toContain(
      'stop Clutches must grip',
    );
    expect(levels(oil({ kind: 'circulating', additives: ['solid'] }), clutches)).toContain('stop Clutches must grip');
    expect(levels(oil({ kind: 'circulating', additives: [] }), clutches)).not.toContain('stop Clutches must grip');
    expect(levels(oil({ kind: 'gear-ep', additives: ['ep-active'] }), clutches)).not.toContain(
      'stop No active sulphur on copper alloys',
    );
  });

  it('asks a greased pin for a thick base oil that carries, and bronze for no active sulphur', () => {
    const pin = (bushing: string) => requirementOf('greased-pin', { bushing }, mild);
    expect(pin('steel')).toMatchObject({ families: ['grease'], ep: 'required', leastBaseKv40: 150 });
    expect(pin('bronze')).toMatchObject({ ep: 'forbidden' });
    expect(pin('polymer')).toMatchObject({ noSolids: true, typeWhy: expect.stringContaining('run dry') });
    const grease = (additives: JudgedLubricant['additives']) =>
      oil({ kind: 'grease', nlgi: '2', kv40: 220, kv100: 18.5, additives });
    expect(levels(grease([]), pin('steel'))).toContain('caution Load or shock wants EP');
    expect(levels(grease(['solid']), pin('steel'))).not.toContain('caution Load or shock wants EP');
    expect(levels(grease(['solid']), pin('polymer'))).toContain('caution No solids on rolling tracks');
  });

  it.each(['greased-pin', 'pump-power-end'] as const)(
    'judges nothing better at a %s whose bushing nobody knows',
    (kind) => {
      const rank = { suits: 0, 'with-care': 1, stop: 2 };
      const lubricants = [
        oil({ kind: 'grease', nlgi: '2', kv40: 220, kv100: 18.5, additives: [] }),
        oil({ kind: 'grease', nlgi: '2', kv40: 220, kv100: 18.5, additives: ['ep-active', 'solid'] }),
        oil({ kind: 'gear-ep', additives: ['ep-active'] }),
        oil({ kind: 'circulating', additives: [] }),
      ];
      const verdict = (lubricant: JudgedLubricant, bushing: string) =>
        rank[judge(lubricant, requirementOf(kind, { bushing, temperatureC: 50 }, mild), bare).verdict];
      for (const lubricant of lubricants)
        for (const bushing of ['steel', 'bronze', 'polymer'])
          expect(verdict(lubricant, 'unknown')).toBeGreaterThanOrEqual(
            kind === 'pump-power-end' && bushing === 'polymer' ? 0 : verdict(lubricant, bushing),
          );
    },
  );

  it('gives what travels on balls a metered bearing grease without solids, a waterproof one where it is washed', () => {
    for (const kind of ['linear-guide', 'ball-screw'] as const) {
      const guide = requirementOf(kind, { washed: 'yes' }, mild);
      expect(guide).toMatchObject({ families: ['grease'], nlgi: ['2', '1'], wet: true, noSolids: true });
    }
  });

  it('fills a slow gear with semi-fluid grease, and says from which speed on it would be thrown off', () => {
    const gear = (details: object) => requirementOf('semi-fluid-gear', { ...details }, mild);
    expect(gear({ shock: 'yes' })).toMatchObject({
      families: ['semi-fluid', 'grease'],
      nlgi: ['00', '000', '0'],
      ep: 'required',
    });
    expect(gear({ wheelMaterial: 'bronze', shock: 'yes' }).ep).toBe('forbidden');
    expect(gear({ pitchLineVelocityMS: 3.9 }).notices).toEqual([]);
    expect(gear({ pitchLineVelocityMS: 4.1 }).notices[0]).toMatchObject({ level: 'caution' });
  });

  it.each([
    [8, 100],
    [25, 150],
    [38, 220],
  ])('oils a pump for surroundings of %i °C with VG %i', (maxC, isoVg) => {
    expect(requirementOf('pump-power-end', { bushing: 'bronze' }, { minC: 0, maxC }).isoVg).toBe(isoVg);
  });

  it('in dust a dry film is offered first, oil stays allowed', () => {
    expect(requirementOf('chain', { dust: 'dusty' }, mild).families).toEqual(['dry-film', 'chain']);
  });

  it.each(pointKindNames)('%s has an answer with nothing filled in, and with its usual choices', (kind: PointKind) => {
    const usual = Object.fromEntries(
      fieldsOf(kind).flatMap((field) => (field.type === 'choice' && field.initial ? [[field.key, field.initial]] : [])),
    );
    for (const details of [{}, usual]) {
      const requirement = requirementOf(kind, details, mild);
      expect(requirement.typeWhy.length).toBeGreaterThan(10);
      expect(Number.isNaN(requirement.isoVg)).toBe(false);
      expect(
        judge(oil(), requirement, bare).findings.every(({ rule, input, text }) => rule && input && text.length > 5),
      ).toBe(true);
    }
  });

  it('a hotter plain bearing never gets a thinner grade', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 20, max: 90, noNaN: true }),
        fc.double({ min: 0, max: 30, noNaN: true }),
        fc.double({ min: 5, max: 120, noNaN: true }),
        (at, rise, kv) => {
          const [cool, hot] = [thinnestGradeFor(kv, at), thinnestGradeFor(kv, at + rise)];
          if (cool !== undefined && hot !== undefined) expect(hot).toBeGreaterThanOrEqual(cool);
        },
      ),
    );
  });
});

describe('judging a lubricant', () => {
  it('stops active sulphur on bronze, naming rule and input', () => {
    const { verdict, findings } = judge(oil({ additives: ['ep-active'] }), worm, bare);
    expect(verdict).toBe('stop');
    expect(findings).toContainEqual(
      expect.objectContaining({ level: 'stop', rule: 'No active sulphur on copper alloys', input: 'O-1 on bronze' }),
    );
  });

  it('lets a compounded oil of the grade through', () => {
    expect(
      judge(
        oil({ kind: 'gear-compounded', isoVg: 680, kv40: 680, kv100: 38, additives: ['compounded'], pourPointC: -9 }),
        worm,
        { materials: ['bronze', 'nbr'], contents: [] },
      ).verdict,
    ).not.toBe('stop');
  });

  it.each([
    [
      'type before viscosity',
      oil({ kind: 'engine', additives: ['detergent'] }),
      worm,
      bare,
      'stop Type before viscosity',
    ],
    ['coolant is no lubricant', oil({ kind: 'coolant' }), worm, bare, 'stop Cutting fluids are never lubricants'],
    [
      'a seal that swells',
      oil({ kind: 'gear', baseOil: 'pag', additives: [] }),
      worm,
      { materials: ['polyurethane'], contents: [] },
      'stop What the lubricant touches',
    ],
    [
      'what is in there',
      oil({ kind: 'gear', baseOil: 'pag' }),
      worm,
      { materials: [], contents: [oil({ id: 'x', code: 'O-9' })] },
      'stop Only top up with what is in there',
    ],
    ['a thinner grade', oil({ kind: 'gear-compounded' }), worm, bare, 'stop Viscosity when running'],
    [
      'a grade thinner',
      oil({ kind: 'gear-compounded', isoVg: 460, kv40: 460, kv100: 30.5 }),
      worm,
      bare,
      'caution Viscosity when running',
    ],
    [
      'a viscosity that nobody entered',
      oil({ kind: 'gear-compounded', isoVg: null, kv40: null, kv100: null }),
      worm,
      bare,
      'caution Viscosity when running',
    ],
    ['EP of which nobody entered what it is, on bronze', oil(), worm, bare, 'stop No active sulphur on copper alloys'],
    [
      'a base oil that nobody entered, on seals',
      oil({ kind: 'gear-compounded', baseOil: null }),
      worm,
      { materials: ['nbr'], contents: [] },
      'caution What the lubricant touches',
    ],
    [
      'contents of an unknown base oil',
      oil({ kind: 'gear-compounded' }),
      worm,
      { materials: [], contents: [oil({ id: 'x', code: 'O-9', kind: 'gear-compounded', baseOil: null })] },
      'caution Only top up with what is in there',
    ],
    [
      'contents that nobody wrote down',
      oil({ kind: 'gear-compounded' }),
      worm,
      { materials: [], contents: 'unknown' },
      'caution Only top up with what is in there',
    ],
    [
      'grease onto what nobody wrote down',
      grease(),
      requirementOf('greased-pin', {}, mild),
      { materials: [], contents: 'unknown' },
      'caution Only top up with what is in there',
    ],
    [
      'polyglycol onto what nobody wrote down',
      oil({ kind: 'gear-compounded', baseOil: 'pag' }),
      worm,
      { materials: [], contents: 'unknown' },
      'stop Only top up with what is in there',
    ],
    [
      'the oil of the sump onto a mixture with one that it must not meet',
      oil({ kind: 'gear-compounded' }),
      worm,
      { materials: [], contents: [oil({ kind: 'gear-compounded' }), oil({ id: 'x', code: 'O-9', baseOil: 'pag' })] },
      'stop Only top up with what is in there',
    ],
    [
      'polyglycol onto contents of an unknown base oil',
      oil({ kind: 'gear-compounded', baseOil: 'pag' }),
      worm,
      { materials: [], contents: [oil({ id: 'x', code: 'O-9', kind: 'gear-compounded', baseOil: null })] },
      'stop Only top up with what is in there',
    ],
    [
      'a hot bearing',
      grease({ upperC: 60 }),
      requirementOf('rolling-bearing', bearing, mild),
      bare,
      'stop Upper limit',
    ],
    [
      'a cold start',
      oil({ pourPointC: 3 }),
      requirementOf('gear-case', { gearKind: 'gearmotor', wheelMaterial: 'steel' }, mild),
      bare,
      'caution Pour point',
    ],
    [
      'water',
      grease({ thickener: 'sodium' }),
      requirementOf('rolling-bearing', { ...bearing, moisture: 'water' }, mild),
      bare,
      'caution Water',
    ],
    [
      'a thin base oil',
      grease({ isoVg: 10, kv40: 10, kv100: 2.6 }),
      requirementOf('rolling-bearing', bearing, mild),
      bare,
      'caution Viscosity ratio κ',
    ],
    [
      'oil where grease belongs',
      oil(),
      requirementOf('rolling-bearing', bearing, mild),
      bare,
      'stop Type before viscosity',
    ],
    [
      'shock without EP',
      oil({ kind: 'gear' }),
      requirementOf('gear-case', { gearKind: 'gearmotor', shock: 'yes', wheelMaterial: 'steel' }, mild),
      bare,
      'caution Load or shock wants EP',
    ],
    [
      'mineral oil in a very hot sump',
      oil(),
      requirementOf('gear-case', { gearKind: 'gearmotor', wheelMaterial: 'steel', temperatureC: 97 }, mild),
      bare,
      'stop Base oil in the heat',
    ],
    [
      'nobody knows the base in a very hot sump',
      oil({ baseOil: null }),
      requirementOf('gear-case', { gearKind: 'gearmotor', wheelMaterial: 'steel', temperatureC: 97 }, mild),
      bare,
      'stop Base oil in the heat',
    ],
    [
      'mineral oil where the table wants a synthetic',
      oil(),
      requirementOf('worm-unit', { pitchLineVelocityMS: 1, wheelMaterial: 'steel' }, { minC: 15, maxC: 45 }),
      bare,
      'stop Synthetic asked for',
    ],
    [
      'a bearing grease in a coupling',
      grease(),
      requirementOf('coupling', {}, mild),
      bare,
      'caution Base oil of the grease',
    ],
    [
      'a grease of unknown base oil in a coupling',
      grease({ isoVg: null, kv40: null, kv100: null }),
      requirementOf('coupling', {}, mild),
      bare,
      'caution Base oil of the grease',
    ],
    [
      'a ring oiler in the cold',
      oil({ kind: 'circulating', isoVg: 150, kv40: 150, kv100: 14.6 }),
      requirementOf('ring-oiler', { boreMm: 80, speedRpm: 100, temperatureC: 50 }, { minC: 2, maxC: 30 }),
      bare,
      'caution Cold start',
    ],
    [
      'too thick to pump',
      oil({ kind: 'hydraulic', isoVg: 220, kv40: 220, kv100: 19 }),
      requirementOf('hydraulic-set', { temperatureC: 50 }, { minC: -5, maxC: 30 }),
      bare,
      'caution Cold start',
    ],
  ] as const)('%s', (_, lubricant, requirement, around, expected) => {
    expect(levels(lubricant, requirement, around as Surroundings)).toContain(expected);
  });

  it('compares viscosities where the machine runs: a polyglycol of VG 320 is no thin VG 680', () => {
    const hot = requirementOf(
      'worm-unit',
      { wheelMaterial: 'bronze', centreDistanceMm: 80, temperatureC: 88, supply: 'splash' },
      mild,
    );
    const pag = oil({ kind: 'gear-compounded', baseOil: 'pag', isoVg: 320, kv40: 320, kv100: 55 });
    expect(hot.isoVg).toBe(680);
    expect(levels(pag, hot)).toContain('suits Viscosity when running');
    expect(judge(pag, hot, bare).findings.find(({ rule }) => rule === 'Viscosity when running')!.input).toContain(
      '88 °C',
    );
    // How warm it runs not being known, the same oil is no better than with care.
    const unknown = requirementOf('worm-unit', { wheelMaterial: 'bronze', centreDistanceMm: 80 }, mild);
    expect(judge(pag, unknown, bare).verdict).not.toBe('suits');
  });

  it('too thick is a stop only where it is too thick to start with as well', () => {
    const thick = oil({ kind: 'hydraulic', isoVg: 220, kv40: 220, kv100: 19 });
    const rule = 'Viscosity when running';
    const at = (minC: number) =>
      levels(thick, requirementOf('hydraulic-set', { temperatureC: 50 }, { minC, maxC: 30 }));
    expect(at(20)).toContain(`caution ${rule}`);
    expect(at(-5)).toContain(`stop ${rule}`);
  });

  it('puts the nearest at temperature first, and one of unknown viscosity last', () => {
    const candidates = [
      oil({ id: '1', code: 'A', kind: 'slideway', isoVg: null, kv40: null, kv100: null }),
      oil({ id: '2', code: 'B', kind: 'slideway', isoVg: 46, kv40: 52, kv100: 7.5 }),
      oil({ id: '3', code: 'C', kind: 'slideway', isoVg: 68, kv40: 68, kv100: 8.7 }),
    ];
    const requirement = requirementOf('slideway', { lie: 'horizontal' }, mild);
    const judged = candidates.map((lubricant) => ({ lubricant, judged: judge(lubricant, requirement, bare) }));
    expect(byFitness(judged, requirement).map(({ lubricant }) => lubricant.code)).toEqual(['C', 'B', 'A']);
  });

  it('is never better with care where something is not known', () => {
    const known = fc.record({
      isoVg: fc.constantFrom(150, 220, 460, 680, 1000),
      baseOil: fc.constantFrom('mineral' as const, 'pao' as const, 'ester' as const),
      additives: fc.constantFrom([] as const, ['ep-inactive'] as const, ['compounded'] as const),
      kind: fc.constantFrom('gear-ep' as const, 'gear-compounded' as const, 'gear' as const),
    });
    fc.assert(
      fc.property(known, ({ isoVg, baseOil, additives, kind }) => {
        const lubricant = oil({ isoVg, kv40: isoVg, kv100: null, baseOil, additives, kind });
        const around = {
          materials: ['bronze', 'nbr'] as const,
          contents: [oil({ id: 'x', code: 'X', kind, baseOil })],
        };
        for (const less of [{ baseOil: null }, { additives: [] }] as const) {
          const after = judge({ ...lubricant, ...less }, worm, around);
          if ('baseOil' in less) expect(after.verdict).not.toBe('suits');
          if ('additives' in less && kind === 'gear-ep') expect(after.verdict).toBe('stop');
        }
      }),
    );
  });

  it('the same lubricant onto itself is never a mixture', () => {
    expect(levels(oil(), worm, { materials: [], contents: [oil()] }).some((each) => each.includes('in there'))).toBe(
      false,
    );
  });

  it('sorts what suits first, and by kind before grade', () => {
    const requirement = requirementOf('slideway', { lie: 'horizontal' }, mild);
    const candidates = [
      oil({ id: '1', code: 'A', kind: 'slideway', isoVg: 220 }),
      oil({ id: '2', code: 'B', kind: 'slideway', isoVg: 68, kv40: 68, kv100: 8.7 }),
      oil({ id: '3', code: 'C', kind: 'engine' }),
    ].map((lubricant) => ({ lubricant, judged: judge(lubricant, requirement, bare) }));
    expect(byFitness(candidates, requirement).map(({ lubricant }) => lubricant.code)).toEqual(['B', 'A', 'C']);
  });
});
