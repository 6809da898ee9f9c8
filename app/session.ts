import 'server-only';
import { cookies, headers } from 'next/headers';
import type { Opened, Whence } from '@/desk/people/sign-in';
import { readConfig } from '../config';
import { cookieName } from './session-cookies';

/** A device is known again for as long as browsers keep anything. */
const deviceDays = 400;

/** What `server.ts` says of the connection, and what the request says of itself. */
async function connection() {
  const said = await headers();
  const host = said.get('host') ?? '';
  const { siteUrl } = readConfig();
  return {
    address: said.get('x-tagebuch-address') ?? 'unknown',
    isSafe: said.get('x-tagebuch-safe') === '1',
    isHttps: siteUrl !== undefined && siteUrl.startsWith('https:') && new URL(siteUrl).host === host.toLowerCase(),
    device: said.get('user-agent') ?? '',
  };
}

/** Whether a password may be typed here: what is sent cannot be read on the way. */
export const isSafeHere = async (): Promise<boolean> => (await connection()).isSafe;

/** From where whoever signs in comes. */
export async function whence(): Promise<Whence> {
  const { address, device, isHttps } = await connection();
  const deviceToken = (await cookies()).get(cookieName('device', isHttps))?.value;
  return { address, device, deviceToken };
}

/** The token of the session that the request comes with. */
export async function sessionToken(): Promise<string | undefined> {
  const { isHttps } = await connection();
  return (await cookies()).get(cookieName('session', isHttps))?.value;
}

/** Gives the browser its session, and what it is known again by. */
export async function keepSession({ token, deviceToken, endsAt }: Opened): Promise<void> {
  const { isHttps } = await connection();
  const jar = await cookies();
  const rules = { httpOnly: true, secure: isHttps, sameSite: 'lax', path: '/' } as const;
  jar.set(cookieName('session', isHttps), token, { ...rules, expires: endsAt });
  jar.set(cookieName('device', isHttps), deviceToken, { ...rules, maxAge: deviceDays * 86_400 });
}

/** Has the browser forget its session. */
export async function dropSession(): Promise<void> {
  const { isHttps } = await connection();
  (await cookies()).delete(cookieName('session', isHttps));
}
