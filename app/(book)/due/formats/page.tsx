import type { Metadata } from 'next';
import Link from 'next/link';
import { gatherDays } from '@/core/interval/planned-rounds';
import { PageHead } from '@/components/ui/page-head';
import { Section } from '@/components/ui/section';
import { counted, day, number, weekday } from '@/components/words';
import { readRoundsAhead } from '@/desk/read/rounds-ahead';
import { routesInUse } from '@/desk/read/lists';
import { type Search, searchOf } from '@/app/search';
import { siteAddress } from '@/app/site-address';
import { openDesk, readingMuch } from '@/app/server';

export const metadata: Metadata = { title: 'Calendar and files' };

/** Of so many routes the rounds are shown together; of more, those of one at a time. */
const togetherMost = 20;

/** The plan for other programs: a calendar to subscribe to, a table and a JSON file; and the rounds that stand in it. */
export default async function FormatsPage({ searchParams }: Search) {
  const asked = (await searchOf<'route'>(searchParams)).route;
  const desk = await openDesk();
  const { rounds, routes, one, site } = await readingMuch(async (db) => {
    const all = await routesInUse(db);
    const shown = all.find(({ code }) => code === asked) ?? (all.length > togetherMost ? all[0] : undefined);
    return {
      routes: all.map(({ code, name }) => [code, name] as const),
      one: shown,
      rounds: await readRoundsAhead(desk, { routeCode: shown?.code }),
      site: await siteAddress(),
    };
  });
  return (
    <div className="max-w-4xl">
      <PageHead trail={<Link href="/due">Due</Link>} title="Calendar and files" />
      <Section id="calendar" title="Calendar" className="mt-5">
        <p className="max-w-prose">
          One event for each planned round of the next 13 weeks, on the day its first task is due, taking along what
          falls due within {gatherDays} days. Subscribe with this address; a round that moves keeps its event.
        </p>
        <ul className="mt-2">
          <li className="rule-b py-1.5">
            <a href="/api/calendar.ics">
              <code className="break-all">{site}/api/calendar.ics</code>
            </a>{' '}
            <span className="caption">all routes</span>
          </li>
          {routes.map(([code, name]) => (
            <li key={code} className="rule-b py-1.5">
              <a href={`/api/calendar.ics?route=${code}`}>
                <code className="break-all">
                  {site}/api/calendar.ics?route={code}
                </code>
              </a>{' '}
              <Link href={`/due/formats?route=${code}#rounds`} prefetch={false} className="caption">
                {name}
              </Link>
            </li>
          ))}
        </ul>
      </Section>
      <Section id="files" title="Files" className="mt-8">
        <p className="mt-2 flex flex-wrap gap-3">
          <a className="button" href="/api/plan.csv" download>
            Plan as CSV
          </a>
          <a className="button" href="/api/plan.json" download="plan.json">
            Plan as JSON
          </a>
        </p>
        <p className="caption mt-2">
          Every task with its interval, where it stands, its window and its routes. Meters: <code>/api/meters</code>.
        </p>
      </Section>
      <Section
        id="rounds"
        title={
          <>
            Planned rounds{one && ` of ${one.code}`}{' '}
            <span className="caption font-normal">{counted(rounds.length, 'round')} in 13 weeks</span>
          </>
        }
        className="mt-8"
      >
        {rounds.length === 0 ? (
          <p className="mt-2">
            No route has a task with a date yet. <Link href="/routes">Make a route</Link>
          </p>
        ) : (
          <ul className="mt-2">
            {rounds.slice(0, 60).map(({ routeId, number: walk, on, code, name, tasks, minutes }) => (
              <li key={`${routeId}-${walk}`} className="rule-b grid grid-cols-[9.5rem_1fr_auto] gap-x-4 py-1.5">
                <span>
                  {weekday(on).slice(0, 3)}, {day(on)}
                </span>
                <span>
                  <Link href={`/routes/${routeId}`} prefetch={false} className="font-semibold">
                    {code}
                  </Link>{' '}
                  {name}
                </span>
                <span className="text-right">
                  {counted(tasks.length, 'task')}, {number(minutes, 0)} min
                </span>
              </li>
            ))}
          </ul>
        )}
      </Section>
    </div>
  );
}
