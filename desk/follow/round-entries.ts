import { answeredBy } from '@/core/interval/included';
import { answersStop } from '@/core/walk/answered';
import type { Database } from '../desk';
import { groupBy } from '../group-by';
import { type BelievedRow, type BelievedRowOf, isOf, readBelieved } from '../log/believed';

/** Entries of one round as they now hold, in the order in which they were written. */
export const entriesOfRound = (db: Database, roundId: string): Promise<BelievedRow[]> =>
  readBelieved(db, 'entry.roundId = :roundId', { roundId });

/** What of a round is answered, and how it ended. */
export type RoundProgress = {
  /** The newest answer to each stop that has one. */
  answers: BelievedRow[];
  handOver: BelievedRowOf<'hand-over'> | undefined;
};

/** How far some rounds have got, by round. */
export async function progressOfRounds(
  db: Database,
  rounds: readonly { id: string; stops: readonly string[] }[],
): Promise<Map<string, RoundProgress>> {
  if (rounds.length === 0) return new Map();
  const [entries, including] = await Promise.all([
    readBelieved(db, 'entry.roundId IN (:ids)', { ids: rounds.map(({ id }) => id) }),
    // Hardly any task does others as well.
    db.select<{ id: string; includesTaskIds: string[] }>(
      "SELECT id, includesTaskIds FROM task WHERE includesTaskIds <> '[]' AND pointId IN (SELECT pointId FROM task WHERE id IN (:taskIds))",
      { taskIds: [...new Set(rounds.flatMap(({ stops }) => stops))] },
    ),
  ]);
  const others = answeredBy(new Map(including.map(({ id, includesTaskIds }) => [id, includesTaskIds])));
  const ofRound = groupBy(entries, ({ roundId }) => roundId!);
  return new Map(
    rounds.map(({ id, stops }) => {
      const mine = ofRound.get(id) ?? [];
      const answerTo = (taskId: string) =>
        mine.filter((entry) => answersStop(entry, { taskId, answeredBy: others.get(taskId) ?? [] })).at(-1);
      return [
        id,
        {
          answers: stops.flatMap((taskId) => answerTo(taskId) ?? []),
          handOver: mine.find(isOf('hand-over')),
        },
      ];
    }),
  );
}

/** The condition that an entry of `believed` signs the round of the query around it. */
export const signature = "entry.roundId = round.id AND entry.kind = 'hand-over'";
