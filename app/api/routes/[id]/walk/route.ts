import { leanDocument } from '@/core/walk/document';
import type { LeanPlan } from '@/core/walk/shift';
import { readWalk } from '@/desk/walk/rounds';
import { deskOf, handling } from '@/app/api/handling';
import { problem } from '@/app/api/problem';

type Context = { params: Promise<{ id: string }> };

/** What a device needs to begin a walk of this route without signal. */
export const GET = handling<Context>('write', async (asked, _, { params }) => {
  const desk = deskOf(asked);
  const walk = desk && (await readWalk(desk, (await params).id));
  if (!walk) return problem('not-found', 'This route is not in the book any more.');
  const plan: LeanPlan = { ...walk.plan, document: leanDocument(walk.plan.document) };
  return Response.json(plan, { headers: { 'cache-control': 'no-store' } });
});
