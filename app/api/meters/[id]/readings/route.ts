import { problemsOf } from '@/core/problems';
import { deriveMeters } from '@/desk/standing/meters';
import { oneReadingPost, postReadings, readingsPost } from '@/desk/write/readings';
import { findMeter } from '@/desk/read/lists';
import { handling } from '@/app/api/handling';
import { problem, readJson } from '@/app/api/problem';

type Context = { params: Promise<{ id: string }> };
const unknown = () => problem('not-found', 'There is no such meter. GET /api/meters lists those there are.');

/**
 * Takes readings off a dial: `{ readings: [{ at, value }], source? }`, or one as `{ at, value, source? }`. Implausible ones
 * are kept, marked and left out; the answer says which and why. Sending the same again writes nothing.
 */
export const POST = handling<Context>('post-readings', async ({ db, now }, request, { params }) => {
  const body = await readJson(request);
  if (!body.ok) return body.response;
  const single = typeof body.value === 'object' && body.value !== null && 'at' in body.value;
  const schema = single ? oneReadingPost : readingsPost;
  const parsed = schema.safeParse(body.value, { reportInput: true });
  if (!parsed.success) {
    const problems = problemsOf(parsed.error, schema);
    return problem('invalid', problems.map(({ detail }) => detail).join(' '), problems);
  }
  const posted =
    'at' in parsed.data
      ? { source: parsed.data.source, readings: [{ at: parsed.data.at, value: parsed.data.value }] }
      : parsed.data;
  const written = await postReadings(db, now, (await params).id, posted);
  return written ? Response.json(written, { status: written.stored > 0 ? 201 : 200 }) : unknown();
});

/** The readings of a meter as they are used: summed over dials, and those left out with the reason. */
export const GET = handling<Context>('read', async ({ db }, _, { params }) => {
  const { id } = await params;
  const meter = await findMeter(db, id);
  if (!meter) return unknown();
  const derived = (await deriveMeters(db, [meter.machineId])).find((each) => each.id === id)!;
  const instant = (atMs: number) => new Date(atMs).toISOString();
  return Response.json({
    id,
    name: derived.name,
    unit: derived.unit,
    last: derived.last,
    accumulated: derived.accumulated,
    perDay: { low: derived.rate.low, mid: derived.rate.mid, high: derived.rate.high },
    confidence: derived.rate.confidence,
    kept: derived.state.kept.map(({ atMs, value }) => ({ at: instant(atMs), accumulated: value })),
    leftOut: derived.leftOut.map(({ atMs, value, reason }) => ({ at: instant(atMs), value, reason })),
  });
});
