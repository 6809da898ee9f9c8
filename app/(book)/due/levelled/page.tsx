import type { Metadata } from 'next';
import Link from 'next/link';
import { PageHead } from '@/components/ui/page-head';
import { readLevelling } from '@/desk/ahead/levelling';
import { thePlant } from '@/desk/plant';
import { allAreas } from '@/desk/read/lists';
import { type Search, searchOf } from '@/app/search';
import { openDesk, reading, readingMuch } from '@/app/server';
import { Leveller } from './leveller';

export const metadata: Metadata = { title: 'Levelled weeks' };
const weeks = 13;

/** The coming weeks with every task on the day of its window that suits the others best. */
export default async function LevelledPage({ searchParams }: Search) {
  const { area } = await searchOf<'area'>(searchParams);
  const desk = await openDesk();
  const { areas, plant } = await reading(async (db) => ({ areas: await allAreas(db), plant: await thePlant(db) }));
  const chosen = areas.find(({ code }) => code === area);
  const found = await readingMuch(() => readLevelling(desk, weeks, chosen?.id));
  return (
    <>
      <PageHead trail={<Link href="/due">Due</Link>} title="Levelled weeks">
        <p className="mt-1 max-w-prose">
          Each task within its window on one of the open days of thirteen weeks, so that no day gets too much, machines
          stop seldom and routes are walked for more than a trifle.
        </p>
      </PageHead>
      <nav aria-label="Area" className="no-print mt-4 flex flex-wrap gap-x-4">
        {[{ code: '', name: 'Whole plant' }, ...areas].map(({ code, name }) => (
          <Link
            key={code}
            href={code === '' ? '/due/levelled' : `/due/levelled?area=${encodeURIComponent(code)}`}
            aria-current={code === (chosen?.code ?? '') ? 'page' : undefined}
            className={`inline-flex min-h-11 items-center md:min-h-8 ${code === (chosen?.code ?? '') ? 'font-semibold' : ''}`}
          >
            {name}
          </Link>
        ))}
      </nav>
      {found.ok ? (
        found.value.tasks.length > 0 ? (
          <Leveller key={chosen?.code ?? ''} levelling={found.value} timeZone={plant.timeZone} />
        ) : (
          <p className="mt-5">Nothing falls into these weeks here.</p>
        )
      ) : (
        <p className="mt-5">{found.reason}</p>
      )}
    </>
  );
}
