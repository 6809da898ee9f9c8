import type { Metadata } from 'next';
import Link from 'next/link';
import { HeadRow } from '@/components/ui/head-row';
import { PageHead } from '@/components/ui/page-head';
import { counted } from '@/components/words';
import { shippedProcedures } from '@/core/procedure/shipped';
import { shownSteps } from '@/core/procedure/walk';

export const metadata: Metadata = { title: 'Procedures' };

/** How the usual jobs are done, step by step: what a round shows where a task is done by one of them. */
export default function ProceduresPage() {
  const procedures = [...shippedProcedures.values()].sort((a, b) => a.title.localeCompare(b.title));
  return (
    <div className="max-w-4xl">
      <PageHead trail={<Link href="/plant">Plant</Link>} title="Procedures">
        <p className="mt-1 max-w-prose">
          How the trade does its usual jobs. A task goes by the one that fits its point and its work; the round shows it
          step by step. They inform; the site’s rules and the manufacturer come first.
        </p>
      </PageHead>
      <table className="mt-6 w-full">
        <HeadRow columns={['Procedure', 'What it opens']} />
        <tbody>
          {procedures.map((procedure) => (
            <tr key={procedure.code} className="rule-b align-top">
              <th scope="row" className="py-1 pr-4 text-left font-normal">
                <Link
                  href={`/plant/procedures/${procedure.code}`}
                  className="inline-flex min-h-11 items-center md:min-h-8"
                >
                  {procedure.title}
                </Link>
                <span className="caption block">
                  {counted(shownSteps(procedure, []).length, 'step')}, {counted(procedure.people, 'person', 'people')}
                </span>
              </th>
              <td className="py-1">
                {[...new Set(procedure.steps.flatMap((step) => (step.kind === 'open' ? [step.name] : [])))].join(', ')}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
