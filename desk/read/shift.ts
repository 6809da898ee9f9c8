import { subDays } from 'date-fns';
import { plantToday } from '@/core/time/plant-day';
import type { ShiftList } from '@/core/walk/shift';
import type { Desk } from '../desk';
import { thePlant } from '../plant';
import { unsignedRounds } from '../walk/rounds';
import { wantedToday } from './day-work';

/** Walks that somebody has not signed are taken along: the newest, of so many days. */
const roundsMost = 10;
const roundsOfDays = 30;

/** What a device takes along for whoever acts: the walks of Today's page, and that person's own that are not signed. */
export async function readShift({ db, now, actor }: Desk): Promise<ShiftList> {
  const plant = await thePlant(db);
  const [{ counted, more }, rounds] = await Promise.all([
    wantedToday(db, plantToday(now, plant)),
    unsignedRounds(db, actor.id, { since: subDays(now, roundsOfDays) }, roundsMost),
  ]);
  return {
    person: actor,
    timeZone: plant.timeZone,
    readAt: now.toISOString(),
    routes: counted.flatMap(({ routeId, code, name, count, overdue }) =>
      routeId === null ? [] : [{ id: routeId, code: code ?? '', name: name ?? '', wanted: count, overdue }],
    ),
    more,
    rounds: rounds.map(({ id }) => id),
  };
}
