import { ulid } from 'ulid';
import { pointForm } from '../../core/register/forms';
import { type Desk, type Result, done, refusal } from '../desk';
import { parseForm } from '../parse';
import { checkVersion, saving } from './save';

/** Adds a point. Its number is the next one ever given on this machine: numbers are never reused. */
export async function createPoint({ db, now }: Desk, machineId: string, values: unknown): Promise<Result<{ id: string; number: number }>> {
  const form = parseForm(pointForm, values);
  if (!form.ok) return form;
  return db.sequelize.transaction(async (transaction) => {
    const machine = await db.Machine.findByPk(machineId, { lock: transaction.LOCK.UPDATE, transaction });
    if (!machine) return refusal('not-found', 'This machine is not in the register any more.');
    const highest = (column: 'number' | 'walkPosition') => db.LubePoint.max<number | null, InstanceType<typeof db.LubePoint>>(column, { where: { machineId }, transaction });
    const number = ((await highest('number')) ?? 0) + 1;
    const walkPosition = ((await highest('walkPosition')) ?? 0) + 1;
    const point = await db.LubePoint.create({ id: ulid(now.getTime()), machineId, number, walkPosition, criticalPeriods: [], ...form.value }, { transaction });
    return done({ id: point.id, number });
  });
}

/** Changes a point; `version` is the one the form was opened with. */
export async function updatePoint({ db }: Desk, id: string, version: number, values: unknown): Promise<Result<{ id: string }>> {
  const form = parseForm(pointForm, values);
  if (!form.ok) return form;
  return saving(async () => {
    const point = await db.LubePoint.findByPk(id);
    if (!point) return refusal('not-found', 'This point is not in the register any more.');
    const stale = checkVersion(point, version);
    if (stale) return stale;
    await point.update(form.value);
    return done({ id });
  });
}

/** Moves a point one place up or down in the walking order of its machine. */
export async function movePoint({ db }: Desk, id: string, direction: 'up' | 'down'): Promise<Result<null>> {
  return db.sequelize.transaction(async (transaction) => {
    const point = await db.LubePoint.findByPk(id, { transaction });
    if (!point) return refusal('not-found', 'This point is not in the register any more.');
    const order = await db.LubePoint.findAll({ where: { machineId: point.machineId, retiredOn: null }, order: [['walkPosition', 'ASC'], ['number', 'ASC']], lock: transaction.LOCK.UPDATE, transaction });
    const from = order.findIndex((each) => each.id === id);
    const to = direction === 'up' ? from - 1 : from + 1;
    if (to < 0 || to >= order.length) return done(null);
    order.splice(to, 0, ...order.splice(from, 1));
    for (const [index, each] of order.entries()) if (each.walkPosition !== index + 1) await each.update({ walkPosition: index + 1 }, { transaction });
    return done(null);
  });
}
