import { createHash, randomBytes } from 'node:crypto';
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { type NextRequest, NextResponse } from 'next/server';
import { sessionCookies } from './app/session-cookies';

/**
 * Before any page: which scripts and styles the browser is to run for it, and that whoever comes without a session signs in
 * first. Whether a session is good, and for what, is asked where the page is made.
 */
export function proxy(request: NextRequest) {
  const { pathname, search } = request.nextUrl;
  if (pathname.startsWith('/api/')) return NextResponse.next();
  // What was typed into a form is answered in words, and not lost on the way to the sign-in.
  const isAction = request.headers.has('next-action');
  if (!openToAll.test(pathname) && !isAction && !sessionCookies.some((name) => request.cookies.has(name))) {
    const open = request.nextUrl.clone();
    open.pathname = '/sign-in';
    open.search = '';
    open.searchParams.set('to', pathname + search);
    return NextResponse.redirect(open);
  }
  const headers = new Headers(request.headers);
  // Whoever has to sign in on the way comes back here.
  headers.set('x-tagebuch-path', pathname + search);
  if (process.env.NODE_ENV === 'development') return NextResponse.next({ request: { headers } });
  const policy = policyWith(randomBytes(16).toString('base64'));
  // The framework takes the nonce for what it renders from here.
  headers.set('content-security-policy', policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('content-security-policy', policy);
  return response;
}

/**
 * What holds nothing of the book: signing in, the shell of the Round with what puts it on a device, and its marks. What
 * the shell shows it asks for, and is answered then.
 */
const openToAll =
  /^\/(?:sign-in(?:\/.*)?|round|service-worker\.js|manifest\.webmanifest|(?:apple-)?icon[\w.-]*\.(?:svg|png))$/;

/**
 * Only our own scripts: those of a rendered page bear the nonce of its answer, those of a page made when the application
 * was built are known by their hash. Drawings place their parts by style attributes.
 */
const policyWith = (nonce: string): string =>
  [
    "default-src 'none'",
    `script-src 'self' 'nonce-${nonce}' ${hashesOfBuiltPages().join(' ')}`,
    `style-src 'self' 'nonce-${nonce}'`,
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' data:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self'",
    "manifest-src 'self'",
    "form-action 'self'",
    "base-uri 'none'",
    "frame-ancestors 'none'",
  ].join('; ');

let known: string[] | undefined;

/** Hashes of the scripts that stand in the pages made when the application was built. */
function hashesOfBuiltPages(): string[] {
  if (known) return known;
  const folder = join(process.cwd(), process.env.NEXT_DIST_DIR ?? '.next', 'server', 'app');
  const pages = readdirSync(folder).filter((name) => name.endsWith('.html'));
  known = [
    ...new Set(
      pages
        .flatMap((name) => inlineScripts(readFileSync(join(folder, name), 'utf8')))
        .map((script) => `'sha256-${createHash('sha256').update(script).digest('base64')}'`),
    ),
  ];
  return known;
}

/** What stands between the tags of scripts that a page carries in itself. */
function inlineScripts(html: string): string[] {
  return html.split('<script').flatMap((part, index) => {
    const tag = part.indexOf('>');
    const end = part.indexOf('</script>');
    return index === 0 || tag < 0 || end < tag || part.slice(0, tag).includes(' src=')
      ? []
      : [part.slice(tag + 1, end)];
  });
}

export const config = { matcher: ['/((?!_next/).*)'] };
