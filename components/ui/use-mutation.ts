'use client';

import { useState } from 'react';

/** Words for the form and, where they belong to one, for its fields (dotted path → words). */
export type Refused = { ok: false; reason: string; fields?: Record<string, string> | undefined };
export type Answer<Value> = { ok: true; value: Value } | Refused;

const away: Refused = {
  ok: false,
  reason: 'The server does not answer. What you typed is kept; try again when there is signal.',
};

/** What the book answers, or words where the network itself is gone. */
export const answerOf = <Yes extends { ok: true }>(asked: Promise<Yes | Refused>): Promise<Yes | Refused> =>
  asked.catch(() => away);

/**
 * One question or change sent to the book: whether it is under way and why it was refused. What was typed stays with the
 * screen, which clears it once the answer is a yes. `reason` are the words for a screen that has no place for those of a
 * field; `say` is for what the screen itself refuses to send.
 */
export function useMutation() {
  const [busy, setBusy] = useState(false);
  const [refused, setRefused] = useState<Refused | null>(null);
  const send = async <Value>(asked: () => Promise<Answer<Value>>): Promise<Answer<Value>> => {
    setBusy(true);
    const answer = await answerOf(asked());
    setBusy(false);
    setRefused(answer.ok ? null : answer);
    return answer;
  };
  return {
    busy,
    refused,
    reason: refused && (Object.values(refused.fields ?? {})[0] ?? refused.reason),
    send,
    say: (reason: string | null) => setRefused(reason === null ? null : { ok: false, reason }),
  };
}
