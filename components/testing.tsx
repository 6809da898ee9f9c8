import { type RenderResult, render } from '@testing-library/react';
import userEvent, { type UserEvent } from '@testing-library/user-event';
import { AppRouterContext, type AppRouterInstance } from 'next/dist/shared/lib/app-router-context.shared-runtime';
import type { ReactElement } from 'react';
import { vi } from 'vitest';
import { type EntryInput } from '@/core/entry/envelope';

/** Where a screen went and how often it asked for fresh data. */
export type Visits = { pushed: string[]; refreshed: number };

/** Shows a part of a screen as a page would, with a router that only notes what is asked of it. */
export function renderOnPage(part: ReactElement): RenderResult & { user: UserEvent; visits: Visits } {
  const visits: Visits = { pushed: [], refreshed: 0 };
  const router: AppRouterInstance = {
    push: (href) => void visits.pushed.push(href),
    replace: (href) => void visits.pushed.push(href),
    refresh: () => void (visits.refreshed += 1),
    prefetch: () => undefined,
    back: () => undefined,
    forward: () => undefined,
    bfcacheId: '',
  };
  const shown = render(<AppRouterContext value={router}>{part}</AppRouterContext>);
  return { ...shown, user: userEvent.setup({ delay: null }), visits };
}

type Answer = { status: number; body?: object };

/**
 * Stands in for the network alone: notes what is sent to the book and answers as told. `null` is no connection.
 * @returns the entries as they were sent, in their order
 */
export function bookAnswers(answer: (entry: EntryInput) => Answer | null = () => ({ status: 201 })): EntryInput[] {
  const sent: EntryInput[] = [];
  vi.stubGlobal('fetch', async (_: string, init: RequestInit) => {
    const entry = JSON.parse(String(init.body)) as EntryInput;
    sent.push(entry);
    const said = answer(entry);
    if (said === null) throw new TypeError('no connection');
    return said.status < 300
      ? Response.json({ id: entry.id, ...said.body }, { status: said.status })
      : new Response(JSON.stringify({ code: said.status === 409 ? 'conflict' : 'invalid', ...said.body }), {
          status: said.status,
          headers: { 'content-type': 'application/problem+json' },
        });
  });
  return sent;
}
