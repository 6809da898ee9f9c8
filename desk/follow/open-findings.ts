import { type Desk } from '../desk';
import { type LogLine, readLog } from '../log/lines';
import { effectiveEntries } from '@/core/entry/effective';
/** Findings that are to be followed up, newest first. Closing one comes with its follow-up; until then it stays open. */
export async function openFindings(db: Desk['db'], asOf: Date): Promise<LogLine[]> {
  const lines = await readLog(db, { kind: 'finding', to: asOf }, 100);
  const corrections =
    lines.length > 0
      ? await readLog(db, { ids: lines.flatMap(({ correctedById }) => correctedById ?? []).concat('none') }, 100)
      : [];
  const standing = new Set(
    effectiveEntries(
      [...lines, ...corrections].map((line) => ({
        ...line,
        receivedAt: new Date(line.receivedAt),
        machineId: line.machine?.id ?? null,
        pointId: line.point?.id ?? null,
      })),
    ).map(({ id }) => id),
  );
  return lines.filter(({ id }) => standing.has(id));
}
