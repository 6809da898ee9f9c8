'use client';

import { useRouter } from 'next/navigation';
import { FormProblem } from '@/components/ui/notice';
import { useMutation } from '@/components/ui/use-mutation';
import { withdrawProcedure } from '../actions';

/** Takes one of the plant’s own procedures out of use, or back into it. */
export function Withdraw({
  code,
  version,
  isWithdrawn,
  isBased,
}: {
  code: string;
  version: number;
  isWithdrawn: boolean;
  isBased: boolean;
}) {
  const router = useRouter();
  const { send, busy, reason } = useMutation();
  return (
    <div className="no-print mt-8">
      <p className="caption">
        {isWithdrawn
          ? 'Back in use it is done again by the tasks that go by it.'
          : `Out of use its tasks go by ${isBased ? 'the one that it was written from' : 'what is usual at their points'}. Versions and what was done by it stay.`}
      </p>
      <button
        type="button"
        className="button mt-2"
        disabled={busy}
        onClick={() =>
          void send(() => withdrawProcedure({ code, version }, !isWithdrawn)).then(({ ok }) => ok && router.refresh())
        }
      >
        {isWithdrawn ? 'Take it back into use' : 'Take it out of use'}
      </button>
      <FormProblem reason={reason} />
    </div>
  );
}
