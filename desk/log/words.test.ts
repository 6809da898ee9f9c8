import { describe, expect, it } from 'vitest';
import { freshDatabase } from '@/db/testing';
import { rebuild } from '../standing/rebuild';
import { smallPlant } from '../testing';
import { writeEntry } from '../write/write-entries';
import { readLog } from './lines';
import { wordsCondition, wordsOf } from './words';

describe('what was written in words', async () => {
  const db = await freshDatabase();
  const { ids, desk, entry } = await smallPlant(db);
  const write = async (change: Parameters<typeof entry>[0]) => {
    const sent = entry(change);
    const outcome = await writeEntry(db, desk.now, sent);
    if (!outcome.ok) throw new Error(outcome.reason);
    return sent.id;
  };
  const note = (text: string) => write({ kind: 'note', body: { text } });
  const found = async (text: string) => (await readLog(db, { text })).map(({ id }) => id);

  it('is every text of a body but identifiers', () => {
    const body = { meterId: ids.meter, value: 5, note: 'Read twice', deep: [{ text: 'and again' }, null, true] };
    expect(wordsOf(body)).toBe('and again Read twice');
    expect(wordsOf({ meterId: ids.meter, value: 5 })).toBe('');
  });

  it('is found by words, by how they begin, by signs and short words, newest first', async () => {
    const belt = await note('The belt was off, 5 mm play at the guard');
    const oil = await note('Ölstand 100% in Ordnung, was topped up');
    await write({ kind: 'reading', body: { meterId: ids.meter, value: 10 } });
    expect(await found('belt')).toEqual([belt]);
    expect(await found('guar')).toEqual([belt]);
    expect(await found('belt guard')).toEqual([belt]);
    expect(await found('belt pump')).toEqual([]);
    // Words that are in every text are sought as well as any other.
    expect(await found('was')).toEqual([oil, belt]);
    expect(await found('5 mm')).toEqual([belt]);
    expect(await found('100%')).toEqual([oil]);
    expect(await found('%')).toEqual([oil]);
    expect(await found('ölst')).toEqual([oil]);
    expect(await found('elt')).toEqual([]);
    expect((await found('  ')).length).toBe(3);
    expect(await found('+"(*)@<>~-')).toEqual([]);
  });

  it('is found alike among the newest texts and by the index, page by page', async () => {
    const texts = [
      'Ladder (oily), told MB',
      'ladders: 3 of 4 oily!',
      'LADDER-OIL 46',
      'Öler tropft, L 2',
      'laddering oil_can',
    ];
    for (let turn = 0; turn < 3; turn += 1) for (const text of texts) await note(text);
    const by = async (condition: string, values: Record<string, string>) =>
      (
        await db.select<{ id: string }>(
          `SELECT entryId AS id FROM entry_words WHERE ${condition} ORDER BY seq DESC`,
          values,
        )
      ).map(({ id }) => id);
    for (const text of [
      'ladder',
      'ladd oil',
      'oily',
      'oler',
      'oil 46',
      'L 2',
      'told mb',
      '(oily)',
      'oil_c',
      'nothing',
    ]) {
      const { read, indexed, values } = wordsCondition(text)!;
      const all = await by(indexed, values);
      expect([text, await by(read, values)]).toEqual([text, all]);
      const pages = [];
      for (let beforeSeq: number | undefined; ;) {
        const page = await readLog(db, { text, kind: 'note', ...(beforeSeq && { beforeSeq }) }, 4);
        pages.push(...page.map(({ id }) => id));
        beforeSeq = page.at(-1)?.seq;
        if (page.length < 4) break;
      }
      expect(pages).toEqual(all);
    }
  });

  it('is as it was when the log is gone through anew, corrections included', async () => {
    const wrong = await note('Coupling hot');
    await write({
      kind: 'correction',
      replacesId: wrong,
      body: {
        reason: 'Wrong machine part',
        replacement: {
          happenedAt: desk.now.toISOString(),
          offsetMinutes: 120,
          taskIds: [],
          body: { text: 'Bearing hot' },
        },
      },
    });
    const stored = () => db.select('SELECT * FROM entry_words ORDER BY entryId');
    const before = await stored();
    expect(before).toHaveLength(19);
    await rebuild(db);
    expect(await stored()).toEqual(before);
    expect((await found('hot')).length).toBe(2);
  });

  it('asks for nothing where nothing was typed', () => {
    expect(wordsCondition(' ')).toBeUndefined();
    expect(wordsCondition('a b')!.values.plain).toBe('%a b%');
  });
});
