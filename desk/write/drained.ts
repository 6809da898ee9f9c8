import { drainedAgainst } from '@/core/sump/drained-against';
import { urgencyOf } from '@/core/words/findings';
import { sumpOf } from '../assign/sump';
import type { Database } from '../desk';
import type { Received } from '../log/append';
import { isOf, readBelieved } from '../log/believed';
import { bookFinding } from './book-finding';

/** What came out and was written by itself belongs to the change that follows within so long (ms). */
const sameJobMs = 7 * 86_400_000;

/**
 * The finding that less or more came out of a sump than the book says was in there: oil was lost unseen, or something else is
 * in it. Undefined where an entry says no such thing, or nobody can say what was in there.
 */
export async function drainedUnlike(db: Database, received: Received): Promise<Received | undefined> {
  const { envelope } = received;
  const { kind, body, pointId, happenedAt } = envelope;
  const { volumeL, drainedL, what } = body as { volumeL?: number; drainedL?: number; what?: string };
  const out = kind === 'drain' && what === 'oil' ? volumeL : kind === 'oil-change' ? drainedL : undefined;
  if (out === undefined || !pointId) return undefined;
  const point = await db.LubePoint.findByPk(pointId, { attributes: ['reservoirId', 'kind', 'consequence'] });
  const reservoir = point?.reservoirId ? await db.Reservoir.findByPk(point.reservoirId) : null;
  if (!point || !reservoir) return undefined;
  const atMs = Date.parse(happenedAt);
  if (kind === 'oil-change') {
    const before = await readBelieved(db, "entry.pointId = :pointId AND entry.kind = 'drain'", { pointId });
    const isSaid = before.filter(isOf('drain')).some((drained) => {
      const agoMs = atMs - Date.parse(drained.happenedAt);
      return drained.body.volumeL === out && agoMs >= 0 && agoMs <= sameJobMs;
    });
    if (isSaid) return undefined;
  }
  const held = await sumpOf(db, new Date(atMs), reservoir);
  if (!held || held.isAssumed) return undefined;
  const said = drainedAgainst(out, held.volumeL, reservoir.residualL ?? 0);
  if (!said) return undefined;
  return bookFinding(db, received, 'drained', {
    what: said.what,
    urgency: urgencyOf(said.what, { kind: point.kind, consequence: point.consequence }),
    text: `${out} L came out, ${Math.round(100 * said.share)} % of what the book says was to come: ${
      said.what === 'use-high'
        ? 'oil was lost unseen. Look for where it went.'
        : 'it was overfilled, or water or another oil is in it. Let a cup of it stand and look.'
    }`,
  });
}
