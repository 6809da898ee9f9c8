import type { Metadata } from 'next';
import Link from 'next/link';
import { Beside } from '@/components/beside';
import { HeadRow, right } from '@/components/ui/head-row';
import { PageHead } from '@/components/ui/page-head';
import { counted, quantityOf } from '@/components/words';
import { isGreaseKind } from '@/core/store/store-room';
import { readNeeds } from '@/desk/store/needs';
import { allLubricants, stockOnHand } from '@/desk/read/lists';
import { type Search, searchOf } from '@/app/search';
import { openDesk, readingMuch } from '@/app/server';

export const metadata: Metadata = { title: 'What the plan uses' };

/** So many routes have a column each; of more one at a time is looked at. */
const columnsMost = 12;

/** Grams and litres per lubricant and route, a month and a year; the order list. */
export default async function NeedsPage({ searchParams }: Search) {
  const { route: asked } = await searchOf<'route'>(searchParams);
  const desk = await openDesk();
  const { needs, stock, lubricants } = await readingMuch(async (db) => ({
    needs: await readNeeds(db, desk.now),
    stock: await stockOnHand(db),
    lubricants: await allLubricants(db),
  }));
  const all = [...new Set(needs.flatMap(({ byRoute }) => byRoute.map(({ route }) => route)))].sort();
  const routes = all.length <= columnsMost ? all : all.filter((route) => route === asked);
  const onHand = (lubricantId: string) =>
    stock.filter((item) => item.lubricantId === lubricantId).reduce((sum, { amount }) => sum + amount, 0);
  const unitOf = (lubricantId: string) =>
    isGreaseKind(lubricants.find(({ id }) => id === lubricantId)?.kind ?? '') ? ('g' as const) : ('L' as const);
  return (
    <>
      <PageHead
        trail={<Link href="/lubricants">Lubricants</Link>}
        title="What the plan uses"
        actions={
          <p className="no-print">
            <a href="/api/needs.csv" className="button" download>
              Order list as CSV
            </a>
          </p>
        }
      />
      <p className="mt-4 max-w-prose">
        From the amounts and intervals of the plan at the present use of the machines. What is filled to the mark goes
        by the log of the last year; films and passes are not counted and are named.
      </p>
      {all.length > columnsMost && (
        <form className="no-print mt-4 flex flex-wrap items-end gap-3">
          <label>
            <span className="caption block">Of a route</span>
            <input name="route" list="routes" defaultValue={asked} className="field max-w-40" />
            <datalist id="routes">
              {all.map((route) => (
                <option key={route} value={route} />
              ))}
            </datalist>
          </label>
          <button className="button">Show</button>
        </form>
      )}
      <div className="relative mt-6 overflow-x-auto" role="region" aria-label="Needs by lubricant and route">
        <table className="w-full">
          <HeadRow columns={['Lubricant', ...['A month', 'A year', 'On hand', ...routes].map(right)]} />
          <tbody>
            {needs.map(({ lubricantId, code, name, unit, perYear, byRoute, unknownTasks }) => (
              <tr key={lubricantId} className="rule-b align-top">
                <th scope="row" className="py-2 pr-4 font-normal">
                  <Link href={`/lubricants/${code}`} className="no-underline">
                    <span className="house-code">{code}</span>
                  </Link>
                  <span className="caption block max-w-52 min-w-36">
                    {name}
                    {unknownTasks > 0 && `; ${counted(unknownTasks, 'task')} by film or mark on top`}
                  </span>
                </th>
                <td className="py-2 pr-4 text-right whitespace-nowrap">
                  <Beside>{quantityOf(perYear / 12, unit)}</Beside>
                </td>
                <td className="py-2 pr-4 text-right font-semibold whitespace-nowrap">
                  <Beside>{quantityOf(perYear, unit)}</Beside>
                </td>
                <td className="py-2 pr-4 text-right whitespace-nowrap">
                  <Beside>
                    {onHand(lubricantId) > 0 ? quantityOf(onHand(lubricantId), unitOf(lubricantId)) : 'none'}
                  </Beside>
                </td>
                {routes.map((route) => {
                  const mine = byRoute.find((each) => each.route === route);
                  return (
                    <td key={route} className="py-2 pr-4 text-right whitespace-nowrap">
                      {mine && mine.perYear > 0 ? (
                        <Beside>{quantityOf(mine.perYear, unit)}</Beside>
                      ) : (
                        <span className="text-muted" aria-label="nothing">
                          –
                        </span>
                      )}
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="caption mt-3">
        {routes.length > 0 && 'The columns of routes are for a year. '}A task on two routes is shared between them.
      </p>
    </>
  );
}
