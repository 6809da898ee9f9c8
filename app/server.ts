import 'server-only';
import { cookies } from 'next/headers';
import { notFound, redirect } from 'next/navigation';
import { cache } from 'react';
import { readConfig } from '../config';
import {
  type Actor,
  type Database,
  type Desk,
  type Refusal,
  connect,
  hindrance,
  namesNothing,
  refusal,
} from '@/desk/desk';
import { findActivePerson } from '@/desk/read/lists';
import { sayHindered } from './answer';
import { heavily } from './heavy';
import { personCookie } from './person-cookie';
import { ulid } from '@/core/fields/fields';

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

/** Runs database work for a page; an outage becomes the page that says so, a name of nothing the page that finds nothing. */
export async function reading<Value>(work: (db: Database) => Promise<Value>): Promise<Value> {
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

/** The same for a page that reads much of the plant: such pages wait for each other and let plain ones pass. */
export const readingMuch = <Value>(work: (db: Database) => Promise<Value>): Promise<Value> =>
  reading((db) => heavily(() => work(db)));

/** Who has opened the book on the device that asks, if anyone. */
export async function findActor(db: Database): Promise<Actor | null> {
  const { data: id } = ulid.safeParse((await cookies()).get(personCookie)?.value);
  if (!id) return null;
  const person = await findActivePerson(db, id);
  return person ? { id: person.id, initials: person.initials, name: person.name } : null;
}

/** The same for a page: asked once, by whichever part of it needs it first. */
export const currentActor = cache((): Promise<Actor | null> => reading(findActor));

/** The desk of this request: database, one instant taken as now, the acting person. Asks for a name when there is none. */
export async function openDesk(): Promise<Desk> {
  const actor = await currentActor();
  if (!actor) redirect('/open');
  return { db: database(), now: new Date(), actor };
}

/** What a server action answers; expected refusals are values. */
export type ActionResult<Value> = { ok: true; value: Value } | Refusal;

/** Runs a use case for a server action: an outage or a fault becomes words, and the form keeps what was typed. */
export async function act<Value>(work: (desk: Desk) => Promise<ActionResult<Value>>): Promise<ActionResult<Value>> {
  const actor = await currentActor().catch(() => undefined);
  if (actor === undefined) return away;
  if (actor === null) return refusal('invalid', 'Pick your name first: open the book in another tab, then save again.');
  try {
    return await work({ db: database(), now: new Date(), actor });
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
  console.error(`fault ${id}`, error);
  return id;
}
