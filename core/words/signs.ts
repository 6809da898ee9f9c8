import { type Grade, type OwnSign, type Sign, type SignRow, type When, type Where, rowKey } from './sign-row';
import { signsRead } from './signs-read';

/**
 * What a machine shows, and what it means: one table of signs, each with rows of which the first that fits holds. Every row
 * is data with its mark (H, M, L confidence; S standard, B literature, C convention of the trade). A maker's manual or the
 * plant's own instruction beats every C. The table informs; it permits nothing.
 */
/** Kinds of points whose shaft floats on oil, or whose pump lives on it: what spoils the film is worse there. */
const onFilm = ['sleeve-bearing', 'ring-oiler', 'bottle-oiler', 'circulating-outlet', 'hydraulic-set'];
/** Chains and ways stand being dry for a shift. */
const openWays = ['chain', 'slideway'];
const MC = 'M C';
const HB = 'H B';

/** Isolation that is not safe, contents and energies that nobody knows: the work stops and somebody is asked. */
const stopAndAsk = (words: string): Sign => ({
  words,
  rows: [
    {
      verdict: 'act-now',
      actBy: 'immediately',
      restart: 'no',
      causes: [],
      next: ['stop the work', 'ask whoever has the say at the site'],
      mark: HB,
    },
  ],
});

