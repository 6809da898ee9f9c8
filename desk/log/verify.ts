import { Op } from 'sequelize';
import type { Database } from '../desk';
import { hashOf } from './seal';

const batchRows = 2000;

/** What checking the log came to. `head` is what its last entry seals everything before it with. */
export type Verified = {
  entries: number;
  /** Number of the first entry whose seal is broken, or that is missing; null where all is whole. */
  firstBroken: number | null;
  head: { seq: number; hash: string };
};

/**
 * Walks the whole log and checks every seal, some thousand entries at a time.
 * @param report called now and then with how many have been checked
 */
export async function verifyLog(db: Database, report: (checked: number) => void = () => {}): Promise<Verified> {
  let previousHash = '0'.repeat(64);
  let seq = 0;
  for (;;) {
    const rows = await db.Entry.findAll({
      where: { seq: { [Op.gt]: seq } },
      order: [['seq', 'ASC']],
      limit: batchRows,
    });
    for (const row of rows) {
      if (Number(row.seq) !== seq + 1 || row.previousHash !== previousHash || hashOf(row) !== row.hash)
        return { entries: seq, firstBroken: seq + 1, head: { seq, hash: previousHash } };
      seq += 1;
      previousHash = row.hash;
    }
    report(seq);
    if (rows.length < batchRows) break;
  }
  const head = await db.LogHead.findByPk(1);
  // The head is ahead where entries at the end have gone, and then their number is that of the first missing one.
  const whole = head !== null && Number(head.seq) === seq && head.hash === previousHash;
  return { entries: seq, firstBroken: whole ? null : seq + 1, head: { seq, hash: previousHash } };
}
