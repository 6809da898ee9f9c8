import type { Database } from '@/db/connection';

/** Takes everything out of a database, the schema too. */
export const emptied = (db: Database): Promise<void> =>
  db.transaction(async (transaction) => {
    const tables = await db.select<{ name: string }>(
      'SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE()',
      {},
      transaction,
    );
    await db.sequelize.query('SET FOREIGN_KEY_CHECKS = 0', { transaction });
    for (const { name } of tables) await db.sequelize.query(`DROP TABLE \`${name}\``, { transaction });
    await db.sequelize.query('SET FOREIGN_KEY_CHECKS = 1', { transaction });
  });
