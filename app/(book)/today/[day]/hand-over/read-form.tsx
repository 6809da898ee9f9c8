'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useUnsent } from '@/components/unsent';
import { writeNow } from '@/components/use-outbox';
import { counted } from '@/components/words';

/** What has not left this device yet is in no hand-over. */
export function UnsentHere() {
  const unsent = useUnsent();
  return unsent === 0 ? (
    <p>Everything written on this device is in the book.</p>
  ) : (
    <p role="status">
      <strong>{counted(unsent, 'entry', 'entries')} on this device</strong> not sent yet: not in this hand-over.
    </p>
  );
}

/** Whoever comes next says with the own name that it was read. */
export function ReadForm({ personId, name, of }: { personId: string; name: string; of: string }) {
  const router = useRouter();
  const [problem, setProblem] = useState('');
  const [isBusy, setBusy] = useState(false);
  return (
    <div className="no-print mt-4">
      <button
        type="button"
        className="button button-first min-h-14"
        disabled={isBusy}
        onClick={async () => {
          setBusy(true);
          const answer = await writeNow({
            kind: 'hand-over',
            personId,
            machineId: null,
            body: { scope: 'shift', of },
          });
          setBusy(false);
          if (answer.state === 'refused') return setProblem(answer.reason);
          router.refresh();
        }}
      >
        Read by {name}
      </button>
      {problem && (
        <p role="alert" className="mt-2 border-l-4 border-ink pl-3">
          {problem}
        </p>
      )}
    </div>
  );
}
