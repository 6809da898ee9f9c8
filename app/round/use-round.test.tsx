import { act, renderHook, waitFor } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { waitingEntries } from '@/components/use-outbox';
import { type WalkDocument, walkDocumentVersion } from '@/core/walk/document';
import { someMeter, someStop } from './testing';
import { useRound } from './use-round';
import { type EntryInput } from '@/core/entry/envelope';

const round = (roundId: string): WalkDocument => ({
  version: walkDocumentVersion,
  roundId,
  route: { id: 'R', code: 'R-1', name: 'Walk' },
  person: { id: 'P', initials: 'HB', name: 'Hanna' },
  startedAt: '2026-06-15T06:00:00Z',
  loadedAt: '2026-06-15T06:00:00Z',
  signedAt: null,
  stops: [someStop({ taskId: 'a' }), someStop({ taskId: 'b' })],
  procedures: {},
  openThings: [],
  people: [],
  guns: [],
  ownNumbers: {},
  unitsBeside: [],
  meters: [someMeter()],
});

/** The book: gives out a round as it knows it, takes entries, and may be away. */
function book(given: WalkDocument) {
  const known = { document: given, away: false, before: async () => {} };
  const taken: EntryInput[] = [];
  vi.stubGlobal('fetch', async (url: string, init?: RequestInit) => {
    if (known.away) throw new TypeError('no connection');
    if (!url.endsWith('/api/entries')) {
      // Read first, then slow: what arrives meanwhile is not in this answer.
      const answer = structuredClone(known.document);
      await known.before();
      return Response.json(answer);
    }
    const entry = JSON.parse(String(init!.body)) as EntryInput;
    taken.push(entry);
    return Response.json({ id: entry.id }, { status: 201 });
  });
  return { known, taken };
}

const open = async (id: string) => {
  const hook = renderHook(() => useRound(id));
  await waitFor(() => expect(hook.result.current.loaded.state).toBe('ready'));
  return hook;
};
const skip = { kind: 'skip' as const, machineId: 'M', pointId: 'p', taskIds: ['a'], body: { reason: 'no time' } };
const done = { kind: 'grease' as const, machineId: 'M', pointId: 'p', taskIds: ['b'], body: { massG: 20 } };
const kinds = (answers: Map<string, { kind: string }>) => [...answers].map(([taskId, { kind }]) => `${taskId} ${kind}`);

describe('a round on a device', () => {
  it('shows each answer at once, and what was taken back not any more', async () => {
    book(round('R1'));
    const { result, unmount } = await open('R1');
    const entryId = (await act(async () => result.current.write([skip], true)))![0]!.id;
    expect(kinds(result.current.answers)).toEqual(['a skip']);
    expect(await act(async () => result.current.undo(entryId))).toBe(true);
    expect(result.current.answers.size).toBe(0);
    expect(await waitingEntries()).toEqual([]);
    expect(await act(async () => result.current.undo(entryId))).toBe(false);
    unmount();
  });

  it('knows a meter as read and itself as signed before the book does', async () => {
    const { known } = book(round('R2'));
    const { result, unmount } = await open('R2');
    known.away = true;
    await act(
      async () =>
        void (await result.current.write(
          [{ kind: 'reading', machineId: 'M', body: { meterId: 'METER', value: 112 } }],
          false,
        )),
    );
    await act(async () => void (await result.current.write([{ kind: 'hand-over', machineId: null, body: {} }], false)));
    expect(result.current.loaded).toMatchObject({
      document: { signedAt: expect.any(String), meters: [{ readInRound: true, lastValue: 112 }] },
    });
    unmount();
    // The tab was closed and opens again, still without signal.
    const again = await open('R2');
    expect(again.result.current.loaded).toMatchObject({
      fromDevice: true,
      document: { signedAt: expect.any(String), meters: [{ readInRound: true }] },
    });
    known.away = false;
    act(() => void window.dispatchEvent(new Event('online')));
    await waitFor(async () => expect(await waitingEntries()).toEqual([]));
    again.unmount();
  });

  it('opened again keeps what leaves the device while the book’s answer is on its way', async () => {
    const { known, taken } = book(round('R3'));
    const first = await open('R3');
    await act(async () => void (await first.result.current.write([skip], false)));
    await act(async () => void (await first.result.current.write([done], false)));
    first.unmount();
    expect(taken).toHaveLength(0);
    // The worst moment: the book has read the round before both entries arrive, and is slow to say so.
    known.before = async () => {
      await waitFor(() => expect(taken).toHaveLength(2));
    };
    const again = renderHook(() => useRound('R3'));
    await waitFor(() => expect(again.result.current.loaded.state).toBe('ready'));
    await waitFor(async () => expect(await waitingEntries()).toEqual([]));
    expect(kinds(again.result.current.answers)).toEqual(['a skip', 'b grease']);
    again.unmount();
  });

  it('of another version asks for the page to be loaded anew', async () => {
    book({ ...round('R4'), version: 1 } as unknown as WalkDocument);
    const { result } = renderHook(() => useRound('R4'));
    await waitFor(() =>
      expect(result.current.loaded).toMatchObject({
        state: 'failed',
        reason: expect.stringContaining('Reload the page'),
      }),
    );
  });

  it('that was never opened here says what it needs', async () => {
    book(round('R5')).known.away = true;
    const { result } = renderHook(() => useRound('R5'));
    await waitFor(() =>
      expect(result.current.loaded).toMatchObject({
        state: 'failed',
        reason: expect.stringContaining('no connection'),
      }),
    );
  });
});
