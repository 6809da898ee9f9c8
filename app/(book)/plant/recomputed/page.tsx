import type { Metadata } from 'next';
import { PageHead } from '@/components/ui/page-head';
import { readRecomputed } from '@/desk/plan/recomputed';
import { pointPath } from '@/app/due-item';
import { heavily } from '@/app/heavy';
import { reading } from '@/app/server';
import { RecomputedForm } from './recomputed-form';

export const metadata: Metadata = { title: 'Computed otherwise now' };

/** Every stored amount and interval that a newer version of its method gives otherwise: before, after, many at once. */
export default async function RecomputedPage() {
  const { shown, more } = await heavily(() => reading((db) => readRecomputed(db)));
  return (
    <>
      <PageHead title="Computed otherwise now" />
      <p className="mt-4 max-w-prose">
        The methods behind these have changed since they were worked out. What stands at the points is not touched
        before you take it; what a person overruled stays overruled.
      </p>
      {more && <p className="mt-2">These are the first; the next stand here when they are taken.</p>}
      {shown.length === 0 ? (
        <p className="mt-6">There are none. Every stored computation comes out as it stands.</p>
      ) : (
        <RecomputedForm
          lines={shown.map(({ machineCode, pointNumber, ...line }) => ({
            ...line,
            href: pointPath(machineCode, pointNumber),
          }))}
        />
      )}
    </>
  );
}
