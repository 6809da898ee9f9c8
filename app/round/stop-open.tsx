import { useState } from 'react';
import { day as dayWords } from '@/components/words';
import type { WalkStop } from '@/core/walk/document';
import { urgencies } from '@/core/words/findings';
import type { StopDraft } from './stop-draft';

/** What is open at a stop, or stops its machine: seen once more it is said with one tap, and so is not forgotten. */
export function StopOpen({ open, onWrite }: { open: WalkStop['open']; onWrite: (draft: StopDraft) => Promise<void> }) {
  const [said, setSaid] = useState<readonly string[]>([]);
  if (open.length === 0) return null;
  return (
    <section aria-label="Open here" className="mt-4 grid gap-2">
      {open.map(({ entryId, said: words, text, urgency, foundOn, elsewhere, again }) => (
        <div key={entryId} className="rule-t pt-2">
          <p>
            <strong className={urgency === 'act-now' ? 'text-stop' : ''}>
              {elsewhere ? `Open at ${elsewhere}` : 'Open here'}, {urgencies[urgency]}:
            </strong>{' '}
            {words}
            {text ? `: ${text}` : ''}, found {dayWords(foundOn)}.
          </p>
          {elsewhere === null &&
            (said.includes(entryId) ? (
              <p role="status">Written: still so.</p>
            ) : (
              <button
                type="button"
                className="button mt-1 min-h-14 w-full"
                onClick={() => {
                  setSaid([...said, entryId]);
                  void onWrite({ kind: 'finding', body: again });
                }}
              >
                Still so
              </button>
            ))}
        </div>
      ))}
    </section>
  );
}
