import type { Transaction } from 'sequelize';
import type { Database } from '../desk';

/**
 * What people wrote in words, kept beside the log for looking it up: a log is mostly readings, which say nothing. Derived,
 * and made anew by `rebuild`.
 */
type WordsRow = { entryId: string; words: string };

const identifierOrInstant = /^(?:[0-7][0-9A-HJKMNP-TV-Z]{25}|\d{4}-\d\d-\d\dT[\d:.]+(?:Z|[+-]\d\d:\d\d))$/;

/** Every text in a body that is no identifier or instant, one after another; empty where there is none. */
export function wordsOf(body: unknown): string {
  if (typeof body === 'string') return identifierOrInstant.test(body) ? '' : body;
  if (typeof body !== 'object' || body === null) return '';
  // By name, as the log keeps them: a body is the same whichever way it came.
  return Object.entries(body)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([, value]) => wordsOf(value))
    .filter((words) => words !== '')
    .join(' ');
}

/** The words of entries that are being written, as they are kept. */
export const wordRows = (entries: readonly { id: string; body: unknown }[]): WordsRow[] =>
  entries.map(({ id, body }) => ({ entryId: id, words: wordsOf(body) })).filter(({ words }) => words !== '');

/** A reading as nearly all are: its meter and its value, no words. */
const bareReading = "kind = 'reading' AND CHAR_LENGTH(body) < 90";
const atOnce = 1000;

/** Makes the words of the whole log anew. */
export async function rebuildWords(db: Database, transaction: Transaction): Promise<void> {
  await db.EntryWords.destroy({ where: {}, transaction });
  for (let after = 0; ;) {
    const rows = await db.select<{ id: string; seq: number; body: string }>(
      `SELECT id, seq, body FROM entry WHERE seq > :after AND NOT (${bareReading}) ORDER BY seq LIMIT ${atOnce}`,
      { after },
      transaction,
    );
    if (rows.length === 0) return;
    const words = wordRows(rows.map(({ id, body }) => ({ id, body: JSON.parse(body) as unknown })));
    await db.insert('entry_words', words, transaction);
    after = Number(rows.at(-1)!.seq);
  }
}

/** Shorter words are not in the index. */
const shortest = 3;

/**
 * The condition on `entry` that a search puts: every word of it, or one that begins so, stands in what was written.
 * @returns the condition with its values; undefined where nothing was searched for
 */
export function wordsCondition(text: string): { sql: string; values: Record<string, string> } | undefined {
  const words = text.match(/[\p{L}\p{N}]+/gu) ?? [];
  const indexed = words.filter((word) => word.length >= shortest);
  // What the index does not know, short words and signs, is looked for as it was typed.
  const plain = words.length === 0 || words.length > indexed.length || /[^\p{L}\p{N}\s]/u.test(text);
  if (text.trim() === '') return undefined;
  const conditions = [
    indexed.length > 0 && 'MATCH (entry_words.words) AGAINST (:indexed IN BOOLEAN MODE)',
    plain && 'entry_words.words LIKE :plain',
  ].filter(Boolean);
  return {
    sql: `entry.id IN (SELECT entryId FROM entry_words WHERE ${conditions.join(' AND ')})`,
    values: {
      indexed: indexed.map((word) => `+${word}*`).join(' '),
      plain: `%${text.trim().replaceAll(/[\\%_]/g, (sign) => `\\${sign}`)}%`,
    },
  };
}
