// Makes the large plant in DATABASE_URL's empty, migrated schema, or makes it larger, and projects it: `grow.ts POINTS FROM SHARE`.
import { readConfig } from '../../config';
import { connect } from '@/db/connection';
import { rebuild } from '@/desk/standing/rebuild';
import { beginPlant, growPlant, type DueShare } from './large-plant';

const [points, from] = process.argv.slice(2, 4).map(Number) as [number, number];
const share = process.argv[4] as DueShare;
const { databaseUrl, schemaDatabaseUrl } = readConfig();
const db = connect(schemaDatabaseUrl ?? databaseUrl, 4);
try {
  if (from === 0) await beginPlant(db);
  await growPlant(db, { points, from, share, now: new Date() });
  const { entries } = await rebuild(db);
  console.log(`${points} points, ${entries} entries`);
} finally {
  await db.close();
}
