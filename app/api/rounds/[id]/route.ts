import { walkDocumentOf } from '@/desk/walk/rounds';
import { database } from '@/app/server';
import { answering, problem } from '@/app/api/problem';

type Context = { params: Promise<{ id: string }> };

/** The one document that a walk works from. */
export async function GET(_: Request, { params }: Context) {
  return answering(async () => {
    const document = await walkDocumentOf(database(), new Date(), (await params).id);
    return document.ok
      ? Response.json(document.value, { headers: { 'cache-control': 'no-store' } })
      : problem(document.code, document.reason);
  });
}
