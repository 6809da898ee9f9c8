import { beginRound } from '@/desk/walk/rounds';
import { refusedHand } from '@/desk/write/hand';
import { deviceThatSigned } from '@/desk/write/signed';
import { handling } from '../handling';
import { problem, readJson } from '../problem';
import { signedIn } from '../signed';

/** Takes a walk that a device has begun. The same again answers 200 and writes nothing. */
export const POST = handling('write', async ({ db, now, caller }, request) => {
  const body = await readJson(request);
  if (!body.ok) return body.response;
  const device = await deviceThatSigned(db, now, signedIn(request), [body.value]);
  const refused = await refusedHand(db, caller, [body.value], device);
  if (refused) return problem(refused.code, refused.reason);
  const outcome = await beginRound(db, body.value);
  return outcome.ok
    ? Response.json({ id: outcome.id }, { status: outcome.stored ? 201 : 200 })
    : problem(outcome.code, outcome.reason, outcome.problems);
});
