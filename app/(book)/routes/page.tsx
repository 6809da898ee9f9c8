import type { Metadata } from 'next';
import Link from 'next/link';
import { counted, number } from '@/components/words';
import { openDesk, reading } from '@/app/server';
import { OutOfUse } from '../in-use';
import { readRouteList } from '@/desk/read/route-list';

export const metadata: Metadata = { title: 'Routes' };

/** All routes: how long each is, and how much of it is wanted now. */
export default async function RoutesPage() {
  const desk = await openDesk();
  const { retired, routes, onNone } = await reading(() => readRouteList(desk));
  return (
    <>
      <header className="flex flex-wrap items-end justify-between gap-4 border-b-2 border-ink pb-3">
        <h1 className="text-3xl">Routes</h1>
        <Link href="/routes/new" className="button no-print">
          Make a route
        </Link>
      </header>
      {routes.length === 0 && (
        <p className="mt-6">
          No routes yet. A route gathers tasks that share a frequency, an area, a lubricant and a machine state, in the
          order they are walked. <Link href="/routes/new">Make the first route</Link>
        </p>
      )}
      {onNone > 0 && (
        <p className="mt-4">
          {counted(onNone, 'task')} on no route: {onNone === 1 ? 'it is' : 'they are'} forgotten until somebody picks{' '}
          {onNone === 1 ? 'it' : 'them'}.
        </p>
      )}
      {routes.length > 0 && (
        <table className="mt-6 w-full">
          <thead className="max-md:sr-only">
            <tr className="caption rule-b">
              <th scope="col" className="py-1 pr-4">
                Route
              </th>
              {['Stops', 'Minutes', 'Overdue', 'Due', 'Unknown'].map((head) => (
                <th key={head} scope="col" className="w-24 py-1 pr-4 text-right">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {routes.map(({ id, code, name, ...counts }) => (
              <tr key={id} className="rule-b max-md:block max-md:py-2">
                <th scope="row" className="py-2.5 pr-4 max-md:block max-md:py-0">
                  <Link href={`/routes/${id}`} className="inline-block min-w-24 font-semibold">
                    {code}
                  </Link>{' '}
                  <span className="font-normal">{name}</span>
                </th>
                {(['stops', 'minutes', 'overdue', 'due', 'unknown'] as const)
                  .map((label) => [label, counts[label]] as const)
                  .map(([label, value]) => (
                    <td
                      key={label}
                      className={`py-2.5 pr-4 text-right max-md:inline-block max-md:py-0 ${label === 'overdue' && value ? 'font-semibold' : ''}`}
                    >
                      {value ? number(value, 0) : <span className="text-muted">–</span>}
                      <span className="caption md:hidden"> {label}</span>
                    </td>
                  ))}
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {retired.map(({ id, code, version, retiredOn }) => (
        <OutOfUse key={id} kind="route" id={id} version={version} name={code} retiredOn={retiredOn} />
      ))}
    </>
  );
}
