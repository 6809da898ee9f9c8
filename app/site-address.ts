import 'server-only';
import { headers } from 'next/headers';
import { readConfig } from '../config';

/** The address that QR codes on paper lead to: `SITE_URL` where it is set, else the one under which this request came. */
export async function siteAddress(): Promise<string> {
  const { siteUrl } = readConfig();
  if (siteUrl) return siteUrl.replace(/\/$/, '');
  const given = await headers();
  return `http://${given.get('host') ?? '127.0.0.1:3000'}`;
}
