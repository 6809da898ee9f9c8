import { z } from 'zod';
import { readConfig } from '@/config';
import { endSessions } from '@/desk/people/sessions';
import { signIn, signInDemo, signInForm } from '@/desk/people/sign-in';
import { problemsOf } from '@/core/problems';
import { dropSession, isSafeHere, keepSession, whence } from '@/app/session';
import { database } from '@/app/server';
import { handling, openly } from '../handling';
import { problem, readJson } from '../problem';

const byTap = z.strictObject({ initials: z.string().max(40) });

/** Signs a program in as a person: `{ initials, password }`, answered with the session as a cookie. */
export const POST = openly(async (request) => {
  const body = await readJson(request);
  if (!body.ok) return body.response;
  if (!(await isSafeHere())) return problem('foreign', 'Nobody signs in over a network without https.');
  const [db, now, from] = [database(), new Date(), await whence()];
  const tapped = readConfig().isDemo ? byTap.safeParse(body.value) : undefined;
  const form = signInForm.safeParse(body.value, { reportInput: true });
  if (!tapped?.success && !form.success) {
    const problems = problemsOf(form.error, signInForm);
    return problem('invalid', problems.map(({ detail }) => detail).join(' '), problems);
  }
  const opened = tapped?.success
    ? await signInDemo(db, now, tapped.data.initials, from)
    : await signIn(db, now, form.data!, from);
  if (!opened.ok) return problem(opened.code, opened.reason);
  await keepSession(opened.value);
  return Response.json({ endsAt: opened.value.endsAt.toISOString() }, { status: 201 });
});

/** Who is signed in. */
export const GET = handling('own', ({ caller }) =>
  Response.json('actor' in caller ? { person: caller.actor, roles: caller.roles } : {}),
);

/** Signs out: the session ends, here and for whoever has copied it. */
export const DELETE = handling('own', async ({ db, now, caller }) => {
  if ('actor' in caller) await endSessions(db, now, { personId: caller.actor.id, id: caller.sessionId });
  await dropSession();
  return new Response(null, { status: 204 });
});
