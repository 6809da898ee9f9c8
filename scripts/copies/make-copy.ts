import { Encrypter } from 'age-encryption';
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  createWriteStream,
  mkdirSync,
  openSync,
  closeSync,
  fsyncSync,
  readdirSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGzip } from 'node:zlib';
import type { Database } from '@/db/connection';
import { findProgram } from '../lib/packages.mjs';
import { PlainError } from '../lib/steps.mjs';
import { withOptionsFile } from './options-file';

/** What is known of a copy, and stands beside it as a file of its own. */
export type CopySaid = {
  file: string;
  madeAt: string;
  bytes: number;
  sha256: string;
  /** The newest entry that is surely in it. */
  headSeq: number;
  headHash: string;
  isEncrypted: boolean;
};

const ending = /^tagebuch-[\dTZ]+\.sql\.gz(\.age)?$/;

/**
 * Makes a copy of the whole database as it is in one instant, while it is being written to: by MariaDB's own tool, packed,
 * encrypted where a key is given, with its checksum beside it. A copy that breaks off leaves nothing.
 * @param url as a user who may read everything, triggers too
 * @param to the folder; made where there is none, for its owner alone
 * @param recipient public key (`age1…`) of whoever may read copies
 */
export async function makeCopy(
  db: Database,
  { url, to, recipient }: { url: string; to: string; recipient?: string | undefined },
  now: Date,
): Promise<CopySaid> {
  mkdirSync(to, { recursive: true, mode: 0o700 });
  // Read before it begins: what was acknowledged by then is in it.
  const head = await db.LogHead.findByPk(1);
  const stamp = now.toISOString().replace(/[-:]|\.\d+/g, '');
  const file = `tagebuch-${stamp}.sql.gz${recipient ? '.age' : ''}`;
  const part = join(to, `${file}.part`);
  try {
    const { sha256, bytes } = await withOptionsFile(url, async ({ database, optionsFile }) => {
      const positions = (await mayTellPosition(db)) ? ['--master-data=2'] : [];
      return written(optionsFile, [...positions, database], part, recipient);
    });
    const descriptor = openSync(part, 'r');
    fsyncSync(descriptor);
    closeSync(descriptor);
    renameSync(part, join(to, file));
    const said: CopySaid = {
      file,
      madeAt: now.toISOString(),
      bytes,
      sha256,
      headSeq: Number(head?.seq ?? 0),
      headHash: head?.hash ?? '',
      isEncrypted: recipient !== undefined,
    };
    writeFileSync(join(to, `${file}.json`), `${JSON.stringify(said, null, 2)}\n`, { mode: 0o600 });
    return said;
  } catch (error) {
    rmSync(part, { force: true });
    throw error;
  }
}

async function written(optionsFile: string, what: string[], part: string, recipient: string | undefined) {
  const program = findProgram('mariadb-dump');
  if (!program) throw new PlainError('mariadb-dump is not on this machine: it is in Debian’s package mariadb-client.');
  const dump = spawn(
    program,
    [
      `--defaults-file=${optionsFile}`,
      '--single-transaction',
      '--quick',
      '--triggers',
      '--hex-blob',
      '--no-tablespaces',
      '--default-character-set=utf8mb4',
      ...what,
    ],
    { stdio: ['ignore', 'pipe', 'pipe'] },
  );
  let complaints = '';
  dump.stderr.on('data', (chunk: Buffer) => (complaints += chunk.toString()));
  const ended = new Promise<number>((resolve) => dump.on('close', (code) => resolve(code ?? 1)));
  const hash = createHash('sha256');
  let bytes = 0;
  let tail = '';
  const watched = new Transform({
    transform(chunk: Buffer, _, done) {
      tail = (tail + chunk.toString('latin1')).slice(-200);
      done(null, chunk);
    },
  });
  const counted = new Transform({
    transform(chunk: Buffer, _, done) {
      hash.update(chunk);
      bytes += chunk.length;
      done(null, chunk);
    },
  });
  const packed = dump.stdout.pipe(watched).pipe(createGzip());
  await pipeline(
    recipient ? await encrypted(packed, recipient) : packed,
    counted,
    createWriteStream(part, { mode: 0o600 }),
  );
  const code = await ended;
  // Its last line says that it came to its end: a dump that was killed may have ended its stream well.
  if (code !== 0 || !tail.includes('Dump completed'))
    throw new PlainError(`mariadb-dump broke off (${code}): ${complaints.trim() || 'it did not say why'}`);
  return { sha256: hash.digest('hex'), bytes };
}

async function encrypted(plain: Readable, recipient: string): Promise<Readable> {
  const encrypter = new Encrypter();
  encrypter.addRecipient(recipient);
  const stream = await encrypter.encrypt(Readable.toWeb(plain) as ReadableStream<Uint8Array>);
  return Readable.fromWeb(stream as Parameters<typeof Readable.fromWeb>[0]);
}

/** Whether the server keeps a binary log, and its user may ask where it stands: what came after can be replayed then. */
async function mayTellPosition(db: Database): Promise<boolean> {
  const [log] = await db.select<{ Value: string }>("SHOW GLOBAL VARIABLES LIKE 'log_bin'");
  const grants = await db.select<Record<string, string>>('SHOW GRANTS');
  const all = grants.flatMap((row) => Object.values(row)).join('\n');
  const has = (right: RegExp): boolean => right.test(all);
  return (
    log?.Value === 'ON' &&
    (has(/ALL PRIVILEGES ON \*\.\*/) || (has(/\bRELOAD\b/) && has(/\b(?:BINLOG MONITOR|REPLICATION CLIENT)\b/)))
  );
}

/** Copies in a folder, newest first. */
export const copiesIn = (folder: string): string[] =>
  readdirSync(folder)
    .filter((name) => ending.test(name))
    .sort()
    .reverse();

/** Throws away all but the newest copies of a folder. @returns those that went */
export function rotated(folder: string, keep: number): string[] {
  const old = copiesIn(folder).slice(Math.max(1, keep));
  for (const name of old) for (const each of [name, `${name}.json`]) rmSync(join(folder, each), { force: true });
  return old;
}
