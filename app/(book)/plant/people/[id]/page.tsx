import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { PageHead } from '@/components/ui/page-head';
import { Section } from '@/components/ui/section';
import { findPerson, hasPassword } from '@/desk/people/people';
import { sessionsOf } from '@/desk/people/sessions';
import { thePlant } from '@/desk/plant';
import { ChangesSection } from '@/app/changes-section';
import { SessionList } from '@/app/session-list';
import { openDesk, reading } from '@/app/server';
import { siteAddress } from '@/app/site-address';
import { endSessionOf } from '../../actions';
import { ForgetButton } from './forget-button';
import { LinkButton } from './link-button';

export const metadata: Metadata = { title: 'Sign-in of a person' };

/** How one person gets in: a link to choose a password, and where they are signed in. */
export default async function PersonSignInPage({ params }: { params: Promise<{ id: string }> }) {
  const { now } = await openDesk('administer');
  const { id } = await params;
  const {
    person,
    sessions,
    hasPassword: isChosen,
    plant,
  } = await reading(async (db) => ({
    person: await findPerson(db, id),
    sessions: await sessionsOf(db, id),
    hasPassword: await hasPassword(db, id),
    plant: await thePlant(db),
  }));
  if (!person) notFound();
  return (
    <div className="max-w-3xl">
      <PageHead trail={<Link href="/plant/people">People</Link>} title={`${person.initials} ${person.name}`}>
        <p className="mt-1">{isChosen ? 'Has chosen a password.' : 'Has no password yet.'}</p>
      </PageHead>
      <Section id="link" title="A link to choose a password" className="mt-8" spaced>
        <p className="max-w-prose">
          For whoever is new or has forgotten theirs. It works once, for a day; the links made before are void. Give it
          to nobody else: whoever opens it signs in as {person.name}. All sessions of before end then.
        </p>
        <LinkButton id={id} name={person.name} site={await siteAddress()} />
      </Section>
      <Section id="sessions" title="Where they are signed in" className="mt-8" spaced>
        <SessionList sessions={sessions} now={now} timeZone={plant.timeZone} end={endSessionOf.bind(null, id)} />
      </Section>
      {!person.active && !person.forgottenAt && (
        <Section id="forget" title="Forget them" className="mt-8" spaced>
          <p className="max-w-prose">
            What {person.initials} wrote stays in the log, sealed, under a made-up name. Name, initials, password,
            certificates, devices, and what the changes of the past say of them are erased. Words that others wrote
            about them stay where they are. It cannot be taken back.
          </p>
          <ForgetButton id={id} name={person.name} />
        </Section>
      )}
      <ChangesSection ids={[id]} timeZone={plant.timeZone} kind="administration" />
    </div>
  );
}
