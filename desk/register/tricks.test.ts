import { describe, expect, it } from 'vitest';
import { freshDatabase } from '@/db/testing';
import { smallPlant } from '../testing';
import { writeEntry } from '../write/write-entries';
import { approvedTricks, countWaitingTricks, judgeTrick, tricksOf, waitingTricks } from './tricks';

describe('a trick that somebody found', async () => {
  const db = await freshDatabase();
  const { ids, desk, entry } = await smallPlant(db);
  const said = entry({
    kind: 'note',
    kindVersion: 2,
    pointId: ids.point,
    body: { text: 'From the ladder side, with the short hose.', trick: { hazard: 'The belt runs close by.' } },
  });
  const onRounds = async () => (await approvedTricks(db, [ids.point])).get(ids.point) ?? [];
  const planner = { ...desk, actor: { id: ids.bert, initials: 'BE', name: 'Bert' } };

  it('waits for a planner once its note is in the book, and is on no round', async () => {
    expect(await writeEntry(db, desk.now, said)).toMatchObject({ ok: true, stored: true });
    expect(await writeEntry(db, desk.now, said)).toMatchObject({ ok: true, stored: false });
    expect(await waitingTricks(db)).toMatchObject([
      { entryId: said.id, hazard: 'The belt runs close by.', author: { initials: 'AN' }, place: { label: 'M-1·01' } },
    ]);
    expect(await onRounds()).toEqual([]);
  });

  it('is judged in words that say something', async () => {
    const words = { text: 'From the ladder side.', hazard: 'The belt runs close by: guard on.' };
    expect(await judgeTrick(planner, said.id, { ...words, text: ' ' }, 'approved')).toMatchObject({
      ok: false,
      fields: { text: 'Say how it is done.' },
    });
    expect(await onRounds()).toEqual([]);
    expect(await judgeTrick(planner, said.id, words, 'approved')).toMatchObject({ ok: true });
    expect(await onRounds()).toMatchObject([{ ...words, by: 'AN' }]);
    expect(await countWaitingTricks(db)).toBe(0);
    // What was said stands in the log as it was said.
    expect((await db.Entry.findByPk(said.id))!.body).toContain('with the short hose');
  });

  it('is taken off rounds again, and of its point', async () => {
    expect(await tricksOf(db, ids.point)).toMatchObject([{ approvedBy: 'BE' }]);
    expect(await judgeTrick(planner, said.id, {}, 'declined')).toMatchObject({ ok: true });
    expect(await onRounds()).toEqual([]);
    expect(await tricksOf(db, ids.point)).toEqual([]);
    expect(await judgeTrick(planner, ids.point, {}, 'declined')).toMatchObject({ ok: false, code: 'not-found' });
  });
});
