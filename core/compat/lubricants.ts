import { z } from 'zod';
import { type Notice, answer, defineMethod, type WorkingStep } from '../method';
import { chartCell } from './thickener-chart';
import { type Additive, type Base, additives, bases, families, keysOf, thickeners } from './vocabulary';

export const mixVerdicts = ['same', 'mixable', 'test-first', 'never'] as const;
export type MixVerdict = (typeof mixVerdicts)[number];

/** What decides whether two lubricants may meet. */
export const composition = (title: string) =>
  z
    .strictObject({
      family: z.enum(keysOf(families)).optional().meta({ title: 'Family' }),
      base: z.enum(keysOf(bases)).meta({ title: 'Base oil' }),
      thickener: z.enum(keysOf(thickeners)).optional().meta({ title: 'Thickener' }),
      additives: z
        .array(z.enum(keysOf(additives)))
        .max(9)
        .default([])
        .meta({ title: 'Additives' }),
    })
    .meta({ title });
export type Composition = z.output<ReturnType<typeof composition>>;

/** Pairs of base oils that are not simply mixable, either way round. */
const basePairs: readonly { pair: readonly [Base, Base | 'any']; verdict: MixVerdict; why: string }[] = [
  { pair: ['pag', 'any'], verdict: 'never', why: 'Polyglycol does not dissolve other oils: they part, foam and gel.' },
  {
    pair: ['silicone', 'any'],
    verdict: 'never',
    why: 'Silicone does not mix with other oils and spoils paint and adhesion around it.',
  },
  {
    pair: ['pfpe', 'any'],
    verdict: 'never',
    why: 'Perfluorinated oil mixes with nothing else; even traces of other oil spoil it.',
  },
  { pair: ['water', 'any'], verdict: 'never', why: 'Water-based fluid in oil is a contamination.' },
  {
    pair: ['phosphate-ester', 'any'],
    verdict: 'never',
    why: 'Phosphate ester and other oils must not meet; seals are chosen for one of them only.',
  },
  {
    pair: ['mineral', 'ester'],
    verdict: 'test-first',
    why: 'Esters dissolve deposits and may swell seals that a mineral oil kept tight.',
  },
  {
    pair: ['pao', 'ester'],
    verdict: 'mixable',
    why: 'Synthetic hydrocarbon and ester mix; the blend loses part of both.',
  },
  {
    pair: ['mineral', 'pao'],
    verdict: 'mixable',
    why: 'Mineral oil and synthetic hydrocarbon mix; the blend loses the synthetic’s advantage.',
  },
  {
    pair: ['mineral', 'vegetable'],
    verdict: 'test-first',
    why: 'Vegetable oil ages fast and takes the mineral oil with it.',
  },
  {
    pair: ['vegetable', 'ester'],
    verdict: 'test-first',
    why: 'Both are esters, yet their additives and ageing differ.',
  },
  {
    pair: ['pao', 'vegetable'],
    verdict: 'test-first',
    why: 'Vegetable oil ages fast and dissolves poorly in synthetic hydrocarbon.',
  },
];

/** Additives that fight each other in one sump. */
const additivePairs: readonly { pair: readonly [Additive, Additive]; why: string }[] = [
  {
    pair: ['detergent', 'anti-wear-zinc'],
    why: 'Detergent keeps water and dirt in suspension that this oil would let settle.',
  },
  {
    pair: ['detergent', 'anti-wear-ashless'],
    why: 'Detergent keeps water and dirt in suspension that this oil would let settle.',
  },
  { pair: ['detergent', 'ep-active'], why: 'Alkaline detergent and acidic EP additives react and drop out as sludge.' },
  { pair: ['detergent', 'compounded'], why: 'Detergent and fatty oil form soap and foam.' },
  {
    pair: ['anti-wear-zinc', 'anti-wear-ashless'],
    why: 'Zinc and zinc-free additives can react and block fine filters.',
  },
  { pair: ['anti-wear-zinc', 'compounded'], why: 'Zinc additive and fatty oil can form soaps.' },
];

const order: readonly MixVerdict[] = mixVerdicts;
const worst = (verdicts: readonly MixVerdict[]): MixVerdict =>
  verdicts.reduce((a, b) => (order.indexOf(b) > order.indexOf(a) ? b : a), 'same' as MixVerdict);

const isGrease = ({ thickener, family }: Composition) =>
  thickener !== undefined || family === 'grease' || family === 'semi-fluid';
const sameSet = (a: readonly string[], b: readonly string[]) =>
  a.length === b.length && a.every((each) => b.includes(each));
const eitherWay = <Word>([x, y]: readonly [Word, Word | 'any'], a: Word, b: Word) =>
  a !== b && ((a === x && (y === 'any' || b === y)) || (b === x && (y === 'any' || a === y)));

