import { setImmediate } from 'node:timers/promises';
import { type MethodContext, runMethod } from '@/core/method';
import { findMethod } from '@/core/methods';
import { openly } from '@/app/api/handling';
import { problem, readJson } from '@/app/api/problem';
import { atLength } from '@/app/heavy';
import { solverProcess } from '@/app/solver/process';

type Context = { params: Promise<{ id: string }> };

/** Computes one method. Refusals and bad input answer 422 with pointers. It says nothing of the plant, so anybody may ask. */
export const POST = openly<Context>(async (request, { params }) => {
  const method = findMethod((await params).id);
  if (!method) return problem('not-found', 'There is no method of this name. GET /api/methods lists them.');
  const body = await readJson(request);
  if (!body.ok) return body.response;
  const compute = (context?: MethodContext) => runMethod(method, body.value, context);
  const run = await (method.isLong ? atLength(() => compute(besideOthers(request.signal))) : compute());
  if (!run.ok) return problem('invalid', run.detail, run.problems);
  const { method: id, version, result, working, notices, source } = run;
  return Response.json({ method: id, version, result, working, notices, source });
});

/** Nobody keeps the computer longer than this for one answer, however much was asked for (ms). */
const longest = 30_000;

/** A long computation lets waiting requests in between, and ends when nobody waits for it any more or it takes too long. */
function besideOthers(signal: AbortSignal): MethodContext {
  const until = Date.now() + longest;
  return {
    pause: () => setImmediate(),
    shouldStop: () => signal.aborted || Date.now() > until,
    solver: solverProcess(signal),
  };
}
