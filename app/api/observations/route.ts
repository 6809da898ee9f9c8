import { problemsOf } from '@/core/problems';
import { observationPost, postObservation } from '@/desk/write/observations';
import { database } from '@/app/server';
import { answering, problem, readJson } from '../problem';

/**
 * Takes what was read at a point: `{ id, at, pointId, taskId?, values: [{ quantity, value, unit, state? }], source? }`. What
 * lies past a limit is a finding, and no look done. The same again answers 200 and writes nothing.
 */
export async function POST(request: Request) {
  return answering(async () => {
    const body = await readJson(request);
    if (!body.ok) return body.response;
    const parsed = observationPost.safeParse(body.value, { reportInput: true });
    if (!parsed.success) {
      const problems = problemsOf(parsed.error, observationPost);
      return problem('invalid', problems.map(({ detail }) => detail).join(' '), problems);
    }
    const posted = await postObservation(database(), new Date(), parsed.data);
    if (!posted) return problem('not-found', 'There is no such point. GET /api/points lists those there are.');
    const { outcome, observed } = posted;
    if (!outcome.ok) return problem(outcome.code, outcome.reason, outcome.problems);
    return Response.json({ ...outcome.entry, ...observed }, { status: outcome.stored ? 201 : 200 });
  });
}
