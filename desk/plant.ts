import { type Transaction } from 'sequelize';
import { type PlantDay, plantDayOf } from '@/core/time/plant-day';
import type { Database } from './desk';

/** The one plant of this database. */
export async function thePlant(db: Database, transaction?: Transaction) {
  const plant = await db.Plant.findOne({ where: {}, ...(transaction && { transaction }) });
  if (!plant) throw new Error('This database holds no plant yet: load the demo plant, or make one.');
  return plant;
}

/** Which day of the plant it is. */
export async function plantToday(db: Database, now: Date): Promise<PlantDay> {
  const { timeZone, dayStartsAtMinutes } = await thePlant(db);
  return plantDayOf(now.getTime(), timeZone, dayStartsAtMinutes);
}
