import 'server-only';
import * as client from 'openid-client';
import { z } from 'zod';
import type { FromDirectory } from '@/desk/people/directory';
import { readConfig } from '../config';

/** What is kept in a cookie while somebody is at the directory: by it the answer is known to be theirs. */
const underWay = z.object({
  verifier: z.string().max(200),
  state: z.string().max(200),
  nonce: z.string().max(200),
  to: z.string().max(2000),
});
export type UnderWay = z.output<typeof underWay>;

export const directoryCookie = 'tagebuch-directory';
/** Whoever takes longer at the directory begins anew (s). */
export const underWaySeconds = 600;
const answersWithinS = 8;

type Directory = NonNullable<ReturnType<typeof readConfig>['directory']>;
const shared = globalThis as { tagebuchDirectory?: Promise<client.Configuration> };

/** What the directory says of itself, asked once; an outage of it is asked about again. */
function configuration({ issuer, clientId, clientSecret }: Directory): Promise<client.Configuration> {
  const isHere = new URL(issuer).protocol === 'http:';
  shared.tagebuchDirectory ??= client
    .discovery(new URL(issuer), clientId, clientSecret, undefined, {
      timeout: answersWithinS,
      // Its word is held against its keys, though it comes from its own address. Without https only on this very machine
      // (config.ts): a directory to try it with.
      execute: [client.enableNonRepudiationChecks, ...(isHere ? [client.allowInsecureRequests] : [])],
    })
    .catch((error: unknown) => {
      delete shared.tagebuchDirectory;
      throw error;
    });
  return shared.tagebuchDirectory;
}

const callback = (): string => new URL('/api/session/directory/callback', readConfig().siteUrl).href;

/** Where somebody is sent to, and what is kept until they come back (OpenID Connect Core 1.0, code flow; PKCE, RFC 7636). */
export async function toDirectory(directory: Directory, to: string): Promise<{ address: URL; kept: string }> {
  const config = await configuration(directory);
  const kept: UnderWay = {
    verifier: client.randomPKCECodeVerifier(),
    state: client.randomState(),
    nonce: client.randomNonce(),
    to,
  };
  const address = client.buildAuthorizationUrl(config, {
    redirect_uri: callback(),
    scope: 'openid profile',
    code_challenge: await client.calculatePKCECodeChallenge(kept.verifier),
    code_challenge_method: 'S256',
    state: kept.state,
    nonce: kept.nonce,
  });
  return { address, kept: Buffer.from(JSON.stringify(kept)).toString('base64url') };
}

/** What was kept of a way to the directory; undefined where that is none. */
export function keptOfWay(cookie: string | undefined): UnderWay | undefined {
  try {
    return underWay.parse(JSON.parse(Buffer.from(cookie ?? '', 'base64url').toString('utf8')));
  } catch {
    return undefined;
  }
}

/**
 * Whom the directory says that came back: its answer is to this very question, signed by it, and for this book.
 * @param query as the browser came back with it
 * @throws where any of that is not so
 */
export async function fromDirectory(directory: Directory, query: string, kept: UnderWay): Promise<FromDirectory> {
  const config = await configuration(directory);
  const address = new URL(callback());
  address.search = query;
  const tokens = await client.authorizationCodeGrant(config, address, {
    pkceCodeVerifier: kept.verifier,
    expectedState: kept.state,
    expectedNonce: kept.nonce,
    idTokenExpected: true,
  });
  const claims = tokens.claims()!;
  const name = claims[directory.nameClaim];
  return { subject: `${claims.iss} ${claims.sub}`, name: typeof name === 'string' ? name : '' };
}
