import { answersFinding } from '@/core/entry/kinds';
import { type FindingStanding, findingStandings } from '@/core/follow/finding-standing';
import { plantDayOf } from '@/core/time/plant-day';
import { urgencies } from '@/core/words/findings';
import { groupBy } from '../group-by';
import { readBelieved } from '../log/believed';
import { thePlant } from '../plant';
import { keptBeside } from './kept-beside';

export type FindingRow = Omit<FindingStanding, 'urgency'> & { urgency: number };
/** Urgencies are kept by their place, so that the index has the highest first. */
export const urgencyRanks = Object.keys(urgencies) as (keyof typeof urgencies)[];

const rowOf = ({ urgency, ...standing }: FindingStanding): FindingRow => ({
  ...standing,
  urgency: urgencyRanks.indexOf(urgency),
});

/** Where every finding stands. */
export const findingsKept = keptBeside<'finding' | 'follow-up', FindingRow>({
  kinds: ['finding', 'follow-up'],
  model: (db) => db.FindingStanding as never,
  derive: async (db, all, arriving, transaction) => {
    const plant = await thePlant(db, transaction);
    const named = all.flatMap((entry) =>
      entry.kind === 'follow-up' && entry.body.does === 'close' ? entry.body.answeredBy : [],
    );
    const standing =
      named.length > 0 ? await readBelieved(db, 'entry.id IN (:ids)', { ids: [...new Set(named)] }, transaction) : [];
    const answers = new Set([...standing, ...arriving].filter(answersFinding).map(({ id }) => id));
    return [...groupBy(all, ({ machineId }) => machineId ?? '').values()].flatMap((ofMachine) =>
      findingStandings(
        ofMachine,
        (id) => answers.has(id),
        (ms) => plantDayOf(ms, plant),
      ).map(rowOf),
    );
  },
});
