import { type EventAttributes, createEvents } from 'ics';
import { counted, number } from '@/components/words';
import { addDays } from '@/core/time/plant-day';
import type { RoundAhead } from '@/desk/read/rounds-ahead';

/** The calendar's own line ends are added by its writer: one inside a text would begin a line of its own. */
const plainLine = (text: string): string => text.replace(/\r\n?/g, '\n');

const date = (day: string) => day.split('-').map(Number) as [number, number, number];

/** @param site under which the book is reached */
type About = { name: string; site: string; now: Date };

const [firstEvent, end] = ['BEGIN:VEVENT', 'END:VCALENDAR'];
/** Its writer looks at every word of an event: more of them in one go would keep whoever asks for a page waiting. */
const roundsInOneGo = 20;

/** A calendar as its rounds are planned, route by route. */
export async function* calendarPieces(
  lists: AsyncIterable<readonly RoundAhead[]>,
  about: About,
): AsyncGenerator<string> {
  const empty = calendarOf([], about);
  yield empty.slice(0, empty.indexOf(end));
  for await (const rounds of lists) {
    for (let from = 0; from < rounds.length; from += roundsInOneGo) {
      const text = calendarOf(rounds.slice(from, from + roundsInOneGo), about);
      yield text.slice(text.indexOf(firstEvent), text.lastIndexOf(end));
    }
  }
  yield empty.slice(empty.indexOf(end));
}

/** Planned rounds as an iCalendar, one event each. */
export function calendarOf(rounds: readonly RoundAhead[], { name: plantName, site, now }: About): string {
  const events = rounds.map(({ routeId, number: walk, on, code, name, tasks, minutes }): EventAttributes => ({
    uid: `${routeId.toLowerCase()}-${walk}@tagebuch`,
    start: date(on),
    end: date(addDays(on, 1)),
    title: plainLine(`${code} ${name}`),
    productId: 'tagebuch',
    calName: plainLine(`${plantName}: rounds`),
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
    calName: plainLine(`${plantName}: rounds`),
    method: 'PUBLISH',
  });
  if (error) throw error;
  return value!;
}
