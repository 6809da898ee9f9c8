import { refusedHand } from '@/desk/write/hand';
import { writeEntry, writeTogether } from '@/desk/write/write-entries';
import { deviceThatSigned, keepSignatures } from '@/desk/write/signed';
import { handling } from '../handling';
import { problem, readJson } from '../problem';
import { signedIn } from '../signed';

/** So many entries may say one thing together. */
const mostTogether = 50;

/** The only way into the log, for one entry or some that go in all or none. The same again answers 200 and writes nothing. */
export const POST = handling('count', async ({ db, now, caller }, request) => {
  const body = await readJson(request);
  if (!body.ok) return body.response;
  const { value } = body;
  const some = Array.isArray(value) ? (value as unknown[]) : undefined;
  if (some && (some.length === 0 || some.length > mostTogether))
    return problem('invalid', `Between 1 and ${mostTogether} entries go in together.`);
  const signed = signedIn(request);
  const device = await deviceThatSigned(db, now, signed, some ?? [value]);
  const refused = await refusedHand(db, caller, some ?? [value], device);
  if (refused) return problem(refused.code, refused.reason);
  const outcome = some ? await writeTogether(db, now, some) : await writeEntry(db, now, value);
  if (!outcome.ok) return problem(outcome.code, outcome.reason, outcome.problems);
  // Kept before the device hears that the entry is there: it sends both again otherwise.
  if (device && signed) await keepSignatures(db, device, signed, some ?? [value]);
  return Response.json(outcome.entry, { status: outcome.stored ? 201 : 200 });
});
