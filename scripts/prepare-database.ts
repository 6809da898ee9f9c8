// Migrates DATABASE_URL and, with `--demo`, loads the demo plant when the database is empty.
import { readConfig } from '../config';
import { connect } from '@/db/connection';
import { migrator } from '@/db/migrate';
import { isEmpty, loadDemo } from '@/demo/load';

const db = connect(readConfig().databaseUrl, 2);
try {
  const ran = await migrator(db.sequelize).up();
  console.log(`${ran.length} migrations run`);
  if (process.argv.includes('--demo') && (await isEmpty(db))) {
    const { entries } = await loadDemo(db, new Date());
    console.log(`demo plant with ${entries} entries`);
  }
} finally {
  await db.close();
}
