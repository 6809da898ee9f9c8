import type { Transaction } from 'sequelize';
import { ulid as newId } from 'ulid';
import { z } from 'zod';
import { ulid } from '@/core/fields/fields';
import { cloneForm, routeForm } from '@/core/register/forms';
import { pointLabel } from '@/core/register/assignment';
import { plantToday } from '@/core/time/plant-day';
import { type Database, type Desk, type Result, done, refusal } from '../desk';
import { checkVersion, saving } from '../change/save';
import { alone, machinesOfTasks } from '../locks';
import { parseForm } from '../parse';
import { thePlant } from '../plant';
import { noteWalks } from '../standing/walks';
import { codeTaken, createRoute, putStops, readRoute } from './routes';
import { selectStops } from './stops';

const gone = refusal('not-found', 'This route is not in the book any more.');

/**
 * Changes routes in one transaction, nobody else changing their machines meanwhile; only while each is as it was read, for
 * every change of a route counts its version up.
 */
async function rearranging<Value>(
  db: Database,
  read: readonly { id: string; version: number }[],
  touched: readonly string[],
  change: (transaction: Transaction) => Promise<Value>,
): Promise<Result<Value>> {
  const machineIds = await machinesOfTasks(db, [...touched]);
  return saving(
    () =>
      alone(db, { machineIds }, async (transaction) => {
        for (const { id, version } of [...read].sort((a, b) => a.id.localeCompare(b.id))) {
          const route = await db.Route.findByPk(id, { transaction });
          if (!route || route.retiredOn !== null) return gone;
          const stale = checkVersion(route, version);
          if (stale) return stale;
          // `changed` raises the version also when only its stops differ.
          route.changed('name', true);
          await route.save({ transaction });
        }
        const led = await change(transaction);
        await noteWalks(db, transaction, [...touched]);
        return done(led);
      }),
    codeTaken,
  );
}

/**
 * Splits a route in two: it keeps some of its stops in the order given, the others become a route of their own.
 * @returns the new route
 */
export async function splitRoute(
  { db, now }: Desk,
  id: string,
  version: number,
  { code, keep, rest }: { code: string; keep: readonly string[]; rest: readonly string[] },
): Promise<Result<{ id: string }>> {
  const route = await readRoute(db, id);
  if (!route) return gone;
  const both = new Set([...keep, ...rest]);
  if (
    both.size !== keep.length + rest.length ||
    both.size !== route.taskIds.length ||
    !route.taskIds.every((each) => both.has(each))
  )
    return refusal('invalid', 'The route has other stops now than those that were split. Open the page anew.');
  const form = parseForm(routeForm, { code, name: route.name, note: route.note, taskIds: rest });
  if (!form.ok) return form;
  const { taskIds, ...fields } = form.value;
  return rearranging(db, [{ id, version }], route.taskIds, async (transaction) => {
    const made = await db.Route.create({ id: newId(now.getTime()), ...fields }, { transaction });
    await putStops({ db, now }, id, keep, transaction);
    await putStops({ db, now }, made.id, taskIds, transaction);
    return { id: made.id };
  });
}

/** Takes the stops of another route behind one's own; the other one is out of use from today on. */
export async function mergeRoutes(
  { db, now }: Desk,
  id: string,
  version: number,
  otherId: string,
): Promise<Result<{ id: string }>> {
  if (otherId === id) return refusal('invalid', 'A route is merged with another one.');
  const [route, other] = await Promise.all([readRoute(db, id), readRoute(db, otherId)]);
  if (!route || !other) return gone;
  const taskIds = [...new Set([...route.taskIds, ...other.taskIds])];
  const { code, name, note } = route;
  const form = parseForm(routeForm, { code, name, note, taskIds });
  if (!form.ok)
    return refusal(
      'invalid',
      `Both together have ${taskIds.length} stops: more than a route may have. Nothing is merged.`,
    );
  return rearranging(db, [{ id, version }, other], taskIds, async (transaction) => {
    await putStops({ db, now }, id, taskIds, transaction);
    await db.Route.update(
      { retiredOn: plantToday(now, await thePlant(db, transaction)) },
      { where: { id: otherId }, transaction },
    );
    return { id };
  });
}

export const stopsToMove = z
  .array(z.strictObject({ taskId: ulid, from: z.string().max(20), to: z.string().max(20) }))
  .min(1)
  .max(500);

/**
 * Has other routes walk to some stops: each behind the last that its new route has at the same machine. All or none.
 * @param moves with the codes of both routes
 */
