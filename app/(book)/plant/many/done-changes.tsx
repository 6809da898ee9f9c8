'use client';

import { useId, useState } from 'react';
import { FormProblem } from '@/components/ui/notice';
import { useMutation } from '@/components/ui/use-mutation';
import { counted } from '@/components/words';
import { WhoMay } from '@/components/who-may';
import { undoChange } from '../actions';

export type DoneChange = { id: string; title: string; words: string; undone: boolean };

/** Changes of many points done lately, each with the way back. */
export function DoneChanges({ done }: { done: readonly DoneChange[] }) {
  const base = useId();
  const { busy, reason, send } = useMutation();
  const [said, setSaid] = useState('');
  const takeBack = async (id: string) => {
    setSaid('');
    const answer = await send(() => undoChange(id));
    if (answer.ok) setSaid(`Taken back: ${counted(answer.value.changed, 'point')} as before.`);
  };
  return (
    <section aria-labelledby={`${base}-done`} className="mt-8" hidden={done.length === 0}>
      <h2 id={`${base}-done`} className="text-xl">
        Done lately
      </h2>
      <FormProblem reason={reason} />
      <p role="status">{said}</p>
      <ul>
        {done.map(({ id, title, words, undone }) => (
          <li key={id} className="rule-t flex items-center gap-3 py-1.5">
            <span className="grow">
              {title} <span className="caption">{words}</span>
            </span>
            {undone ? (
              <span className="text-muted">taken back</span>
            ) : (
              <WhoMay action="plan">
                <button
                  type="button"
                  className="button"
                  disabled={busy}
                  aria-label={`Take back ${title}`}
                  onClick={() => void takeBack(id)}
                >
                  Take back
                </button>
              </WhoMay>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
