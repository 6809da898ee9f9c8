import { eachRoundAhead } from '@/desk/read/rounds-ahead';
import { isFeed } from '@/desk/people/calendar-feeds';
import { thePlant } from '@/desk/plant';
import { findRouteInUse } from '@/desk/read/lists';
import { siteAddress } from '@/app/site-address';
import { handling } from '../handling';
import { problem } from '../problem';
import { streamed } from '../streamed';
import { calendarPieces } from './calendar';

/**
 * The planned rounds of the coming weeks as a calendar to subscribe to, of all routes or of one (`?route=R-MILLS`). A
 * round keeps its identifier when its day moves, so calendars move the event instead of adding another. Calendars do not
 * sign in: a person gives them an address with a key of its own (`?key=`), which ends when the person ends it.
 */
export const GET = handling(
  'read',
  async ({ db, now }, request) => {
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
  },
  { isKey: isFeed },
);