export async function moveStops(
  { db, now }: Desk,
  moves: z.output<typeof stopsToMove>,
): Promise<Result<{ stops: number }>> {
  const codes = [...new Set(moves.flatMap(({ from, to }) => [from, to]))];
  const found = await db.Route.findAll({ where: { code: codes, retiredOn: null } });
  const routes = new Map(
    await Promise.all(
      found.map(
        async ({ id, version, code }) => [code, { id, version, code, stops: await selectStops(db, id) }] as const,
      ),
    ),
  );
  for (const { taskId, from, to } of moves) {
    const [before, after] = [routes.get(from), routes.get(to)];
    if (!before || !after) return gone;
    const stop = before.stops.find((each) => each.taskId === taskId);
    if (!stop) return refusal('invalid', `A stop is not on ${from} any more. Nothing is moved: open the page anew.`);
    const behind = after.stops.findLastIndex(({ machineId }) => machineId === stop.machineId);
    if (behind < 0)
      return refusal(
        'invalid',
        `${to} does not come to the machine of a stop any more. Nothing is moved: open the page anew.`,
      );
    before.stops.splice(before.stops.indexOf(stop), 1);
    if (!after.stops.some((each) => each.taskId === taskId)) after.stops.splice(behind + 1, 0, stop);
  }
  const empty = [...routes.values()].find(({ stops }) => stops.length === 0);
  if (empty)
    return refusal('invalid', `Nothing would be left on ${empty.code}: merge it with the other route instead.`);
  return rearranging(
    db,
    [...routes.values()],
    moves.map(({ taskId }) => taskId),
    async (transaction) => {
      for (const { id, stops } of routes.values())
        await putStops(
          { db, now },
          id,
          stops.map(({ taskId }) => taskId),
          transaction,
        );
      return { stops: moves.length };
    },
  );
}

/** The machines of a route in walking order, with how many stops each has. */
export async function machinesOfRoute(db: Database, id: string) {
  const rows = await db.select<{ code: string; name: string; stops: number }>(
    `SELECT machine.code, machine.name, COUNT(*) AS stops FROM stop JOIN task ON task.id = stop.taskId JOIN lube_point ON lube_point.id = task.pointId JOIN machine ON machine.id = lube_point.machineId
     WHERE stop.routeId = :id AND task.retiredOn IS NULL AND lube_point.retiredOn IS NULL AND machine.retiredOn IS NULL GROUP BY machine.id, machine.code, machine.name ORDER BY MIN(stop.position)`,
    { id },
  );
  return rows.map(({ stops, ...row }) => ({ ...row, stops: Number(stops) }));
}

type Task = { taskId: string; title: string; action: string; number: number; machine: string };

/** The tasks in use of some machines. */
const tasksOf = (db: Database, where: { taskIds: readonly string[] } | { machines: readonly string[] }) =>
  db.select<Task>(
    `SELECT task.id AS taskId, task.title, task.action, lube_point.number, machine.code AS machine
     FROM task JOIN lube_point ON lube_point.id = task.pointId JOIN machine ON machine.id = lube_point.machineId
     WHERE task.retiredOn IS NULL AND lube_point.retiredOn IS NULL AND machine.retiredOn IS NULL
       AND ${'taskIds' in where ? 'task.id IN (:taskIds)' : 'machine.code IN (:machines)'}`,
    where,
  );

/**
 * Makes a route like another one on other machines: the task of the same title at the point of the same number. What has no
 * like there is named and asked for first.
 */
export async function cloneRoute(desk: Desk, id: string, values: unknown): Promise<Result<{ id: string }>> {
  const { db } = desk;
  const form = parseForm(cloneForm, values);
  if (!form.ok) return form;
  const route = await readRoute(db, id);
  if (!route) return gone;
  const { code, name, leaveOut } = form.value;
  const pairs = form.value.machines.map((pair, index) => ({ ...pair, index })).filter(({ to }) => to !== '');
  if (pairs.length === 0) return refusal('invalid', 'Say for one machine at least which one stands for it.');
  const known = await db.Machine.findAll({
    where: { code: pairs.map(({ to }) => to), retiredOn: null },
    attributes: ['code'],
  });
  const unknown = pairs.find(({ to }) => !known.some((machine) => machine.code === to));
  if (unknown)
    return refusal('invalid', 'Some fields need another look.', {
      [`machines.${unknown.index}.to`]: `Machine: ${unknown.to} is not in the register.`,
    });
  const standsFor = new Map(pairs.map(({ from, to }) => [from, to]));
  const [here, there] = await Promise.all([
    tasksOf(db, { taskIds: route.taskIds }),
    tasksOf(db, { machines: pairs.map(({ to }) => to) }),
  ]);
  const hereOf = new Map(here.map((task) => [task.taskId, task]));
  const missing: string[] = [];
  const taskIds = route.taskIds.flatMap((taskId) => {
    const task = hereOf.get(taskId);
    const machine = task && standsFor.get(task.machine);
    if (!task || machine === undefined) return [];
    const likes = there.filter(
      (each) => each.machine === machine && each.number === task.number && each.action === task.action,
    );
    const like = likes.find(({ title }) => title === task.title) ?? (likes.length === 1 ? likes[0] : undefined);
    if (!like) missing.push(`${task.title} at ${pointLabel(machine, task.number)}`);
    return like ? [like.taskId] : [];
  });
  if (taskIds.length === 0) return refusal('invalid', 'None of its tasks has its like on these machines.');
  if (missing.length > 0 && !leaveOut)
    return refusal(
      'invalid',
      `There is no ${missing.slice(0, 6).join(', no ')}${missing.length > 6 ? ` and ${missing.length - 6} more` : ''}. Tick that these are left out, or add them first.`,
    );
  return createRoute(desk, { code, name, note: route.note, taskIds: [...new Set(taskIds)] });
}
