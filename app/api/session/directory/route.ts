import { cookies } from 'next/headers';
import { readConfig } from '@/config';
import { directoryCookie, toDirectory, underWaySeconds } from '@/app/directory';
import { logFault } from '@/app/server';
import { openly } from '../../handling';

/** Sends somebody to the plant's directory, to be told who they are. */
export const GET = openly(async (request) => {
  const { directory, siteUrl } = readConfig();
  if (!directory) return Response.redirect(new URL('/sign-in?refused=none', siteUrl ?? request.url), 303);
  try {
    const { address, kept } = await toDirectory(directory, request.nextUrl.searchParams.get('to') ?? '/today');
    (await cookies()).set(directoryCookie, kept, {
      httpOnly: true,
      secure: siteUrl!.startsWith('https:'),
      // It comes back from another site, by a link.
      sameSite: 'lax',
      path: '/api/session/directory',
      maxAge: underWaySeconds,
    });
    return Response.redirect(address, 303);
  } catch (error) {
    logFault(error);
    return Response.redirect(new URL('/sign-in?refused=away', siteUrl), 303);
  }
});