const table = {
  leak: {
    words: 'leak',
    grades: ['drip-1', 'drip-10', 'over-10'],
    rows: [
      {
        when: { where: ['near-heat'] },
        verdict: 'act-now',
        actBy: 'immediately',
        restart: 'no',
        causes: ['seal', 'pipe or hose', 'plug'],
        next: ['stop it', 'keep others away', 'fire watch by the site’s rules'],
        mark: MC,
      },
      {
        when: { grade: ['over-10'] },
        verdict: 'act-now',
        actBy: 'same-shift',
        restart: 'supervised',
        causes: ['seal', 'pipe or hose', 'plug'],
        next: ['catch it', 'read the level every shift', 'mend it in this shift'],
        lookAgainHours: 8,
        mark: MC,
      },
      {
        when: { where: ['walkway'] },
        verdict: 'act-now',
        actBy: 'same-shift',
        restart: 'yes',
        causes: ['seal'],
        next: ['bind it on the floor at once', 'catch it', 'mark it with the date'],
        lookAgainHours: 8,
        mark: MC,
      },
      {
        when: { grade: ['drip-10'] },
        verdict: 'plan',
        actBy: 'this-week',
        restart: 'yes',
        causes: ['seal', 'pipe or hose', 'plug'],
        next: ['catch it', 'read the level every shift'],
        lookAgainHours: 24,
        mark: MC,
      },
      {
        verdict: 'plan',
        actBy: 'next-stop',
        causes: ['seal', 'pipe or hose', 'plug'],
        next: ['wipe it, mark it with the date, read the level'],
        mark: MC,
      },
    ],
  },
  jet: {
    words: 'oil jet, or a pressure hose that sweats',
    rows: [
      {
        verdict: 'act-now',
        actBy: 'immediately',
        restart: 'no',
        causes: ['pipe or hose', 'seal'],
        next: ['stop it', 'bar the area, never feel for it by hand', 'fire watch by the site’s rules'],
        mark: HB,
      },
    ],
  },
  hot: {
    words: 'hotter than usual',
    grades: ['10-k', '20-k', 'over-limit'],
    rows: [
      {
        when: { grade: ['over-limit'] },
        verdict: 'act-now',
        actBy: 'immediately',
        restart: 'no',
        causes: ['starvation', 'too much lubricant', 'load', 'wrong fit'],
        next: ['stop it', 'wait; never pour cold oil into it'],
        mark: HB,
      },
      {
        when: { grade: ['20-k'], justGreased: true },
        verdict: 'plan',
        actBy: 'same-shift',
        restart: 'supervised',
        causes: ['too much grease', 'relief blocked'],
        next: ['give no more grease', 'open the relief', 'feel again with a probe'],
        lookAgainHours: 1,
        mark: MC,
      },
      {
        when: { grade: ['10-k'], justGreased: true },
        verdict: 'fine',
        causes: ['fresh grease is being churned'],
        next: ['feel again: it falls by itself'],
        lookAgainHours: 2,
        mark: MC,
      },
      {
        when: { grade: ['20-k'] },
        verdict: 'plan',
        actBy: 'this-week',
        restart: 'supervised',
        causes: ['level too high', 'dirt on the case', 'cooler', 'load'],
        next: ['read the level', 'clean case and cooler', 'take the temperature again under the same load'],
        lookAgainHours: 8,
        mark: MC,
      },
      {
        verdict: 'watch',
        causes: ['level too high', 'dirt on the case', 'cooler', 'load'],
        next: ['read the level', 'clean case and cooler', 'take the temperature again under the same load'],
        lookAgainHours: 24,
        mark: MC,
      },
    ],
  },
  'still-climbing': {
    words: 'hot and still climbing',
    rows: [
      {
        verdict: 'act-now',
        actBy: 'immediately',
        restart: 'no',
        causes: ['starvation', 'too much lubricant', 'wrong fit'],
        next: ['stop it', 'wait; never pour cold oil into it'],
        mark: HB,
      },
    ],
  },
  noise: {
    words: 'noise or vibration',
    rows: [
      {
        verdict: 'plan',
        actBy: 'this-week',
        restart: 'supervised',
        causes: ['dry', 'damage'],
        next: [
          'where it is greased, give half a dose once: quieter and back within an hour is damage',
          'feel its temperature with a probe',
        ],
        lookAgainHours: 24,
        mark: MC,
      },
    ],
  },
  vibration: {
    words: 'vibration measured',
    grades: ['zone-c', 'zone-d'],
    rows: [
      {
        when: { grade: ['zone-d'] },
        verdict: 'act-now',
        actBy: 'immediately',
        restart: 'no',
        causes: ['unbalance', 'misalignment', 'damage'],
        next: ['stop it', 'have it inspected'],
        mark: 'H S, ISO 20816',
      },
      {
        verdict: 'plan',
        actBy: 'this-week',
        restart: 'supervised',
        causes: ['unbalance', 'misalignment', 'damage'],
        next: ['measure again, same place and load', 'have it analysed'],
        lookAgainHours: 24,
        mark: 'H S, ISO 20816',
      },
    ],
  },
  milky: {
    words: 'oil milky',
    grades: ['much'],
    rows: [
      {
        when: { standing: 'clears' },
        verdict: 'watch',
        causes: ['air: suction, level too high, foam'],
        next: ['look for where it draws air', 'read the level'],
        lookAgainHours: 24,
        mark: MC,
      },
      {
        when: { kinds: [...onFilm, 'compressor'] },
        verdict: 'act-now',
        actBy: 'same-shift',
        restart: 'after',
        restartAfter: 'the water is drained and its source is found',
        causes: ['condensate', 'cooler', 'wash-down'],
        next: ['let a sample stand for an hour', 'find the source, do not just change the oil'],
        mark: MC,
      },
      {
        when: { grade: ['much'] },
        verdict: 'act-now',
        actBy: 'same-shift',
        restart: 'after',
        restartAfter: 'the water is drained and its source is found',
        causes: ['condensate', 'cooler', 'wash-down'],
        next: ['drain the water', 'find the source, do not just change the oil'],
        mark: MC,
      },
      {
        verdict: 'plan',
        actBy: 'this-week',
        restart: 'supervised',
        causes: ['condensate', 'cooler', 'wash-down'],
        next: ['let a sample stand for an hour', 'find the source, do not just change the oil'],
        lookAgainHours: 24,
        mark: MC,
      },
    ],
  },
  foamy: {
    words: 'oil foams',
    grades: ['settles'],
    rows: [
      {
        when: { grade: ['settles'] },
        verdict: 'watch',
        causes: ['air: suction, level too high, foam'],
        next: ['read the level'],
        mark: MC,
      },
      {
        verdict: 'plan',
        actBy: 'next-stop',
        causes: ['level too high', 'suction draws air', 'wrong or mixed oil', 'water'],
        next: ['read the level', 'look at the suction', 'an antifoam only by the supplier’s word'],
        mark: MC,
      },
    ],
  },
  dark: {
    words: 'oil dark or smells burnt',
    grades: ['no-smell', 'burnt'],
    rows: [
      {
        when: { grade: ['no-smell'] },
        verdict: 'watch',
        causes: ['age', 'mixed oil', 'solids'],
        next: ['compare with the retained new oil', 'sample'],
        mark: MC,
      },
      {
        verdict: 'plan',
        actBy: 'next-stop',
        restart: 'supervised',
        causes: ['overheated', 'air burnt under pressure', 'electrical'],
        next: ['take the temperature', 'sample', 'change it'],
        mark: MC,
      },
    ],
  },
  gritty: {
    words: 'oil gritty',
    rows: [
      {
        when: { kinds: onFilm },
        verdict: 'act-now',
        actBy: 'same-shift',
        restart: 'after',
        restartAfter: 'it is filtered or changed',
        causes: ['breather', 'seal', 'dirty fill'],
        next: ['filter or change', 'mend breather and seal'],
        mark: MC,
      },
      {
        verdict: 'plan',
        actBy: 'this-week',
        restart: 'supervised',
        causes: ['breather', 'seal', 'dirty fill'],
        next: ['filter or change', 'mend breather and seal'],
        mark: MC,
      },
    ],
  },
  shimmer: {
    words: 'fine grey shimmer',
    rows: [
      {
        when: { stage: 'run-in' },
        verdict: 'watch',
        causes: ['run-in'],
        next: ['look again at the first change'],
        mark: MC,
      },
      {
        verdict: 'plan',
        actBy: 'next-stop',
        causes: ['wear'],
        next: ['sample, with the ferrous index'],
        mark: MC,
      },
    ],
  },
  particles: {
    words: 'flakes or metal',
    rows: [
      {
        verdict: 'act-now',
        actBy: 'immediately',
        restart: 'no',
        causes: ['spalling', 'cage', 'teeth'],
        next: ['keep them', 'measure vibration', 'have it inspected; do not refill for service'],
        mark: HB,
      },
    ],
  },
  magnet: {
    words: 'metal at the magnet',
    grades: ['0', '1', '2', '3', '4'],
    rows: [
      { when: { grade: ['0'] }, verdict: 'fine', causes: [], next: [], mark: MC },
      { when: { grade: ['1'], stage: 'steady' }, verdict: 'fine', causes: ['usual paste'], next: [], mark: MC },
      {
        when: { grade: ['4'] },
        verdict: 'act-now',
        actBy: 'immediately',
        restart: 'no',
        causes: ['spalling', 'teeth'],
        next: ['keep them', 'measure vibration', 'have it inspected; do not refill for service'],
        mark: MC,
      },
      {
        when: { grade: ['3'] },
        verdict: 'plan',
        actBy: 'this-week',
        restart: 'supervised',
        causes: ['wear'],
        next: ['keep them', 'sample, with the ferrous index'],
        mark: MC,
      },
      {
        verdict: 'watch',
        causes: ['run-in', 'wear'],
        next: ['clean it, score it again at the next change'],
        mark: MC,
      },
    ],
  },
  bronze: {
    words: 'bronze colour in the oil',
    grades: ['haze', 'flakes'],
    rows: [
      {
        when: { grade: ['flakes'] },
        verdict: 'act-now',
        actBy: 'immediately',
        restart: 'no',
        causes: ['worm wheel', 'cage', 'bush'],
        next: ['keep them', 'have it inspected'],
        mark: MC,
      },
      {
        when: { kinds: ['worm-unit'], stage: 'run-in' },
        verdict: 'watch',
        causes: ['run-in'],
        next: ['look again at the first change'],
        mark: MC,
      },
      {
        verdict: 'plan',
        actBy: 'next-stop',
        restart: 'supervised',
        causes: ['worm wheel', 'cage', 'bush'],
        next: ['sample, with copper over time', 'is its EP of the kind that attacks bronze?'],
        mark: MC,
      },
    ],
  },
  sludge: {
    words: 'sludge',
    rows: [
      {
        verdict: 'plan',
        actBy: 'next-stop',
        causes: ['overdue', 'mixed oil', 'water'],
        next: ['sample', 'flush at the change'],
        mark: MC,
      },
    ],
  },
  'rust-red': {
    words: 'oil rust-red, or rust on the dipstick',
    rows: [
      {
        verdict: 'plan',
        actBy: 'this-week',
        restart: 'supervised',
        causes: ['water'],
        next: ['find the water', 'sample'],
        mark: MC,
      },
    ],
  },
  'no-oil': {
    words: 'no oil visible',
    grades: ['never-run'],
    rows: [
      {
        when: { grade: ['never-run'] },
        verdict: 'act-now',
        actBy: 'same-shift',
        restart: 'after',
        restartAfter: 'it is filled and the filling is logged',
        causes: ['delivered empty'],
        next: ['tag it empty, not to be started', 'first fill of a unit that came empty'],
        mark: MC,
      },
      {
        verdict: 'act-now',
        actBy: 'immediately',
        restart: 'no',
        causes: ['leak', 'drain open', 'never filled'],
        next: ['stop it', 'find where it went', 'inspect bearings and teeth', 'only then fill'],
        mark: HB,
      },
    ],
  },
  'level-low': {
    words: 'level low, glass still shows',
    rows: [
      {
        when: { visits: 2 },
        verdict: 'plan',
        actBy: 'this-week',
        restart: 'yes',
        causes: ['leak', 'carry-over'],
        next: ['litres since the last change', 'look for where it goes'],
        mark: MC,
      },
      {
        verdict: 'watch',
        causes: ['leak', 'carry-over'],
        next: ['look for the reason before pouring', 'read it again in the mark’s own state'],
        lookAgainHours: 24,
        mark: MC,
      },
    ],
  },
  'level-up': {
    words: 'level has risen',
    grades: ['water-smell', 'gas-smell'],
    rows: [
      {
        when: { grade: ['water-smell', 'gas-smell'] },
        verdict: 'act-now',
        actBy: 'same-shift',
        restart: 'after',
        restartAfter: 'a sample has said what came in',
        causes: ['water', 'coolant', 'process fluid'],
        next: ['sample from the bottom', 'keep flames away', 'find the source'],
        mark: MC,
      },
      {
        verdict: 'plan',
        actBy: 'this-week',
        restart: 'after',
        restartAfter: 'a sample has said what came in',
        causes: ['water', 'coolant', 'process fluid', 'another posture', 'warmer than it was', 'drained back'],
        next: ['was it read in the mark’s own posture?', 'crackle test or sample', 'never drain it running'],
        mark: MC,
      },
    ],
  },
  'no-flow': {
    words: 'no flow: ring, drip or glass stands still',
    rows: [
      {
        when: { kinds: openWays },
        verdict: 'plan',
        actBy: 'same-shift',
        restart: 'yes',
        causes: ['shut', 'empty', 'blocked'],
        next: ['open it, fill it', 'count the drops'],
        lookAgainHours: 8,
        mark: MC,
      },
      {
        verdict: 'act-now',
        actBy: 'immediately',
        restart: 'no',
        causes: ['thick oil', 'level too low', 'worn ring', 'shut'],
        next: ['stop it', 'inspect before it runs again'],
        mark: HB,
      },
    ],
  },
  'dp-high': {
    words: 'filter: pressure drop high',
    grades: ['cold', 'warm', 'indicator'],
    rows: [
      {
        when: { grade: ['cold'] },
        verdict: 'watch',
        causes: ['cold oil'],
        next: ['read it again at 40 °C or more'],
        lookAgainHours: 4,
        mark: MC,
      },
      {
        when: { grade: ['indicator'] },
        verdict: 'act-now',
        actBy: 'same-shift',
        restart: 'supervised',
        causes: ['dirt', 'water in paper', 'varnish'],
        next: ['change the element, keep the old one', 'look at its pleats'],
        mark: MC,
      },
      {
        verdict: 'plan',
        actBy: 'this-week',
        restart: 'yes',
        causes: ['dirt', 'cold oil', 'water in paper', 'varnish'],
        next: ['change the element, keep the old one', 'look at its pleats'],
        mark: MC,
      },
    ],
  },
  'dp-zero': {
    words: 'filter: hardly any pressure drop',
    rows: [
      {
        verdict: 'act-now',
        actBy: 'same-shift',
        restart: 'supervised',
        causes: ['by-pass open', 'element burst', 'no element in it'],
        next: ['go through the list of valves', 'open the housing as its procedure says'],
        mark: MC,
      },
    ],
  },
  'grease-thrown': {
    words: 'grease thrown at the seal',
    rows: [
      {
        when: { where: ['lip-seal', 'motor'] },
        verdict: 'plan',
        actBy: 'this-week',
        restart: 'yes',
        causes: ['too much grease', 'seal'],
        next: ['leave out the next dose', 'look at the seal'],
        mark: MC,
      },
      {
        verdict: 'watch',
        causes: ['too much grease', 'seal'],
        next: ['leave out the next dose', 'look at the seal'],
        mark: MC,
      },
    ],
  },
  'grease-hard': {
    words: 'grease hard or bled',
    rows: [
      {
        verdict: 'plan',
        actBy: 'next-stop',
        causes: ['heat', 'mixed grease', 'old'],
        next: ['purge', 'a shorter interval', 'another grease'],
        mark: MC,
      },
    ],
  },
  'grease-milky': {
    words: 'grease milky',
    rows: [
      {
        verdict: 'plan',
        actBy: 'this-week',
        causes: ['water'],
        next: ['purge now', 'look at the seal', 'a grease that stands water'],
        mark: MC,
      },
    ],
  },
  'relief-blocked': {
    words: 'nothing at the relief',
    rows: [
      {
        verdict: 'plan',
        actBy: 'this-week',
        causes: ['blocked'],
        next: ['give no more grease', 'open the relief'],
        mark: MC,
      },
    ],
  },
  'fitting-broken': {
    words: 'fitting broken or blocked',
    rows: [
      {
        verdict: 'plan',
        actBy: 'this-week',
        causes: ['blocked', 'knocked off'],
        next: ['replace it', 'prove that grease flows'],
        mark: MC,
      },
    ],
  },
  'lubricator-still': {
    words: 'lubricator or outlet has not moved',
    rows: [
      {
        verdict: 'plan',
        actBy: 'this-week',
        causes: ['blocked', 'empty', 'not set'],
        next: ['prime by hand, a few strokes', 'else clean the line'],
        mark: 'H C',
      },
    ],
  },
  'gauges-differ': {
    words: 'two instruments disagree',
    rows: [
      {
        verdict: 'plan',
        actBy: 'this-week',
        restart: 'supervised',
        causes: ['gauge'],
        next: ['go by the worse one', 'a third instrument decides'],
        mark: MC,
      },
    ],
  },
  'bolt-moved': {
    words: 'witness mark moved',
    rows: [
      {
        verdict: 'plan',
        actBy: 'this-week',
        restart: 'supervised',
        causes: ['joint has settled', 'overload'],
        next: ['do not just retighten', 'look at joint, thread and the bolts beside it'],
        mark: MC,
      },
    ],
  },
  'breather-blocked': {
    words: 'breather blocked',
    rows: [{ verdict: 'plan', actBy: 'next-stop', causes: ['dirt', 'water'], next: ['change it'], mark: MC }],
  },
  'cover-missing': {
    words: 'cap, plug or breather missing',
    rows: [
      {
        verdict: 'plan',
        actBy: 'this-week',
        causes: ['left off'],
        next: ['put it back', 'look for dirt and water in the sump'],
        mark: MC,
      },
    ],
  },
  'guard-missing': {
    words: 'guard missing',
    rows: [
      {
        verdict: 'act-now',
        actBy: 'immediately',
        restart: 'no',
        causes: ['left off'],
        next: ['stop it by the site’s rules', 'put it back'],
        mark: HB,
      },
    ],
  },
  sluggish: {
    words: 'slow to come up to speed, or drags',
    rows: [
      {
        verdict: 'plan',
        actBy: 'next-stop',
        restart: 'supervised',
        causes: ['oil too thick', 'oil too cold', 'brake or bearing drags'],
        next: ['compare the grade with what the point asks for', 'warm it before the start'],
        mark: MC,
      },
    ],
  },
  'wrong-lubricant': {
    words: 'wrong lubricant went in',
    grades: ['same-family', 'test-first', 'never'],
    rows: [
      {
        when: { grade: ['same-family'] },
        verdict: 'watch',
        causes: ['mistaken'],
        next: ['its share stands in the book', 'look again at the next visit'],
        mark: MC,
      },
      {
        when: { grade: ['test-first'] },
        verdict: 'plan',
        actBy: 'this-week',
        restart: 'supervised',
        causes: ['mistaken'],
        next: ['drain it this week', 'test a mixture or ask the supplier'],
        mark: MC,
      },
      {
        verdict: 'act-now',
        actBy: 'immediately',
        restart: 'no',
        causes: ['mistaken'],
        next: ['do not start it', 'drain, flush and fill anew'],
        mark: MC,
      },
    ],
  },
  'too-much': {
    words: 'too much lubricant',
    rows: [
      {
        verdict: 'watch',
        causes: ['given too much', 'runs down or is thrown'],
        next: ['wipe it, keep it off the product', 'give less the next time'],
        mark: MC,
      },
    ],
  },
  'double-dose': {
    words: 'given twice',
    rows: [
      {
        verdict: 'watch',
        causes: ['mistaken'],
        next: ['feel its temperature with a probe'],
        lookAgainHours: 2,
        mark: MC,
      },
    ],
  },
  'acid-up': {
    words: 'acid number over its warning',
    rows: [
      {
        verdict: 'plan',
        actBy: 'next-stop',
        causes: ['age', 'overheated'],
        next: ['sample again', 'change it'],
        mark: MC,
      },
    ],
  },
  overdue: {
    words: 'overdue by more than half its interval',
    rows: [{ verdict: 'watch', causes: [], next: ['do it'], mark: MC }],
  },
  'unsafe-isolation': stopAndAsk('isolation is not safe'),
  'unknown-content': stopAndAsk('nobody knows what is in there'),
  'unclear-energy': stopAndAsk('an energy source is not clear'),
  other: {
    words: 'something else',
    rows: [{ verdict: 'watch', causes: [], next: ['describe it', 'show it to somebody who knows'], mark: MC }],
  },
  'in-order': {
    words: 'looked at, in order',
    rows: [{ verdict: 'fine', causes: [], next: [], mark: MC }],
  },
  ...signsRead,
} as const satisfies Record<string, Sign>;

