import type { Transaction } from 'sequelize';
import { answersFinding } from '@/core/entry/kinds';
import { type FindingStanding, type Followed, findingStandings } from '@/core/follow/finding-standing';
import { plantDayOf } from '@/core/time/plant-day';
import { urgencies } from '@/core/words/findings';
import type { Database, Write } from '../desk';
import { groupBy } from '../group-by';
import { type BelievedRow, isOf, kindList, readBelieved } from '../log/believed';
import { thePlant } from '../plant';
import { replaceRows } from './replace-rows';

/**
 * Where every finding stands, kept beside the log: brought up to date with the entries of a machine that say something of
 * findings, and made anew from the whole log by `rebuild`. Both go through the same derivation of the core.
 */

/** Kinds from which it follows where findings stand. */
const following = ['finding', 'follow-up'] as const;
const isFollowing = isOf(...following);

export type FindingRow = Omit<FindingStanding, 'urgency'> & { urgency: number };
/** Urgencies are kept by their place, so that the index has the highest first. */
export const urgencyRanks = Object.keys(urgencies) as (keyof typeof urgencies)[];

const rowOf = ({ urgency, ...standing }: FindingStanding): FindingRow => ({
  ...standing,
  urgency: urgencyRanks.indexOf(urgency),
});

/** Where the findings of a log stand; the entries are findings and follow-ups, in any order. */
async function derive(
  db: Database,
  entries: readonly BelievedRow[],
  arriving: readonly BelievedRow[],
  transaction?: Transaction,
): Promise<FindingRow[]> {
  const plant = await thePlant(db, transaction);
  const all = [...entries, ...arriving].filter(isFollowing) as (Followed & BelievedRow)[];
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
}

const keyOf = ({ entryId }: FindingRow): string => entryId;
const kinds = `entry.kind IN (${kindList(following)})`;

/**
 * What is to be written of findings with entries that are written right after. Whoever has none of their kinds, and corrects
 * nothing, costs nothing.
 * @param corrected machines of which an entry holds otherwise than it did
 */
export async function projectFindings(
  db: Database,
  arriving: readonly BelievedRow[],
  corrected: readonly string[],
  transaction: Transaction,
): Promise<Write[]> {
  const machineIds = [
    ...new Set([...corrected, ...arriving.filter(isFollowing).flatMap(({ machineId }) => machineId ?? [])]),
  ];
  if (machineIds.length === 0) return [];
  const [stored, entries] = await Promise.all([
    db.FindingStanding.findAll({ where: { machineId: machineIds }, transaction, raw: true }),
    readBelieved(db, `entry.machineId IN (:machineIds) AND ${kinds}`, { machineIds }, transaction),
  ]);
  const mine = arriving.filter(({ machineId }) => machineId !== null && machineIds.includes(machineId));
  const derived = await derive(db, entries, mine, transaction);
  return replaceRows<FindingRow>(db.FindingStanding, { stored, derived }, keyOf).writes;
}

/** Where every finding ought to stand, by the log itself. */
export const findingsOfLog = async (db: Database, transaction?: Transaction): Promise<FindingRow[]> =>
  derive(db, await readBelieved(db, kinds, {}, transaction), [], transaction);

/** Makes what is noted of findings anew from the log. The caller has the plant to itself. */
export async function rebuildFindings(db: Database, transaction: Transaction): Promise<void> {
  await db.FindingStanding.destroy({ where: {}, transaction });
  const rows = await findingsOfLog(db, transaction);
  for (let from = 0; from < rows.length; from += 1000)
    await db.insert('finding_state', rows.slice(from, from + 1000), transaction);
}
