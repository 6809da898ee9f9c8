import type { Metadata } from 'next';
import Link from 'next/link';
import { PageHead } from '@/components/ui/page-head';
import { dayAndClock } from '@/components/words';
import { thePlant } from '@/desk/plant';
import { readChangeSets } from '@/desk/read/point-choices';
import { openDesk, reading } from '@/app/server';
import { DoneChanges } from '@/app/(book)/plant/many/done-changes';
import { TrialForm } from './trial-form';

export const metadata: Metadata = { title: 'What if' };

/** Tries a change of duty, warmth or intervals out on a set of tasks, and shows the year before anything is changed. */
export default async function WhatIfPage() {
  await openDesk();
  const { sets, plant } = await reading(async (db) => ({
    sets: await readChangeSets(db, 'what-if'),
    plant: await thePlant(db),
  }));
  return (
    <>
      <PageHead trail={<Link href="/due">Due</Link>} title="What if">
        <p className="mt-1 max-w-prose">
          Pick tasks, change something, and see the year’s work, lubricant and missed windows before and after. Nothing
          is changed until you apply it.
        </p>
      </PageHead>
      <TrialForm />
      <DoneChanges
        done={sets.map(({ madeAt, by, ...set }) => ({
          ...set,
          words: `${dayAndClock(madeAt, plant.timeZone)}, ${by}`,
        }))}
      />
    </>
  );
}
