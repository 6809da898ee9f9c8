import 'server-only';
import { headers } from 'next/headers';

/** The address under which this request reached the book, for QR codes on paper. */
export async function siteAddress(): Promise<string> {
  const given = await headers();
  const host = given.get('x-forwarded-host') ?? given.get('host') ?? '127.0.0.1:3000';
  return `${given.get('x-forwarded-proto') ?? 'http'}://${host}`;
}
