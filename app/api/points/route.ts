import { readPointChoices } from '@/desk/read/point-choices';
import { areaAsked } from '../area-asked';
import { handling } from '../handling';
import { problem } from '../problem';

/** The points of an area (`?area=KILN`, the first when not given), for picking some of them. */
export const GET = handling('read', async ({ db }, request) => {
  const area = await areaAsked(db, request);
  if (area === undefined) return problem('not-found', 'There is no such area.');
  return Response.json({ area, points: await readPointChoices(db, area) });
});
