'use client';

import { useState } from 'react';
import { FormProblem } from '@/components/ui/notice';
import { useMutation } from '@/components/ui/use-mutation';
import { forgetPerson } from '../../actions';

/** Forgets a person who has left, once whoever asks has said that they mean it. */
export function ForgetButton({ id, name }: { id: string; name: string }) {
  const { busy, reason, send } = useMutation();
  const [asked, setAsked] = useState(false);
  return (
    <>
      <FormProblem reason={reason} />
      {asked ? (
        <div className="mt-3 flex flex-wrap gap-3">
          <button type="button" className="button" disabled={busy} onClick={() => void send(() => forgetPerson(id))}>
            Forget {name} for ever
          </button>
          <button type="button" className="button" onClick={() => setAsked(false)}>
            Leave it
          </button>
        </div>
      ) : (
        <button type="button" className="button mt-3" onClick={() => setAsked(true)}>
          Forget {name} …
        </button>
      )}
    </>
  );
}
