import type { Metadata } from 'next';
import Link from 'next/link';
import { Disclosure } from '@/components/ui/disclosure';
import { PageHead } from '@/components/ui/page-head';
import { Section } from '@/components/ui/section';
import { day } from '@/components/words';
import { type Certificate, certificateStands } from '@/core/people/certificates';
import { type PlantDay, plantDayOf, plantToday } from '@/core/time/plant-day';
import { whoMay } from '@/core/words/task-words';
import { allHands } from '@/desk/people/people';
import { thePlant } from '@/desk/plant';
import { roles as roleNames } from '@/core/people/rights';
import { readConfig } from '@/config';
import { mayHere, openDesk, reading } from '@/app/server';
import { KeptTable } from './kept-table';
import { RightsTable } from './rights-table';
import { ActiveButton, PersonForm } from './person-form';

export const metadata: Metadata = { title: 'People' };

/** Everybody who writes in the book: whose work they may do, who has left. */
export default async function PeoplePage() {
  const desk = await openDesk();
  const mayAdminister = await mayHere('administer');
  const { people, plant } = await reading(async (db) => ({
    people: await allHands({ db }),
    plant: await thePlant(db),
  }));
  const today = plantToday(desk.now, plant);
  const hasDirectory = readConfig().directory !== undefined;
  return (
    <div className="max-w-4xl">
      <PageHead trail={<Link href="/plant">Plant</Link>} title="People">
        <p className="mt-1 max-w-prose">
          Initials sign every entry and are never given to another. Who leaves keeps what they wrote, and what their
          device still holds from before comes in.
        </p>
      </PageHead>
      <ul className="mt-6">
        {people.map(
          ({ id, initials, name, role, roles, active, leftAt, mayDo, certificates, directoryName, forgottenAt }) => (
            <li key={id} className="border-t border-ink py-3">
              <div className="flex flex-wrap items-start gap-x-4 gap-y-1">
                <strong className="w-12">{initials}</strong>
                <div className="min-w-52 flex-1">
                  <h2 className="text-base">
                    {name} <span className="font-normal text-muted">{role}</span>
                  </h2>
                  <p className="caption">
                    {active
                      ? ''
                      : `Off the list${leftAt ? ` since ${day(plantDayOf(leftAt.getTime(), plant))}` : ''}. `}
                    {forgottenAt ? (
                      'Forgotten: what they wrote stays, and nothing else is known.'
                    ) : (
                      <>
                        {mayDo
                          ? `May do the work of: ${mayDo.map((who) => whoMay[who]).join(', ')}.`
                          : 'Nobody has said whose work they may do.'}{' '}
                        In the book as: {roles.map((each) => roleNames[each].toLowerCase()).join(', ')}.
                      </>
                    )}
                  </p>
                  {certificates.map((certificate) => (
                    <p key={`${certificate.name} ${certificate.endsOn}`} className="caption">
                      <CertificateWords certificate={certificate} today={today} />
                    </p>
                  ))}
                </div>
                {id === desk.actor.id && <span className="caption">you</span>}
                {mayAdminister && !forgottenAt && (
                  <div className="flex flex-wrap gap-2">
                    <Link href={`/plant/people/${id}`} className="button">
                      Sign-in of {initials}
                    </Link>
                    {id !== desk.actor.id && <ActiveButton id={id} name={name} active={active} />}
                  </div>
                )}
              </div>
              {mayAdminister && !forgottenAt && (
                <Disclosure summary={<>Change {initials}</>} className="no-print mt-1" small>
                  <div className="mt-2">
                    <PersonForm
                      id={id}
                      initial={{
                        initials,
                        name,
                        role,
                        roles,
                        mayDo: mayDo ?? [],
                        certificates,
                        directoryName: directoryName ?? '',
                      }}
                      hasDirectory={hasDirectory}
                    />
                  </div>
                </Disclosure>
              )}
            </li>
          ),
        )}
      </ul>
      {mayAdminister && (
        <Section id="add" title="Add a person" className="no-print mt-8 border-t-2 border-ink pt-4" spaced>
          <PersonForm hasDirectory={hasDirectory} />
        </Section>
      )}
      <Section id="rights" title="Who may do what" className="mt-8 border-t-2 border-ink pt-4" spaced>
        <RightsTable />
      </Section>
      <Section id="kept" title="How long what is kept" className="mt-8 border-t-2 border-ink pt-4" spaced>
        <KeptTable />
      </Section>
    </div>
  );
}

/** A certificate, until when it holds, and whether that is soon or was. */
function CertificateWords({ certificate, today }: { certificate: Certificate; today: PlantDay }) {
  const { name, who, endsOn } = certificate;
  const stands = certificateStands(certificate, today);
  const until = `${name} (${whoMay[who]}), until ${day(endsOn)}`;
  if (stands === 'holds') return <>{until}.</>;
  return (
    <>
      {until}:{' '}
      <strong className={stands === 'ended' ? 'text-stop' : ''}>{stands === 'ended' ? 'ended' : 'ends soon'}</strong>.
    </>
  );
}
