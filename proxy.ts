import { type NextRequest, NextResponse } from 'next/server';
import { personCookie } from './app/person-cookie';

/**
 * Before any page: a path that cannot be decoded is a bad request (the framework would answer 500), and a page of the
 * book is opened only after one has picked one's name.
 */
export function proxy(request: NextRequest) {
  const { pathname, search } = request.nextUrl;
  if (!isDecodable(pathname)) {
    return Response.json(
      {
        type: 'about:blank',
        title: 'Bad request',
        status: 400,
        detail: 'The address cannot be read: it holds a broken % sign.',
      },
      { status: 400, headers: { 'content-type': 'application/problem+json' } },
    );
  }
  if (pathname.startsWith('/api/') || pathname === '/open' || request.cookies.has(personCookie))
    return NextResponse.next();
  const open = new URL('/open', request.url);
  open.searchParams.set('to', pathname + search);
  return NextResponse.redirect(open);
}

function isDecodable(pathname: string): boolean {
  try {
    decodeURIComponent(pathname);
    return true;
  } catch {
    return false;
  }
}

export const config = { matcher: ['/((?!_next/).*)'] };
