import { z } from 'zod';
import { type Notice, answer, defineMethod, type WorkingStep } from '../method';
import { chartCell } from './thickener-chart';
import {
  type Additive,
  type BaseOrUnknown,
  additives,
  basesOrUnknown,
  families,
  keysOf,
  thickeners,
} from './vocabulary';

export const mixVerdicts = ['same', 'mixable', 'test-first', 'never'] as const;
export type MixVerdict = (typeof mixVerdicts)[number];

/** What decides whether two lubricants may meet. */
export const composition = (title: string) =>
  z
    .strictObject({
      family: z.enum(keysOf(families)).optional().meta({ title: 'Family' }),
      base: z.enum(keysOf(basesOrUnknown)).meta({ title: 'Base oil' }),
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
const basePairs: readonly {
  pair: readonly [BaseOrUnknown, BaseOrUnknown | 'any'];
  verdict: MixVerdict;
  why: string;
}[] = [
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
    pair: ['unknown', 'any'],
    verdict: 'test-first',
    why: 'The base oil of one of them is not known: whether they dissolve each other is a guess.',
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

/** Of what products of different make are strangers to each other, though they read the same. */
const strangers: readonly { is: (composition: Composition) => boolean; why: string }[] = [
  {
    is: ({ base }) => base === 'pag',
    why: 'Two polyglycols may part from each other: which they are made of differs by maker.',
  },
  {
    is: ({ thickener }) => thickener === 'polyurea',
    why: 'Two conventional polyureas of different make can soften or harden each other.',
  },
  {
    is: ({ family }) => family === 'coolant',
    why: 'Two coolant concentrates of different make can split or foam: the supplier says.',
  },
  {
    is: ({ base }) => base === 'unknown',
    why: 'The base oil of neither is known: whether they dissolve each other is a guess.',
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
  version: 2,
  title: 'May two lubricants meet?',
  summary: 'Whether what is poured on top may mix with what is in there, and whether to flush first.',
  source:
    'Mixing tables of the lubrication literature: base oils; grease thickeners (pairwise charts after ASTM D6185); additives',
  input: z.strictObject({
    a: composition('What is in there'),
    b: composition('What is added'),
    sameProduct: z.boolean().optional().meta({ title: 'One product of one maker' }),
  }),
  output: z.object({
    verdict: z.enum(mixVerdicts).meta({ title: 'Verdict' }),
    reasons: z.array(z.string()).meta({ title: 'Because' }),
    flush: z.boolean().meta({ title: 'Flush before changing over' }),
  }),
  rules: [
    'The same product is said only where both are one product of one maker: such a pair is the same, whatever it is.',
  ],
  compute({ a, b, sameProduct = false }) {
    const found = sameProduct ? [] : mixingsOf(a, b);
    const verdict = worst(found.map((each) => each.verdict));
    const same = sameProduct ? 'One product of one maker.' : 'Same family, base oil, thickener and additives.';
    const greased = isGrease(a) || isGrease(b);
    return answer(
      {
        verdict,
        reasons: found.length === 0 ? [same] : found.map(({ why }) => why),
        // A grease is not drained and flushed out of a bearing.
        flush: !greased && (verdict === 'never' || verdict === 'test-first'),
      },
      [
        ...mixWorking(a, b, baseOf(a, b)?.verdict),
        {
          label: 'Worst of all',
          expression: found.map((each) => each.verdict).join(', ') || 'nothing against it',
          value: verdict,
          unit: '',
        },
      ],
      noticesOf(verdict, greased),
    );
  },
});

const baseOf = (a: Composition, b: Composition) => basePairs.find(({ pair }) => eitherWay(pair, a.base, b.base));

const isIdentical = (a: Composition, b: Composition): boolean =>
  a.family === b.family && a.base === b.base && a.thickener === b.thickener && sameSet(a.additives, b.additives);

/** All that is known for or against two products of different make; nothing of such as read the same. */
function mixingsOf(a: Composition, b: Composition): Mixing[] {
  const base = baseOf(a, b);
  const found: Mixing[] = [
    ...strangers.filter(({ is }) => is(a) && is(b)).map(({ why }) => testFirst(why)),
    ...(isGrease(a) === isGrease(b) ? [] : [oilOnGrease]),
    ...(base ? [{ verdict: base.verdict, why: base.why }] : []),
    ...(isGrease(a) && isGrease(b) ? thickenerFindings(a, b) : []),
    ...additiveFindings(a, b),
    ...familyFindings(a, b),
  ];
  return found.length > 0 || isIdentical(a, b)
    ? found
    : [testFirst('Nothing is known for it or against it: their additives differ.')];
}

function mixWorking(a: Composition, b: Composition, ofBases: MixVerdict | undefined): WorkingStep[] {
  const working: WorkingStep[] = [
    {
      label: 'Base oils',
      expression: `${basesOrUnknown[a.base]} with ${basesOrUnknown[b.base]}`,
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
const testFirst = (why: string): Mixing => ({ verdict: 'test-first', why });

const oilOnGrease: Mixing = {
  verdict: 'never',
  why: 'One is a grease and the other an oil: oil washes grease out, and grease blocks oil ways.',
};

function familyFindings(a: Composition, b: Composition): Mixing[] {
  const found: Mixing[] = [];
  if (a.family === b.family) return found;
  if (!isGrease(a) && (a.family === 'engine' || b.family === 'engine'))
    found.push(testFirst('Engine oil carries detergents and is not a machine oil.'));
  else if (!isGrease(a) && !isGrease(b) && a.family && b.family)
    found.push(
      testFirst(
        `${capital(families[a.family])} and ${families[b.family]} are made with different additives; nothing is known of these two together.`,
      ),
    );
  if (a.family === 'coolant' || b.family === 'coolant')
    found.push({ verdict: 'never', why: 'A coolant is no lubricant for a sump, and oil spoils the coolant.' });
  return found;
}

const additiveFindings = (a: Composition, b: Composition): Mixing[] =>
  additivePairs.flatMap(({ pair: [x, y], why }): Mixing[] => {
    const meets = (from: Composition, to: Composition) =>
      from.additives.includes(x) && to.additives.includes(y) && !to.additives.includes(x);
    return meets(a, b) || meets(b, a) ? [testFirst(why)] : [];
  });

const capital = (words: string) => words[0]!.toUpperCase() + words.slice(1);

/** How one gives way to the other: an oil is drained and flushed out, a grease is not. */
export const changeOver = (isGrease: boolean): string =>
  isGrease
    ? 'To change over: open and clean, or purge over with the new grease in several short intervals.'
    : 'To change over: drain, clean, flush, and look again after the first hours.';

const noticesOf = (verdict: MixVerdict, isGrease: boolean): Notice[] =>
  verdict === 'never'
    ? [{ level: 'stop', text: `Never top one up with the other. ${changeOver(isGrease)}` }]
    : notices[verdict];

const notices: Record<Exclude<MixVerdict, 'never'>, Notice[]> = {
  same: [],
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
