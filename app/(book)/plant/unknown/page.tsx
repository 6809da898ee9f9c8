import type { Metadata } from 'next';
import { PageHead } from '@/components/ui/page-head';
import { plantToday } from '@/core/time/plant-day';
import { readUnknown } from '@/desk/read/unknown-list';
import { thePlant } from '@/desk/plant';
import { pointPath } from '@/app/due-item';
import { openDesk, reading } from '@/app/server';
import { UnknownForm } from './unknown-form';

export const metadata: Metadata = { title: 'Last service unknown' };

/** Every task whose last service nobody knows, and the four ways out, for many at once. */
export default async function UnknownPage() {
  const desk = await openDesk();
  const { unknown, plant } = await reading(async (db) => ({
    unknown: await readUnknown(db),
    plant: await thePlant(db),
  }));
  return (
    <>
      <PageHead title="Last service unknown" />
      <p className="mt-4 max-w-prose">
        Nobody knows when these were last done, so they have no date. Tick what you know something about, then say what.
      </p>
      {unknown.count > unknown.shown.length && (
        <p className="mt-2">
          These are the first {unknown.shown.length} of {unknown.count}; the next stand here when they are settled.
        </p>
      )}
      {unknown.count === 0 ? (
        <p className="mt-6">There are none. Every task has a last service.</p>
      ) : (
        <UnknownForm
          personId={desk.actor.id}
          today={plantToday(desk.now, plant)}
          tasks={unknown.shown.map(({ machineCode, machineName, pointNumber, ...task }) => ({
            ...task,
            machine: `${machineCode} ${machineName}`,
            href: pointPath(machineCode, pointNumber),
          }))}
        />
      )}
    </>
  );
}
