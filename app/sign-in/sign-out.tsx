'use client';

import { useMutation } from '@/components/ui/use-mutation';
import { signOut } from './actions';

/** Ends the session. What this device has not sent stays on it, and goes when its person signs in again. */
export function SignOut() {
  const { busy, send } = useMutation();
  const leave = async () => {
    const answer = await send(() => signOut());
    if (answer.ok) window.location.assign(answer.value.to);
  };
  return (
    <button
      type="button"
      className="inline-flex cursor-pointer min-h-8 items-center text-sm underline decoration-rule underline-offset-4 hover:decoration-ink"
      disabled={busy}
      onClick={() => void leave()}
    >
      Sign out
    </button>
  );
}
