import type { Metadata } from 'next';
import type { ReactNode } from 'react';
import { isOwn } from '@/core/own';
import { type Action, actions, may, whoDoes } from '@/core/people/rights';
import { activePeople } from '@/desk/people/active-people';
import { notLetIn } from '@/desk/people/directory';
import { deviceOf } from '@/desk/people/devices';
import { namesByPin } from '@/desk/people/pins';
import { thePlant } from '@/desk/plant';
import { readConfig } from '../../config';
import { type Search, searchOf } from '../search';
import { currentlyIn, readingOpenly } from '../server';
import { isSafeHere, whence } from '../session';
import { PinNames } from './pin-form';
import { DemoNames, SignInForm } from './sign-in-form';

export const metadata: Metadata = { title: 'Sign in' };
export const dynamic = 'force-dynamic';

/** Why the directory let nobody in, by the word in the address. */
const refusedByDirectory: Readonly<Record<string, string>> = {
  ...notLetIn,
  word: 'What came back was not the directory’s word for this sign-in. Begin anew.',
  late: 'That took too long, or it began in another browser. Begin anew.',
  away: 'The directory does not answer just now. Sign in by your password, or try again in a moment.',
  none: 'This book knows no directory.',
};

/** Where somebody signs in: every entry carries their name. */
export default async function SignInPage({ searchParams }: Search) {
  const { to = '/today', needs, refused } = await searchOf<'to' | 'needs' | 'refused'>(searchParams);
  const { isDemo, directory } = readConfig();
  const signedIn = await currentlyIn();
  const byPin = await namesHere();
  const isKnown = (said: string | undefined): said is Action => said !== undefined && Object.hasOwn(actions, said);
  return (
    <Frame>
      {signedIn && isKnown(needs) && (
        <p className="mb-4 border-l-4 border-ink pl-3">
          This page is not for {signedIn.actor.name}, who is signed in here. {whoDoes(needs)}{' '}
          {may(signedIn, 'read') ? (
            <a href="/today">Back to today</a>
          ) : (
            'The counter of a machine opens by the code that hangs at it.'
          )}
        </p>
      )}
      {refused !== undefined && isOwn(refusedByDirectory, refused) && (
        <p role="alert" className="mb-4 border-l-4 border-stop pl-3">
          {refusedByDirectory[refused]}
        </p>
      )}
      {directory && (
        <p className="mb-8">
          <a href={`/api/session/directory?to=${encodeURIComponent(to)}`} className="button button-first">
            Sign in by {directory.called}
          </a>
        </p>
      )}
      {byPin && <PinNames deviceId={byPin.deviceId} people={byPin.people} to={to} />}
      {isDemo ? (
        <>
          <p className="mb-6">
            <strong>Demo.</strong> This plant is made up: tap a name to sign in. A real plant asks for a password.
          </p>
          <DemoNames people={await demoPeople()} to={to} />
        </>
      ) : (await isSafeHere()) ? (
        <>
          <SignInForm to={to} />
          <p className="caption mt-5">Forgotten? An administrator makes you a link by which you choose another.</p>
        </>
      ) : (
        <p role="alert">
          Nobody signs in here: this page came over the network without https, and a password could be read on the way.
          Ask whoever looks after the book for its address that begins with https.
        </p>
      )}
    </Frame>
  );
}

/** Who changes by PIN on the device that asks; undefined where it is not enrolled, or nobody has one. */
async function namesHere() {
  const { deviceToken } = await whence();
  return readingOpenly(async (db) => {
    const device = await deviceOf(db, new Date(), deviceToken);
    const people = device ? await namesByPin(db, device.id) : [];
    return device && people.length > 0 ? { deviceId: device.id, people } : undefined;
  });
}

const demoPeople = async () =>
  (await readingOpenly(activePeople)).map(({ initials, name, role }) => ({ initials, name, role }));

async function Frame({ children }: { children: ReactNode }) {
  const { isDemo } = readConfig();
  return (
    <main className="mx-auto max-w-md px-6 py-12 md:py-20">
      {/* Of the plant only the demo's name is for everybody. */}
      {isDemo && <p className="caption">{(await readingOpenly((db) => thePlant(db))).name}</p>}
      <h1 className="mb-4 text-3xl">Tagebuch</h1>
      {children}
    </main>
  );
}
