import type { Metadata } from 'next';
import Link from 'next/link';
import { PageHead } from '@/components/ui/page-head';
import { dayAndClock } from '@/components/words';
import { thePlant } from '@/desk/plant';
import { readChangeSets, pointsToPickFrom } from '@/desk/read/point-choices';
import { openDesk, reading } from '@/app/server';
import { ManyForm } from './many-form';

export const metadata: Metadata = { title: 'Many points at once' };

/** One field changed on many points: picked by filter, seen before it is done, taken back as a whole. */
export default async function ManyPage() {
  await openDesk('plan');
  const { choices, areas, sets, plant } = await reading(async (db) => ({
    ...(await pointsToPickFrom(db)),
    sets: await readChangeSets(db, 'points'),
    plant: await thePlant(db),
  }));
  return (
    <>
      <PageHead trail={<Link href="/plant">Plant</Link>} title="Many points at once" />
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
