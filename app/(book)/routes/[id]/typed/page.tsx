import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { PageHead } from '@/components/ui/page-head';
import { plantToday } from '@/core/time/plant-day';
import { thePlant } from '@/desk/plant';
import { readWalk } from '@/desk/walk/rounds';
import { type Search, searchOf } from '@/app/search';
import { openDesk, reading } from '@/app/server';
import { TypedSheet } from './typed-sheet';

export const metadata: Metadata = { title: 'A sheet typed back' };

/** A route that was walked on paper, typed in line by line: written as one round, all of it or nothing. */
export default async function TypedPage({ params, searchParams }: { params: Promise<{ id: string }> } & Search) {
  const { id } = await params;
  const { what } = await searchOf<'what'>(searchParams);
  const desk = await openDesk('write-for-others');
  const { plant, walk } = await reading(async (db) => ({ plant: await thePlant(db), walk: await readWalk(desk, id) }));
  if (!walk) notFound();
  const { wanted, document } = walk.plan;
  const isAll = what === 'all' || wanted.length === 0;
  const stops = document.stops.filter(({ taskId }) => isAll || wanted.includes(taskId));
  return (
    <>
      <PageHead
        trail={
          <>
            <Link href="/routes">Routes</Link> / <Link href={`/routes/${id}`}>{document.route.code}</Link>
          </>
        }
        title="A sheet typed back"
        actions={
          wanted.length > 0 && (
            <Link href={`/routes/${id}/typed${isAll ? '' : '?what=all'}`} className="button">
              {isAll ? 'Only what is wanted' : 'All stops'}
            </Link>
          )
        }
      >
        <p className="mt-1 max-w-prose">
          Line by line as it stands on the paper; a line that is left empty was not walked to. All of it is written as
          one round when every line is right, or nothing.
        </p>
      </PageHead>
      <TypedSheet
        key={isAll ? 'all' : 'wanted'}
        document={{ ...document, stops }}
        timeZone={plant.timeZone}
        today={plantToday(desk.now, plant)}
      />
    </>
  );
}
