// A power cut: the database is killed, and what no sync had put on the disk is gone, in part, as on a real disk.
import { mkdirSync, openSync, closeSync, readFileSync, readdirSync, statSync, truncateSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { findProgram } from './packages.mjs';
import { run } from './steps.mjs';

/** What has to be on the machine for it. @type {Parameters<typeof import('./packages.mjs').ensurePrograms>[0]} */
export const powerPrograms = ['gcc', 'libc-headers'];

/** Of what is lost, so much at a time is lost or not: disks write by pages of this size (bytes). */
const sector = 512;
/** Offset, length, and how much of it stood there before: three numbers of eight bytes. */
const headLength = 24;

/**
 * Has every write of the database in `folder` noted until it is synced.
 *
 * Of MariaDB 10.11 itself a disk whose cache is lost with the current asks too much: what is written into a file *while* that
 * file is synced counts as synced (`fil_space_t::flush_low`), copies of pages that were being written are overwritten, and one
 * cut in some fifty left a database that did not start. What is promised, and tested, is a disk whose cache survives or is off.
 * @param {string} folder
 * @param {{ cacheIsLost?: boolean }} [disk] a disk that forgets pages of tables too, unless they were synced
 * @returns {Promise<{ options: string[], env: Record<string, string>, cut: (luck: () => number) => number }>} how the database
 *   has to be started, and what takes away what was not synced, once it is dead; says how many writes that were
 */
export async function noteUnsynced(folder, { cacheIsLost = false } = {}) {
  const [library, notes, data] = [join(folder, 'unsynced.so'), join(folder, 'unsynced'), join(folder, 'mariadb')];
  const source = fileURLToPath(new URL('../power/unsynced.c', import.meta.url));
  mkdirSync(notes, { recursive: true, mode: 0o700 });
  await run(findProgram('gcc'), ['-O2', '-shared', '-fPIC', '-o', library, source, '-ldl']);
  return {
    // Writes go through calls that can be noted, and are none that go past the system's memory.
    options: ['--innodb-use-native-aio=0', '--innodb-flush-method=fsync', '--innodb-log-file-buffering=1'],
    env: {
      LD_PRELOAD: library,
      UNSYNCED_DATA: data,
      UNSYNCED_NOTES: notes,
      ...(!cacheIsLost && { UNSYNCED_PAGES_LAST: '1' }),
    },
    cut: (luck) => takeBack(notes, data, luck),
  };
}

function takeBack(notes, data, luck) {
  const byInode = new Map(
    readdirSync(data, { recursive: true, withFileTypes: true })
      .filter((entry) => entry.isFile())
      .map((entry) => join(entry.parentPath, entry.name))
      .map((path) => [String(statSync(path).ino), path]),
  );
  let lost = 0;
  for (const inode of readdirSync(notes)) {
    const path = byInode.get(inode);
    const writes = path ? notedIn(readFileSync(join(notes, inode))) : [];
    if (writes.length > 0) {
      const file = openSync(path, 'r+');
      // The newest first: what stood there before the first of them is what lasted.
      for (const { offset, before } of writes.reverse())
        for (let at = 0; at < before.length; at += sector)
          if (luck() < 0.5) writeSync(file, before.subarray(at, at + sector), 0, undefined, offset + at);
      closeSync(file);
      lost += writes.length;
    }
    truncateSync(join(notes, inode), 0);
  }
  return lost;
}

/** What stood in a file before each write that was not synced, the oldest first; where it grew, nothing stood there: zeros. */
function notedIn(note) {
  const writes = [];
  for (let at = 0; at + headLength <= note.length;) {
    const [offset, length, kept] = [0, 8, 16].map((place) => Number(note.readBigInt64LE(at + place)));
    // Killed while it noted: the write itself had not begun.
    if (at + headLength + kept > note.length) break;
    const before = Buffer.alloc(length);
    note.copy(before, 0, at + headLength, at + headLength + kept);
    writes.push({ offset, before });
    at += headLength + kept;
  }
  return writes;
}
