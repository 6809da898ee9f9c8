import type { NextRequest } from 'next/server';
import { eachRoundAhead } from '@/desk/read/rounds-ahead';
import { thePlant } from '@/desk/plant';
import { findRouteInUse } from '@/desk/read/lists';
import { siteAddress } from '@/app/site-address';
import { database } from '@/app/server';
import { answering, problem } from '../problem';
import { streamed } from '../streamed';
import { calendarPieces } from './calendar';

/**
 * The planned rounds of the coming weeks as a calendar to subscribe to, of all routes or of one (`?route=R-MILLS`). A
 * round keeps its identifier when its day moves, so calendars move the event instead of adding another.
 */
export async function GET(request: NextRequest) {
  return answering(async () => {
    const db = database();
    const now = new Date();
    const route = request.nextUrl.searchParams.get('route')?.toUpperCase();
    if (route !== undefined && !(await findRouteInUse(db, route)))
      return problem('not-found', `There is no route ${route}.`);
    const [plant, site] = await Promise.all([thePlant(db), siteAddress()]);
    return streamed(
      calendarPieces(eachRoundAhead({ db, now }, { routeCode: route }), { name: plant.name, site, now }),
      {
        'content-type': 'text/calendar; charset=utf-8',
        'content-disposition': 'inline; filename="rounds.ics"',
        'cache-control': 'no-cache',
      },
    );
  });
}
