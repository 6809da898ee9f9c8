// Vitest's global set-up for the tests that need a real MariaDB: uses the one of `npm test`, or starts its own.
import { join } from 'node:path';
import { startDatabase } from './database.mjs';
import { ensurePrograms } from './packages.mjs';

export default async function setup() {
  if (process.env.TEST_DATABASE_URL) return undefined;
  await ensurePrograms(['mariadbd', 'mariadb-install-db', 'mariadb']);
  const database = await startDatabase(join(process.cwd(), '.data', 'vitest'));
  process.env.TEST_DATABASE_URL = database.schemaUrl;
  process.env.TEST_RUNNING_DATABASE_URL = database.url;
  return () => database.stop();
}
