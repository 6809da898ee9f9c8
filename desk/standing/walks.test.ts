import { describe, expect, it } from 'vitest';
import { setInUse } from '../register/in-use';
import { createRoute, updateRoute } from '../walk/routes';
import { createTask } from '../plan/tasks';
import { freshDatabase } from '@/db/testing';
import { smallPlant, taskForm } from '../testing';
import { compareWithLog, rebuild } from './rebuild';
import { strayTasks } from './walks';

describe('the walk that a task belongs to', async () => {
  const db = await freshDatabase();
  const { ids, desk } = await smallPlant(db);
  const walkOf = async (taskId: string = ids.task) =>
    (
      await db.select<{ code: string | null }>(
        'SELECT route.code FROM due_state LEFT JOIN route ON route.id = due_state.routeId WHERE taskId = :taskId',
        { taskId },
      )
    )[0]?.code;
  const form = (code: string, taskIds: string[]) => ({ code, name: `Round ${code}`, note: '', taskIds });
  const made = async (code: string, taskIds: string[]) => {
    const route = await createRoute(desk, form(code, taskIds));
    if (!route.ok) throw new Error(route.reason);
    return route.value.id;
  };
  const version = async (id: string) => (await db.Route.findByPk(id))!.version;
  const setRouteInUse = async (id: string, inUse: boolean) =>
    expect((await setInUse(desk, 'route', id, await version(id), inUse)).ok).toBe(true);

  it('is none at first, then the first by code of those that it is on', async () => {
    expect(await walkOf()).toBeNull();
    const later = await made('R-5', [ids.task]);
    expect(await walkOf()).toBe('R-5');
    const first = await made('R-2', [ids.task]);
    expect(await walkOf()).toBe('R-2');
    // Renamed it comes behind the other, without the task it leaves it to the other.
    await updateRoute(desk, first, await version(first), form('R-7', [ids.task]));
    expect(await walkOf()).toBe('R-5');
    await setRouteInUse(later, false);
    expect(await walkOf()).toBe('R-7');
    await setRouteInUse(later, true);
    expect(await walkOf()).toBe('R-5');
    const other = await createTask(desk, ids.point, { ...taskForm, title: 'Look' });
    if (!other.ok) throw new Error(other.reason);
    await updateRoute(desk, later, await version(later), form('R-5', [other.value.id]));
    expect([await walkOf(), await walkOf(other.value.id)]).toEqual(['R-7', 'R-5']);
  });

  it('is there again when a task comes back into use', async () => {
    const task = (await db.Task.findByPk(ids.task))!;
    await setInUse(desk, 'task', task.id, task.version, false);
    expect(await walkOf()).toBeUndefined();
    await setInUse(desk, 'task', task.id, (await db.Task.findByPk(ids.task))!.version, true);
    expect(await walkOf()).toBe('R-7');
  });

  it('is made anew with the rest, and a wrong one is found', async () => {
    expect(await strayTasks(db)).toEqual([]);
    await db.sequelize.query('UPDATE due_state SET routeId = NULL');
    expect((await compareWithLog(db)).differences).toMatchObject([
      { table: 'due_state', stands: { routeId: null } },
      { table: 'due_state', stands: { routeId: null } },
    ]);
    await rebuild(db);
    expect(await walkOf()).toBe('R-7');
    expect((await compareWithLog(db)).differences).toEqual([]);
  });
});
