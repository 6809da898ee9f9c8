import type { Metadata } from 'next';
import Link from 'next/link';
import { openDesk } from '@/app/server';
import { ImportForm } from './import-form';

export const metadata: Metadata = { title: 'Import readings' };

/** Many readings from a table: preview first, nothing is written before it is confirmed. */
export default async function ImportReadingsPage() {
  await openDesk();
  return (
    <>
      <header className="border-b-2 border-ink pb-3">
        <p className="caption">
          <Link href="/plant">Plant</Link>
        </p>
        <h1 className="text-3xl">Import readings</h1>
        <p className="mt-1 max-w-prose">
          A comma- or semicolon-separated table whose first line names its columns: machine code, day, reading, and
          where there are several the meter’s name and the time. Nothing is written before you confirm.
        </p>
      </header>
      <ImportForm />
    </>
  );
}
