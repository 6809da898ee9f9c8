import { walkDocumentOf } from '@/desk/walk/rounds';
import { handling } from '@/app/api/handling';
import { problem } from '@/app/api/problem';

type Context = { params: Promise<{ id: string }> };

/** The one document that a walk works from. */
export const GET = handling<Context>('read', async ({ db, now }, _, { params }) => {
  const document = await walkDocumentOf(db, now, (await params).id);
  return document.ok
    ? Response.json(document.value, { headers: { 'cache-control': 'no-store' } })
    : problem(document.code, document.reason);
});
