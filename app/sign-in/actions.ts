'use server';

import { z } from 'zod';
import { localPath } from '@/core/local-path';
import { type Database, done, refusal } from '@/desk/desk';
import { counterAt, deviceOf } from '@/desk/people/devices';
import * as pins from '@/desk/people/pins';
import { endSessions } from '@/desk/people/sessions';
import * as links from '@/desk/people/sign-in-links';
import * as people from '@/desk/people/sign-in';
import { identifier, openly } from '../action';
import { dropSession, isSafeHere, keepSession, whence } from '../session';
import { readConfig } from '../../config';

const to = z.string().max(2000);
const pinTap = z.strictObject({
  personId: identifier,
  pin: z.string().max(40),
  at: z.int(),
  signature: z.string().max(200),
});
const unsafe = refusal(
  'foreign',
  'Nobody signs in over a network without https: what is typed could be read on the way.',
);
/** Where one was heading; at the counter of a machine that. */
async function landing(db: Database, path: string): Promise<string> {
  const device = await deviceOf(db, new Date(), (await whence()).deviceToken);
  const code = await counterAt(db, device?.machineId);
  return code ? `/counter/${encodeURIComponent(code)}` : (localPath(path) ?? '/today');
}

/** Signs in by initials and password, and goes where one was heading. */
export const signIn = openly(
  async ({ db, now }, form: z.output<typeof people.signInForm>, path: string) => {
    if (!(await isSafeHere())) return unsafe;
    const opened = await people.signIn(db, now, form, await whence());
    if (!opened.ok) return opened;
    await keepSession(opened.value);
    return done({ to: await landing(db, path) });
  },
  people.signInForm,
  to,
);

/** Signs in by a tap on a name, where the made-up plant is shown. */
export const signInDemo = openly(
  async ({ db, now }, initials: string, path: string) => {
    if (!readConfig().isDemo) return refusal('forbidden', 'This is not the demo plant: sign in by your password.');
    const opened = await people.signInDemo(db, now, initials, await whence());
    if (!opened.ok) return opened;
    await keepSession(opened.value);
    return done({ to: await landing(db, path) });
  },
  z.string().max(40),
  to,
);

/** Changes to another person on an enrolled device, by PIN. */
export const changeByPin = openly(
  async ({ db, now }, tap: z.output<typeof pinTap>, path: string) => {
    if (!(await isSafeHere())) return unsafe;
    const opened = await pins.changeByPin(db, now, tap, await whence());
    if (!opened.ok) return opened;
    await keepSession(opened.value);
    return done({ to: await landing(db, path) });
  },
  pinTap,
  to,
);

/** Chooses a password by a link, and signs in by it. */
export const chooseByLink = openly(
  async ({ db, now }, token: string, password: string) => {
    if (!(await isSafeHere())) return unsafe;
    const opened = await links.chooseByLink(db, now, token, password, await whence());
    if (!opened.ok) return opened;
    await keepSession(opened.value);
    return done({ to: '/today' });
  },
  z.string().max(100),
  z.string().max(1000),
);

/** Signs out: the session ends here and for whoever has copied it. */
export const signOut = openly(async ({ db, now, signedIn }) => {
  if (signedIn) await endSessions(db, now, { personId: signedIn.actor.id, id: signedIn.sessionId });
  await dropSession();
  return done({ to: '/sign-in' });
});
