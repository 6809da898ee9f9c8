import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { syncFiles } from './lib/database.mjs';
import { ensurePrograms } from './lib/packages.mjs';
import { noteUnsynced, powerPrograms } from './lib/power.mjs';

const folder = mkdtempSync(join(tmpdir(), 'tbp-'));
const file = join(folder, 'mariadb', 'table');
beforeAll(async () => {
  await ensurePrograms(powerPrograms);
  mkdirSync(join(folder, 'mariadb'));
}, 300_000);
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Writes as a database would, in a process whose writes are noted: some of it synced, some not, some by another hand. */
function write(env: Record<string, string>, ...steps: string[]): void {
  const program = `const fs = require('node:fs'); const open = () => fs.openSync(${JSON.stringify(file)}, 'r+');
    const put = (fd, text, at) => fs.writeSync(fd, Buffer.from(text), 0, text.length, at); ${steps.join('; ')}`;
  spawnSync(process.execPath, ['-e', program], {
    env: { ...process.env, ...env },
    stdio: ['ignore', 'ignore', 'inherit'],
  });
}
const stands = () => readFileSync(file, 'latin1').replaceAll('\0', '.');

it('a power cut takes what was not synced, and nothing else', async () => {
  const { env, cut } = await noteUnsynced(folder, { cacheIsLost: true });
  const [everything, nothing] = [() => 0, () => 0.9];
  writeFileSync(file, 'aaaaaaaa');
  write(
    env,
    'const a = open()',
    "put(a, 'bbbb', 0)",
    'fs.fsyncSync(a)',
    "put(a, 'cc', 0)",
    "put(a, 'dd', 1)",
    "put(a, 'ee', 8)",
  );
  expect(stands()).toBe('cddbaaaaee');
  expect(cut(everything)).toBe(3);
  expect(stands()).toBe('bbbbaaaa..');
  expect(cut(everything)).toBe(0);

  // Whoever syncs a file syncs what others have written into it.
  write(env, 'const a = open()', "put(a, 'cc', 0)", 'fs.closeSync(a)', 'const b = open()', 'fs.fdatasyncSync(b)');
  expect(cut(everything)).toBe(0);
  expect(stands()).toBe('ccbbaaaa..');

  // What one that was killed left behind lasts once the next has begun, which takes it for lasting.
  write(env, 'const a = open()', "put(a, 'hh', 0)", "process.kill(process.pid, 'SIGKILL')");
  await syncFiles(join(folder, 'mariadb'), env);
  expect(cut(everything)).toBe(0);
  expect(stands()).toBe('hhbbaaaa..');

  // What was not synced may be on the disk all the same.
  write(env, 'const a = open()', "put(a, 'ff', 0)");
  expect(cut(nothing)).toBe(1);
  expect(stands()).toBe('ffbbaaaa..');

  // On a disk whose cache survives the pages of tables last once they are written, and nothing else does.
  const pages = join(folder, 'mariadb', 'table.ibd');
  const { env: onGoodDisk } = await noteUnsynced(folder, { cacheIsLost: false });
  writeFileSync(pages, 'pppp');
  write(
    onGoodDisk,
    `const p = fs.openSync(${JSON.stringify(pages)}, 'r+')`,
    "put(p, 'qq', 0)",
    'const a = open()',
    "put(a, 'ii', 0)",
  );
  expect(cut(everything)).toBe(1);
  expect(readFileSync(pages, 'latin1')).toBe('qqpp');
  expect(stands()).toBe('ffbbaaaa..');
  write(env, `const p = fs.openSync(${JSON.stringify(pages)}, 'r+')`, "put(p, 'rr', 0)");
  expect(cut(everything)).toBe(1);
  expect(readFileSync(pages, 'latin1')).toBe('qqpp');

  // A file that is gone takes nothing from the next one.
  write(env, 'const a = open()', "put(a, 'gg', 0)", `fs.unlinkSync(${JSON.stringify(file)})`);
  writeFileSync(file, 'new');
  expect(cut(everything)).toBe(0);
  expect(stands()).toBe('new');
});
