import { act, renderHook } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { type Answer, answerOf, useMutation } from './use-mutation';

const refused = (fields?: Record<string, string>): Answer<never> => ({ ok: false, reason: 'Not like this.', fields });

describe('what a screen asks of the book', () => {
  it('is under way until it is answered, and a yes takes the last refusal away', async () => {
    const { result } = renderHook(() => useMutation());
    let answer = (_: Answer<number>) => {};
    act(() => result.current.say('Pick at least one task.'));
    expect(result.current.reason).toBe('Pick at least one task.');
    let sent: Promise<Answer<number>> | undefined;
    act(() => {
      sent = result.current.send(() => new Promise<Answer<number>>((resolve) => (answer = resolve)));
    });
    expect(result.current.busy).toBe(true);
    await act(async () => answer({ ok: true, value: 3 }));
    expect(await sent).toEqual({ ok: true, value: 3 });
    expect([result.current.busy, result.current.reason]).toEqual([false, null]);
  });

  it('says the words of the first field where the screen has no place beside it', async () => {
    const { result } = renderHook(() => useMutation());
    await act(async () => void (await result.current.send(async () => refused({ source: 'Say where from.' }))));
    expect(result.current.reason).toBe('Say where from.');
    expect(result.current.refused?.fields).toEqual({ source: 'Say where from.' });
    await act(async () => void (await result.current.send(async () => refused())));
    expect(result.current.reason).toBe('Not like this.');
  });

  it('has words where the network is gone, and can be asked again', async () => {
    const { result } = renderHook(() => useMutation());
    await act(async () => void (await result.current.send(() => Promise.reject(new TypeError('fetch failed')))));
    expect(result.current.busy).toBe(false);
    expect(result.current.reason).toContain('The server does not answer. What you typed is kept');
    await act(async () => void (await result.current.send(async () => ({ ok: true, value: null }))));
    expect(result.current.reason).toBeNull();
    expect(await answerOf(Promise.reject<{ ok: true }>(new Error('gone')))).toMatchObject({ ok: false });
  });
});
