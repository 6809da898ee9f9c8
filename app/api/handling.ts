import type { NextRequest } from 'next/server';
import { type Action, type Scope, isRecorded, may, whoDoes } from '@/core/people/rights';
import type { Database } from '@/desk/desk';
import { recordingFor } from '@/desk/log/recording';
import { findClient } from '@/desk/people/machine-clients';
import type { SignedIn } from '@/desk/people/sessions';
import { database, findSignedIn } from '../server';
import { answering, problem } from './problem';

/** Whoever asks a handler: somebody who is signed in, or a machine by its token. */
export type Caller = SignedIn | { client: string; scopes: readonly Scope[] };
/** What a handler works with: the database, the one instant it takes as now, and who asks. */
export type Asked = { db: Database; now: Date; caller: Caller };

type Answers<Given> = (asked: Asked, request: NextRequest, given: Given) => Promise<Response> | Response;
type Handler<Given> = (request: NextRequest, given: Given) => Promise<Response>;

/**
 * A handler for whoever may do something, which is named where it is made: a test reads it there. Others are told to sign in, or whose it is to do.
 * @param isKey says of a key in the address (`?key=`) whether it lets its holder read, where there is such a thing
 */
export function handling<Given = unknown>(
  action: Action,
  work: Answers<Given>,
  { isKey }: { isKey?: (db: Database, key: string) => Promise<boolean> } = {},
): Handler<Given> {
  return (request, given) =>
    answering(async () => {
      const [db, now] = [database(), new Date()];
      const key = isKey && request.nextUrl.searchParams.get('key');
      const byKey: Caller | undefined =
        key && (await isKey(db, key)) ? { client: 'calendar', scopes: ['plan'] } : undefined;
      const caller = byKey ?? (await callerOf(db, now, request));
      if (!caller)
        return problem(
          'signed-out',
          'Sign in first. Machines send the token that was made for them; a key may have ended.',
        );
      if (!may(caller, action)) return problem('forbidden', whoDoes(action));
      const by = 'actor' in caller ? caller.actor : undefined;
      return work({ db: isRecorded(action) ? recordingFor(db, now, by) : db, now, caller }, request, given);
    });
}

/** A handler that anybody may ask: what it says is the same for every plant. */
export function openly<Given = unknown>(
  work: (request: NextRequest, given: Given) => Promise<Response> | Response,
): Handler<Given> {
  return (request, given) => answering(async () => work(request, given));
}

const bearer = /^Bearer +([\w-]{20,100})$/i;

async function callerOf(db: Database, now: Date, request: NextRequest): Promise<Caller | undefined> {
  const said = request.headers.get('authorization');
  if (said === null) return (await findSignedIn(db, now)) ?? undefined;
  // Whoever sends a token is that machine or nobody, whatever cookie came along.
  const token = bearer.exec(said)?.[1];
  const client = token && (await findClient(db, now, token));
  return client ? { client: client.id, scopes: client.scopes } : undefined;
}

/** The desk of a person; machines have none. */
export const deskOf = ({ db, now, caller }: Asked) =>
  'actor' in caller ? { db, now, actor: caller.actor } : undefined;
