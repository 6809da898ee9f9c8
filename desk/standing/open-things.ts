import { type OpenThing, openThings } from '@/core/follow/open-things';
import { groupBy } from '../group-by';
import { keptBeside } from './kept-beside';

/** All that was opened or locked, and whether it is still so. */
export const openThingsKept = keptBeside<'open' | 'close' | 'waiver' | 'isolation', OpenThing>({
  kinds: ['open', 'close', 'waiver', 'isolation'],
  model: (db) => db.OpenThing as never,
  derive: async (_, all) =>
    [...groupBy(all, ({ machineId }) => machineId ?? '').values()].flatMap((ofMachine) => openThings(ofMachine)),
});
