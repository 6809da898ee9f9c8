import { act, renderHook, waitFor } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { bookAnswers } from './testing';
import { entryOf, fetchDocument, keepDocument, useOutbox, waitingEntries, writeNow } from './use-outbox';

const draft = (text: string) => ({ kind: 'note' as const, personId: 'P', machineId: null, body: { text } });

describe('an entry', () => {
  it('bears the name of this device, the same every time, and its own number', () => {
    const [first, second] = [entryOf(draft('a')), entryOf(draft('b'))];
    expect(first.deviceId).toBe(second.deviceId);
    expect(first.deviceId).toMatch(/^[0-9A-Z]{26}$/);
    expect(first.id).not.toBe(second.id);
    expect(Math.abs(Date.parse(first.happenedAt) - Date.now())).toBeLessThan(5000);
  });

  it('keeps the time that a person states', () => {
    expect(entryOf({ ...draft('a'), happenedAt: '2026-01-01T08:00:00.000Z', offsetMinutes: 60 })).toMatchObject({
      happenedAt: '2026-01-01T08:00:00.000Z',
      offsetMinutes: 60,
    });
  });
});

describe('writing straight away', () => {
  it('is sent, and leaves nothing behind', async () => {
    const sent = bookAnswers();
    expect(await writeNow(draft('sent'))).toMatchObject({ state: 'sent', entryId: sent[0]!.id });
    expect(await waitingEntries()).toEqual([]);
  });

  it('waits without a connection, and goes with the next that gets through, in its order', async () => {
    bookAnswers(() => null);
    expect(await writeNow(draft('first'))).toMatchObject({ state: 'waiting' });
    const sent = bookAnswers();
    expect(await writeNow(draft('second'))).toMatchObject({ state: 'sent' });
    expect(sent.map(({ body }) => body.text)).toEqual(['first', 'second']);
    expect(await waitingEntries()).toEqual([]);
  });

  it('is whole when it leaves: half a character becomes the mark of a missing one', async () => {
    const sent = bookAnswers();
    await writeNow(draft('half \ud83d of it'));
    expect(sent[0]!.body.text).toBe('half \ufffd of it');
  });

  it('hands back what the book refuses, and keeps nothing of it', async () => {
    bookAnswers(() => ({
      status: 422,
      body: { detail: 'No.', errors: [{ pointer: '/body/text', code: 'refused', detail: 'Too short.' }] },
    }));
    expect(await writeNow(draft('x'))).toEqual({
      state: 'refused',
      reason: 'No.',
      problems: [{ pointer: '/body/text', code: 'refused', detail: 'Too short.' }],
    });
    expect(await waitingEntries()).toEqual([]);
  });
});

describe('the queue as a screen sees it', () => {
  it('shows what waits, and what was taken back is gone and never sent', async () => {
    const sent = bookAnswers();
    const { result, unmount } = renderHook(() => useOutbox());
    await waitFor(() => expect(result.current.queue).toEqual([]));
    const [held] = await act(async () => result.current.put([draft('held')], 60_000));
    await waitFor(() =>
      expect(result.current.queue).toMatchObject([{ id: held!.id, entry: { body: { text: 'held' } } }]),
    );
    expect(await act(async () => result.current.takeBack(held!.id))).toBe(true);
    await waitFor(() => expect(result.current.queue).toEqual([]));
    expect(await act(async () => result.current.takeBack(held!.id))).toBe(false);
    expect(sent).toEqual([]);
    unmount();
  });

  it('sends by itself, says when it cannot, and again as soon as there is signal', async () => {
    let there = false;
    bookAnswers(() => (there ? { status: 201 } : null));
    const { result, unmount } = renderHook(() => useOutbox());
    await act(async () => void (await result.current.put([draft('later')])));
    await waitFor(() => expect(result.current.offline).toBe(true));
    expect(result.current.queue).toHaveLength(1);
    there = true;
    act(() => void window.dispatchEvent(new Event('online')));
    await waitFor(() => expect(result.current.queue).toEqual([]));
    expect(result.current.offline).toBe(false);
    unmount();
  });
});

describe('a document', () => {
  const answers = (answer: () => Promise<Response>) => vi.stubGlobal('fetch', answer);

  it('is kept when it comes, and read from the device when nothing comes', async () => {
    answers(async () => Response.json({ roundId: 'R1', from: 'book' }));
    expect(await fetchDocument('R1', '/api/rounds/R1')).toEqual({
      ok: true,
      document: { roundId: 'R1', from: 'book' },
      fromDevice: false,
    });
    answers(() => Promise.reject(new TypeError('no connection')));
    expect(await fetchDocument('R1', '/api/rounds/R1')).toMatchObject({ document: { from: 'book' }, fromDevice: true });
    await keepDocument('R1', { roundId: 'R1', from: 'device' });
    // Neither trouble nor a stranger who answers in place of the book puts anything else in its place.
    answers(async () => Response.json({ welcome: 'to the wireless' }));
    expect(await fetchDocument('R1', '/api/rounds/R1')).toMatchObject({ document: { from: 'device' } });
    answers(async () => new Response('', { status: 503 }));
    expect(await fetchDocument('R1', '/api/rounds/R1')).toMatchObject({
      document: { from: 'device' },
      fromDevice: true,
    });
  });

  it('that is not there says so, and one never opened needs a connection', async () => {
    answers(async () => Response.json({ detail: 'There is no such round.' }, { status: 404 }));
    expect(await fetchDocument('R2', '/api/rounds/R2')).toEqual({ ok: false, reason: 'There is no such round.' });
    answers(() => Promise.reject(new TypeError('no connection')));
    expect(await fetchDocument('R3', '/api/rounds/R3')).toMatchObject({
      ok: false,
      reason: expect.stringContaining('has not been opened on this device'),
    });
  });
});
