'use client';

import { useRouter } from 'next/navigation';
import { FormProblem } from '@/components/ui/notice';
import { useMutation } from '@/components/ui/use-mutation';
import { writeNow } from '@/components/use-outbox';

/** Writes the dose that fits an overruled interval as a person's own, with its reason. */
export function FollowDose({ entry }: { entry: Parameters<typeof writeNow>[0] }) {
  const router = useRouter();
  const { busy, reason, send } = useMutation();
  const write = async () => {
    const answer = await writeNow(entry);
    if (answer.state === 'refused') return { ok: false as const, reason: answer.reason };
    router.refresh();
    return { ok: true as const, value: null };
  };
  return (
    <div className="no-print grid gap-2">
      <button type="button" className="button justify-self-start" disabled={busy} onClick={() => void send(write)}>
        Follow this dose
      </button>
      <FormProblem reason={reason} />
    </div>
  );
}
