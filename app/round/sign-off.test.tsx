import { screen } from '@testing-library/react';
import { createElement } from 'react';
import { describe, expect, it } from 'vitest';
import { renderOnPage } from '@/components/testing';
import { leastWalk } from '@/core/testing';
import { walkDocument } from '@/core/walk/document';
import { SignOff } from './sign-off';
import { someStop } from './testing';
import type { Answer } from './use-round';

const alsoBy = { entryId: 'THEIRS', initials: 'JK', at: '2026-11-27T09:05:00.000Z', amount: null };
const document = walkDocument.parse({
  ...leastWalk,
  person: { ...leastWalk.person, name: 'Tomasz' },
  stops: [
    someStop({ taskId: 'open', pointLabel: 'P1·01', title: 'Regrease' }),
    someStop({ taskId: 'twice', pointLabel: 'P1·02', alsoBy }),
    someStop({ taskId: 'changed', pointLabel: 'P1·03', changed: ['Lubricant: G-31, was G-22.'] }),
    someStop({ taskId: 'plain', pointLabel: 'P1·04' }),
  ],
});
const answers = new Map<string, Answer>(
  ['twice', 'changed', 'plain'].map((taskId) => [taskId, { entryId: taskId, kind: 'grease' }]),
);
const show = (signedAt: string | null) => {
  const went: number[] = [];
  const shown = renderOnPage(
    createElement(SignOff, {
      document: { ...document, signedAt },
      answers,
      waiting: 0,
      hasUnwritten: (taskId: string) => taskId === 'open',
      onGo: (place: number) => void went.push(place),
      onWrite: () => undefined,
      onSign: async () => undefined,
    }),
  );
  return { ...shown, went };
};
const button = (name: RegExp) => screen.getByRole('button', { name });

describe('the end of a round', () => {
  it('leads back to what is open, what two people wrote, and what was changed, and to nothing else', async () => {
    const { user, went } = show(null);
    await user.click(button(/^P1·01 Regrease.*read there, not written yet/));
    await user.click(button(/^P1·02 written twice/));
    await user.click(button(/^P1·03 plan changed/));
    expect(went).toEqual([0, 1, 2]);
    expect(screen.queryByRole('button', { name: /P1·04/ })).toBeNull();
  });

  it('still asks what happened once it is signed, and no more for what was left', () => {
    show('2026-11-27T10:00:00.000Z');
    expect(button(/^P1·02 written twice/)).toBeDefined();
    expect(screen.queryByRole('heading', { name: 'Still open' })).toBeNull();
  });
});
