import type { ProblemCode } from '../core/problem-codes';
import type { Limiter } from './limiter';

/** A request as far as the door looks at it. Header names are in small letters. */
export type Caller = {
  method: string;
  /** Path and query as they were sent. */
  url: string;
  headers: Readonly<Record<string, string | string[] | undefined>>;
  /** Whoever is connected: the peer's address, or what a trusted proxy says. */
  address: string;
};
export type DoorRules = {
  /** Where the book is reached, such as https://book.example; undefined where it is served on this machine only. */
  siteUrl?: string | undefined;
  limiter: Limiter;
  /** The same by session or token: one that has run wild does not use up what its whole plant may send. */
  bySession: Limiter;
};
export type Refused = { code: ProblemCode; detail: string; retryAfterS?: number };

const longestUrl = 8000;
const loopback = /^(?:localhost|127\.0\.0\.1|\[::1\])(?::\d{1,5})?$/i;
const changes = (method: string): boolean => !['GET', 'HEAD', 'OPTIONS'].includes(method);

const one = (value: string | string[] | undefined): string | undefined => (Array.isArray(value) ? value[0] : value);

/**
 * Looks at a request before anything else does: how many came from there, whether it can be read, whether it was meant for
 * this book, and whether a page of somebody else's sent it. Every request counts, the refused ones too.
 * @param nowMs for counting
 * @returns why it is sent away; undefined where it may come in
 */
export function refusedAtDoor(
  caller: Caller,
  { siteUrl, limiter, bySession }: DoorRules,
  nowMs: number,
): Refused | undefined {
  const holder = holderOf(caller);
  const waitMs = Math.max(
    limiter.take(caller.address, nowMs),
    holder === undefined ? 0 : bySession.take(`${caller.address} ${holder}`, nowMs),
  );
  if (waitMs > 0)
    return {
      code: 'too-many',
      detail: 'So many requests came from here that it has to wait a moment. Nothing is lost: send it again.',
      retryAfterS: Math.ceil(waitMs / 1000),
    };
  if (caller.url.length > longestUrl || !isDecodable(caller.url.split('?')[0]!))
    return { code: 'bad-address', detail: 'The address cannot be read: it is too long, or holds a broken % sign.' };
  const host = one(caller.headers.host) ?? '';
  if (!isOurHost(host, siteUrl))
    return {
      code: 'wrong-host',
      detail: siteUrl
        ? `This book is reached at ${siteUrl}.`
        : 'This book is served on this machine only. To reach it from others, start it with SITE_URL.',
    };
  return changes(caller.method) ? refusedOrigin(caller, host, siteUrl) : undefined;
}

/** What a request says that it may come in by: its session or its token. Whether that is good is asked later. */
function holderOf({ headers }: Caller): string | undefined {
  const session = /(?:^|;\s*)(?:__Host-)?tagebuch-session=([\w-]{1,100})/.exec(one(headers.cookie) ?? '')?.[1];
  return one(headers.authorization)?.slice(0, 200) ?? session;
}

function isDecodable(path: string): boolean {
  try {
    decodeURIComponent(path);
    return true;
  } catch {
    return false;
  }
}

/** Whether a host is this machine itself. */
export const isLoopback = (host: string): boolean => loopback.test(host);

const isOurHost = (host: string, siteUrl: string | undefined): boolean =>
  isLoopback(host) || (siteUrl !== undefined && host.toLowerCase() === new URL(siteUrl).host);

/** A change is taken from our own pages and from programs, not from pages of others that a browser happens to have open. */
function refusedOrigin({ url, headers }: Caller, host: string, siteUrl: string | undefined): Refused | undefined {
  const foreign = { code: 'foreign', detail: 'This was sent by a page that is not of this book.' } as const;
  const site = one(headers['sec-fetch-site']);
  if (site !== undefined && site !== 'same-origin' && site !== 'none') return foreign;
  const origin = one(headers.origin);
  // Forms of pages are sent by browsers, which say from where; a program has no use for them.
  if (origin === undefined) return url.startsWith('/api/') ? undefined : foreign;
  const ours = [`http://${host}`, `https://${host}`, ...(siteUrl ? [new URL(siteUrl).origin] : [])];
  return ours.includes(origin.toLowerCase()) ? undefined : foreign;
}
