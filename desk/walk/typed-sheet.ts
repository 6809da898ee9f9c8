import { z } from 'zod';
import { type Database, type Desk, type Result, done, refusal } from '../desk';
import { writeTogether } from '../write/write-entries';
import { beginRound } from './rounds';

/** More entries than a route of the longest kind comes to are no sheet. */
const mostEntries = 3000;
export const typedSheet = z.strictObject({
  round: z.unknown(),
  entries: z.array(z.unknown()).min(1).max(mostEntries),
});

class Refused extends Error {
  constructor(
    readonly reason: string,
    /** Which of the entries. */
    readonly place: number | null,
  ) {
    super(reason);
  }
}

/**
 * Writes a round that was walked on paper: that it began, and all that its sheet says, or nothing at all. The same sheet sent
 * twice is written once.
 * @returns how many entries; of one that was refused its place among them, as the name of a field
 */
export async function writeSheet(
  { db, now }: Desk,
  { round, entries }: z.output<typeof typedSheet>,
): Promise<Result<{ entries: number }>> {
  try {
    await db.transaction(() => writeAll(db, now, round, entries));
    return done({ entries: entries.length });
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    return refusal('invalid', error.reason, error.place === null ? undefined : { [String(error.place)]: error.reason });
  }
}

async function writeAll(db: Database, now: Date, round: unknown, entries: readonly unknown[]): Promise<void> {
  const begun = await beginRound(db, round);
  if (!begun.ok) throw new Refused(begun.reason, null);
  const written = await writeTogether(db, now, entries);
  if (written.ok) return;
  const place = /^\/(\d+)\//.exec(written.problems[0]?.pointer ?? '')?.[1];
  throw new Refused(written.reason, place === undefined ? null : Number(place));
}
