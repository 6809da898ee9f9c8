import type { Transaction } from 'sequelize';
import { ulid } from 'ulid';
import type { z } from 'zod';
import { pointForm } from '@/core/register/forms';
import { type Desk, type Result, done, refusal } from '../desk';
import { alone, machinesOfPoints } from '../locks';
import { parseForm } from '../parse';
import { projectMachines } from '../standing/projection';
import { checkVersion, saving } from '../change/save';

/** Adds a point. Its number is the next one ever given on this machine: numbers are never reused. */
export async function createPoint(
  desk: Desk,
  machineId: string,
  values: unknown,
): Promise<Result<{ id: string; number: number }>> {
  const form = parseForm(pointForm, values);
  if (!form.ok) return form;
  return alone(desk.db, { machineIds: [machineId] }, async (transaction) => {
    if (!(await desk.db.Machine.findByPk(machineId, { transaction })))
      return refusal('not-found', 'This machine is not in the register any more.');
    const { id, number } = await insertPoint(desk, machineId, form.value, transaction);
    return done({ id, number });
  });
}

/** Writes a point under the next number; the machine's row must be locked by the transaction. */
export async function insertPoint(
  { db, now }: Pick<Desk, 'db' | 'now'>,
  machineId: string,
  value: z.output<typeof pointForm>,
  transaction: Transaction,
) {
  const highest = (column: 'number' | 'walkPosition') =>
    db.LubePoint.max<number | null, InstanceType<typeof db.LubePoint>>(column, { where: { machineId }, transaction });
  const number = ((await highest('number')) ?? 0) + 1;
  const walkPosition = ((await highest('walkPosition')) ?? 0) + 1;
  return db.LubePoint.create(
    { id: ulid(now.getTime()), machineId, number, walkPosition, criticalPeriods: [], ...value },
    { transaction },
  );
}

/** Changes a point; `version` is the one the form was opened with. */
export async function updatePoint(
  { db }: Desk,
  id: string,
  version: number,
  values: unknown,
): Promise<Result<{ id: string }>> {
  const form = parseForm(pointForm, values);
  if (!form.ok) return form;
  return saving(async () =>
    alone(db, { machineIds: await machinesOfPoints(db, [id]) }, async (transaction) => {
      const point = await db.LubePoint.findByPk(id, { transaction });
      if (!point) return refusal('not-found', 'This point is not in the register any more.');
      const stale = checkVersion(point, version);
      if (stale) return stale;
      await point.update(form.value, { transaction });
      await projectMachines(db, [point.machineId], transaction);
      return done({ id });
    }),
  );
}

/** Moves a point one place up or down in the walking order of its machine. */
export async function movePoint({ db }: Desk, id: string, direction: 'up' | 'down'): Promise<Result<null>> {
  return alone(db, { machineIds: await machinesOfPoints(db, [id]) }, async (transaction) => {
    const point = await db.LubePoint.findByPk(id, { transaction });
    if (!point) return refusal('not-found', 'This point is not in the register any more.');
    const order = await db.LubePoint.findAll({
      where: { machineId: point.machineId, retiredOn: null },
      order: [
        ['walkPosition', 'ASC'],
        ['number', 'ASC'],
      ],
      transaction,
    });
    const from = order.findIndex((each) => each.id === id);
    const to = direction === 'up' ? from - 1 : from + 1;
    if (to < 0 || to >= order.length) return done(null);
    order.splice(to, 0, ...order.splice(from, 1));
    for (const [index, each] of order.entries())
      if (each.walkPosition !== index + 1) await each.update({ walkPosition: index + 1 }, { transaction });
    return done(null);
  });
}
