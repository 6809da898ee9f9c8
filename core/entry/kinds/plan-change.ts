import { z } from 'zod';
import { fieldWords, thingWords } from '../../changes/change';
import { besideTheWork, defineKind } from '../kind';

const digest = z.string().regex(/^[0-9a-f]{64}$/);
const name = z.string().min(1).max(255);

/**
 * What changed, by name only: of the values the log holds digests with a salt, so that it stays whole when values that
 * tell of a person are erased beside it.
 */
export const changes = z.strictObject({
  changes: z
    .array(
      z.strictObject({
        thing: name,
        id: name,
        how: z.enum(['made', 'changed', 'removed']),
        fields: z.array(name).max(200),
        before: digest.nullable(),
        after: digest.nullable(),
      }),
    )
    .min(1)
    .max(200),
  /** It was made in the database itself, past the book: the book cannot say by whom. */
  outside: z.literal(true).optional(),
});
type Changes = z.infer<typeof changes>;

/** Things of a kind that were changed alike are said together. */
const mostFields = 6;

export function changeWords({ changes: all, outside }: Changes): string {
  const alike = new Map<string, number>();
  for (const { thing, how, fields } of all) {
    const what =
      how === 'changed'
        ? `: ${fields.slice(0, mostFields).map(fieldWords).join(', ')}${fields.length > mostFields ? ' …' : ''}`
        : ` ${how}`;
    const words = `${thingWords(thing)}${what}`;
    alike.set(words, (alike.get(words) ?? 0) + 1);
  }
  const said = [...alike].map(([words, times]) => (times > 1 ? `${times} × ${words}` : words)).join('; ');
  return outside ? `Made past the book, in its database: ${said}` : said;
}

/** What is the same of every kind that the book alone writes, beside a change of what stands in its tables. */
export const ofTheBook = {
  ...besideTheWork,
  needsMachine: false,
  mended: 'where-it-stands',
  byBook: true,
  words: changeWords,
} as const;

export const planChange = defineKind({ title: 'Plan changed', bodies: { 1: changes }, ...ofTheBook });
