import { generateIdentity, identityToRecipient } from 'age-encryption';
import {
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ulid } from 'ulid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Database, connect } from '@/db/connection';
import { migrate } from '@/db/migrate';
import { noteCopy, readCopies } from '@/desk/copies';
import { readLog } from '@/desk/log/lines';
import { verifyLog } from '@/desk/log/verify';
import { compareWithLog, rebuild } from '@/desk/standing/rebuild';
import { smallPlant } from '@/desk/testing';
import { writeEntry } from '@/desk/write/write-entries';
import { startDatabase } from '../lib/database.mjs';
import { ensurePrograms } from '../lib/packages.mjs';
import { copiesIn, makeCopy, rotated } from './make-copy';
import { logFilesIn, replayLog, restoreCopy } from './restore-copy';

const folder = mkdtempSync(join(tmpdir(), 'tbc-'));
const copies = join(folder, 'copies');
type Server = Awaited<ReturnType<typeof startDatabase>>;
let server: Server;
let db: Database;
let plant: Awaited<ReturnType<typeof smallPlant>>;
const written: string[] = [];

/** Writes a note and keeps what was acknowledged. */
async function write(): Promise<void> {
  const note = plant.entry({
    id: ulid(),
    kind: 'note',
    body: { text: `No. ${written.length} was ½ µm “quoted” \\ '` },
  });
  const outcome = await writeEntry(db, new Date(), note);
  if (!outcome.ok) throw new Error(outcome.reason);
  written.push(note.id);
}

/** So many write at the same time. */
const several = (work: () => Promise<void>) => Promise.all(Array.from({ length: 4 }, work));

beforeAll(async () => {
  await ensurePrograms(['mariadbd', 'mariadb-install-db', 'mariadb', 'mariadb-dump', 'mariadb-binlog']);
  server = await startDatabase(join(folder, 'db'), { keepsLog: true });
  db = connect(server.schemaUrl, 4);
  await migrate(db.sequelize);
  plant = await smallPlant(db, new Date());
  await rebuild(db);
  for (let count = 0; count < 20; count += 1) await write();
}, 300_000);
afterAll(async () => {
  await db.close();
  await server.stop();
  rmSync(folder, { recursive: true, force: true });
});

/** What a book holds, in short: of two that hold the same it is the same. */
async function holds(of: Database) {
  const { entries, firstBroken, head } = await verifyLog(of);
  const { differences } = await compareWithLog(of);
  const tables = await of.select<{ name: string }>(
    "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE() AND table_type = 'BASE TABLE' ORDER BY table_name",
  );
  const rows: Record<string, number> = {};
  for (const { name } of tables) {
    const [row] = await of.select<{ count: number }>(`SELECT COUNT(*) AS count FROM \`${name}\``);
    rows[name] = Number(row!.count);
  }
  return { entries, firstBroken, head, differences, rows };
}

/** Opens an empty database of another name on the server, for one copy; models belong to one connection at a time. */
async function inEmpty<Value>(name: string, work: (empty: Database, url: string) => Promise<Value>): Promise<Value> {
  await db.sequelize.query(`CREATE DATABASE ${name} CHARACTER SET utf8mb4`);
  await db.close();
  const url = server.schemaUrl.replace(/tagebuch$/, name);
  const empty = connect(url, 2);
  try {
    return await work(empty, url);
  } finally {
    await empty.close();
    db = connect(server.schemaUrl, 4);
    await db.sequelize.query(`DROP DATABASE ${name}`);
  }
}

