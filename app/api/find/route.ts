import { find } from '@/desk/read/find';
import { database } from '@/app/server';
import { answering } from '../problem';

/** Machines, points, lubricants, routes and people whose code or name holds `q`. */
export async function GET(request: Request) {
  return answering(async () =>
    Response.json(
      { found: await find(database(), new URL(request.url).searchParams.get('q') ?? '') },
      { headers: { 'cache-control': 'no-store' } },
    ),
  );
}
