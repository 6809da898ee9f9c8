// `npm run backup -- --to /var/backups/tagebuch`: a copy of the whole book, made while it is in use.
//   --keep 14            so many copies stay, older ones go
//   --recipient age1…    encrypts it for whoever holds the secret key (made by `npm run backup -- --new-key`)
import { generateIdentity, identityToRecipient } from 'age-encryption';
import { parseArgs } from 'node:util';
import { readConfig } from '../config';
import { connect } from '@/db/connection';
import { noteCopy } from '@/desk/copies';
import { makeCopy, rotated } from './copies/make-copy';
import { ensurePrograms } from './lib/packages.mjs';
import { PlainError } from './lib/steps.mjs';

const { values } = parseArgs({
  options: {
    to: { type: 'string' },
    keep: { type: 'string', default: '14' },
    recipient: { type: 'string' },
    'new-key': { type: 'boolean', default: false },
  },
});

async function main(): Promise<void> {
  if (values['new-key']) {
    const identity = await generateIdentity();
    console.log(`${identity}\n# public key, for --recipient: ${await identityToRecipient(identity)}`);
    return;
  }
  const { to, recipient } = values;
  const keep = Number(values.keep);
  if (!to) throw new PlainError('Say where to: npm run backup -- --to /var/backups/tagebuch');
  if (!Number.isInteger(keep) || keep < 1) throw new PlainError('--keep is a whole number, 1 at least.');
  if (recipient !== undefined && !/^age1[0-9a-z]{20,}$/.test(recipient))
    throw new PlainError('--recipient is a public key as `npm run backup -- --new-key` prints it: age1…');
  const { databaseUrl, schemaDatabaseUrl } = readConfig();
  await ensurePrograms(['mariadb-dump']);
  const db = connect(schemaDatabaseUrl ?? databaseUrl, 2);
  const now = new Date();
  try {
    const copy = await makeCopy(db, { url: schemaDatabaseUrl ?? databaseUrl, to, recipient }, now);
    await noteCopy(db, now, new Date(), { ok: true, ...copy });
    const gone = rotated(to, keep);
    console.log(
      `${copy.file}: ${(copy.bytes / 1e6).toFixed(1)} MB, up to entry ${copy.headSeq} at least${gone.length > 0 ? `; ${gone.length} older went` : ''}`,
    );
  } catch (error) {
    // Where the database is away too there is nobody to tell but whoever reads this.
    await noteCopy(db, now, new Date(), {
      ok: false,
      reason: error instanceof Error ? error.message : String(error),
    }).catch(() => undefined);
    throw error;
  } finally {
    await db.close();
  }
}

await main().catch((error: unknown) => {
  console.error(error instanceof PlainError ? error.message : error);
  process.exitCode = 1;
});
