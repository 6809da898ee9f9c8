import type { Stage } from '@/core/interval/limits';
import type { StatedTask } from '@/core/register/task-form';
import type { Database } from '../desk';
import { stagesInForce } from '../standing/plan-rows';
import { countedIn } from '../standing/states';
import { winningAssignment } from '../assign/winning';

type Row<Model extends 'Machine' | 'LubePoint' | 'Task' | 'Meter'> = InstanceType<Database[Model]>;

/** A task with its stages as stored, without what persons overruled; undefined for one that never was. */
export async function readTaskPage(
  db: Database,
  taskId: string,
): Promise<
  | {
      task: Row<'Task'> & StatedTask;
      point: Row<'LubePoint'>;
      machine: Row<'Machine'>;
      stages: Stage[];
      meters: Row<'Meter'>[];
      /** What the machine counts besides its hours. */
      counts: string;
      /** The other tasks of the point, and those out of use that it does as well. */
      others: Row<'Task'>[];
    }
  | undefined
> {
  const task = await db.Task.findByPk(taskId);
  const point = task && (await db.LubePoint.findByPk(task.pointId));
  const machine = point && (await db.Machine.findByPk(point.machineId));
  if (!task || !point || !machine) return undefined;
  const [rows, winner, meters, tasks] = await Promise.all([
    db.IntervalStage.findAll({ where: { taskId }, order: [['position', 'ASC']] }),
    winningAssignment(db, point.id),
    db.Meter.findAll({ where: { machineId: machine.id }, order: [['name', 'ASC']] }),
    db.Task.findAll({ where: { pointId: point.id }, order: [['id', 'ASC']] }),
  ]);
  // Columns with a default are optional when a row is made, never when it is read.
  return {
    task: task as Row<'Task'> & StatedTask,
    point,
    machine,
    stages: stagesInForce(rows, winner ? [winner.id] : []),
    meters,
    counts: countedIn(
      task,
      meters.filter(({ unit }) => unit !== 'hours'),
    ),
    others: tasks.filter(({ id, retiredOn }) => id !== taskId && (!retiredOn || task.includesTaskIds.includes(id))),
  };
}
