import type { Metadata } from 'next';
import Link from 'next/link';
import { openDesk } from '@/app/server';
import { PageHead } from '@/components/ui/page-head';
import { begin, finish } from '@/core/procedure/frame';
import { procedure } from '@/core/procedure/build';
import { typedProcedure } from '@/core/procedure/typed';
import { ProcedureForm } from '../procedure-form';

export const metadata: Metadata = { title: 'Write a procedure' };

/** A procedure that the trade has none for: it begins and ends as every one does. */
const blank = procedure({ code: 'written', title: 'Title', steps: [begin, finish] });

export default async function NewProcedurePage() {
  await openDesk('plan');
  return (
    <>
      <PageHead trail={<Link href="/plant/procedures">Procedures</Link>} title="Write a procedure">
        <p className="mt-1 max-w-prose">
          Begun as every job begins and ended as every job ends; what is done stands between. Where the trade has a
          procedure for it, write your own way from that one instead.
        </p>
      </PageHead>
      <div className="mt-6">
        <ProcedureForm from={null} initial={{ ...typedProcedure(blank), title: '' }} place="beside" base={null} />
      </div>
    </>
  );
}
