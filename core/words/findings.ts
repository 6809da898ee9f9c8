/**
 * What can be seen at a machine, and how urgent it is by itself. Mark: C (convention of the trade), as the findings table of
 * the practice page; a point of the highest consequence raises it one step.
 */
export const urgencies = { 'act-now': 'act now', plan: 'plan', watch: 'watch' } as const;
export type Urgency = keyof typeof urgencies;

type Seen = {
  words: string;
  urgency: Urgency;
  /** Kinds of points at which it is worse. */ worseAt?: Readonly<Record<string, Urgency>>;
};

const oilFilm: Readonly<Record<string, Urgency>> = {
  'sleeve-bearing': 'act-now',
  'ring-oiler': 'act-now',
  'bottle-oiler': 'act-now',
  'circulating-outlet': 'act-now',
  'hydraulic-set': 'act-now',
};

const seen = {
  leak: { words: 'leak', urgency: 'plan' },
  jet: { words: 'oil jet, or a pressure hose that sweats', urgency: 'act-now' },
  hot: { words: 'hotter than usual', urgency: 'watch' },
  'still-climbing': { words: 'hot and still climbing', urgency: 'act-now' },
  noise: { words: 'noise or vibration', urgency: 'plan' },
  milky: { words: 'oil milky', urgency: 'plan', worseAt: { ...oilFilm, compressor: 'act-now' } },
  foamy: { words: 'oil foams', urgency: 'plan' },
  dark: { words: 'oil dark or smells burnt', urgency: 'plan' },
  gritty: { words: 'oil gritty', urgency: 'plan', worseAt: oilFilm },
  particles: { words: 'flakes or metal', urgency: 'act-now' },
  sludge: { words: 'sludge', urgency: 'plan' },
  'no-oil': { words: 'no oil visible', urgency: 'act-now' },
  'level-low': { words: 'level low, glass still shows', urgency: 'watch' },
  'level-up': { words: 'level has risen', urgency: 'plan' },
  'no-flow': {
    words: 'no flow: ring, drip or glass stands still',
    urgency: 'act-now',
    worseAt: { chain: 'plan', slideway: 'plan' },
  },
  'grease-thrown': { words: 'grease thrown at the seal', urgency: 'watch' },
  'grease-hard': { words: 'grease hard or bled', urgency: 'plan' },
  'relief-blocked': { words: 'nothing at the relief', urgency: 'plan' },
  'fitting-broken': { words: 'fitting broken or blocked', urgency: 'plan' },
  'cover-missing': { words: 'cap, plug or breather missing', urgency: 'plan' },
  'guard-missing': { words: 'guard missing', urgency: 'act-now' },
  sluggish: { words: 'slow to come up to speed, or drags', urgency: 'plan' },
  'wrong-lubricant': { words: 'wrong lubricant went in', urgency: 'act-now' },
  'double-dose': { words: 'given twice', urgency: 'watch' },
  other: { words: 'something else', urgency: 'watch' },
} as const satisfies Record<string, Seen>;

export type FindingWhat = keyof typeof seen;
export const findingWords = Object.fromEntries(
  Object.entries(seen).map(([what, { words }]) => [what, words]),
) as Record<FindingWhat, string>;

const rising: readonly Urgency[] = ['watch', 'plan', 'act-now'];

/**
 * How urgent a finding is by what it is and where: what a person may raise, and lower only with a reason.
 * @param consequence of the point, 1 to 4; at 4 everything is one step more urgent
 * @example urgencyOf('hot', { kind: 'gear-case', consequence: 4 }) // 'plan'
 */
export function urgencyOf(what: FindingWhat, point?: { kind: string; consequence: number }): Urgency {
  const { urgency, worseAt }: Seen = seen[what];
  const here = (point && worseAt?.[point.kind]) ?? urgency;
  const step = point && point.consequence >= 4 ? 1 : 0;
  return rising[Math.min(rising.length - 1, rising.indexOf(here) + step)]!;
}

/**
 * Whether one urgency is lower than another.
 * @example isLower('watch', 'plan') // true
 */
export const isLower = (a: Urgency, b: Urgency): boolean => rising.indexOf(a) < rising.indexOf(b);

/** What an urgent finding asks for at once; the words defer to whoever has the say at the site. */
export const actNowWords =
  'Stop it by the site’s rules, keep clear and keep others away, tell the supervisor. Not started again before somebody who may has inspected it.';
