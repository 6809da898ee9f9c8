'use client';

import { useRouter } from 'next/navigation';
import { useState, useTransition } from 'react';
import { FormProblem } from '@/components/ui/notice';
import { beginRound } from './actions';

/** Starts a walk, of what is wanted or of every stop; a walk begun and not signed is taken up again. */
export function BeginRound({ routeId, wanted, all }: { routeId: string; wanted: number; all: number }) {
  const router = useRouter();
  const [busy, start] = useTransition();
  const [reason, setReason] = useState<string | null>(null);
  const begin = (scope: 'due' | 'all') =>
    start(async () => {
      const answer = await beginRound(routeId, scope);
      if (answer.ok) router.push(`/round?id=${answer.value.id}`);
      else setReason(answer.reason);
    });
  return (
    <div className="no-print grid gap-3">
      <div className="flex flex-wrap gap-3">
        {wanted > 0 && (
          <button type="button" className="button button-first" disabled={busy} onClick={() => begin('due')}>
            Start the round: {wanted} of {all} stops wanted
          </button>
        )}
        <button
          type="button"
          className={`button ${wanted === 0 ? 'button-first' : ''}`}
          disabled={busy || all === 0}
          onClick={() => begin('all')}
        >
          Walk all {all} stops
        </button>
      </div>
      <FormProblem reason={reason} />
    </div>
  );
}