describe('copies of the book', () => {
  it('are whole while others write, and come back as they were, guards of the log too', async () => {
    let isMade = false;
    const writing = several(async () => {
      while (!isMade) await write();
    });
    const said = await makeCopy(db, { url: server.schemaUrl, to: copies }, new Date());
    isMade = true;
    await writing;
    expect(statSync(join(copies, said.file)).mode & 0o077).toBe(0);
    const restored = await inEmpty('tagebuch_copy', async (empty, url) => {
      await restoreCopy(empty, { url, file: join(copies, said.file) });
      await expect(empty.sequelize.query('UPDATE entry SET kind = kind LIMIT 1')).rejects.toThrow();
      // Words that are in every text are still sought as well as any other.
      expect((await readLog(empty, { text: 'was' })).length).toBeGreaterThan(0);
      await expect(restoreCopy(empty, { url, file: join(copies, said.file) })).rejects.toThrow('not empty');
      return holds(empty);
    });
    expect(restored).toMatchObject({ firstBroken: null, differences: [] });
    expect(restored.entries).toBeGreaterThanOrEqual(said.headSeq);
    expect(restored.entries).toBeLessThanOrEqual(written.length);
  });

  it('are read by whoever holds the key, and by nobody else; a changed one is not taken', async () => {
    const [identity, other] = [await generateIdentity(), await generateIdentity()];
    const recipient = await identityToRecipient(identity);
    const said = await makeCopy(db, { url: server.schemaUrl, to: copies, recipient }, new Date(Date.now() + 1000));
    const file = join(copies, said.file);
    expect(said.isEncrypted).toBe(true);
    expect(readFileSync(file).includes('No. 3')).toBe(false);
    await inEmpty('tagebuch_sealed', async (empty, url) => {
      await expect(restoreCopy(empty, { url, file })).rejects.toThrow('--identity');
      await expect(restoreCopy(empty, { url, file, identity: other })).rejects.toThrow('does not open');
      const bytes = readFileSync(file);
      const changed = join(copies, 'changed.sql.gz.age');
      writeFileSync(changed, bytes.with(bytes.length - 40, bytes.at(-40)! ^ 1));
      renameSync(`${file}.json`, `${changed}.json`);
      await expect(restoreCopy(empty, { url, file: changed, identity })).rejects.toThrow('checksum differs');
      renameSync(`${changed}.json`, `${file}.json`);
      await restoreCopy(empty, { url, file, identity });
      expect(await holds(empty)).toMatchObject({ firstBroken: null, entries: written.length });
    });
  });

  it('and the binary log bring a lost book back up to the last acknowledged entry', async () => {
    let isLost = false;
    const writing = several(async () => {
      // What was being written when the disk went was not acknowledged.
      while (!isLost) await write().catch(() => {});
    });
    const said = await makeCopy(db, { url: server.schemaUrl, to: copies }, new Date(Date.now() + 2000));
    const whenCopied = written.length;
    while (written.length < whenCopied + 60) await new Promise((resolve) => setTimeout(resolve, 20));
    // In the middle of it the disk is gone, with all that lies on it; the log lies on another.
    process.kill(-server.pid, 'SIGKILL');
    isLost = true;
    await server.exit;
    await writing;
    await db.close();
    const lost = join(folder, 'db');
    const log = join(folder, 'log');
    mkdirSync(log);
    for (const name of readdirSync(lost)) if (name.startsWith('binlog.')) renameSync(join(lost, name), join(log, name));
    rmSync(lost, { recursive: true, force: true });
    server = await startDatabase(join(folder, 'db'));
    db = connect(server.schemaUrl, 4);
    const url = server.schemaUrl;
    const { position } = await restoreCopy(db, { url, file: join(copies, said.file) });
    expect(position).toBeDefined();
    // What was written while it was made may be in it already.
    expect((await verifyLog(db)).entries).toBeGreaterThanOrEqual(said.headSeq);
    await replayLog(url, logFilesIn(log, readdirSync(log)), position!);
    const back = await holds(db);
    expect(back).toMatchObject({ firstBroken: null, differences: [] });
    // Each of the four may have been about to be told.
    expect(back.entries).toBeGreaterThanOrEqual(written.length);
    expect(back.entries).toBeLessThanOrEqual(written.length + 4);
    const known = new Set((await db.Entry.findAll({ attributes: ['id'] })).map(({ id }) => id));
    expect(written.filter((id) => !known.has(id))).toEqual([]);
  }, 120_000);

  it('that break off leave nothing and say why; old ones go, the newest never', async () => {
    const wrong = server.schemaUrl.replace(/:[0-9a-f]+@/, ':wrong@');
    await expect(makeCopy(db, { url: wrong, to: copies }, new Date(Date.now() + 3000))).rejects.toThrow('broke off');
    expect(readdirSync(copies).filter((name) => name.endsWith('.part'))).toEqual([]);
    const names = copiesIn(copies);
    expect(names).toHaveLength(3);
    expect(rotated(copies, 2)).toEqual([names[2]]);
    expect(rotated(copies, 0)).toEqual([names[1]]);
    expect(copiesIn(copies)).toEqual([names[0]]);
    expect(readdirSync(copies).filter((name) => name.endsWith('.json') && !name.startsWith('changed'))).toEqual([
      `${names[0]}.json`,
    ]);
  });

  it('are complained of where there is none, where one failed, and where the last is old', async () => {
    const at = (hours: number) => new Date(Date.now() + hours * 3_600_000);
    const good = {
      ok: true,
      file: 'x',
      bytes: 5e9,
      sha256: 'a'.repeat(64),
      headSeq: 7,
      headHash: 'b'.repeat(64),
      isEncrypted: false,
    } as const;
    const complaint = async (hours: number) => (await readCopies(db, at(hours))).complaint;
    expect(await complaint(0)).toMatch(/No copy was ever made/);
    await noteCopy(db, at(0), at(0.1), good);
    expect([await complaint(25), await complaint(30), await complaint(100)]).toEqual([
      undefined,
      expect.stringMatching(/30 hours old/),
      expect.stringMatching(/4 days old/),
    ]);
    await noteCopy(db, at(1), at(1), { ok: false, reason: 'no room' });
    expect(await complaint(2)).toBe('The last copy failed: no room');
    expect(Number((await readCopies(db, at(2))).last!.bytes)).toBe(5e9);
  });
});
