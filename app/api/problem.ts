import { isUnreachable } from '@/desk/desk';
import { type ProblemCode, problemCodes } from '@/core/problem-codes';
import type { Problem } from '@/core/problems';
import { logFault } from '../server';

/** A problem document (RFC 9457); `code` is one of the closed list, by which a device knows whether to try again. */
export function problem(
  code: ProblemCode,
  detail: string,
  errors?: Problem[],
  headers: Record<string, string> = {},
): Response {
  const { status, title } = problemCodes[code];
  return new Response(JSON.stringify({ type: 'about:blank', title, status, code, detail, ...(errors && { errors }) }), {
    status,
    headers: { 'content-type': 'application/problem+json', ...headers },
  });
}

/** Runs a handler; an outage answers 503 and may be tried again, anything unexpected is logged under an id. */
export async function answering(work: () => Promise<Response>): Promise<Response> {
  try {
    return await work();
  } catch (error) {
    if (isUnreachable(error))
      return problem('unavailable', 'The database does not answer just now. Try again in a moment.', undefined, {
        'retry-after': '3',
      });
    return problem('fault', `Something went wrong that should not have: fault ${logFault(error)}.`);
  }
}

const largestBody = 1_000_000;

/** Reads a JSON body of at most 1 MB; not JSON is 400, larger is 413. */
export async function readJson(
  request: Request,
): Promise<{ ok: true; value: unknown } | { ok: false; response: Response }> {
  const tooLarge = () => ({ ok: false as const, response: problem('too-large', 'The body is larger than 1 MB.') });
  if (Number(request.headers.get('content-length') ?? 0) > largestBody) return tooLarge();
  const chunks: Uint8Array[] = [];
  let size = 0;
  for await (const chunk of (request.body ?? []) as AsyncIterable<Uint8Array>) {
    size += chunk.byteLength;
    if (size > largestBody) return tooLarge();
    chunks.push(chunk);
  }
  try {
    return { ok: true, value: JSON.parse(Buffer.concat(chunks).toString('utf8')) };
  } catch {
    return { ok: false, response: problem('not-json', 'The body is not JSON.') };
  }
}