/** Whether two lubricants may meet in one sump or bearing. */
export const compatLubricants = defineMethod({
  id: 'compat.lubricants',
  version: 1,
  title: 'May two lubricants meet?',
  summary: 'Whether what is poured on top may mix with what is in there, and whether to flush first.',
  source:
    'Mixing tables of the lubrication literature: base oils; grease thickeners (pairwise charts after ASTM D6185); additives',
  input: z.strictObject({ a: composition('What is in there'), b: composition('What is added') }),
  output: z.object({
    verdict: z.enum(mixVerdicts).meta({ title: 'Verdict' }),
    reasons: z.array(z.string()).meta({ title: 'Because' }),
    flush: z.boolean().meta({ title: 'Flush before changing over' }),
  }),
  rules: [],
  compute({ a, b }) {
    const base = basePairs.find(({ pair }) => eitherWay(pair, a.base, b.base));
    const identical =
      a.family === b.family && a.base === b.base && a.thickener === b.thickener && sameSet(a.additives, b.additives);
    const found: Mixing[] = [
      ...(isGrease(a) === isGrease(b) ? [] : [oilOnGrease]),
      ...(base ? [{ verdict: base.verdict, why: base.why }] : []),
      ...(isGrease(a) && isGrease(b) ? thickenerFindings(a, b) : []),
      ...additiveFindings(a, b),
      ...familyFindings(a, b),
    ];
    if (!identical && found.length === 0)
      found.push({
        verdict: 'mixable',
        why:
          a.base === b.base
            ? 'Same base oil and nothing known against it; additives still differ.'
            : 'Nothing is known against it.',
      });
    const verdict = worst(found.map((each) => each.verdict));
    const reasons =
      identical && found.length === 0
        ? ['Same family, base oil, thickener and additives.']
        : found.map(({ why }) => why);
    return answer(
      { verdict, reasons, flush: verdict === 'never' || verdict === 'test-first' },
      [
        ...mixWorking(a, b, base?.verdict),
        {
          label: 'Worst of all',
          expression: found.map((each) => each.verdict).join(', ') || 'nothing against it',
          value: verdict,
          unit: '',
        },
      ],
      noticeOf[verdict],
    );
  },
});

function mixWorking(a: Composition, b: Composition, ofBases: MixVerdict | undefined): WorkingStep[] {
  const working: WorkingStep[] = [
    {
      label: 'Base oils',
      expression: `${bases[a.base]} with ${bases[b.base]}`,
      value: a.base === b.base ? 'same' : (ofBases ?? 'mixable'),
      unit: '',
    },
  ];
  const nameOf = ({ thickener }: Composition) => (thickener ? thickeners[thickener] : 'not said');
  if (isGrease(a) && isGrease(b))
    working.push({
      label: 'Thickeners',
      expression: `${nameOf(a)} with ${nameOf(b)}`,
      value: thickenerFindings(a, b)[0]?.verdict ?? 'same',
      unit: '',
    });
  return working;
}

type Mixing = { verdict: MixVerdict; why: string };

const oilOnGrease: Mixing = {
  verdict: 'never',
  why: 'One is a grease and the other an oil: oil washes grease out, and grease blocks oil ways.',
};

function familyFindings(a: Composition, b: Composition): Mixing[] {
  const found: Mixing[] = [];
  if (a.family === b.family) return found;
  if (!isGrease(a) && (a.family === 'engine' || b.family === 'engine'))
    found.push({ verdict: 'test-first', why: 'Engine oil carries detergents and is not a machine oil.' });
  if (a.family === 'coolant' || b.family === 'coolant')
    found.push({ verdict: 'never', why: 'A coolant is no lubricant for a sump, and oil spoils the coolant.' });
  return found;
}

const additiveFindings = (a: Composition, b: Composition): Mixing[] =>
  additivePairs.flatMap(({ pair: [x, y], why }): Mixing[] => {
    const meets = (from: Composition, to: Composition) =>
      from.additives.includes(x) && to.additives.includes(y) && !to.additives.includes(x);
    return meets(a, b) || meets(b, a) ? [{ verdict: 'test-first', why }] : [];
  });

const noticeOf: Record<MixVerdict, Notice[]> = {
  same: [],
  never: [
    {
      level: 'stop',
      text: 'Never top one up with the other. To change over: drain, clean, flush, and look again after the first hours.',
    },
  ],
  'test-first': [
    {
      level: 'caution',
      text: 'Mix a sample and watch it, or ask the supplier in writing, before any goes into the machine.',
    },
  ],
  mixable: [
    {
      level: 'info',
      text: 'Declared mixable is not the same as equal: top up with what is in there wherever you can.',
    },
  ],
};

function thickenerFindings(a: Composition, b: Composition): Mixing[] {
  if (a.thickener === undefined || b.thickener === undefined)
    return [{ verdict: 'test-first', why: 'The thickener of one of them is not known; greases are judged by it.' }];
  if (a.thickener === b.thickener) return [];
  const names = `${thickeners[a.thickener]} and ${thickeners[b.thickener]}`;
  switch (chartCell(a.thickener, b.thickener)) {
    case 'C':
      return [{ verdict: 'mixable', why: `The mixing charts call ${names} compatible.` }];
    case 'B':
      return [{ verdict: 'test-first', why: `The mixing charts call ${names} borderline: the mixture may soften.` }];
    case 'I':
      return [
        {
          verdict: 'never',
          why: `The mixing charts call ${names} incompatible: the mixture softens or hardens and bleeds.`,
        },
      ];
    default:
      return [{ verdict: 'test-first', why: `The mixing charts do not list ${names} together.` }];
  }
}
