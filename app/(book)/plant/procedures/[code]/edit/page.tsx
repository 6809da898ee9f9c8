import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { openDesk, reading } from '@/app/server';
import { PageHead } from '@/components/ui/page-head';
import { codeOfKey } from '@/core/procedure/in-force';
import { shippedProcedures } from '@/core/procedure/shipped';
import { procedureKey } from '@/core/procedure/step';
import { typedProcedure } from '@/core/procedure/typed';
import { wholeProcedure } from '@/desk/register/procedures';
import { ProcedureForm } from '../../procedure-form';

export const metadata: Metadata = { title: 'Write a procedure' };

/** The plant’s own way of a shipped procedure, or the next version of one that is its own already. */
export default async function EditProcedurePage({ params }: { params: Promise<{ code: string }> }) {
  const { code } = await params;
  await openDesk('plan');
  const whole = await reading((db) => wholeProcedure(db, code));
  if (!whole) notFound();
  const { procedure, isShipped, isWithdrawn, inPlaceOf, basedOn, base, replacedBy } = whole;
  const newest = basedOn ? shippedProcedures.get(codeOfKey(basedOn)) : undefined;
  return (
    <>
      <PageHead
        trail={<Link href={`/plant/procedures/${code}`}>{procedure.title}</Link>}
        title={isShipped ? 'Write our own way' : `Change “${procedure.title}”`}
      >
        <p className="mt-1 max-w-prose">
          {isShipped
            ? 'The shipped one stays as it is. '
            : `Version ${procedure.version} stays readable. Rounds under way go on by what they began with. ${isWithdrawn ? 'It is out of use: kept anew it is in use again. ' : ''}`}
          What is written here informs; the site’s rules and the manufacturer come first.
        </p>
      </PageHead>
      <div className="mt-6">
        <ProcedureForm
          key={procedureKey(procedure)}
          from={{ code, version: procedure.version }}
          initial={typedProcedure(procedure)}
          place={isShipped ? (replacedBy ? 'beside' : 'in-place') : inPlaceOf ? 'in-place' : 'beside'}
          base={isShipped ? procedure.title : (base?.title ?? null)}
          movedOn={newest !== undefined && base !== null && procedureKey(newest) !== procedureKey(base)}
        />
      </div>
    </>
  );
}
