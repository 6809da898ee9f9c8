import { Op, type Transaction } from 'sequelize';
import type { Database } from './desk';

/** The one plant of this database. */
export async function thePlant(db: Database, transaction?: Transaction) {
  const plant = await db.Plant.findOne({ where: {}, ...(transaction && { transaction }) });
  if (!plant) throw new Error('This database holds no plant yet: load the demo plant, or make one.');
  return plant;
}

/** People one may pick one's own name from. */
export const activePeople = (db: Database) =>
  db.Person.findAll({ where: { active: true, role: { [Op.ne]: 'device' } }, order: [['name', 'ASC']] });
