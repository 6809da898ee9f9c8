import { cookies } from 'next/headers';
import { readConfig } from '@/config';
import { localPath } from '@/core/local-path';
import { signInFromDirectory } from '@/desk/people/directory';
import { directoryCookie, fromDirectory, keptOfWay } from '@/app/directory';
import { database, logFault } from '@/app/server';
import { keepSession, whence } from '@/app/session';
import { openly } from '../../../handling';

/** Takes the directory's word, where it is its answer to a question that this browser took there. */
export const GET = openly(async (request) => {
  const { directory, siteUrl } = readConfig();
  const jar = await cookies();
  const kept = keptOfWay(jar.get(directoryCookie)?.value);
  jar.set(directoryCookie, '', { path: '/api/session/directory', maxAge: 0 });
  const back = (why: string) => Response.redirect(new URL(`/sign-in?refused=${why}`, siteUrl ?? request.url), 303);
  if (!directory) return back('none');
  if (!kept) return back('late');
  let said;
  try {
    said = await fromDirectory(directory, request.nextUrl.search, kept);
  } catch (error) {
    logFault(error);
    return back('word');
  }
  const opened = await signInFromDirectory(database(), new Date(), said, await whence());
  if (!opened.ok) return back(opened.why ?? 'unknown');
  await keepSession(opened.value);
  return Response.redirect(new URL(localPath(kept.to) ?? '/today', siteUrl), 303);
});
