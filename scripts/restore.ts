// `npm run restore -- --from FILE`: puts a copy into the empty database DATABASE_URL, and checks every seal of its log.
//   --identity FILE      the secret key of an encrypted copy
//   --log FOLDER         the server's binary log: what was written after the copy is replayed
import { readFileSync, readdirSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { readConfig } from '../config';
import { connect } from '@/db/connection';
import { verifyLog } from '@/desk/log/verify';
import { compareWithLog } from '@/desk/standing/rebuild';
import { logFilesIn, replayLog, restoreCopy } from './copies/restore-copy';
import { ensurePrograms } from './lib/packages.mjs';
import { PlainError } from './lib/steps.mjs';

const { values } = parseArgs({
  options: { from: { type: 'string' }, identity: { type: 'string' }, log: { type: 'string' } },
});

async function main(): Promise<void> {
  const { from: file, identity, log } = values;
  if (!file) throw new PlainError('Say which: npm run restore -- --from /var/backups/tagebuch/tagebuch-….sql.gz');
  const { databaseUrl, schemaDatabaseUrl } = readConfig();
  const url = schemaDatabaseUrl ?? databaseUrl;
  await ensurePrograms(['mariadb', ...(log ? ['mariadb-binlog' as const] : [])]);
  const db = connect(url, 2);
  try {
    const key =
      identity &&
      readFileSync(identity, 'utf8')
        .split('\n')
        .find((line) => line.startsWith('AGE-SECRET-KEY-'));
    const { position } = await restoreCopy(db, { url, file, identity: key?.trim() });
    console.log('The copy is in the database.');
    if (log) {
      if (!position)
        throw new PlainError('This copy does not say where the binary log stood: nothing can be replayed.');
      await replayLog(url, logFilesIn(log, readdirSync(log)), position);
      console.log('What was written after it was replayed.');
    }
    const { entries, firstBroken, head } = await verifyLog(db);
    if (firstBroken !== null) throw new PlainError(`The log is broken at entry ${firstBroken}.`);
    const { differences } = await compareWithLog(db);
    console.log(
      `${entries} entries, every seal whole; the head is ${head.seq}:${head.hash}.\n` +
        (differences.length === 0
          ? 'Where everything stands is as the log says.'
          : `${differences.length} things stand otherwise than the log says: run \`npm run rebuild\`.`),
    );
    console.log('Now `npm run migrate`: it gives the application’s user its rights.');
  } finally {
    await db.close();
  }
}

await main().catch((error: unknown) => {
  console.error(error instanceof PlainError ? error.message : error);
  process.exitCode = 1;
});
