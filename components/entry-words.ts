import { type EntryKind, entryKinds, kinds, wordsOf } from '@/core/entry/kinds';
import { amount, asRead, day, measured, number } from './words';

/** Kinds as words on the page. */
export const kindWords = Object.fromEntries(entryKinds.map((kind) => [kind, kinds[kind].title])) as Record<
  EntryKind,
  string
>;

/** Codes and names that bodies refer to by identifier. */
export type Names = {
  lubricants: Record<string, string>;
  meters: Record<string, { name: string; unit: string }>;
  people: Record<string, string>;
};

/** What an entry says, in one line. */
export const entryWords = (kind: EntryKind, body: object, names: Names): string =>
  wordsOf(kind, body, {
    number,
    asRead,
    measured,
    day,
    amount,
    lubricant: (id) => names.lubricants[id] ?? 'unknown lubricant',
    person: (id) => names.people[id] ?? 'somebody',
    meter: (id) => names.meters[id],
  });
