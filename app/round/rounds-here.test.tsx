import { screen, waitFor } from '@testing-library/react';
import { SearchParamsContext } from 'next/dist/shared/lib/hooks-client-context.shared-runtime';
import { createElement } from 'react';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { renderOnPage } from '@/components/testing';
import { forgetDocuments, keptDocuments, waitingEntries } from '@/components/use-outbox';
import { walkDocumentVersion } from '@/core/walk/document';
import { RoundsHere } from './rounds-here';
import { chooseRoute } from './take-along';
import { someStop } from './testing';

const people = {
  TO: { id: 'TO', initials: 'TO', name: 'Tomasz' },
  HB: { id: 'HB', initials: 'HB', name: 'Hanna' },
};
const planOf = (id: string, person: keyof typeof people) => ({
  document: {
    version: walkDocumentVersion as 2,
    roundId: '',
    route: { id, code: id, name: `Walk ${id}` },
    person: people[person],
    startedAt: '2026-11-27T08:00:00.000Z',
    loadedAt: '2026-11-27T08:00:00.000Z',
    signedAt: null,
    stops: [someStop()],
    guns: [],
    meters: [],
  },
  wanted: ['t'],
  unsigned: null,
});
/** A book that knows one route with something wanted, open in somebody's name; away where nobody's is given. */
function book(who: { name: keyof typeof people | null }, routes = ['R-1']) {
  vi.stubGlobal('fetch', async (url: string) => {
    if (who.name === null) throw new TypeError('no connection');
    if (url === '/api/shift')
      return Response.json({
        person: people[who.name],
        timeZone: 'Europe/Vienna',
        readAt: new Date().toISOString(),
        routes: routes.map((id) => ({ id, code: id, name: '', wanted: 1, overdue: 0 })),
        more: false,
        rounds: [],
      });
    const [, id] = /routes\/(.+)\/walk/.exec(url) ?? [];
    return id && id !== 'GONE'
      ? Response.json(planOf(id, who.name))
      : new Response(JSON.stringify({ code: 'not-found', detail: 'Not in the book.' }), { status: 404 });
  });
}
const show = (query = '') =>
  renderOnPage(createElement(SearchParamsContext, { value: new URLSearchParams(query) }, createElement(RoundsHere)));
const heading = (name: string | RegExp) => screen.findByRole('heading', { name });

describe('the rounds on a device', () => {
  beforeEach(async () => forgetDocuments((await keptDocuments()).map(({ id }) => id)));

  it('are taken along by themselves, and are there again without signal', async () => {
    const who: { name: keyof typeof people | null } = { name: 'TO' };
    book(who);
    const first = show();
    await heading(/R-1/);
    await screen.findByText(/for TO Tomasz/);
    first.unmount();
    who.name = null;
    const { unmount } = show('instead=/due');
    await heading(/R-1/);
    expect(screen.getByText('The book is not reached just now,')).toBeDefined();
    expect(screen.getByRole('link', { name: 'Try the page again' }).getAttribute('href')).toBe('/due');
    unmount();
  });

  it('are those of whoever has the book open: another name takes its own along', async () => {
    const who: { name: keyof typeof people | null } = { name: 'TO' };
    book(who);
    const first = show();
    await screen.findByText(/for TO Tomasz/);
    first.unmount();
    who.name = 'HB';
    const { user, unmount } = show();
    await screen.findByText(/for HB Hanna/);
    const pushed = vi.spyOn(window.history, 'pushState').mockReturnValue();
    await user.click(screen.getByRole('button', { name: /^Start the round/ }));
    await waitFor(() => expect(pushed).toHaveBeenCalled());
    const begun = (await keptDocuments()).find(({ document }) => (document as { roundId?: string }).roundId);
    expect(begun!.document).toMatchObject({ person: { initials: 'HB' }, stops: [{ taskId: 't' }] });
    expect(await waitingEntries()).toEqual([]);
    pushed.mockRestore();
    unmount();
  });

  it('hold a route that somebody chose, and drop one that is not in use any more', async () => {
    book({ name: 'TO' });
    await chooseRoute(planOf('R-2', 'TO'));
    await chooseRoute(planOf('GONE', 'TO'));
    const { unmount } = show();
    await heading(/R-1/);
    await heading(/R-2/);
    await waitFor(() => expect(screen.queryByRole('heading', { name: /GONE/ })).toBeNull());
    unmount();
  });

  it('say why nothing came where nothing is here', async () => {
    book({ name: null });
    const { unmount } = show();
    expect((await screen.findByRole('alert')).textContent).toContain('The book is not reached just now.');
    expect(screen.getByText('Nothing is taken along on this device yet.')).toBeDefined();
    unmount();
  });
});
