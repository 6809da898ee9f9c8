import { signedText } from '@/core/entry/content';
import type { EnrolledDevice } from '@/db/models/people';
import type { Database } from '../desk';
import { type Signed, signedBy } from '../people/devices';

/** The enrolled device that has signed all that was sent; undefined where none has. */
export const deviceThatSigned = async (
  db: Database,
  now: Date,
  signed: Signed | undefined,
  raws: readonly unknown[],
): Promise<EnrolledDevice | undefined> =>
  signed &&
  signedBy(
    db,
    now,
    signed,
    raws.map((raw) => signedText(typeof raw === 'object' && raw !== null ? raw : {})),
  );

/** Keeps the signatures beside the entries that they are under; the same once more changes nothing. */
export async function keepSignatures(
  db: Database,
  device: EnrolledDevice,
  { signatures }: Signed,
  raws: readonly unknown[],
): Promise<void> {
  const values = raws.map((raw, place) => ({
    entryId: (raw as { id: string }).id,
    deviceId: device.id,
    signature: signatures[place]!,
  }));
  await db.transaction((transaction) =>
    db.writeAll(
      values.map(({ entryId, deviceId, signature }) => ({
        sql: 'INSERT IGNORE INTO entry_signature (entryId, deviceId, signature) VALUES (?, ?, ?)',
        values: [entryId, deviceId, signature],
      })),
      transaction,
    ),
  );
}
