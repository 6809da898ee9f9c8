// Two private databases that begin, work and end beside each other: neither may take anything from the other.
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import * as mariadb from 'mariadb';
import { startDatabase } from './database.mjs';

/** Wants a temporary table on disk, and one of its own beside it. */
const queries = [
  'CREATE TEMPORARY TABLE IF NOT EXISTS many (word TEXT) SELECT REPEAT(seq, 40) AS word FROM seq_1_to_2000',
  'SELECT COUNT(*) AS words FROM (SELECT DISTINCT word, REVERSE(word) AS other FROM many ORDER BY other) AS sorted',
  'DROP TEMPORARY TABLE many',
];

/** Asks a database without a pause until told to stop. */
function load({ schemaUrl }, failed) {
  let going = true;
  let asked = 0;
  const { username, password, port, pathname } = new URL(schemaUrl);
  const work = (async () => {
    const connection = await mariadb.createConnection({
      host: '127.0.0.1',
      port: Number(port),
      user: username,
      password,
      database: pathname.slice(1),
    });
    while (going) {
      for (const sql of queries) {
        asked += 1;
        await connection.query(sql).catch((error) => failed.push(String(error.message)));
      }
    }
    await connection.end();
  })().catch((error) => failed.push(String(error.message)));
  return {
    stop: async () => {
      going = false;
      await work;
      return asked;
    },
  };
}

/**
 * Starts and stops one database so many times while the other one works, turn and turn about; every fifth time the one that
 * starts is made anew.
 * @returns {Promise<{ queries: number, failed: string[] }>}
 */
export async function besideEachOther(folder, times) {
  const failed = [];
  let asked = 0;
  const open = (name) => startDatabase(join(folder, name));
  let working = { name: 'one', database: await open('one') };
  try {
    for (let turn = 0; turn < times; turn += 1) {
      const name = working.name === 'one' ? 'two' : 'one';
      if (turn % 5 === 0) rmSync(join(folder, name), { recursive: true, force: true });
      const first = load(working.database, failed);
      const other = { name, database: await open(name) };
      const second = load(other.database, failed);
      asked += await first.stop();
      await working.database.stop();
      asked += await second.stop();
      working = other;
    }
  } finally {
    await working.database.stop();
  }
  return { queries: asked, failed };
}
