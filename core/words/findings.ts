import {
  type Grade,
  type SignRow,
  type Where,
  gradeWords,
  grades,
  verdicts,
  whereWords,
  wheres,
  type OwnSign,
} from './sign-row';
import { type SignWhat, signRow, signs } from './signs';
import { type Severity, atConsequence, severityOf, unjudged, worse } from './severity';

/** How urgent a finding is: the verdicts of signs, but that a finding is never fine. */
export const urgencies = { 'act-now': verdicts['act-now'], plan: verdicts.plan, watch: verdicts.watch } as const;
export type Urgency = keyof typeof urgencies;

/** Signs that are written as a finding by one word. */
const whats = [
  'leak',
  'jet',
  'hot',
  'still-climbing',
  'noise',
  'milky',
  'foamy',
  'dark',
  'gritty',
  'particles',
  'magnet',
  'sludge',
  'no-oil',
  'level-low',
  'level-up',
  'no-flow',
  'grease-thrown',
  'grease-hard',
  'relief-blocked',
  'fitting-broken',
  'cover-missing',
  'guard-missing',
  'sluggish',
  'wrong-lubricant',
  'double-dose',
  'too-much',
  'shimmer',
  'bronze',
  'rust-red',
  'vibration',
  'dp-high',
  'dp-zero',
  'grease-milky',
  'lubricator-still',
  'gauges-differ',
  'bolt-moved',
  'breather-blocked',
  'too-cold',
  'pressure-low',
  'pressure-high',
  'line-pressure-low',
  'line-pressure-high',
  'precharge-low',
  'precharge-high',
  'coolant-thin',
  'coolant-strong',
  'tramp-oil',
  'coolant-foul',
  'air-wet',
  'slack',
  'tight',
  'worn',
  'stiff',
  'drips-fast',
  'use-high',
  'use-none',
  'unsafe-isolation',
  'unknown-content',
  'unclear-energy',
  'other',
] as const satisfies readonly SignWhat[];

export type FindingWhat = (typeof whats)[number];
export const findingWords = Object.fromEntries(whats.map((what) => [what, signs[what].words])) as Record<
  FindingWhat,
  string
>;

/** The number by which a finding is written on paper: its place in the list, which only ever grows at its end. */
export const findingCode = (what: FindingWhat): number => whats.indexOf(what) + 1;

const rising: readonly Urgency[] = ['watch', 'plan', 'act-now'];

/** Where something is found: what kind of point, what its failure costs, and what is said there in place of the table. */
export type FoundAt = { kind: string; consequence: number; own?: readonly OwnSign[] | undefined };
/** What was said more closely of a sign: how much of it, or which, and where. */
export type Closer = { grade?: Grade | undefined; where?: Where | undefined };
/** What a finding means: how urgent it is by the rules, what it may come from, what to do next, whether it may run. */
export type Meaning = Pick<SignRow, 'causes' | 'next' | 'mark'> &
  Pick<Severity, 'restart' | 'restartAfter'> & { urgency: Urgency };

/**
 * What a finding means by what it is and where.
 * @param point with the consequence of its failure, 1 to 4; at 4 everything is one step more urgent
 * @example meaningOf('no-oil').next[0] // 'stop it'
 */
export function meaningOf(what: FindingWhat, point?: FoundAt, closer: Closer = {}): Meaning {
  const row = signRow(what, { ...closer, kind: point?.kind, own: point?.own, stage: 'steady' });
  const { causes, next, mark } = row;
  return { ...asFinding(atConsequence(worse(severityOf(row), unjudged), point?.consequence)), causes, next, mark };
}

/** A severity as a finding has it: what is written down is never fine, and watched at least. */
export const asFinding = ({
  verdict,
  restart,
  restartAfter,
}: Severity): Pick<Meaning, 'urgency' | 'restart' | 'restartAfter'> => ({
  urgency: verdict === 'fine' ? 'watch' : verdict,
  restart,
  ...(restartAfter && { restartAfter }),
});

/**
 * How urgent a finding is by the rules: what a person may raise, and lower only with a reason.
 * @example urgencyOf('hot', { kind: 'gear-case', consequence: 4 }) // 'plan'
 */
export const urgencyOf = (what: FindingWhat, point?: FoundAt, closer?: Closer): Urgency =>
  meaningOf(what, point, closer).urgency;

/**
 * Why a finding is less urgent than the table says, where the plant's or the point's own rule makes it so: whose word it is.
 * @param mark of the row that held
 * @returns undefined where it is not less urgent
 * @example loweredByOwn({ what: 'hot', urgency: 'watch' }, 'manual, p. 12') // undefined
 */
export const loweredByOwn = (
  { what, urgency, grade, where }: { what: FindingWhat; urgency: Urgency } & Closer,
  mark: string,
): string | undefined =>
  isLower(urgency, urgencyOf(what, undefined, { grade, where })) ? `By the rules of the plant: ${mark}.` : undefined;

/**
 * How much of a sign there may be, or which, with their words; empty where that is not asked.
 * @example Object.keys(gradesOf('dark')) // ['no-smell', 'burnt']
 */
export const gradesOf = (what: FindingWhat): Readonly<Record<string, string>> =>
  wordsIn(grades, gradeWords, signs[what].grades ?? []);

/** Where a sign matters more, with their words. */
export const wheresOf = (what: FindingWhat): Readonly<Record<string, string>> =>
  wordsIn(
    wheres,
    whereWords,
    signs[what].rows.flatMap(({ when }) => when?.where ?? []),
  );

const wordsIn = <Key extends string>(
  order: readonly Key[],
  words: Readonly<Record<Key, string>>,
  asked: readonly Key[],
) => Object.fromEntries(order.filter((key) => asked.includes(key)).map((key) => [key, words[key]]));

/** A finding in words: what, how much of it, where. */
export const findingSaid = (what: FindingWhat, { grade, where }: Closer): string =>
  [findingWords[what], grade && gradeWords[grade], where && whereWords[where]].filter(Boolean).join(', ');

/**
 * The body of a finding that is seen once more: as it was, but for what was remarked; never less urgent than the rules say
 * unless it was held for less before. What has no word of its own is known by its text and keeps it.
 * @example foundAgain({ what: 'dark', urgency: 'plan', text: 'since Monday' }) // { what: 'dark', urgency: 'plan' }
 */
export function foundAgain({
  what,
  urgency,
  text,
  grade,
  where,
  proposed,
  lowered,
}: { what: FindingWhat; urgency: Urgency; text?: string | undefined } & Closer & {
    proposed?: Urgency | undefined;
    lowered?: string | undefined;
  }): Record<string, string> {
  const ruled = urgencyOf(what, undefined, { grade, where });
  return {
    what,
    urgency: lowered === undefined && isLower(urgency, ruled) ? ruled : urgency,
    ...(what === 'other' && text && { text }),
    ...(grade && { grade }),
    ...(where && { where }),
    ...(proposed && { proposed }),
    ...(lowered && { lowered }),
  };
}

/**
 * Whether one urgency is lower than another.
 * @example isLower('watch', 'plan') // true
 */
export const isLower = (a: Urgency, b: Urgency): boolean => rising.indexOf(a) < rising.indexOf(b);

/** What an urgent finding asks for at once; the words defer to whoever has the say at the site. */
export const actNowWords =
  'Stop it by the site’s rules, keep clear and keep others away, tell the supervisor. Not started again before somebody who may has inspected it.';
