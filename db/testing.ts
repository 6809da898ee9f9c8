import { randomBytes } from 'node:crypto';
import { afterAll } from 'vitest';
import { type Database, connect } from './connection';
import { migrator } from './migrate';

/**
 * A database of its own for one test file, dropped at its end.
 * @param migrated false leaves it empty
 * @param pool most connections at a time
 */
export async function freshDatabase({ migrated = true, pool = 5 } = {}): Promise<Database> {
  const url = new URL(process.env.TEST_DATABASE_URL!);
  const name = `tagebuch_test_${randomBytes(6).toString('hex')}`;
  const server = connect(url.href, 2);
  await server.sequelize.query(`CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
  url.pathname = `/${name}`;
  const db = connect(url.href, pool);
  if (migrated) await migrator(db.sequelize).up();
  afterAll(async () => {
    await db.close();
    await server.sequelize.query(`DROP DATABASE ${name}`);
    await server.close();
  });
  return db;
}
