import { describe, expect, it } from 'vitest';
import { signRow, signs } from '../words/signs';
import { type OwnSign, rowKey } from '../words/sign-row';
import { ownSignForm, typedOwnSign } from './own-sign-form';

const typed = {
  verdict: 'plan',
  actBy: '',
  restart: 'yes',
  causes: 'seal\n\n pipe ',
  next: 'wipe it',
  source: 'manual, p. 4',
};

describe('what a plant says in place of a row', () => {
  it('is typed one a line, and comes back as it was', () => {
    const said = ownSignForm.parse(typed);
    expect(said).toEqual({
      says: { verdict: 'plan', restart: 'yes', causes: ['seal', 'pipe'], next: ['wipe it'] },
      source: 'manual, p. 4',
    });
    expect(ownSignForm.parse(typedOwnSign(said.says, said.source))).toEqual(said);
  });

  it.each([
    [{ source: '' }, 'Whose word'],
    [{ verdict: 'maybe' }, 'choose one'],
    [{ causes: Array(13).fill('x').join('\n') }, 'at most 12'],
    [{ next: 'x'.repeat(121) }, 'at most 12'],
  ])('%o is refused in words', (wrong, words) => {
    expect(ownSignForm.safeParse({ ...typed, ...wrong }).error?.issues[0]?.message).toContain(words);
  });

  it('holds where its row held, and nowhere else; the point’s own stands before the plant’s', () => {
    const row = signRow('leak', { stage: 'steady', grade: 'drip-10' });
    const says = { verdict: 'watch', causes: ['old seal'], next: [] } as const;
    const plants: OwnSign = { what: 'leak', row: rowKey(row), says, source: 'instruction 7' };
    const points: OwnSign = { ...plants, says: { ...says, verdict: 'act-now' }, source: 'manual' };
    const at = (own: OwnSign[], grade: 'drip-1' | 'drip-10') => signRow('leak', { stage: 'steady', grade, own });
    expect(at([plants], 'drip-10')).toMatchObject({ verdict: 'watch', causes: ['old seal'], mark: 'instruction 7' });
    expect(at([plants], 'drip-1')).toEqual(signRow('leak', { stage: 'steady', grade: 'drip-1' }));
    expect(at([points, plants], 'drip-10')).toMatchObject({ verdict: 'act-now', mark: 'manual' });
  });

  it('is about one row of its sign: no two have one name', () => {
    for (const { rows } of Object.values(signs)) expect(new Set(rows.map(rowKey)).size).toBe(rows.length);
  });
});
