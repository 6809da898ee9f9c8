import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { openDesk, reading } from '@/app/server';
import { PrintButton } from '@/components/print-button';
import { ProcedureSteps } from '@/components/procedure-steps';
import { PageHead } from '@/components/ui/page-head';
import { Section } from '@/components/ui/section';
import { dayAndClock } from '@/components/words';
import { WhoMay } from '@/components/who-may';
import { codeOfKey } from '@/core/procedure/in-force';
import { shippedProcedures } from '@/core/procedure/shipped';
import { type Procedure, procedureKey } from '@/core/procedure/step';
import { thePlant } from '@/desk/plant';
import { type WholeProcedure, procedureVersion, wholeProcedure } from '@/desk/register/procedures';
import { DifferenceSection } from '../difference-section';
import { WalkThrough } from '../walk-through';
import { Withdraw } from '../withdraw';

type Props = { params: Promise<{ code: string }>; searchParams: Promise<{ version?: string }> };

export const metadata: Metadata = { title: 'Procedure' };

/** One procedure as the technician has it on the round: as it is now, or a version of before. */
export default async function ProcedurePage({ params, searchParams }: Props) {
  const [{ code }, { version }] = await Promise.all([params, searchParams]);
  await openDesk();
  const [whole, older, plant] = await reading((db) =>
    Promise.all([
      wholeProcedure(db, code),
      version ? procedureVersion(db, `${code} ${version}`) : undefined,
      thePlant(db),
    ]),
  );
  if (!whole || (version && !older)) notFound();
  const now = whole.procedure;
  const shown = older ?? now;
  const isNow = shown.version === now.version;
  return (
    <div className="max-w-2xl">
      <PageHead
        trail={<Link href="/plant/procedures">Procedures</Link>}
        title={shown.title}
        actions={
          <span className="flex flex-wrap gap-2">
            <WalkThrough procedure={shown} />
            <PrintButton label="Print" />
            {isNow && (
              <WhoMay action="plan">
                <Link href={`/plant/procedures/${code}/edit`} className="button no-print">
                  {whole.isShipped ? 'Write our own way' : 'Change it'}
                </Link>
              </WhoMay>
            )}
          </span>
        }
      >
        <p className="caption mt-1">
          Version {shown.version}
          {isNow ? '' : `, not the one of today: that is version ${now.version}`}
        </p>
      </PageHead>
      <Standing whole={whole} />
      <ProcedureSteps procedure={shown} />
      {whole.base && <DifferenceSection base={whole.base} own={shown} of={nameOf(whole.base)} />}
      <Versions code={code} shown={shown} whole={whole} timeZone={plant.timeZone} />
      {isNow && !whole.isShipped && (
        <WhoMay action="plan">
          <Withdraw
            code={code}
            version={now.version}
            isWithdrawn={whole.isWithdrawn}
            isBased={whole.basedOn !== null}
          />
        </WhoMay>
      )}
    </div>
  );
}

const nameOf = ({ title, version }: Procedure) => `“${title}”, version ${version}`;

/** Where it is used, and what has happened to what it was written from. */
function Standing({
  whole: { isShipped, isWithdrawn, inPlaceOf, basedOn, base, replacedBy },
}: {
  whole: WholeProcedure;
}) {
  const newest = basedOn ? shippedProcedures.get(codeOfKey(basedOn)) : undefined;
  return (
    <>
      {isShipped && replacedBy && (
        <p className="mt-4 border-l-4 border-ink pl-3">
          Here it is done otherwise: <Link href={`/plant/procedures/${replacedBy.code}`}>{replacedBy.title}</Link>{' '}
          stands in its place.
        </p>
      )}
      {isWithdrawn && (
        <p className="mt-4 border-l-4 border-ink pl-3">
          Out of use: tasks that name it go by {base ? `“${base.title}”` : 'what is usual there'}.
        </p>
      )}
      {!isShipped && !isWithdrawn && (
        <p className="mt-4">
          The plant’s own way{' '}
          {inPlaceOf && base ? (
            <>
              in the place of <Link href={`/plant/procedures/${inPlaceOf}`}>{base.title}</Link>, wherever tasks go by
              it.
            </>
          ) : (
            'for the tasks that name it.'
          )}
        </p>
      )}
      {newest && base && procedureKey(newest) !== procedureKey(base) && (
        <p className="mt-4 border-l-4 border-ink pl-3">
          The shipped one has changed since: version {base.version} then, version {newest.version} now. See{' '}
          <Link href={`/plant/procedures/${newest.code}`}>what is new in it</Link>, and change this one or leave it.
        </p>
      )}
    </>
  );
}

/** Every version that there was, who wrote it and why. */
function Versions({
  code,
  shown,
  whole: { versions, procedure },
  timeZone,
}: {
  code: string;
  shown: Procedure;
  whole: WholeProcedure;
  timeZone: string;
}) {
  if (versions.length === 0 || (versions.length === 1 && versions[0]!.initials === null)) return null;
  return (
    <Section id="versions" title="Versions" className="mt-8" spaced>
      <ul className="mt-2">
        {versions.map(({ version, initials, why, writtenAt }) => (
          <li key={version} className="rule-b py-1">
            {version === shown.version ? (
              <strong>Version {version}</strong>
            ) : (
              <Link
                href={
                  version === procedure.version
                    ? `/plant/procedures/${code}`
                    : `/plant/procedures/${code}?version=${version}`
                }
                className="inline-flex min-h-11 items-center md:min-h-8"
              >
                Version {version}
              </Link>
            )}{' '}
            <span className="text-muted">
              {initials ? `${initials}, ` : 'as shipped, '}
              {dayAndClock(new Date(writtenAt).toISOString(), timeZone)}
            </span>{' '}
            {why}
          </li>
        ))}
      </ul>
    </Section>
  );
}
