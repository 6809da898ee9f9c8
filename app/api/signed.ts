import type { NextRequest } from 'next/server';
import type { Signed } from '@/desk/people/devices';

const ulid = /^[0-7][0-9A-HJKMNP-TV-Z]{25}$/;
const signature = /^[\w-]{80,100}$/;

/** What an enrolled device says beside what it sends: which it is, and its signature under each part. */
export function signedIn({ headers }: NextRequest): Signed | undefined {
  const deviceId = headers.get('x-tagebuch-device') ?? '';
  const signatures = (headers.get('x-tagebuch-signature') ?? '').split(',').map((each) => each.trim());
  return ulid.test(deviceId) && signatures.every((each) => signature.test(each)) ? { deviceId, signatures } : undefined;
}
