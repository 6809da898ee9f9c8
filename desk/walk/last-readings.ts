import type { EntryBody } from '@/core/entry/kinds';
import { believedAnswers } from '../log/believed';
import type { Database } from '../desk';

/** What was read when tasks were last looked at, by task and then by the name of the reading. */
export async function lastReadings(
  db: Database,
  taskIds: readonly string[],
): Promise<Map<string, Map<string, { value: number; at: string }>>> {
  if (taskIds.length === 0) return new Map();
  const rows = await db.select<{ taskId: string; body: string; happenedAt: string }>(
    `SELECT taskId, body, happenedAt FROM (
       SELECT answered.taskId, entry.body, entry.happenedAt, ROW_NUMBER() OVER (PARTITION BY answered.taskId ORDER BY entry.happenedAtUtc DESC, entry.seq DESC) AS place
       FROM ${believedAnswers} WHERE answered.taskId IN (:taskIds) AND entry.kind = 'check' AND entry.decides AND JSON_LENGTH(entry.body, '$.readings') > 0) AS looked
     WHERE place = 1`,
    { taskIds: [...taskIds] },
  );
  return new Map(
    rows.map(({ taskId, body, happenedAt }) => {
      const { readings = [] } = JSON.parse(body) as EntryBody<'check'> & {
        readings?: { quantity: string; value: number }[];
      };
      return [taskId, new Map(readings.map(({ quantity, value }) => [quantity, { value, at: happenedAt }]))];
    }),
  );
}
