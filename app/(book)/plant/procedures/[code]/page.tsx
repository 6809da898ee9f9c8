import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { PrintButton } from '@/components/print-button';
import { ProcedureSteps } from '@/components/procedure-steps';
import { PageHead } from '@/components/ui/page-head';
import { shippedProcedures } from '@/core/procedure/shipped';

type Props = { params: Promise<{ code: string }> };

export const generateMetadata = async ({ params }: Props): Promise<Metadata> => ({
  title: shippedProcedures.get((await params).code)?.title ?? 'Procedure',
});

/** One procedure, as the technician has it on the round. */
export default async function ProcedurePage({ params }: Props) {
  const procedure = shippedProcedures.get((await params).code);
  if (!procedure) notFound();
  return (
    <div className="max-w-2xl">
      <PageHead
        trail={<Link href="/plant/procedures">Procedures</Link>}
        title={procedure.title}
        actions={<PrintButton label="Print" />}
      />
      <ProcedureSteps procedure={procedure} />
    </div>
  );
}
