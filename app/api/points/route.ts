import type { NextRequest } from 'next/server';
import { database } from '@/app/server';
import { readPointChoices } from '@/desk/read/point-choices';
import { areaAsked } from '../area-asked';
import { answering, problem } from '../problem';

/** The points of an area (`?area=KILN`, the first when not given), for picking some of them. */
export async function GET(request: NextRequest) {
  return answering(async () => {
    const db = database();
    const area = await areaAsked(db, request);
    if (area === undefined) return problem('not-found', 'There is no such area.');
    return Response.json({ area, points: await readPointChoices(db, area) });
  });
}
