import { describe, expect, it } from 'vitest';
import { rowKey } from '@/core/words/sign-row';
import { signRow } from '@/core/words/signs';
import { meaningOf } from '@/core/words/findings';
import { freshDatabase } from '@/db/testing';
import { openFindings } from './follow/findings';
import { ownSignsAt, saidOwn, saveOwnSign } from './own-signs';
import { createTask } from './plan/tasks';
import { smallPlant, taskForm } from './testing';
import { observationPost, postObservation } from './write/observations';

describe('what is said in place of the table of signs', async () => {
  const db = await freshDatabase();
  const { ids, desk } = await smallPlant(db);
  const hot = { what: 'hot', row: rowKey(signRow('hot', { stage: 'steady' })) };
  const typed = {
    verdict: 'act-now',
    actBy: 'same-shift',
    restart: 'no',
    causes: 'pump\nfan',
    next: '',
    source: 'manual, p. 9',
  };
  const at = async (pointId: string | null) => (await ownSignsAt(db, [pointId]))(pointId);
  const urgency = async () => meaningOf('hot', { kind: 'gear-case', consequence: 2, own: await at(ids.point) }).urgency;

  it('of the plant holds at every point, its own before that, until it is taken back', async () => {
    expect(await urgency()).toBe('watch');
    expect(await saveOwnSign(desk, null, hot, typed)).toMatchObject({ ok: true });
    expect(await urgency()).toBe('act-now');
    expect(await saveOwnSign(desk, ids.point, hot, { ...typed, verdict: 'plan' })).toMatchObject({ ok: true });
    expect(await urgency()).toBe('plan');
    expect((await saidOwn(db, { what: 'hot' })).map(({ source }) => source)).toEqual(['manual, p. 9', 'manual, p. 9']);
    await saveOwnSign(desk, ids.point, hot, null);
    expect(await urgency()).toBe('act-now');
    await saveOwnSign(desk, null, hot, null);
    expect(await at(ids.point)).toEqual([]);
  });

  it('a reading that is past its limit is judged by it, also for less', async () => {
    const readings = [{ quantity: 'temperature', name: 'Oil', unit: '°C', validIn: '', warnHigh: '70' }];
    await createTask(desk, ids.point, { ...taskForm, when: '7 d', readings });
    const leak = { what: 'coolant-thin', row: '' };
    expect(
      await saveOwnSign(desk, ids.point, leak, { ...typed, verdict: 'watch', actBy: '', restart: 'yes' }),
    ).toMatchObject({ ok: true });
    await saveOwnSign(desk, null, hot, typed);
    const post = observationPost.parse({
      id: '01ARZ3NDEKTSV4RRFFQ69G5FAV',
      at: '2026-06-10T08:00:00Z',
      pointId: ids.point,
      values: [{ quantity: 'Oil', value: 75, unit: '°C' }],
      source: 'test',
    });
    expect(await postObservation(db, desk.now, post)).toMatchObject({ outcome: { ok: true } });
    expect((await openFindings(db, desk.now)).shown.map((found) => found.urgency)).toEqual(['act-now']);
  });

  it.each([
    ['no-such-sign', '', typed, 'no such sign'],
    ['hot', 'grade=blue', typed, 'no such sign'],
    ['hot', hot.row, { ...typed, source: '' }, 'Whose word'],
  ])('%s %s is refused in words', async (what, row, values, words) => {
    const answer = await saveOwnSign(desk, null, { what, row }, values);
    expect(!answer.ok && [answer.reason, ...Object.values(answer.fields ?? {})].join(' ')).toContain(words);
  });
});
