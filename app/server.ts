import 'server-only';
import { headers } from 'next/headers';
import { notFound, redirect } from 'next/navigation';
import { cache } from 'react';
import { readConfig } from '../config';
import { type Database, type Desk, type Refusal, connect, hindrance, namesNothing, refusal } from '@/desk/desk';
import { type Action, actionNames, isRecorded, may, whoDoes } from '@/core/people/rights';
import { recordingFor } from '@/desk/log/recording';
import { type SignedIn, findSession } from '@/desk/people/sessions';
import { answers, sayHindered } from './answer';
import { heavily } from './heavy';
import { sessionToken } from './session';

/** What keeps a page from being made; Next passes the digest on unchanged, and the error page has the words for it. */
class Hindered extends Error {
  constructor(
    message: string,
    readonly digest: string,
  ) {
    super(message);
  }
}

const shared = globalThis as { tagebuchDatabase?: Database };

/** The one connection pool of this server process. */
export function database(): Database {
  if (!shared.tagebuchDatabase) {
    const { databaseUrl, databasePool } = readConfig();
    shared.tagebuchDatabase = connect(databaseUrl, databasePool);
  }
  return shared.tagebuchDatabase;
}

/** Runs database work for a page that is open to all; an outage becomes the page that says so, a name of nothing the page that finds nothing. */
export async function readingOpenly<Value>(work: (db: Database) => Promise<Value>): Promise<Value> {
  try {
    return await work(database());
  } catch (error) {
    if (namesNothing(error)) notFound();
    const hindered = hindrance(error);
    if (!hindered) throw error;
    sayHindered();
    throw new Hindered(hindered.words, hindered.code);
  }
}

/** The same for whoever may do what the page is for. */
export async function reading<Value>(work: (db: Database) => Promise<Value>, action: Action = 'read'): Promise<Value> {
  await letIn(action);
  return readingOpenly(work);
}

/** The same for a page that reads much of the plant: such pages wait for each other and let plain ones pass. */
export const readingMuch = <Value>(work: (db: Database) => Promise<Value>): Promise<Value> =>
  reading((db) => heavily(() => work(db)));

/** Who is signed in on the device that asks, if anyone. */
export async function findSignedIn(db: Database, now: Date): Promise<SignedIn | null> {
  const token = await sessionToken();
  return (token && (await findSession(db, now, token))) || null;
}

/** The same for a page: asked once, by whichever part of it needs it first. */
export const currentlyIn = cache((): Promise<SignedIn | null> => readingOpenly((db) => findSignedIn(db, new Date())));

/** Whoever may do something goes on; others sign in, or are told whose it is to do. */
async function letIn(action: Action): Promise<SignedIn> {
  const signedIn = await currentlyIn();
  if (signedIn && may(signedIn, action)) return signedIn;
  const to = (await headers()).get('x-tagebuch-path') ?? '/today';
  redirect(`/sign-in?${new URLSearchParams({ to, ...(signedIn && { needs: action }) }).toString()}`);
}

/** The desk of this request: database, one instant taken as now, the acting person. Others sign in first. */
export async function openDesk(action: Action = 'read'): Promise<Desk> {
  const { actor } = await letIn(action);
  return { db: database(), now: new Date(), actor };
}

/** Everything that whoever looks at a page may do. */
export async function allowedHere(): Promise<Action[]> {
  const signedIn = await currentlyIn();
  return signedIn === null ? [] : actionNames.filter((action) => may(signedIn, action));
}

/** Whether whoever looks at a page may do something: what they may not is left out of it. */
export const mayHere = async (action: Action): Promise<boolean> => (await allowedHere()).includes(action);

/** What a server action answers; expected refusals are values. */
export type ActionResult<Value> = { ok: true; value: Value } | Refusal;

/** Whoever sends an action: signed in, or not yet. */
export type Sender = { db: Database; now: Date; signedIn: SignedIn | null };

/** Runs a use case for a server action of whoever may do it: an outage or a fault becomes words, and the form keeps what was typed. */
export const act = <Value>(
  action: Action,
  work: (desk: Desk) => Promise<ActionResult<Value>>,
): Promise<ActionResult<Value>> =>
  actOpenly(async ({ db, now, signedIn }) => {
    if (!signedIn)
      return refusal(
        'signed-out',
        'You are signed out. Sign in in another tab, then save again: what you typed is kept.',
      );
    if (!may(signedIn, action)) return refusal('forbidden', `This is not yours to do. ${whoDoes(action)}`);
    const { actor } = signedIn;
    return work({ db: isRecorded(action) ? recordingFor(db, now, actor) : db, now, actor });
  });

/** The same for what anybody may send, such as initials and a password. */
export async function actOpenly<Value>(
  work: (sender: Sender) => Promise<ActionResult<Value>>,
): Promise<ActionResult<Value>> {
  const signedIn = await currentlyIn().catch(() => undefined);
  if (signedIn === undefined) return away;
  try {
    return await work({ db: database(), now: new Date(), signedIn });
  } catch (error) {
    const hindered = hindrance(error);
    if (hindered) return refusal(hindered.code, `${hindered.words} Nothing was saved; what you typed is kept.`);
    if (namesNothing(error)) return refusal('not-found', 'This is not in the book any more.');
    return refusal(
      'fault',
      `Something went wrong that should not have. Nothing was saved. Tell whoever looks after the book: fault ${logFault(error)}.`,
    );
  }
}

const away = refusal(
  'unavailable',
  'The database does not answer just now. Nothing was saved; what you typed is kept. Try again in a moment.',
);

/** Logs an unexpected error under an id that the screen shows. */
export function logFault(error: unknown): string {
  const id = Date.now().toString(36).toUpperCase();
  console.error(`fault ${id}, request ${answers.getStore()?.requestId ?? 'none'}`, error);
  return id;
}
