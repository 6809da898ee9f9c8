// `npm run migrate`: brings DATABASE_URL up to date and, with `--demo`, loads the demo plant when the database is empty.
// With SCHEMA_DATABASE_URL the schema is that user's, and the application's own user cannot alter it nor the log.
import { readConfig } from '../config';
import { connect } from '@/db/connection';
import { SchemaMisfit, isOutdated, migrate } from '@/db/migrate';
import { grantRunning, mayAlterLog } from '@/db/rights';
import { isEmpty, loadDemo } from '@/demo/load';
import { keepShipped } from '@/desk/register/procedures';
import { rebuild } from '@/desk/standing/rebuild';

const { databaseUrl, databaseUserHost, schemaDatabaseUrl } = readConfig();
const owner = connect(schemaDatabaseUrl ?? databaseUrl, 3);
try {
  const ran = await migrate(owner.sequelize, (words) => console.log(words));
  console.log(`${ran.length} migrations run`);
  await keepShipped(owner, new Date());
  if (await isOutdated(owner.sequelize)) {
    const { entries } = await rebuild(owner);
    console.log(`where meters and tasks stand was derived anew from ${entries} entries`);
  }
  if (schemaDatabaseUrl) {
    const { username } = new URL(databaseUrl);
    await grantRunning(owner.sequelize, `'${decodeURIComponent(username)}'@'${databaseUserHost}'`);
  } else if (await mayAlterLog(owner.sequelize))
    console.log('warning: the application’s database user may alter the log; see SCHEMA_DATABASE_URL in the README');
  if (process.argv.includes('--demo') && (await isEmpty(owner))) {
    const { entries } = await loadDemo(owner, new Date());
    console.log(`demo plant with ${entries} entries`);
  }
} catch (error) {
  if (!(error instanceof SchemaMisfit)) throw error;
  console.log(error.message);
  process.exitCode = 3;
} finally {
  await owner.close();
}
