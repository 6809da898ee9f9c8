// Vitest's global set-up for the tests that need a real MariaDB: uses the one of `npm test`, or starts its own; and writes down
// the newest schema, which each test file then loads into a database of its own.
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { connect } from '../../db/connection';
import { migrator } from '../../db/migrate';
import { clientOptions } from '../../db/testing-schema';
import { startDatabase } from './database.mjs';
import { ensurePrograms } from './packages.mjs';

export default async function setup() {
  await ensurePrograms(['mariadbd', 'mariadb-install-db', 'mariadb', 'mariadb-dump']);
  const database = process.env.TEST_DATABASE_URL
    ? undefined
    : await startDatabase(join(process.cwd(), '.data', 'vitest'));
  if (database) {
    process.env.TEST_DATABASE_URL = database.schemaUrl;
    process.env.TEST_RUNNING_DATABASE_URL = database.url;
  }
  const folder = mkdtempSync(join(tmpdir(), 'tagebuch-schema-'));
  process.env.TEST_SCHEMA_FILE = await newestSchema(process.env.TEST_DATABASE_URL!, join(folder, 'schema.sql'));
  return async () => {
    rmSync(folder, { recursive: true, force: true });
    await database?.stop();
  };
}

/** Makes the newest schema once, step by step, and writes down what came of it. */
async function newestSchema(serverUrl: string, file: string): Promise<string> {
  const name = 'tagebuch_test_schema';
  const server = connect(serverUrl, 1);
  const drop = () => server.sequelize.query(`DROP DATABASE IF EXISTS ${name}`);
  await drop();
  await server.sequelize.query(`CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
  const url = new URL(serverUrl);
  url.pathname = `/${name}`;
  const db = connect(url.href, 1);
  await migrator(db.sequelize).up();
  await db.close();
  const { args, env } = clientOptions(url);
  writeFileSync(file, execFileSync('mariadb-dump', [...args, '--single-transaction', name], { env, maxBuffer: 1e9 }));
  await drop();
  await server.close();
  return file;
}
