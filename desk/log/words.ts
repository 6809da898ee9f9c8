import type { Transaction } from 'sequelize';
import type { Database } from '../desk';

/**
 * What people wrote in words, kept beside the log for looking it up: a log is mostly readings, which say nothing. Derived,
 * and made anew by `rebuild`.
 */
type WordsRow = {
  entryId: string;
  seq: number;
  /** As they were written, signs and all. */
  words: string;
  /** The same one after another, a blank before each: what the index is made of. */
  spaced: string;
};

/** Longer ones are not in the index. */
const longest = 84;
const singleWords = (text: string): string[] =>
  (text.normalize('NFC').match(/[\p{L}\p{N}]+/gu) ?? []).map((word) => word.slice(0, longest));

const identifierOrInstant = /^(?:[0-7][0-9A-HJKMNP-TV-Z]{25}|[0-9a-f]{64}|\d{4}-\d\d-\d\dT[\d:.]+(?:Z|[+-]\d\d:\d\d))$/;

/** Every text in a body that is no identifier, digest or instant, one after another; empty where there is none. */
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
export const wordRows = (entries: readonly { id: string; seq: number; body: unknown }[]): WordsRow[] =>
  entries.flatMap(({ id, seq, body }) => {
    const words = wordsOf(body);
    return words === '' ? [] : { entryId: id, seq, words, spaced: ` ${singleWords(words).join(' ')}` };
  });

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
    const words = wordRows(rows.map(({ id, seq, body }) => ({ id, seq, body: JSON.parse(body) as unknown })));
    await db.insert('entry_words', words, transaction);
    after = Number(rows.at(-1)!.seq);
  }
}

/** Shorter words are not in the index. */
const shortest = 3;

/** A search as two conditions on `entry_words` that mean the same: for texts that are read through, and for the index. */
type WordsCondition = { read: string; indexed: string; values: Record<string, string> };

const likeSign = (text: string) => text.replaceAll(/[\\%_]/g, (sign) => `\\${sign}`);

/**
 * The conditions that a search puts: every word of it, or one that begins so, stands in what was written.
 * @returns undefined where nothing was searched for
 */
export function wordsCondition(text: string): WordsCondition | undefined {
  if (text.trim() === '') return undefined;
  const words = singleWords(text);
  const indexed = words.filter((word) => word.length >= shortest);
  // What the index does not know, short words and signs, is looked for as it was typed.
  const asTyped = words.length === 0 || words.length > indexed.length || /[^\p{L}\p{N}\s]/u.test(text);
  const plain = asTyped ? ['entry_words.words LIKE :plain'] : [];
  const match = indexed.length > 0 ? ['MATCH (entry_words.spaced) AGAINST (:indexed IN BOOLEAN MODE)'] : [];
  return {
    read: [...indexed.map((_, place) => `entry_words.spaced LIKE :word${place}`), ...plain].join(' AND '),
    indexed: [...match, ...plain].join(' AND '),
    values: {
      ...Object.fromEntries(indexed.map((word, place) => [`word${place}`, `% ${word}%`])),
      indexed: indexed.map((word) => `+${word}*`).join(' '),
      plain: `%${likeSign(text.trim())}%`,
    },
  };
}

/** So many of the newest texts are read through before the index is asked. */
const readThrough = 1000;

/**
 * The newest entries that hold the words and keep the condition `where` on `entry`; `values.beforeSeq`: of those before.
 * The index yields all that ever held a word, and only then their order. So what is written often is looked for among the
 * newest texts, which costs the same in a log of any length, and only what is rare by the index.
 */
export async function idsWithWords(
  db: Database,
  { read, indexed, values: searched }: WordsCondition,
  where: string,
  values: { limit: number; beforeSeq?: number },
): Promise<string[]> {
  const before = values.beforeSeq ? 'seq < :beforeSeq' : 'TRUE';
  const newest = `${before} AND seq >= COALESCE((SELECT seq FROM entry_words WHERE ${before} ORDER BY seq DESC LIMIT 1 OFFSET ${readThrough}), 0)`;
  const find = async (texts: string) => {
    const rows = await db.select<{ id: string }>(
      `SELECT entry.id FROM (SELECT seq FROM entry_words WHERE ${texts}) AS entry_words STRAIGHT_JOIN entry ON entry.seq = entry_words.seq WHERE ${where} ORDER BY entry_words.seq DESC LIMIT :limit`,
      { ...values, ...searched },
    );
    return rows.map(({ id }) => id);
  };
  const often = await find(`${newest} AND ${read}`);
  return often.length === values.limit ? often : find(indexed);
}
