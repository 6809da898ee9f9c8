import type { NextRequest } from 'next/server';
import { database } from '@/app/server';
import { readTaskChoices } from '@/desk/read/task-choices';
import { areaAsked } from '../area-asked';
import { answering, problem } from '../problem';

/** The tasks of an area (`?area=KILN`, the first when not given), for picking some of them. */
export async function GET(request: NextRequest) {
  return answering(async () => {
    const db = database();
    const area = await areaAsked(db, request);
    if (area === undefined) return problem('not-found', 'There is no such area.');
    return Response.json({ area, tasks: await readTaskChoices(db, new Date(), area) });
  });
}
