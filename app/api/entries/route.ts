import { writeEntry, writeTogether } from '@/desk/write/write-entries';
import { database } from '@/app/server';
import { answering, problem, readJson } from '../problem';

/** So many entries may say one thing together. */
const mostTogether = 50;

/** The only way into the log, for one entry or some that go in all or none. The same again answers 200 and writes nothing. */
export async function POST(request: Request) {
  return answering(async () => {
    const body = await readJson(request);
    if (!body.ok) return body.response;
    const { value } = body;
    const some = Array.isArray(value) ? (value as unknown[]) : undefined;
    if (some && (some.length === 0 || some.length > mostTogether))
      return problem('invalid', `Between 1 and ${mostTogether} entries go in together.`);
    const outcome = some
      ? await writeTogether(database(), new Date(), some)
      : await writeEntry(database(), new Date(), value);
    if (!outcome.ok) return problem(outcome.code, outcome.reason, outcome.problems);
    return Response.json(outcome.entry, { status: outcome.stored ? 201 : 200 });
  });
}
