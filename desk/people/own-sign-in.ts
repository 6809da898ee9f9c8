import { z } from 'zod';
import { type Desk, type Result, done, refusal } from '../desk';
import { parseForm } from '../parse';
import { endSessions } from './sessions';
import { type Whence, checkPassword, setPassword } from './sign-in';

const passwordForm = z.strictObject({
  now: z.string().min(1, { error: 'Your password as it is: type it once more.' }).max(1000),
  password: z.string().min(1, { error: 'Password: the new one.' }).max(1000),
});

/**
 * Changes one's own password: who has the old one, and knows it, may. All sessions end, this one too: whoever has copied one
 * is out, and the new password is typed once.
 */
export async function changePassword({ db, now, actor }: Desk, values: unknown, from: Whence): Promise<Result<null>> {
  const form = parseForm(passwordForm, values);
  if (!form.ok) return form;
  // The same door as signing in: it waits after mistakes.
  const known = await checkPassword(db, now, { initials: actor.initials, password: form.value.now }, from);
  if (!known.ok)
    return known.code === 'too-many'
      ? known
      : refusal('invalid', 'This is not your password as it is.', { now: 'Your password as it is: this is not it.' });
  const set = await setPassword(db, now, actor.id, form.value.password);
  if (!set.ok) return set;
  await endSessions(db, now, { personId: actor.id });
  return done(null);
}

/** Ends one of one's own sessions. */
export async function endOwnSession({ db, now, actor }: Desk, id: string): Promise<Result<null>> {
  const ended = await endSessions(db, now, { personId: actor.id, id });
  return ended > 0 ? done(null) : refusal('not-found', 'This session has ended already.');
}
