import type { Metadata } from 'next';
import Link from 'next/link';
import { dayAndClock } from '@/components/words';
import { thePlant } from '@/desk/plant';
import { readChangeSets, pointsToPickFrom } from '@/desk/read/point-choices';
import { openDesk, reading } from '@/app/server';
import { ManyForm } from './many-form';

export const metadata: Metadata = { title: 'Many points at once' };

/** One field changed on many points: picked by filter, seen before it is done, taken back as a whole. */
export default async function ManyPage() {
  await openDesk();
  const { choices, areas, sets, plant } = await reading(async (db) => ({
    ...(await pointsToPickFrom(db)),
    sets: await readChangeSets(db, 'points'),
    plant: await thePlant(db),
  }));
  return (
    <>
      <header className="border-b-2 border-ink pb-3">
        <p className="caption">
          <Link href="/plant">Plant</Link>
        </p>
        <h1 className="text-3xl">Many points at once</h1>
      </header>
      <ManyForm
        choices={choices}
        areas={areas}
        done={sets.map(({ madeAt, by, ...set }) => ({
          ...set,
          words: `${dayAndClock(madeAt, plant.timeZone)}, ${by}`,
        }))}
      />
    </>
  );
}
