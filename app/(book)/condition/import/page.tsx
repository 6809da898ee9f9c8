import type { Metadata } from 'next';
import Link from 'next/link';
import { PageHead } from '@/components/ui/page-head';
import { observedColumns } from '@/core/follow/observed-rows';
import { openDesk } from '@/app/server';
import { ObservationsForm } from './observations-form';

export const metadata: Metadata = { title: 'Import what was read' };

/** Readings of points from a table, and all that the book holds as such a table. */
export default async function ImportObservationsPage() {
  await openDesk('import');
  return (
    <div className="max-w-3xl">
      <PageHead trail={<Link href="/condition">Condition</Link>} title="Import what was read">
        <p className="mt-1 max-w-prose">
          A comma- or semicolon-separated table whose first line names its columns: {observedColumns.join(', ')}. The
          first, state, observation, afterMin and by may be missing. Each reading is judged by the limits of its point;
          what lies past one is a finding. <a href="/api/observations.csv">All that the book holds, as such a table</a>.
        </p>
      </PageHead>
      <ObservationsForm />
    </div>
  );
}
