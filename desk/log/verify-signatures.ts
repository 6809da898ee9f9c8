import type { Database } from '../desk';
import { type PublicKey, isSignedBy } from '../signature';
import { sealedContent } from './seal';

/** So many are checked at once. */
const atOnce = 1000;

/** Holds what devices signed against the entries as they stand. */
export async function verifySignatures(db: Database): Promise<{ checked: number; wrong: number[] }> {
  const keys = new Map((await db.EnrolledDevice.findAll()).map(({ id, publicKey }) => [id, publicKey as PublicKey]));
  const wrong: number[] = [];
  let checked = 0;
  for (let after = 0; ;) {
    const rows = await db.select<{ seq: string; entryId: string; deviceId: string; signature: string }>(
      `SELECT entry.seq, entry_signature.* FROM entry_signature JOIN entry ON entry.id = entry_signature.entryId WHERE entry.seq > :after ORDER BY entry.seq LIMIT ${atOnce}`,
      { after },
    );
    const entries = new Map(
      (await db.Entry.findAll({ where: { id: rows.map(({ entryId }) => entryId) } })).map((entry) => [entry.id, entry]),
    );
    for (const { seq, entryId, deviceId, signature } of rows) {
      checked += 1;
      const key = keys.get(deviceId);
      if (!key || !isSignedBy(key, sealedContent(entries.get(entryId)!), signature)) wrong.push(Number(seq));
    }
    if (rows.length < atOnce) return { checked, wrong };
    after = Number(rows.at(-1)!.seq);
  }
}
