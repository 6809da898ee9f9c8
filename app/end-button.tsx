'use client';

import { useMutation } from '@/components/ui/use-mutation';
import type { Answer } from '@/components/ui/use-mutation';

/** Ends something that lets somebody in. */
export function EndButton({
  end,
  words,
  label,
}: {
  end: () => Promise<Answer<unknown>>;
  words: string;
  label?: string;
}) {
  const { busy, reason, send } = useMutation();
  return (
    <span>
      <button type="button" className="button" disabled={busy} aria-label={label} onClick={() => void send(end)}>
        {words}
      </button>
      {reason && (
        <span role="alert" className="caption block">
          {reason}
        </span>
      )}
    </span>
  );
}
