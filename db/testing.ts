import { randomBytes } from 'node:crypto';
import { afterAll } from 'vitest';
import { type Database, connect } from './connection';
import { migrator } from './migrate';
import { loadNewestSchema } from './testing-schema';

/**
 * A database of its own for one test file, dropped at its end. The models are bound to the database opened last, so a file
 * has one open at a time.
 * @param migrated false leaves it empty
 * @param pool most connections at a time
 * @param url of a database made before; opened once more then
 */
export async function freshDatabase({ migrated = true, pool = 5, url }: Wanted = {}): Promise<Database> {
  const address = url ?? (await freshDatabaseUrl());
  if (migrated && !url) loadNewestSchema(address);
  const db = connect(address, pool);
  if (migrated && url) await migrator(db.sequelize).up();
  afterAll(() => db.close());
  return db;
}
type Wanted = { migrated?: boolean; pool?: number; url?: string };

/** Makes an empty database, and drops it at the end of the test file. */
export async function freshDatabaseUrl(): Promise<string> {
  const url = new URL(process.env.TEST_DATABASE_URL!);
  const name = `tagebuch_test_${randomBytes(6).toString('hex')}`;
  const server = connect(url.href, 2);
  await server.sequelize.query(`CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
  url.pathname = `/${name}`;
  afterAll(async () => {
    await server.sequelize.query(`DROP DATABASE ${name}`);
    await server.close();
  });
  return url.href;
}
