import { type MinutesTaken, minutesTaken } from '@/core/capacity/minutes-taken';
import { answeringKinds } from '@/core/entry/kinds';
import type { Database } from '../desk';
import { groupBy } from '../group-by';
import { believed, kindList } from '../log/believed';

/** So many rounds of a route are looked back at. */
const roundsBack = 40;

/** How long the stops of a route really took on its last rounds. @param walkMinutes as `minutesTaken` of the core takes it */
export async function minutesTakenOn(
  db: Database,
  routeId: string,
  walkMinutes: Parameters<typeof minutesTaken>[1],
): Promise<Map<string, MinutesTaken>> {
  const rounds = await db.select<{ id: string; startedAt: Date }>(
    `SELECT id, startedAt FROM round WHERE routeId = :routeId ORDER BY startedAt DESC LIMIT ${roundsBack}`,
    { routeId },
  );
  if (rounds.length === 0) return new Map();
  const answers = await db.select<{ roundId: string; at: Date; taskIds: string }>(
    `SELECT entry.roundId, entry.happenedAtUtc AS at, entry.taskIds FROM ${believed} WHERE entry.roundId IN (:roundIds) AND entry.kind IN (${kindList(answeringKinds)})`,
    { roundIds: rounds.map(({ id }) => id) },
  );
  const ofRound = groupBy(answers, ({ roundId }) => roundId);
  return minutesTaken(
    rounds.map(({ id, startedAt }) => ({
      startedAt: startedAt.getTime(),
      answers: (ofRound.get(id) ?? []).map(({ at, taskIds }) => ({
        at: at.getTime(),
        taskIds: JSON.parse(taskIds) as string[],
      })),
    })),
    walkMinutes,
  );
}
