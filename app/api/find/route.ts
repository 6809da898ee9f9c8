import { find } from '@/desk/read/find';
import { handling } from '../handling';

/** Machines, points, lubricants, routes and people whose code or name holds `q`. */
export const GET = handling('read', async ({ db }, request) =>
  Response.json(
    { found: await find(db, request.nextUrl.searchParams.get('q') ?? '') },
    { headers: { 'cache-control': 'no-store' } },
  ),
);
