import type { Metadata } from 'next';
import Link from 'next/link';
import { openDesk, reading } from '@/app/server';
import { HeadRow } from '@/components/ui/head-row';
import { PageHead } from '@/components/ui/page-head';
import { counted } from '@/components/words';
import { WhoMay } from '@/components/who-may';
import { type HeldProcedure, procedureTitles, proceduresInForce } from '@/core/procedure/in-force';
import type { Procedure } from '@/core/procedure/step';
import { shownSteps } from '@/core/procedure/walk';
import { heldProcedures } from '@/desk/register/procedures';

export const metadata: Metadata = { title: 'Procedures' };

/** How the usual jobs are done, step by step: what a round shows where a task is done by one of them. */
export default async function ProceduresPage() {
  await openDesk();
  const held = await reading((db) => heldProcedures(db));
  const inForce = proceduresInForce(held);
  const own = new Map(held.map((each) => [each.procedure.code, each]));
  const procedures = Object.keys(procedureTitles(held))
    .map((code) => inForce.get(code)!)
    .sort((a, b) => a.title.localeCompare(b.title));
  const withdrawn = held.filter(({ isWithdrawn }) => isWithdrawn);
  return (
    <div className="max-w-4xl">
      <PageHead
        trail={<Link href="/plant">Plant</Link>}
        title="Procedures"
        actions={
          <WhoMay action="plan">
            <Link href="/plant/procedures/new" className="button">
              Write a procedure
            </Link>
          </WhoMay>
        }
      >
        <p className="mt-1 max-w-prose">
          How the trade does its usual jobs, and where this plant does them otherwise. A task goes by the one that fits
          its point and its work; the round shows it step by step. They inform; the site’s rules and the manufacturer
          come first.
        </p>
      </PageHead>
      <table className="mt-6 w-full">
        <HeadRow columns={['Procedure', 'What it opens']} />
        <tbody>
          {procedures.map((procedure) => (
            <ProcedureLine key={procedure.code} procedure={procedure} own={own.get(procedure.code)} />
          ))}
        </tbody>
      </table>
      {withdrawn.length > 0 && (
        <p className="mt-6">
          Out of use:{' '}
          {withdrawn.map(({ procedure: { code, title } }, place) => (
            <span key={code}>
              {place > 0 && ', '}
              <Link href={`/plant/procedures/${code}`}>{title}</Link>
            </span>
          ))}
          .
        </p>
      )}
    </div>
  );
}

const ProcedureLine = ({ procedure, own }: { procedure: Procedure; own: HeldProcedure | undefined }) => (
  <tr className="rule-b align-top">
    <th scope="row" className="py-1 pr-4 text-left font-normal">
      <Link href={`/plant/procedures/${procedure.code}`} className="inline-flex min-h-11 items-center md:min-h-8">
        {procedure.title}
      </Link>
      <span className="caption block">
        {counted(shownSteps(procedure, []).length, 'step')}, {counted(procedure.people, 'person', 'people')}
        {own?.basedOn && (own.inPlaceOf ? ', our own way in its place' : ', our own way beside it')}
        {own && !own.basedOn && ', our own'}
      </span>
    </th>
    <td className="py-1">
      {[...new Set(procedure.steps.flatMap((step) => (step.kind === 'open' && !step.counts ? [step.name] : [])))].join(
        ', ',
      )}
    </td>
  </tr>
);
