import { pointLabel } from '@/core/register/assignment';
import type { Database } from '../desk';
import { standingSql } from '../standing/standing-sql';

/** A task whose last service nobody knows, with where it is. */
export type UnknownTask = {
  taskId: string;
  title: string;
  label: string;
  pointName: string;
  pointId: string;
  pointNumber: number;
  machineId: string;
  machineCode: string;
  machineName: string;
};
/** So many are settled on one page; when they are, the next stand there. */
const shownTasks = 150;

/** Tasks whose last service nobody knows, in the order of lists: the first of them, and how many there are. */
export async function readUnknown(db: Database): Promise<{ shown: UnknownTask[]; count: number }> {
  const [rows, [all]] = await Promise.all([
    db.select<Omit<UnknownTask, 'label'>>(
      `SELECT task.id AS taskId, task.title, lube_point.id AS pointId, lube_point.number AS pointNumber, lube_point.name AS pointName, machine.id AS machineId, machine.code AS machineCode, machine.name AS machineName
       FROM due_state JOIN task ON task.id = due_state.taskId JOIN lube_point ON lube_point.id = due_state.pointId JOIN machine ON machine.id = due_state.machineId JOIN area ON area.id = machine.areaId
       WHERE ${standingSql.unknown} ORDER BY area.position, machine.code, lube_point.walkPosition, task.id LIMIT ${shownTasks}`,
    ),
    db.select<{ count: number }>(`SELECT COUNT(*) AS count FROM due_state WHERE ${standingSql.unknown}`),
  ]);
  return {
    count: Number(all!.count),
    shown: rows.map((row) => ({ ...row, label: pointLabel(row.machineCode, row.pointNumber) })),
  };
}
