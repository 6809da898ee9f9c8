import { isOwn, own } from '../own';
import { grouped, runLength, singleSpaced } from '../text';
import { parseQuantity } from '../units/parse-quantity';
import type { Stage } from './limits';

/** Intervals as people say and write them, both ways: `1 × 50 h; then 500 h or 90 d`. */
const frequencies: Record<string, number> = {
  daily: 1,
  weekly: 7,
  fortnightly: 14,
  monthly: 30,
  quarterly: 91,
  'half-yearly': 182,
  yearly: 365,
};
/** Frequencies offered as choices, each with what it means. */
export const frequencyWords = Object.keys(frequencies);

const days: Record<string, number> = {
  d: 1,
  day: 1,
  days: 1,
  w: 7,
  wk: 7,
  week: 7,
  weeks: 7,
  month: 30,
  months: 30,
  yr: 365,
  year: 365,
  years: 365,
};
const cycles = ['cycles', 'cycle', 'cyc', 'cuts', 'cut', 'strokes', 'stroke', 'starts', 'start', 'tonnes', 't'];
const hours = ['h', 'hr', 'hour', 'hours', 'run hours'];

export const stageExample = '1 × 300 h; then 4 000 h or 2 years';

/**
 * Reads stages: `;` between stages, `count ×` before one that ends, `or` between limits of which the first wins. The last
 * stage goes on for ever, unless it has a count too.
 */
export function parseStages(text: string): { ok: true; stages: Stage[] } | { ok: false; reason: string } {
  const parts = singleSpaced(text)
    .split(';')
    .map((part) =>
      part
        .trim()
        .replace(/^then\b ?/i, '')
        .replace(/^every\b ?/i, ''),
    )
    .filter((part) => part !== '');
  if (parts.length === 0) return { ok: false, reason: `Say how often, for example: ${stageExample}.` };
  const stages: Stage[] = [];
  for (const [index, part] of parts.entries()) {
    const counted = /^(\d{1,3}) ?(?:×|x|times) (?:every )?(\S.*)$/i.exec(part);
    const limits = readLimits(counted ? counted[2]! : part);
    if (!limits.ok) return limits;
    const count = counted ? Number(counted[1]) : undefined;
    if (count === 0) return { ok: false, reason: `"${part}": none at all is no stage.` };
    if (count === undefined && index < parts.length - 1)
      return {
        ok: false,
        reason: `"${part}" would go on for ever, so what stands after it is never reached. Say how many times, such as 1 × ${part}.`,
      };
    stages.push({ name: nameOf(index, parts.length, count), ...(count !== undefined && { count }), ...limits.value });
  }
  return { ok: true, stages };
}

const nameOf = (index: number, of: number, count: number | undefined): string =>
  count === undefined ? 'steady' : of > 2 ? `run-in ${index + 1}` : 'run-in';

type Limits = Pick<Stage, 'hours' | 'cycles' | 'days' | 'standstillDays'>;

function readLimits(text: string): { ok: true; value: Limits } | { ok: false; reason: string } {
  const value: Limits = {};
  for (const words of text.split(/ or /i).map((each) => each.trim().toLowerCase())) {
    const limit = readLimit(words);
    if (!limit.ok) return limit;
    if (Object.keys(limit.value).some((key) => isOwn(value, key)))
      return { ok: false, reason: `"${text}" names the same kind of limit twice.` };
    Object.assign(value, limit.value);
  }
  return { ok: true, value };
}

