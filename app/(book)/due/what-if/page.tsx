import type { Metadata } from 'next';
import Link from 'next/link';
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
      <header className="border-b-2 border-ink pb-3">
        <p className="caption">
          <Link href="/due">Due</Link>
        </p>
        <h1 className="text-3xl">What if</h1>
        <p className="mt-1 max-w-prose">
          Pick tasks, change something, and see the year’s work, lubricant and missed windows before and after. Nothing
          is changed until you apply it.
        </p>
      </header>
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
