import { isService } from '@/core/entry/kinds';
import type { Database } from '../desk';
import type { Received } from '../log/append';
import { readBelieved } from '../log/believed';
import { bookFinding } from './book-finding';

/** A finding written so long around a look belongs to it (ms). */
const besideMs = 10 * 60_000;

/**
 * The finding that a look was not in order, where whoever looked wrote none beside it: what was found cannot vanish.
 * Undefined where an entry says no such thing.
 */
export async function notInOrder(
  db: Database,
  received: Received,
  batch: readonly Received[],
): Promise<Received | undefined> {
  const { envelope } = received;
  const { kind, body, pointId, machineId, happenedAt } = envelope;
  if (kind !== 'check' || isService(envelope)) return undefined;
  const atMs = Date.parse(happenedAt);
  const isBeside = (other: { kind: string; pointId?: string | null | undefined; happenedAt: string }) =>
    other.kind === 'finding' && other.pointId === pointId && Math.abs(Date.parse(other.happenedAt) - atMs) <= besideMs;
  if (batch.some((other) => isBeside(other.envelope))) return undefined;
  const near = await readBelieved(
    db,
    "entry.machineId = :machineId AND entry.kind = 'finding' AND entry.happenedAtUtc BETWEEN :from AND :to",
    { machineId, from: new Date(atMs - besideMs), to: new Date(atMs + besideMs) },
  );
  if (near.some(isBeside)) return undefined;
  const { note } = body as { note?: string };
  return bookFinding(db, received, 'not-in-order', {
    what: 'other',
    urgency: 'plan',
    text: `A look was not in order.${note ? ` ${note}` : ''}`,
  });
}
