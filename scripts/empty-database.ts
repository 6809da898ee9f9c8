// For `npm run faults`: takes everything out of DATABASE_URL, the schema too.
import { readConfig } from '../config';
import { connect } from '@/db/connection';

const db = connect(readConfig().databaseUrl, 1);
const tables = await db.select<{ name: string }>(
  'SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE()',
);
await db.transaction(async (transaction) => {
  await db.sequelize.query('SET FOREIGN_KEY_CHECKS = 0', { transaction });
  for (const { name } of tables) await db.sequelize.query(`DROP TABLE \`${name}\``, { transaction });
  await db.sequelize.query('SET FOREIGN_KEY_CHECKS = 1', { transaction });
});
await db.close();
