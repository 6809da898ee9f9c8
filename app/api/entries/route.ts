import { writeEntry } from '@/desk/write/write-entries';
import { database } from '@/app/server';
import { answering, problem, readJson } from '../problem';

/** The only way into the log. The same entry again answers 200 and writes nothing. */
export async function POST(request: Request) {
  return answering(async () => {
    const body = await readJson(request);
    if (!body.ok) return body.response;
    const outcome = await writeEntry(database(), new Date(), body.value);
    if (!outcome.ok) return problem(outcome.code, outcome.reason, outcome.problems);
    return Response.json(outcome.entry, { status: outcome.stored ? 201 : 200 });
  });
}
