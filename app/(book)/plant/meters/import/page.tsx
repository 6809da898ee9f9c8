import type { Metadata } from 'next';
import Link from 'next/link';
import { PageHead } from '@/components/ui/page-head';
import { openDesk } from '@/app/server';
import { ImportForm } from './import-form';

export const metadata: Metadata = { title: 'Import readings' };

/** Many readings from a table: preview first, nothing is written before it is confirmed. */
export default async function ImportReadingsPage() {
  await openDesk('import');
  return (
    <>
      <PageHead trail={<Link href="/plant">Plant</Link>} title="Import readings">
        <p className="mt-1 max-w-prose">
          A comma- or semicolon-separated table whose first line names its columns: machine code, day, reading, and
          where there are several the meter’s name and the time. Nothing is written before you confirm.
        </p>
      </PageHead>
      <ImportForm />
    </>
  );
}
