import { isOwn } from '@/core/own';
import type { Transaction } from 'sequelize';
import { plantToday } from '@/core/time/plant-day';
import { type Database, type Desk, type Result, done, refusal } from '../desk';
import { alone, machinesOfPoints, machinesOfTasks } from '../locks';
import { projectMachines } from '../standing/projection';
import { noteWalks, tasksOfRoute } from '../standing/walks';
import { thePlant } from '../plant';
import { checkVersion, saving } from '../change/save';

/** What can be taken out of use and back into it. Nothing is ever deleted: the log goes on naming it. */
export const retirables = ['machine', 'point', 'task', 'route', 'template', 'lubricant'] as const;
export type Retirable = (typeof retirables)[number];

/**
 * Takes something out of use as of today, or back into use. Its tasks leave the plan or come back with the history they
 * had; walks already begun keep their stops.
 */
export async function setInUse(
  { db, now }: Desk,
  kind: Retirable,
  id: string,
  version: number,
  inUse: boolean,
): Promise<Result<{ id: string }>> {
  const models = {
    machine: db.Machine,
    point: db.LubePoint,
    task: db.Task,
    route: db.Route,
    template: db.TaskTemplate,
    lubricant: db.Lubricant,
  };
  if (!isOwn(models, kind)) return refusal('invalid', 'There is no such thing to take out of use.');
  // All six have what is needed here: an id, a version, a day of retirement.
  const model = models[kind] as typeof db.Machine;
  const machineIds = await machinesOf(db, kind, id);
  const onRoute = kind === 'route' ? await tasksOfRoute(db, id) : [];
  const held = [...machineIds, ...(await machinesOfTasks(db, onRoute))];
  // Whether a lubricant is still needed somewhere is a question to the whole plant.
  return saving(() =>
    alone(db, kind === 'lubricant' ? 'plant' : { machineIds: held }, async (transaction) => {
      const row = await model.findByPk(id, { transaction });
      if (!row) return refusal('not-found', 'This is not in the book any more.');
      const stale = checkVersion(row as { version: number }, version);
      if (stale) return stale;
      const needed = kind === 'lubricant' && !inUse ? await pointsWith(db, id, transaction) : 0;
      if (needed > 0)
        return refusal(
          'invalid',
          `${needed} ${needed === 1 ? 'point in use has' : 'points in use have'} this lubricant assigned. Assign another there first.`,
        );
      await row.update({ retiredOn: inUse ? null : plantToday(now, await thePlant(db, transaction)) }, { transaction });
      await projectMachines(db, machineIds, transaction);
      await noteWalks(db, transaction, onRoute);
      return done({ id });
    }),
  );
}

async function pointsWith(db: Database, lubricantId: string, transaction: Transaction): Promise<number> {
  const [row] = await db.select<{ points: number }>(
    'SELECT COUNT(DISTINCT lube_point.id) AS points FROM assignment JOIN lube_point ON lube_point.id = assignment.pointId OR lube_point.reservoirId = assignment.reservoirId JOIN machine ON machine.id = lube_point.machineId WHERE assignment.lubricantId = :lubricantId AND lube_point.retiredOn IS NULL AND machine.retiredOn IS NULL',
    { lubricantId },
    transaction,
  );
  return Number(row?.points ?? 0);
}

/** Machines whose tasks come or go with it. */
async function machinesOf(db: Database, kind: Retirable, id: string): Promise<string[]> {
  if (kind === 'machine') return [id];
  if (kind === 'point') return machinesOfPoints(db, [id]);
  return kind === 'task' ? machinesOfTasks(db, [id]) : [];
}
