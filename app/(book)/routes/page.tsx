import type { Metadata } from 'next';
import Link from 'next/link';
import { PageHead } from '@/components/ui/page-head';
import { counted } from '@/components/words';
import { WhoMay } from '@/components/who-may';
import { type Search, searchOf } from '@/app/search';
import { openDesk, reading } from '@/app/server';
import { OutOfUse } from '../in-use';
import { readRouteList } from '@/desk/read/route-list';
import { RouteTable } from './route-table';

export const metadata: Metadata = { title: 'Routes' };

/** All routes: how long each is, and how much of it is wanted now. */
export default async function RoutesPage({ searchParams }: Search) {
  const { after } = await searchOf<'after'>(searchParams);
  const desk = await openDesk();
  const { retired, routes, onNone, next, shiftMinutes } = await reading(() => readRouteList(desk, after));
  return (
    <>
      <PageHead
        title="Routes"
        actions={
          <p className="no-print flex flex-wrap gap-3">
            <a href="/round" className="button">
              Rounds on this device
            </a>
            <WhoMay action="plan">
              <Link href="/routes/new" className="button">
                Make a route
              </Link>
            </WhoMay>
          </p>
        }
      />
      {routes.length === 0 && (
        <p className="mt-6">
          No routes yet. A route gathers tasks that share a frequency, an area, a lubricant and a machine state, in the
          order they are walked.{' '}
          <WhoMay action="plan">
            <Link href="/routes/new">Make the first route</Link>
          </WhoMay>
        </p>
      )}
      {onNone > 0 && (
        <p className="mt-4">
          {counted(onNone, 'task')} on no route: {onNone === 1 ? 'it is' : 'they are'} forgotten until somebody picks{' '}
          {onNone === 1 ? 'it' : 'them'}.
        </p>
      )}
      {routes.length > 0 && <RouteTable routes={routes} shiftMinutes={shiftMinutes} />}
      {next !== null && (
        <p className="mt-4">
          <Link href={`/routes?after=${encodeURIComponent(next)}`}>Routes after {next}</Link>
        </p>
      )}
      {retired.map(({ id, code, version, retiredOn }) => (
        <OutOfUse key={id} kind="route" id={id} version={version} name={code} retiredOn={retiredOn} />
      ))}
    </>
  );
}