export type SignWhat = keyof typeof table;
export const signs: Readonly<Record<SignWhat, Sign>> = table;

/** Signs that together are one step worse than the worse of them. */
export const combinations: readonly { of: readonly [readonly SignWhat[], readonly SignWhat[]]; words: string }[] = [
  { of: [['hot', 'still-climbing'], ['noise']], words: 'hot and noisy' },
  {
    of: [
      ['particles', 'shimmer', 'magnet', 'bronze'],
      ['vibration', 'noise'],
    ],
    words: 'metal and vibration',
  },
  {
    of: [
      ['level-low', 'no-oil'],
      ['hot', 'still-climbing'],
    ],
    words: 'level low and hot',
  },
  { of: [['milky'], ['rust-red']], words: 'milky and rust-red' },
  { of: [['dark'], ['acid-up']], words: 'dark and its acid number up' },
  { of: [['dark'], ['hot', 'still-climbing']], words: 'dark and hot' },
  { of: [['overdue'], ['hot', 'still-climbing']], words: 'long overdue and hot' },
  { of: [['dp-high'], ['particles', 'shimmer', 'magnet', 'bronze']], words: 'filter loaded, and metal' },
];

/** What decides which row of a sign holds. */
export type Seen = {
  grade?: Grade | undefined;
  where?: Where | undefined;
  standing?: 'clears' | 'stays' | undefined;
  kind?: string | undefined;
  stage: 'run-in' | 'steady';
  justGreased?: boolean | undefined;
  visits?: number | undefined;
  /** What the plant and the point say in place of some rows, the point's own first. */
  own?: readonly OwnSign[] | undefined;
};

const fits = (when: When, seen: Seen): boolean =>
  (when.grade === undefined || (seen.grade !== undefined && when.grade.includes(seen.grade))) &&
  (when.where === undefined || (seen.where !== undefined && when.where.includes(seen.where))) &&
  (when.kinds === undefined || (seen.kind !== undefined && when.kinds.includes(seen.kind))) &&
  (when.stage === undefined || when.stage === seen.stage) &&
  (when.standing === undefined || when.standing === seen.standing) &&
  (when.justGreased === undefined || when.justGreased === Boolean(seen.justGreased)) &&
  (when.visits === undefined || (seen.visits ?? 1) >= when.visits);

/**
 * The row of a sign that holds: the first that fits, in the plant's or the point's own words where they have some.
 * @example signRow('hot', { stage: 'steady' }).verdict // 'watch'
 */
export function signRow(what: SignWhat, seen: Seen): SignRow {
  const row = signs[what].rows.find(({ when }) => when === undefined || fits(when, seen))!;
  const own = seen.own?.find((each) => each.what === what && each.row === rowKey(row));
  return own ? { ...row, ...own.says, mark: own.source } : row;
}
