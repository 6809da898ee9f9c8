import type { Metadata } from 'next';
import { Section } from '@/components/ui/section';
import { PageHead } from '@/components/ui/page-head';
import { roles } from '@/core/people/rights';
import { feedsOf } from '@/desk/people/calendar-feeds';
import { sessionsOf } from '@/desk/people/sessions';
import { pinHere } from '@/desk/people/pins';
import { thePlant } from '@/desk/plant';
import { SessionList } from '@/app/session-list';
import { currentlyIn, openDesk, reading } from '@/app/server';
import { whence } from '@/app/session';
import { siteAddress } from '@/app/site-address';
import { readConfig } from '../../../config';
import { endOwnSession } from './actions';
import { CalendarAddresses, PasswordForm, PinForm } from './own-forms';

export const metadata: Metadata = { title: 'Your sign-in' };

/** What somebody looks after themselves: their password, where they are signed in, what their calendar reads. */
export default async function MePage() {
  const { actor, now } = await openDesk('own');
  const signedIn = (await currentlyIn())!;
  const { deviceToken } = await whence();
  const { plant, sessions, feeds, device, isPinChosen } = await reading(
    async (db) => ({
      ...(await pinHere(db, now, deviceToken, actor.id)),
      plant: await thePlant(db),
      sessions: await sessionsOf(db, actor.id),
      feeds: await feedsOf(db, actor.id),
    }),
    'own',
  );
  const mayRead = signedIn.roles.some((role) => role !== 'operator');
  return (
    <div className="max-w-3xl">
      <PageHead title={actor.name}>
        <p className="mt-1">
          Entries are signed <strong>{actor.initials}</strong>. Here as:{' '}
          {signedIn.roles.map((role) => roles[role].toLowerCase()).join(', ')}. An administrator changes that.
        </p>
      </PageHead>
      <Section id="sessions" title="Where you are signed in" className="mt-8" spaced>
        <SessionList
          sessions={sessions}
          own={signedIn.sessionId}
          now={now}
          timeZone={plant.timeZone}
          end={endOwnSession}
        />
      </Section>
      {mayRead && (
        <Section id="calendar" title="Your calendar" className="mt-8" spaced>
          <CalendarAddresses
            site={await siteAddress()}
            feeds={feeds.map(({ id, madeAt }) => ({ id, madeAt: madeAt.toISOString() }))}
            timeZone={plant.timeZone}
          />
        </Section>
      )}
      {device && (
        <Section id="pin" title="Your PIN on this device" className="mt-8" spaced>
          <PinForm device={device.name} isChosen={isPinChosen} />
        </Section>
      )}
      {!readConfig().isDemo && (
        <Section id="password" title="Change your password" className="mt-8" spaced>
          <PasswordForm initials={actor.initials} />
        </Section>
      )}
    </div>
  );
}
