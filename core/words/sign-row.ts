/** What a sign can be, and what a row of the table of signs says: the words of both. */
export const verdicts = { 'act-now': 'act now', plan: 'plan', watch: 'watch', fine: 'fine' } as const;
export type Verdict = keyof typeof verdicts;

/** By when something is done about it. */
export const actByWords = {
  immediately: 'at once',
  'same-shift': 'in this shift',
  'this-week': 'this week',
  'next-stop': 'at the next stop',
} as const;
export type ActBy = keyof typeof actByWords;

/** `no`: not before somebody who may has inspected it. `after`: when something has been done. */
export const restartWords = {
  yes: 'may run on',
  supervised: 'runs only while somebody watches',
  after: 'not before that is done',
  no: 'not before somebody who may has inspected it',
} as const;
export type Restart = keyof typeof restartWords;

/** How much of it, or which; what a sign is without one is its usual case. */
export const grades = [
  'never-run',
  'water-smell',
  'gas-smell',
  'much',
  'settles',
  'no-smell',
  'burnt',
  'haze',
  'flakes',
  '0',
  '1',
  '2',
  '3',
  '4',
  '10-k',
  '20-k',
  'over-limit',
  'zone-c',
  'zone-d',
  'cold',
  'warm',
  'indicator',
  'falls',
  'far-below',
  'split',
  'drip-1',
  'drip-10',
  'over-10',
  'same-family',
  'test-first',
  'never',
] as const;
export type Grade = (typeof grades)[number];
export const gradeWords: Readonly<Record<Grade, string>> = {
  'never-run': 'it has never run',
  'water-smell': 'smells or feels of water',
  'gas-smell': 'smells of gas or process fluid',
  much: 'more than half a per cent of water',
  settles: 'gone within five minutes',
  'no-smell': 'no smell',
  burnt: 'smells burnt',
  haze: 'haze only',
  flakes: 'flakes or slivers',
  '0': '0, nothing',
  '1': '1, thin paste',
  '2': '2, thick paste',
  '3': '3, needles up to 1 mm',
  '4': '4, longer needles, chips or flakes',
  '10-k': '10 to 20 K over its own usual',
  '20-k': 'more than 20 K over its own usual',
  'over-limit': 'over its limit',
  'zone-c': 'zone C of ISO 20816',
  'zone-d': 'zone D of ISO 20816',
  cold: 'read below 40 °C',
  warm: 'read at 40 °C or more',
  indicator: 'the by-pass indicator shows',
  falls: 'falls by 5 % and more within a day',
  'far-below': 'more than 20 % below the least',
  split: 'in layers',
  'drip-1': 'up to one drop a minute',
  'drip-10': 'one to ten drops a minute',
  'over-10': 'more than ten drops a minute',
  'same-family': 'of the same family and grade, one step off',
  'test-first': 'of which nobody knows whether it goes',
  never: 'that must not go onto it',
};

/** Where it matters. */
export const wheres = ['walkway', 'near-heat', 'lip-seal', 'motor'] as const;
export type Where = (typeof wheres)[number];
export const whereWords: Readonly<Record<Where, string>> = {
  walkway: 'on a floor that people walk on',
  'near-heat': 'near what is hotter than 250\u00a0°C, or a flame',
  'lip-seal': 'at a lip seal',
  motor: 'at a motor',
};

/** What a row asks for besides its sign; what is not named does not matter. */
export type When = {
  grade?: readonly Grade[];
  where?: readonly Where[];
  kinds?: readonly string[];
  stage?: 'run-in' | 'steady';
  standing?: 'clears' | 'stays';
  justGreased?: boolean;
  /** Seen on so many visits running, this one with them. */
  visits?: number;
};
export type SignRow = {
  when?: When;
  verdict: Verdict;
  actBy?: ActBy;
  restart?: Restart;
  /** What is done before it runs again. */
  restartAfter?: string;
  causes: readonly string[];
  next: readonly string[];
  lookAgainHours?: number;
  mark: string;
};
export type Sign = {
  words: string;
  /** What may be said of how much of it there is, or which; not said is its usual case. */
  grades?: readonly Grade[];
  rows: readonly SignRow[];
};

/** What a plant, or one of its points, says in place of a row: the row itself is kept beside it. */
export type OwnSign = {
  what: string;
  /** Which row of the sign, as `rowKey` names it. */
  row: string;
  says: Pick<SignRow, 'verdict' | 'actBy' | 'restart' | 'causes' | 'next'>;
  /** Whose word it is: a manual, an instruction, what the years have shown. */
  source: string;
};

/**
 * The name of a row within its sign: what it asks for, however the table is sorted.
 * @example rowKey({ when: { grade: ['burnt'] }, verdict: 'plan', causes: [], next: [], mark: 'M C' }) // 'grade=burnt'
 */
export const rowKey = ({ when = {} }: Pick<SignRow, 'when'>): string =>
  Object.entries(when)
    .map(([name, wanted]) => `${name}=${[wanted].flat().join('+')}`)
    .sort()
    .join(' ');
