import { recordedThings } from './recorded';

/** The values of a thing, by field. */
export type Values = Readonly<Record<string, unknown>>;

/** One thing before and after somebody changed the plan; null where it was not there. */
export type Seen = { thing: string; id: string; of: string | null; was: Values | null; became: Values | null };

export type How = 'made' | 'changed' | 'removed';

/** What of a thing changed, and no more: of one that was made or removed everything that was known of it. */
export type Difference = Seen & { how: How; fields: string[] };

const isSame = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);
const only = (values: Values, fields: readonly string[]): Values =>
  Object.fromEntries(fields.map((field) => [field, values[field]]));
const known = (values: Values): string[] =>
  Object.keys(values).filter((field) => values[field] !== null && values[field] !== '');

/**
 * What several changes of the same things, in their order, come to: made anew as it was before is no change.
 * @returns in the order in which the things were first touched
 */
export function differences(seen: readonly Seen[]): Difference[] {
  const byThing = new Map<string, Seen>();
  for (const each of seen) {
    const name = `${each.thing} ${each.id}`;
    const first = byThing.get(name);
    byThing.set(name, first ? { ...each, was: first.was, of: each.of ?? first.of } : each);
  }
  return [...byThing.values()].flatMap((each): Difference[] => {
    const { was, became } = each;
    if (was && became) {
      const fields = Object.keys(became).filter((field) => !isSame(was[field], became[field]));
      return fields.length === 0
        ? []
        : [{ ...each, how: 'changed', fields, was: only(was, fields), became: only(became, fields) }];
    }
    const values = was ?? became;
    if (!values) return [];
    const fields = known(values);
    const kept = only(values, fields);
    return [{ ...each, how: was ? 'removed' : 'made', fields, was: was && kept, became: became && kept }];
  });
}

/**
 * A field as it is read: names of columns are words already, run together.
 * @example fieldWords('dayStartsAtMinutes') // 'day starts at minutes'
 */
export const fieldWords = (field: string): string =>
  field.replaceAll(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`).replace(/ (?:id|computed)$/, '');

/** A thing as it is read, also one that later versions of the book do not know. */
export const thingWords = (thing: string): string => recordedThings[thing]?.words ?? thing.replaceAll('_', ' ');

/** Longer values are cut: the page of the thing has the whole. */
const longestValue = 90;

/**
 * What a field held, to be read: nothing where there was nothing, lists and tables by what stands in them.
 * @example valueWords('{"hours":500}') // 'hours 500'
 */
export function valueWords(value: unknown): string {
  const words = spread(typeof value === 'string' && /^[[{]/.test(value) ? parsedOr(value) : value);
  if (words === '') return 'nothing';
  return words.length > longestValue ? `${words.slice(0, longestValue)}…` : words;
}

const parsedOr = (text: string): unknown => {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return text;
  }
};

function spread(value: unknown): string {
  if (value === null || value === undefined || value === '') return '';
  if (Array.isArray(value)) return value.map(spread).join(', ');
  if (typeof value === 'object')
    return Object.entries(value)
      .filter(([, each]) => each !== null && each !== '')
      .map(([field, each]) => `${fieldWords(field)} ${spread(each)}`)
      .join(', ');
  return typeof value === 'boolean' ? (value ? 'yes' : 'no') : String(value);
}
