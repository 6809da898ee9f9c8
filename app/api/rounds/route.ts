import { beginRound } from '@/desk/walk/rounds';
import { database } from '@/app/server';
import { answering, problem, readJson } from '../problem';

/** Takes a walk that a device has begun. The same again answers 200 and writes nothing. */
export async function POST(request: Request) {
  return answering(async () => {
    const body = await readJson(request);
    if (!body.ok) return body.response;
    const outcome = await beginRound(database(), body.value);
    return outcome.ok
      ? Response.json({ id: outcome.id }, { status: outcome.stored ? 201 : 200 })
      : problem(outcome.code, outcome.reason, outcome.problems);
  });
}
