import { readTaskChoices } from '@/desk/read/task-choices';
import { areaAsked } from '../area-asked';
import { handling } from '../handling';
import { problem } from '../problem';

/** The tasks of an area (`?area=KILN`, the first when not given), for picking some of them. */
export const GET = handling('read', async ({ db, now }, request) => {
  const area = await areaAsked(db, request);
  if (area === undefined) return problem('not-found', 'There is no such area.');
  return Response.json({ area, tasks: await readTaskChoices(db, now, area) });
});
