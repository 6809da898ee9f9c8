import { type Transaction } from 'sequelize';
import type { Database } from './desk';

/** The one plant of this database. */
export async function thePlant(db: Database, transaction?: Transaction) {
  const plant = await db.Plant.findOne({ where: {}, ...(transaction && { transaction }) });
  if (!plant) throw new Error('This database holds no plant yet: load the demo plant, or make one.');
  return plant;
}
