import { describe, expect, it } from 'vitest';
import { screen } from '@testing-library/react';
import { leastWalk } from '@/core/testing';
import { walkDocument } from '@/core/walk/document';
import { withEntry } from '@/core/walk/answered';
import { withChanges } from './changed-meanwhile';
import { showStop, someStop } from './testing';

const alsoBy = { entryId: 'THEIRS', initials: 'JK', at: '2026-11-27T09:05:00.000Z', amount: { value: 12, unit: 'g' } };
const press = (name: string | RegExp) => screen.getByRole('button', { name });
const answer = { entryId: 'MINE', kind: 'grease' };
const said = /JK, 27 Nov 2026 .*12 g/;

describe('a stop that somebody else did meanwhile', () => {
  it('is left as it was done, or done again knowingly', async () => {
    const { user, written } = showStop({ alsoBy });
    expect(screen.getByRole('alert').textContent).toMatch(said);
    await user.click(press('Leave it as JK did it'));
    expect(written).toMatchObject([
      { kind: 'skip', body: { reason: 'not-needed', text: expect.stringMatching(said) as string }, taskIds: ['t'] },
    ]);
    await user.click(press(/^Done/));
    const [, done, note] = written as { kind: string; id?: string; body: { bothHappened?: string[] } }[];
    expect(done).toMatchObject({ kind: 'grease', taskIds: ['t'] });
    expect(note).toMatchObject({ kind: 'note', body: { bothHappened: ['THEIRS', done!.id] } });
  });

  it('and was done here too keeps both, or voids one’s own and leaves the stop', async () => {
    const { user, written } = showStop({ alsoBy }, { answer });
    await user.click(press('Both happened'));
    await user.click(press('Mine did not happen'));
    expect(written).toMatchObject([
      { kind: 'note', body: { bothHappened: ['THEIRS', 'MINE'] } },
      { kind: 'correction', body: { void: true, reason: expect.stringMatching(said) as string }, replacesId: 'MINE' },
      { kind: 'skip', body: { reason: 'not-needed' }, taskIds: ['t'] },
    ]);
  });

  it('asks nothing where it was skipped here', () => {
    showStop({ alsoBy }, { answer: { entryId: 'MINE', kind: 'skip' } });
    expect(screen.queryByText(said)).toBeNull();
  });
});

const document = (change: Parameters<typeof someStop>[0] = {}) =>
  walkDocument.parse({
    ...leastWalk,
    stops: [someStop(change)],
  });

describe('a plan that was changed meanwhile', () => {
  it('is said at the stop until it was seen, over several changes', () => {
    const first = withChanges(document(), document({ amount: 30 }));
    expect(first.stops[0]!.changed).toEqual(['Amount: 30 g, was 20.2 g.']);
    const second = withChanges(first, document({ amount: 30, lubricant: { id: 'L2', code: 'G-31', name: 'Hot' } }));
    expect(second.stops[0]!.changed).toEqual(['Amount: 30 g, was 20.2 g.', 'Lubricant: G-31, was G-22.']);
    expect(withChanges(document(), document()).stops[0]!.changed).toEqual([]);
  });

  it('is seen with one tap, and what was done by the plan of before says so in the book', async () => {
    let seen = 0;
    const changed = ['Lubricant: G-31, was G-22.'];
    const { user, written } = showStop({ changed }, { answer, onSeen: () => (seen += 1) });
    await user.click(press('I have seen it'));
    expect(seen).toBe(1);
    expect(written).toMatchObject([{ kind: 'note', body: { text: `Done by the plan of before. ${changed[0]}` } }]);
  });
});

describe('a round with what was settled on it', () => {
  const entry = { kindVersion: 2, happenedAt: '', machineId: 'm', personId: 'p', taskIds: [] };
  const written = { entryId: 'MINE', kind: 'grease' };

  it('has no question left once both happened, and an open stop once one’s own was voided', () => {
    const asked = document({ alsoBy, written });
    const note = { ...entry, id: 'n', kind: 'note' as const, body: { text: 'x', bothHappened: ['THEIRS', 'MINE'] } };
    expect(withEntry(asked, note).stops[0]).toMatchObject({ alsoBy: null, written });
    const voided = {
      ...entry,
      id: 'c',
      kind: 'correction' as const,
      body: { void: true, reason: 'x' },
      replacesId: 'MINE',
    };
    expect(withEntry(asked, voided).stops[0]).toMatchObject({ written: null });
    expect(withEntry(asked, { ...voided, replacesId: 'OTHER' }).stops[0]).toMatchObject({ written });
  });
});
