import type { LoggedEntry } from '@/core/entry/effective';
import type { Database } from '../desk';

/** A row of the log as the core derives from it: body and tasks as what they are, not as text. */
export const loggedEntry = ({
  id,
  seq,
  kind,
  body,
  happenedAt,
  receivedAt,
  machineId,
  pointId,
  taskIds,
  replacesId,
}: InstanceType<Database['Entry']>): LoggedEntry => ({
  id,
  seq: Number(seq),
  kind,
  body: JSON.parse(body) as Record<string, unknown>,
  happenedAt,
  receivedAt,
  machineId,
  pointId,
  taskIds: JSON.parse(taskIds) as string[],
  replacesId,
});
