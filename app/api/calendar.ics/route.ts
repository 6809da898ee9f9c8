import type { NextRequest } from 'next/server';
import { readRoundsAhead } from '@/desk/read/plan-formats';
import { thePlant } from '@/desk/plant';
import { siteAddress } from '@/app/site-address';
import { database } from '@/app/server';
import { heavily } from '@/app/heavy';
import { answering, problem } from '../problem';
import { calendarOf } from './calendar';

/**
 * The planned rounds of the coming weeks as a calendar to subscribe to, of all routes or of one (`?route=R-MILLS`). A
 * round keeps its identifier when its day moves, so calendars move the event instead of adding another.
 */
export async function GET(request: NextRequest) {
  return answering(async () => {
    const db = database();
    const now = new Date();
    const route = request.nextUrl.searchParams.get('route')?.toUpperCase();
    if (route !== undefined && !(await db.Route.findOne({ where: { code: route, retiredOn: null } })))
      return problem('not-found', `There is no route ${route}.`);
    const [rounds, plant, site] = await Promise.all([
      heavily(() => readRoundsAhead({ db, now }, { routeCode: route })),
      thePlant(db),
      siteAddress(),
    ]);
    const value = calendarOf(rounds, { name: plant.name, site, now });
    return new Response(value, {
      headers: {
        'content-type': 'text/calendar; charset=utf-8',
        'content-disposition': 'inline; filename="rounds.ics"',
        'cache-control': 'no-cache',
      },
    });
  });
}
