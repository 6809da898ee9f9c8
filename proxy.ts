import { createHash, randomBytes } from 'node:crypto';
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { type NextRequest, NextResponse } from 'next/server';
import { personCookie } from './app/person-cookie';

/**
 * Before any page: which scripts and styles the browser is to run for it, and that a page of the book is opened only after
 * one has picked one's name.
 */
export function proxy(request: NextRequest) {
  const { pathname, search } = request.nextUrl;
  if (pathname.startsWith('/api/')) return NextResponse.next();
  if (!openToAll.test(pathname) && !request.cookies.has(personCookie)) {
    const open = request.nextUrl.clone();
    open.pathname = '/open';
    open.search = '';
    open.searchParams.set('to', pathname + search);
    return NextResponse.redirect(open);
  }
  if (process.env.NODE_ENV === 'development') return NextResponse.next();
  const policy = policyWith(randomBytes(16).toString('base64'));
  const headers = new Headers(request.headers);
  // The framework takes the nonce for what it renders from here.
  headers.set('content-security-policy', policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('content-security-policy', policy);
  return response;
}

/**
 * What holds nothing of the book: picking a name, the shell of the Round with what puts it on a device, and its marks. What
 * the shell shows it asks for, and is answered then.
 */
const openToAll = /^\/(?:open|round|service-worker\.js|manifest\.webmanifest|(?:apple-)?icon[\w.-]*\.(?:svg|png))$/;

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
