import { hindrance, namesNothing } from '@/desk/desk';
import { type ProblemCode, problemCodes } from '@/core/problem-codes';
import { type Problem, pointerOf } from '@/core/problems';
import { isPlainText } from '@/core/text';
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
    const hindered = hindrance(error);
    if (hindered) return problem(hindered.code, hindered.words, undefined, { 'retry-after': '3' });
    if (namesNothing(error)) return problem('not-found', 'There is nothing of this name in the book.');
    return problem('fault', `Something went wrong that should not have: fault ${logFault(error)}.`);
  }
}

const largestBody = 1_000_000;

/** Where a text stands that cannot be stored; undefined where all can. Level by level, so that no depth is too deep. */
function unfitText(value: unknown): PropertyKey[] | undefined {
  let level: { path: PropertyKey[]; value: unknown }[] = [{ path: [], value }];
  while (level.length > 0) {
    const next: typeof level = [];
    for (const each of level) {
      if (typeof each.value === 'string' && !isPlainText(each.value)) return each.path;
      if (typeof each.value !== 'object' || each.value === null) continue;
      for (const [key, part] of Object.entries(each.value)) {
        const path = each.path.length < 20 ? [...each.path, key] : each.path;
        if (!isPlainText(key)) return path;
        next.push({ path, value: part });
      }
    }
    level = next;
  }
  return undefined;
}

/** Reads a JSON body of at most 1 MB; not JSON is 400, larger is 413, text that cannot be kept 422. */
export async function readJson(
  request: Request,
): Promise<{ ok: true; value: unknown } | { ok: false; response: Response }> {
  const type = (request.headers.get('content-type') ?? '').split(';')[0]!.trim().toLowerCase();
  if (type !== 'application/json')
    return {
      ok: false,
      response: problem('wrong-media', 'Send JSON, and say so: content-type: application/json.'),
    };
  const tooLarge = () => ({ ok: false as const, response: problem('too-large', 'The body is larger than 1 MB.') });
  if (Number(request.headers.get('content-length') ?? 0) > largestBody) return tooLarge();
  const chunks: Uint8Array[] = [];
  let size = 0;
  for await (const chunk of (request.body ?? []) as AsyncIterable<Uint8Array>) {
    size += chunk.byteLength;
    if (size > largestBody) return tooLarge();
    chunks.push(chunk);
  }
  let value: unknown;
  try {
    value = JSON.parse(Buffer.concat(chunks).toString('utf8'));
  } catch {
    return { ok: false, response: problem('not-json', 'The body is not JSON.') };
  }
  const unfit = unfitText(value);
  if (unfit === undefined) return { ok: true, value };
  const detail = 'A text here holds half a character or a control character. It cannot be kept as it was typed.';
  return {
    ok: false,
    response: problem('invalid', detail, [{ pointer: pointerOf(unfit), detail, code: 'text' }]),
  };
}
