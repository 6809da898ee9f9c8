import { problemsOf } from '@/core/problems';
import { eachObserved } from '@/desk/bulk/observations-file';
import { observationPost, postObservation } from '@/desk/write/observations';
import type { Database } from '@/desk/desk';
import { handling } from '../handling';
import { problem, readJson } from '../problem';
import { jsonList, streamed } from '../streamed';

/** What was read at points, as it is posted: all of it, or of the machine of `?machine=`. */
export const GET = handling('read', ({ db }, request) => {
  const machine = request.nextUrl.searchParams.get('machine') ?? undefined;
  return streamed(jsonList('{"observations":[', posts(db, machine), ']}'), { 'content-type': 'application/json' });
});

async function* posts(db: Database, machine: string | undefined) {
  for await (const looks of eachObserved(db, machine))
    yield looks.map(({ id, at, pointId, personId, values }) => ({ id, at, pointId, personId, values }));
}

/**
 * Takes what was read at a point: `{ id, at, pointId, taskId?, values: [{ quantity, value, unit, state? }], source? }`. What
 * lies past a limit is a finding, and no look done. The same again answers 200 and writes nothing.
 */
export const POST = handling('post-observations', async ({ db, now }, request) => {
  const body = await readJson(request);
  if (!body.ok) return body.response;
  const parsed = observationPost.safeParse(body.value, { reportInput: true });
  if (!parsed.success) {
    const problems = problemsOf(parsed.error, observationPost);
    return problem('invalid', problems.map(({ detail }) => detail).join(' '), problems);
  }
  const posted = await postObservation(db, now, parsed.data);
  if (!posted) return problem('not-found', 'There is no such point. GET /api/points lists those there are.');
  const { outcome, observed } = posted;
  if (!outcome.ok) return problem(outcome.code, outcome.reason, outcome.problems);
  return Response.json({ ...outcome.entry, ...observed }, { status: outcome.stored ? 201 : 200 });
});
