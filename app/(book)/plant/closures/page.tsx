import type { Metadata } from 'next';
import Link from 'next/link';
import { PageHead } from '@/components/ui/page-head';
import { thePlant } from '@/desk/plant';
import { openDesk, reading } from '@/app/server';
import { ClosureForm } from './closure-form';
import { plantToday } from '@/core/time/plant-day';

export const metadata: Metadata = { title: 'Holidays and shutdowns' };

/** Days on which the plant stands. Machines that do not keep running use nothing up then, and no forecast counts those days. */
export default async function ClosuresPage() {
  const { now } = await openDesk();
  const plant = (await reading((db) => thePlant(db))) as Awaited<ReturnType<typeof thePlant>> & {
    updatedAt: Date;
  };
  const { closures = [], updatedAt } = plant;
  const today = plantToday(now, plant);
  // What is still to come stands first; past days stay, as the hours of those weeks are understood by them.
  const inOrder = [...closures.filter(({ to }) => to >= today), ...closures.filter(({ to }) => to < today).reverse()];
  return (
    <div className="max-w-3xl">
      <PageHead trail={<Link href="/plant">Plant</Link>} title="Holidays and shutdowns">
        <p className="mt-1 max-w-prose">
          Run hours are forecast around these days. Calendar limits are not: oil ages while the plant stands. Machines
          that run on, such as a kiln, say so on their own page. From and to are both included.
        </p>
      </PageHead>
      <div className="mt-6">
        <ClosureForm key={String(updatedAt)} closures={inOrder} />
      </div>
    </div>
  );
}
