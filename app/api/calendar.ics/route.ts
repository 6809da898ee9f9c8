import { type EventAttributes, createEvents } from 'ics';
import type { NextRequest } from 'next/server';
import { counted, number } from '@/components/words';
import { addDays } from '@/core/time/plant-day';
import { readRoundsAhead } from '@/desk/read/plan-formats';
import { thePlant } from '@/desk/plant';
import { siteAddress } from '@/app/site-address';
import { database } from '@/app/server';
import { heavily } from '@/app/heavy';
import { answering, problem } from '../problem';

/** The calendar's own line ends are added by its writer: one inside a text would begin a line of its own. */
const plainLine = (text: string): string => text.replace(/\r\n?/g, '\n');

const date = (day: string) => day.split('-').map(Number) as [number, number, number];

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
    const events = rounds.map(({ routeId, number: walk, on, code, name, tasks, minutes }): EventAttributes => ({
      uid: `${routeId.toLowerCase()}-${walk}@tagebuch`,
      start: date(on),
      end: date(addDays(on, 1)),
      title: plainLine(`${code} ${name}`),
      productId: 'tagebuch',
      calName: `${plant.name}: rounds`,
      description: plainLine(
        `${counted(tasks.length, 'task')}, about ${number(minutes, 0)} min.\n${tasks
          .slice(0, 40)
          .map(({ label, title, lubricant }) => `${label} ${title}${lubricant ? `, ${lubricant}` : ''}`)
          .join('\n')}${tasks.length > 40 ? `\nand ${tasks.length - 40} more` : ''}`,
      ),
      url: `${site}/routes/${routeId}`,
      status: 'TENTATIVE',
      busyStatus: 'FREE',
      categories: ['Lubrication'],
      sequence: Math.floor(now.getTime() / 86_400_000) % 100_000,
    }));
    const { value, error } = createEvents(events, {
      productId: 'tagebuch',
      calName: `${plant.name}: rounds`,
      method: 'PUBLISH',
    });
    if (error) throw error;
    return new Response(value, {
      headers: {
        'content-type': 'text/calendar; charset=utf-8',
        'content-disposition': 'inline; filename="rounds.ics"',
        'cache-control': 'no-cache',
      },
    });
  });
}
