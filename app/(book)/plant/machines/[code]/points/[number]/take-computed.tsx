'use client';

import { FormProblem } from '@/components/ui/notice';
import { useMutation } from '@/components/ui/use-mutation';
import { takeGreaseProposal } from '@/app/(book)/plant/actions';

export function TakeComputed({ pointId, label }: { pointId: string; label: string }) {
  const { busy, reason, send } = useMutation();
  return (
    <div className="no-print mt-3 grid gap-2">
      <button
        type="button"
        className="button button-first justify-self-start"
        disabled={busy}
        onClick={() => void send(() => takeGreaseProposal(pointId))}
      >
        {label}
      </button>
      <FormProblem reason={reason} />
    </div>
  );
}
