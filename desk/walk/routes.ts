import type { Transaction } from 'sequelize';
import { ulid } from 'ulid';
import { routeForm } from '@/core/register/forms';
import { type Desk, type Result, done, refusal } from '../desk';
import { parseForm } from '../parse';
import { checkVersion, saving } from '../change/save';
import { alone, machinesOfTasks } from '../locks';
import { noteWalks, tasksOfRoute } from '../standing/walks';
import { selectStops } from './stops';

export const codeTaken = { code: 'Another route has this code. Choose another.' };

/** Makes a route from tasks in walking order. */
export async function createRoute({ db, now }: Desk, values: unknown): Promise<Result<{ id: string }>> {
  return saveRoute(db, now, values, [], async (form, transaction) => {
    const route = await db.Route.create({ id: ulid(now.getTime()), ...form }, { transaction });
    return done({ id: route.id });
  });
}

/** Changes a route and its order. Rounds already begun keep the stops they began with. */
export async function updateRoute(
  { db, now }: Desk,
  id: string,
  version: number,
  values: unknown,
): Promise<Result<{ id: string }>> {
  return saveRoute(db, now, values, await tasksOfRoute(db, id), async (form, transaction) => {
    const route = await db.Route.findByPk(id, { transaction });
    if (!route) return refusal('not-found', 'This route is not in the book any more.');
    const stale = checkVersion(route, version);
    if (stale) return stale;
    // `changed` raises the version also when only the order of stops differs.
    route.changed('name', true);
    await route.update(form, { transaction });
    return done({ id });
  });
}

type RouteFields = { code: string; name: string; note: string };

/** @param before the tasks that the route led to so far */
async function saveRoute(
  db: Desk['db'],
  now: Date,
  values: unknown,
  before: readonly string[],
  save: (form: RouteFields, transaction: Transaction) => Promise<Result<{ id: string }>>,
): Promise<Result<{ id: string }>> {
  const parsed = parseForm(routeForm, values);
  if (!parsed.ok) return parsed;
  const { taskIds, ...form } = parsed.value;
  const known = await db.Task.count({ where: { id: taskIds, retiredOn: null } });
  if (new Set(taskIds).size !== taskIds.length || known !== taskIds.length)
    return refusal(
      'invalid',
      'A task on this route is not in the plan any more, or is there twice. Open the page anew.',
      { taskIds: 'Check the stops.' },
    );
  const touched = [...new Set([...before, ...taskIds])];
  const machineIds = await machinesOfTasks(db, touched);
  return saving(
    () =>
      alone(db, { machineIds }, async (transaction) => {
        const saved = await save(form, transaction);
        if (!saved.ok) return saved;
        await putStops({ db, now }, saved.value.id, taskIds, transaction);
        await noteWalks(db, transaction, touched);
        return saved;
      }),
    codeTaken,
  );
}

/** Gives a route its stops in walking order, in place of those that it has. */
export async function putStops(
  { db, now }: Pick<Desk, 'db' | 'now'>,
  routeId: string,
  taskIds: readonly string[],
  transaction: Transaction,
): Promise<void> {
  await db.Stop.destroy({ where: { routeId }, transaction });
  await db.Stop.bulkCreate(
    taskIds.map((taskId, index) => ({ id: ulid(now.getTime()), routeId, taskId, position: index + 1 })),
    { transaction },
  );
}

export type RouteSummary = { id: string; code: string; name: string; note: string; version: number; taskIds: string[] };

/** One route in use with its tasks in walking order, those that are no longer done left out. */
export async function readRoute(db: Desk['db'], id: string): Promise<RouteSummary | undefined> {
  const route = await db.Route.findOne({ where: { id, retiredOn: null } });
  if (!route) return undefined;
  const { code, name, note, version } = route;
  return { id, code, name, note, version, taskIds: (await selectStops(db, id)).map(({ taskId }) => taskId) };
}

/** Whether a route was taken out of use. */
export const isRouteRetired = async (db: Desk['db'], id: string): Promise<boolean> =>
  Boolean((await db.Route.findByPk(id))?.retiredOn);
