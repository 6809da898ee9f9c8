import { plantToday, addDays } from '@/core/time/plant-day';
import type { Database } from '@/desk/desk';
import { rebuild } from '@/desk/standing/rebuild';
import { chance } from './chance';
import { writeHistory } from './history';
import { plant } from './moorfeld';
import { historyDays } from './calendar';
import { writeRegister } from './register';

/**
 * Loads Moorfeld Tileworks into an empty database: deterministic for a day, fresh relative to `now`. In one go: where it is
 * broken off, the database is as empty as before.
 */
export const loadDemo = (db: Database, now: Date): Promise<{ entries: number }> =>
  db.transaction(async (transaction) => {
    const loaded = await writeDemo(db, now);
    // A plant that is given is not one that somebody changed.
    await db.change('DELETE FROM change_seen', {}, transaction);
    return loaded;
  });

async function writeDemo(db: Database, now: Date): Promise<{ entries: number }> {
  const today = plantToday(now, plant);
  const luck = chance(20_260_000);
  const register = await writeRegister(db, addDays(today, -historyDays), luck);
  const entries = await writeHistory(db, register, now, today, luck);
  await rebuild(db);
  return { entries };
}

/** True when the database holds no plant yet. */
export const isEmpty = async (db: Database): Promise<boolean> => (await db.Plant.count()) === 0;