function readLimit(words: string): ReturnType<typeof readLimits> {
  const limit = (value: Limits) => ({ ok: true as const, value });
  const none = {
    ok: false as const,
    reason: `"${words}" is no interval. Write a number with h, d, weeks, months, years or cycles, or a word such as monthly.`,
  };
  const usual = own<number>(frequencies, words);
  if (usual !== undefined) return limit({ days: usual });
  const figures = runLength(words, (sign) => /[\d., ]/.test(sign));
  const unit = words.slice(figures).trim();
  if (figures === 0 || !/^[a-z][a-z ]*$/.test(unit)) return none;
  const amount = parseQuantity(words.slice(0, figures), 'number');
  if (!amount.ok) return amount;
  const inDays = /^(\w+)( standing(?: still)?)?$/.exec(unit);
  if (amount.value <= 0) return none;
  if (hours.includes(unit)) return limit({ hours: amount.value });
  if (cycles.includes(unit)) return limit({ cycles: amount.value });
  const many = inDays && isOwn(days, inDays[1]!) ? Math.round(amount.value * days[inDays[1]!]! + 1e-9) : 0;
  if (many < 1 || amount.value * days[inDays![1]!]! < 1) return none;
  return limit(inDays![2] ? { standstillDays: many } : { days: many });
}

/** Ten figures, thousands grouped, so that nothing is lost when it is read again. */
function number(value: number): string {
  const [whole, decimals] = String(Number(value.toPrecision(10))).split('.') as [string, string?];
  return grouped(whole, ' ') + (decimals ? `.${decimals}` : '');
}

/** `isCyclic`: from the last stage it goes on with the first. `counts`: what the machine counts besides its hours. */
type SaidAs = { isCyclic?: boolean; counts?: string | undefined };

/**
 * Stages in the words that `parseStages` reads, exactly.
 * @example stageWords([{ name: 'steady', hours: 4000, days: 730 }]) // '4 000 h or 2 years'
 */
export const stageWords = (stages: readonly Stage[], said: SaidAs = {}): string => inWords(stages, said, daysOrYears);

/** Stages as they are shown: usual spans by their names; computed hours whole from a hundred on, as nobody services by the minute. */
export const shownStages = (stages: readonly Stage[], said: SaidAs = {}): string =>
  inWords(
    stages.map(({ hours: h, cycles: c, ...rest }) => ({
      ...rest,
      ...(h !== undefined && { hours: rounded(h) }),
      ...(c !== undefined && { cycles: rounded(c) }),
    })),
    said,
    (days) => usualSpan(days) ?? daysOrYears(days),
  );

/**
 * What people call a usual span.
 * @example usualSpan(91) // 'quarterly'
 */
export const usualSpan = (days: number): string | undefined =>
  frequencyWords.find((word) => frequencies[word] === days);

/**
 * The years that a number of days makes, where it makes whole ones.
 * @example wholeYears(730) // 2
 * @example wholeYears(100) // undefined
 */
export const wholeYears = (days: number): number | undefined => (days > 0 && days % 365 === 0 ? days / 365 : undefined);

const daysOrYears = (days: number): string =>
  (wholeYears(days) ?? 0) > 1 ? `${number(wholeYears(days)!)} years` : `${number(days)} d`;

function inWords(
  stages: readonly Stage[],
  { isCyclic = false, counts = 'cycles' }: SaidAs,
  dayWords: (days: number) => string,
): string {
  const limits = ({ hours: h, cycles: c, days: d, standstillDays }: Stage) =>
    [
      h !== undefined && `${number(h)} h`,
      c !== undefined && `${number(c)} ${counts}`,
      d !== undefined && dayWords(d),
      standstillDays !== undefined && `${number(standstillDays)} d standing`,
    ]
      .filter(Boolean)
      .join(' or ');
  const words = stages
    .map(
      (stage, index) =>
        `${index > 0 ? 'then ' : ''}${stage.count === undefined ? '' : `${stage.count} × `}${limits(stage)}`,
    )
    .join('; ');
  return isCyclic ? `${words}; and round again` : words;
}

const rounded = (value: number): number => (value >= 100 ? Math.round(value) : Number(value.toPrecision(3)));

/**
 * True where both ask for the same at the same times; what stages are called does not matter.
 * @example sameStages([{ name: 'steady', days: 14 }], [{ name: 'steady', days: 14 }]) // true
 */
export const sameStages = (a: readonly Stage[], b: readonly Stage[]): boolean => stageWords(a) === stageWords(b);
