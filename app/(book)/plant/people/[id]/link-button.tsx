'use client';

import { useState } from 'react';
import { FormProblem } from '@/components/ui/notice';
import { useMutation } from '@/components/ui/use-mutation';
import { ShownOnce } from '@/app/shown-once';
import { makeSignInLink } from '../../actions';

/** Makes the link and shows it, this once. */
export function LinkButton({ id, name, site }: { id: string; name: string; site: string }) {
  const { busy, reason, send } = useMutation();
  const [link, setLink] = useState<string>();
  const make = async () => {
    const answer = await send(() => makeSignInLink(id));
    if (answer.ok) setLink(`${site}/sign-in/link/${answer.value.token}`);
  };
  return (
    <>
      <FormProblem reason={reason} />
      {link && <ShownOnce label={`Link for ${name}`} text={link} />}
      <button type="button" className="button mt-3" disabled={busy} onClick={() => void make()}>
        Make a link
      </button>
    </>
  );
}
