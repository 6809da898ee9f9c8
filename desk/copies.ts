import { ulid } from 'ulid';
import type { Database } from './desk';

/** A day and two hours: a nightly copy may be late, not missing. */
const freshMs = 26 * 3_600_000;

type Outcome =
  | { ok: true; file: string; bytes: number; sha256: string; headSeq: number; headHash: string; isEncrypted: boolean }
  | { ok: false; reason: string };

/** Notes a copy that was made, or why none was. */
export async function noteCopy(db: Database, madeAt: Date, endedAt: Date, outcome: Outcome): Promise<void> {
  await db.CopyMade.create({
    id: ulid(madeAt.getTime()),
    madeAt,
    endedAt,
    ...(outcome.ok
      ? {
          file: outcome.file,
          bytes: outcome.bytes,
          sha256: outcome.sha256,
          headSeq: outcome.headSeq,
          headHash: outcome.headHash,
          isEncrypted: outcome.isEncrypted,
        }
      : { failure: outcome.reason.slice(0, 500) }),
  });
}

/** What was copied, and what went wrong with it, newest first; and what is to be said of it. */
export async function readCopies(db: Database, now: Date, most = 30) {
  const [copies, last] = await Promise.all([
    db.CopyMade.findAll({ order: [['madeAt', 'DESC']], limit: most }),
    db.CopyMade.findOne({ where: { failure: null }, order: [['madeAt', 'DESC']] }),
  ]);
  return { copies, last, complaint: complaintOf(now, last, copies[0]?.failure ?? null) };
}

/** What somebody has to look after; undefined where all is well. */
function complaintOf(now: Date, last: { madeAt: Date } | null, failure: string | null): string | undefined {
  if (failure !== null) return `The last copy failed: ${failure}`;
  if (!last) return 'No copy was ever made: what is lost with this disk is lost.';
  const hours = Math.floor((now.getTime() - last.madeAt.getTime()) / 3_600_000);
  return now.getTime() - last.madeAt.getTime() > freshMs
    ? `The last good copy is ${hours < 72 ? `${hours} hours` : `${Math.floor(hours / 24)} days`} old: one is made every night.`
    : undefined;
}
