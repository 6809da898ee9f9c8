import { runMethod } from '@/core/method';
import { findMethod } from '@/core/methods';
import { answering, problem, readJson } from '@/app/api/problem';

type Context = { params: Promise<{ id: string }> };

/** Computes one method. Refusals and bad input answer 422 with pointers. */
export async function POST(request: Request, { params }: Context) {
  return answering(async () => {
    const method = findMethod((await params).id);
    if (!method) return problem('not-found', 'There is no method of this name. GET /api/methods lists them.');
    const body = await readJson(request);
    if (!body.ok) return body.response;
    const run = await runMethod(method, body.value);
    if (!run.ok) return problem('invalid', run.detail, run.problems);
    const { method: id, version, result, working, notices, source } = run;
    return Response.json({ method: id, version, result, working, notices, source });
  });
}
