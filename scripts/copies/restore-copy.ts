import { Decrypter } from 'age-encryption';
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { createReadStream, existsSync, readFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGunzip } from 'node:zlib';
import type { Database } from '@/db/connection';
import { beforeLoading } from '@/db/loading';
import { emptied } from '../lib/emptied';
import { findProgram } from '../lib/packages.mjs';
import { PlainError } from '../lib/steps.mjs';
import type { CopySaid } from './make-copy';
import { type Place, withOptionsFile } from './options-file';

/** Where a server's binary log stood when a copy was made. */
export type Position = { file: string; at: number };

/**
 * Puts a copy into an empty database. Its checksum is looked at first, where it stands beside it.
 * @param identity secret key (`AGE-SECRET-KEY-…`) of an encrypted copy
 * @returns where the binary log stood, if the copy says so
 */
export async function restoreCopy(
  db: Database,
  { url, file, identity }: { url: string; file: string; identity?: string | undefined },
): Promise<{ position: Position | undefined }> {
  const tables = await db.select(
    'SELECT table_name FROM information_schema.tables WHERE table_schema = DATABASE() LIMIT 1',
  );
  if (tables.length > 0)
    throw new PlainError('This database is not empty. A copy goes into an empty one, so that nothing is written over.');
  await checkSum(file);
  let position: Position | undefined;
  const plain = await plainOf(file, identity);
  const changed = lines((line) => {
    position ??= positionIn(line);
    return withoutOwner(line);
  });
  try {
    await withOptionsFile(url, (place) => fed(place, plain, changed));
  } catch (error) {
    // Half a book is none.
    await emptied(db);
    throw error;
  }
  return { position };
}

/**
 * Replays what the binary log holds from a position on.
 * @param files of the binary log, in their order, the first being the one of the position
 */
export async function replayLog(url: string, files: readonly string[], position: Position): Promise<void> {
  const from = files.findIndex((file) => basename(file) === position.file);
  if (from < 0)
    throw new PlainError(`${position.file} is not among the files of the binary log: the copy begins there.`);
  const program = findProgram('mariadb-binlog');
  if (!program)
    throw new PlainError('mariadb-binlog is not on this machine: it is in Debian’s package mariadb-client.');
  await withOptionsFile(url, async (place) => {
    const reader = spawn(program, [
      `--start-position=${position.at}`,
      `--database=${place.database}`,
      ...files.slice(from),
    ]);
    const complaints = said(reader.stderr);
    const read = new Promise<void>((resolve, reject) =>
      reader.on('close', (code) =>
        code === 0 ? resolve() : reject(new PlainError(`mariadb-binlog broke off (${code}): ${complaints()}`)),
      ),
    );
    await Promise.all([fed(place, reader.stdout), read]);
  });
}

async function checkSum(file: string): Promise<void> {
  if (!existsSync(file)) throw new PlainError(`There is no ${file}.`);
  const beside = `${file}.json`;
  if (!existsSync(beside)) return;
  const { sha256 } = JSON.parse(readFileSync(beside, 'utf8')) as CopySaid;
  const hash = createHash('sha256');
  await pipeline(createReadStream(file), hash);
  if (hash.digest('hex') !== sha256)
    throw new PlainError(`${basename(file)} is not as it was made: its checksum differs. Nothing was restored.`);
}

async function plainOf(file: string, identity: string | undefined): Promise<Readable> {
  const packed = createReadStream(file);
  if (!file.endsWith('.age')) return packed.pipe(createGunzip());
  if (!identity) throw new PlainError('This copy is encrypted: give the file with its secret key, --identity FILE.');
  const decrypter = new Decrypter();
  decrypter.addIdentity(identity);
  const stream = await decrypter
    .decrypt(Readable.toWeb(packed) as ReadableStream<Uint8Array>)
    .catch((error: unknown) => {
      throw new PlainError(
        `This key does not open the copy: ${error instanceof Error ? error.message : String(error)}`,
      );
    });
  return Readable.fromWeb(stream as Parameters<typeof Readable.fromWeb>[0]).pipe(createGunzip());
}

/** Goes through a text line by line; lines of a dump are long, and whole. */
function lines(change: (line: string) => string): Transform {
  let left = '';
  return new Transform({
    decodeStrings: true,
    transform(chunk: Buffer, _, done) {
      // Bytes stand for signs, one each, so that no sign is cut in two.
      const parts = (left + chunk.toString('latin1')).split('\n');
      left = parts.pop()!;
      done(null, Buffer.from(parts.map((line) => `${change(line)}\n`).join(''), 'latin1'));
    },
    flush(done) {
      done(null, Buffer.from(left === '' ? '' : change(left), 'latin1'));
    },
  });
}

function positionIn(line: string): Position | undefined {
  const found = /^-- CHANGE MASTER TO MASTER_LOG_FILE='([^']+)', MASTER_LOG_POS=(\d+)/.exec(line);
  return found ? { file: found[1]!, at: Number(found[2]) } : undefined;
}

/** Triggers belong to whoever restores them: the user who made them may not be there. */
const withoutOwner = (line: string): string =>
  line.startsWith('/*!50003 CREATE*/') ? line.replace(/\/\*!50017 DEFINER=`[^`]*`@`[^`]*`\*\//, '') : line;

const said = (stream: Readable): (() => string) => {
  let text = '';
  stream.on('data', (chunk: Buffer) => (text = (text + chunk.toString()).slice(-2000)));
  return () => text.trim() || 'it did not say why';
};

function clientFor({ database, optionsFile }: Place) {
  const client = spawn(
    findProgram('mariadb') ?? 'mariadb',
    [
      `--defaults-file=${optionsFile}`,
      '--default-character-set=utf8mb4',
      `--init-command=${beforeLoading}`,
      '--binary-mode',
      database,
    ],
    { stdio: ['pipe', 'ignore', 'pipe'] },
  );
  const complaints = said(client.stderr);
  const ended = new Promise<void>((resolve, reject) =>
    client.on('close', (code) =>
      code === 0 ? resolve() : reject(new PlainError(`The database did not take it (${code}): ${complaints()}`)),
    ),
  );
  return { input: client.stdin, ended };
}

/** Feeds statements to the database. What it says of them counts before what became of those who fed it. */
async function fed(place: Place, source: Readable, ...changes: Transform[]): Promise<void> {
  const client = clientFor(place);
  const [feeding, ended] = await Promise.allSettled([pipeline([source, ...changes, client.input]), client.ended]);
  for (const each of [ended, feeding]) if (each.status === 'rejected') throw each.reason;
}

/** The files of a binary log in a folder, in their order. */
export const logFilesIn = (folder: string, names: readonly string[]): string[] =>
  names
    .filter((name) => /\.\d{6}$/.test(name))
    .sort()
    .map((name) => join(folder, name));
