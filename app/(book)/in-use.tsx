'use client';

import { useState, useTransition } from 'react';
import { FormProblem } from '../../components/ui/notice';
import { day } from '../../components/words';
import type { Retirable } from '../../desk/register/in-use';
import { saveInUse } from './actions';

type Props = { kind: Retirable; id: string; version: number; name: string; retiredOn: string | null | undefined; /** What follows from taking it out of use. */ what: string };

/** Takes something out of use, or says since when it is and takes it back. Nothing is deleted. */
export function InUse({ kind, id, version, name, retiredOn, what }: Props) {
  const [busy, start] = useTransition();
  const [reason, setReason] = useState<string | null>(null);
  const set = (inUse: boolean) => start(async () => {
    const answer = await saveInUse(kind, id, version, inUse).catch(() => ({ ok: false as const, reason: 'The server does not answer. Try again when there is signal.' }));
    setReason(answer.ok ? null : answer.reason);
  });
  return (
    <div className="no-print mt-6 max-w-prose">
      {retiredOn ? (
        <div className="flex flex-wrap items-center gap-4 border-l-4 border-ink pl-4">
          <p><strong>Out of use</strong> since {day(retiredOn)}: {name}. What was written stays.</p>
          <button type="button" className="button" disabled={busy} onClick={() => set(true)}>Use {name} again</button>
        </div>
      ) : (
        <details>
          <summary className="inline-flex min-h-11 cursor-pointer items-center underline decoration-rule underline-offset-4 md:min-h-8">Take {name} out of use</summary>
          <p className="mt-2">{what} What was written stays, and it can be used again.</p>
          <p className="mt-3"><button type="button" className="button" disabled={busy} onClick={() => set(false)}>Out of use from today</button></p>
        </details>
      )}
      <FormProblem reason={reason} />
    </div>
  );
}
