import { describe, expect, it } from 'vitest';
import { freshDatabase } from '@/db/testing';
import { duplicateMachine } from '../register/templates';
import { createTask } from '../plan/tasks';
import { strayTasks } from '../standing/walks';
import { smallPlant, taskForm } from '../testing';
import { cloneRoute, mergeRoutes, moveStops, splitRoute } from './rearranged';
import { createRoute, isRouteRetired, readRoute } from './routes';

describe('routes rearranged', async () => {
  const db = await freshDatabase();
  const { ids, desk } = await smallPlant(db);
  const task = async (title: string) => {
    const made = await createTask(desk, ids.point, { ...taskForm, title, when: '14 d', minutes: '5' });
    if (!made.ok) throw new Error(JSON.stringify(made.fields));
    return made.value.id;
  };
  const [look, wipe, listen] = [await task('Look'), await task('Wipe'), await task('Listen')];
  const route = async (code: string, ...taskIds: string[]) => {
    const made = await createRoute(desk, { code, name: `Round ${code}`, note: 'Key at the gate', taskIds });
    if (!made.ok) throw new Error(made.reason);
    return made.value.id;
  };
  const read = async (id: string) => (await readRoute(db, id))!;

  it('are split: one keeps its order, the rest is a route of its own', async () => {
    const id = await route('S-1', ids.task, look, wipe, listen);
    const { version } = await read(id);
    const split = { code: 's-2', keep: [wipe, ids.task], rest: [look, listen] };
    const made = await splitRoute(desk, id, version, split);
    if (!made.ok) throw new Error(made.reason);
    expect((await read(id)).taskIds).toEqual([wipe, ids.task]);
    expect(await read(made.value.id)).toMatchObject({
      code: 'S-2',
      name: 'Round S-1',
      note: 'Key at the gate',
      taskIds: [look, listen],
    });
    expect(await strayTasks(db)).toEqual([]);
    // Not by an older page, not twice, not with stops that it does not have.
    expect(await splitRoute(desk, id, version, { ...split, rest: [] })).toMatchObject({ ok: false });
    expect(await splitRoute(desk, id, version, { code: 'S-3', keep: [wipe], rest: [ids.task] })).toMatchObject({
      code: 'edited-meanwhile',
    });
    const now = await read(id);
    expect(await splitRoute(desk, id, now.version, { code: 'S-2', keep: [wipe], rest: [ids.task] })).toMatchObject({
      ok: false,
      fields: { code: expect.any(String) },
    });
    expect(await read(id)).toEqual(now);
  });

  it('are merged: what both have is walked to once, the other is out of use', async () => {
    const [one, other] = [await route('M-A', look, wipe), await route('M-B', wipe, listen)];
    const { version } = await read(one);
    expect(await mergeRoutes(desk, one, version, one)).toMatchObject({ ok: false });
    expect(await mergeRoutes(desk, one, version, other)).toMatchObject({ ok: true });
    expect((await read(one)).taskIds).toEqual([look, wipe, listen]);
    expect(await isRouteRetired(db, other)).toBe(true);
    expect(await strayTasks(db)).toEqual([]);
    expect(await mergeRoutes(desk, one, version, other)).toMatchObject({ ok: false });
  });

  it('hand stops to another one that comes to the machine: all or none, each behind the last one there', async () => {
    const [here, there] = [await route('H-1', look, wipe, listen), await route('H-2', ids.task)];
    const moved = (...moves: [string, string, string][]) =>
      moveStops(
        desk,
        moves.map(([taskId, from, to]) => ({ taskId, from, to })),
      );
    expect(await moved([wipe, 'H-1', 'H-2'], [ids.task, 'H-1', 'H-2'])).toMatchObject({
      reason: expect.stringMatching(/not on H-1 any more/),
    });
    expect((await read(here)).taskIds).toEqual([look, wipe, listen]);
    expect(await moved([wipe, 'H-1', 'H-2'], [look, 'H-1', 'H-2'])).toMatchObject({ ok: true });
    expect((await read(here)).taskIds).toEqual([listen]);
    expect((await read(there)).taskIds).toEqual([ids.task, wipe, look]);
    expect(await strayTasks(db)).toEqual([]);
    expect(await moved([listen, 'H-1', 'H-2'])).toMatchObject({
      reason: expect.stringMatching(/Nothing would be left/),
    });
    expect(await moved([listen, 'H-1', 'H-9'])).toMatchObject({ ok: false });
  });

  it('are made for other machines; what has no like there is named, not swallowed', async () => {
    const id = await route('C-1', ids.task, look);
    await duplicateMachine(desk, ids.machine, { codes: 'M-7 M-8', name: 'Fan', areaId: ids.area });
    await db.Task.update(
      { retiredOn: '2026-06-01' },
      { where: { title: 'Look', id: (await likeOf('M-8', 'Look'))!.id } },
    );
    const clone = (values: object) =>
      cloneRoute(desk, id, { code: 'C-2', name: 'Other line', machines: [], ...values });
    const to = (code: string) => ({ machines: [{ from: 'M-1', to: code }] });
    expect(await clone({})).toMatchObject({ reason: expect.stringMatching(/one machine at least/) });
    expect(await clone(to('M-99'))).toMatchObject({ fields: { 'machines.0.to': expect.stringMatching(/M-99/) } });
    expect(await clone(to('m-8'))).toMatchObject({ reason: expect.stringMatching(/no Look at M-8·01.*left out/) });
    const made = await clone({ ...to('m-8'), leaveOut: true });
    if (!made.ok) throw new Error(made.reason);
    expect((await read(made.value.id)).taskIds).toEqual([(await likeOf('M-8', 'Regrease'))!.id]);
    const whole = await clone({ ...to('M-7'), code: 'C-3' });
    expect(whole.ok && (await read(whole.value.id)).taskIds).toHaveLength(2);
  });

  const likeOf = async (machine: string, title: string) => {
    const found = (await db.Machine.findOne({ where: { code: machine } }))!;
    const points = await db.LubePoint.findAll({ where: { machineId: found.id } });
    return db.Task.findOne({ where: { title, pointId: points.map((point) => point.id) } });
  };
});
