'use client';

import { useState, useTransition } from 'react';
import { FormProblem } from '@/components/ui/notice';
import { takeGreaseProposal } from '@/app/(book)/plant/actions';

export function TakeComputed({ pointId, label }: { pointId: string; label: string }) {
  const [busy, start] = useTransition();
  const [reason, setReason] = useState<string | null>(null);
  return (
    <div className="no-print mt-3 grid gap-2">
      <button
        type="button"
        className="button button-first justify-self-start"
        disabled={busy}
        onClick={() =>
          start(async () => {
            const answer = await takeGreaseProposal(pointId);
            setReason(answer.ok ? null : answer.reason);
          })
        }
      >
        {label}
      </button>
      <FormProblem reason={reason} />
    </div>
  );
}
