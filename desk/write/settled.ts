import type { Database } from '../desk';

type Outcome = { ok: true; stored: boolean } | { ok: false };

/**
 * What is said to be in the book already is on disk before it is said: sent twice, the second answer may come while the
 * first is still being committed, and the device forgets what was acknowledged.
 */
export async function settledIfKnown<Some extends Outcome>(db: Database, outcome: Some): Promise<Some> {
  if (outcome.ok && !outcome.stored) await db.settled();
  return outcome;
}
