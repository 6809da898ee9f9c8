import type { Database } from '../desk';
import { isOf, readBelieved } from '../log/believed';

/**
 * What an earlier visit drained for oil changes that are under way, in litres by task: written at the point after its last
 * change. Asked only where something of the job is open.
 */
export async function drainedBefore(
  db: Database,
  jobs: readonly { taskId: string; pointId: string }[],
): Promise<Map<string, number>> {
  if (jobs.length === 0) return new Map();
  const rows = await readBelieved(db, "entry.pointId IN (:pointIds) AND entry.kind IN ('drain', 'oil-change')", {
    pointIds: jobs.map(({ pointId }) => pointId),
  });
  return new Map(
    jobs.flatMap(({ taskId, pointId }) => {
      const newest = rows.filter((row) => row.pointId === pointId).at(-1);
      return newest && isOf('drain')(newest) && newest.body.what === 'oil'
        ? [[taskId, newest.body.volumeL] as const]
        : [];
    }),
  );
}
