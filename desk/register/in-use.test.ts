import { describe, expect, it } from 'vitest';
import { freshDatabase } from '@/db/testing';
import { readDueList } from '../read/due-list';
import { readMachinePage, readPointPage } from '../read/machine';
import { readPlantTree } from '../read/plant-tree';
import { createRoute, readRoute } from '../walk/routes';
import { routesInUse } from '../read/lists';
import { rebuild } from '../standing/rebuild';
import { createTask } from '../plan/tasks';
import { beginWalk, smallPlant, taskForm } from '../testing';
import { writeEntry } from '../write/write-entries';
import { type Retirable, setInUse } from './in-use';

describe('out of use and back', async () => {
  const db = await freshDatabase();
  const { ids, desk, entry } = await smallPlant(db);
  const routes = async () => Promise.all((await routesInUse(db)).map(async ({ id }) => (await readRoute(db, id))!));
  await writeEntry(
    db,
    desk.now,
    entry({
      kind: 'grease',
      pointId: ids.point,
      taskIds: [ids.task],
      happenedAt: '2026-06-01T08:00:00Z',
      body: { lubricantId: ids.grease, massG: 20 },
    }),
  );
  const made = await createTask(desk, ids.point, { ...taskForm, minutes: '3', when: 'monthly' });
  if (!made.ok) throw new Error(made.reason);
  const look = made.value.id;
  await createRoute(desk, { code: 'R-1', name: 'Walk', note: '', taskIds: [ids.task, look] });
  const due = async () =>
    (await readDueList(desk, {}, { offset: 0, limit: 10 })).states.map(({ title }) => title).sort();
  const rows = {
    machine: db.Machine,
    point: db.LubePoint,
    task: db.Task,
    route: db.Route,
    template: db.TaskTemplate,
    lubricant: db.Lubricant,
  };
  const set = async (kind: Retirable, id: string, inUse: boolean) =>
    setInUse(desk, kind, id, (await (rows[kind] as typeof db.Machine).findByPk(id))!.version, inUse);

  it.each([
    ['task', () => ids.task, ['Look']],
    ['point', () => ids.point, []],
    ['machine', () => ids.machine, []],
  ] as const)(
    'a %s takes its tasks out of the plan and brings them back with their history',
    async (kind, id, left) => {
      const before = await db.DueStanding.findAll({ raw: true });
      expect(await set(kind, id(), false)).toMatchObject({ ok: true });
      expect(await due()).toEqual(left);
      expect((await routes())[0]!.taskIds).toHaveLength(left.length);
      const projected = await db.DueStanding.findAll({ raw: true, order: [['taskId', 'ASC']] });
      await rebuild(db);
      expect(await db.DueStanding.findAll({ raw: true, order: [['taskId', 'ASC']] })).toEqual(projected);
      expect(await set(kind, id(), true)).toMatchObject({ ok: true });
      expect(await due()).toEqual(['Look', 'Regrease']);
      expect(new Set(await db.DueStanding.findAll({ raw: true }))).toEqual(new Set(before));
    },
  );

  it('says where what is out of use can be found', async () => {
    await set('task', ids.task, false);
    expect((await readPointPage(desk, 'M-1', 1))!.retiredTasks).toMatchObject([
      { title: 'Regrease', retiredOn: '2026-06-15' },
    ]);
    await set('task', ids.task, true);
    await set('point', ids.point, false);
    expect(await readMachinePage(desk, 'M-1')).toMatchObject({ points: [], retired: [{ number: 1 }] });
    await set('point', ids.point, true);
    await set('machine', ids.machine, false);
    expect((await readPlantTree(desk)).areas[0]).toMatchObject({
      machines: [{ code: 'M-2' }],
      retired: [{ code: 'M-1' }],
    });
    await set('machine', ids.machine, true);
  });

  it('a route out of use is not walked', async () => {
    const route = (await routes())[0]!;
    await set('route', route.id, false);
    expect(await routes()).toEqual([]);
    expect(await beginWalk(desk, route.id, 'all')).toBeUndefined();
    await set('route', route.id, true);
    await set('task', look, false);
    const roundId = (await beginWalk(desk, route.id, 'all'))!;
    expect((await db.Round.findByPk(roundId))!.stops).toEqual([ids.task]);
    await set('task', look, true);
  });

  it('a lubricant goes only when no point in use has it', async () => {
    expect(await set('lubricant', ids.grease, false)).toMatchObject({
      ok: false,
      reason: expect.stringContaining('1 point in use has this lubricant'),
    });
    expect(await set('lubricant', ids.oil, false)).toMatchObject({ ok: true });
    expect(await set('lubricant', ids.oil, true)).toMatchObject({ ok: true });
    await set('machine', ids.machine, false);
    expect(await set('lubricant', ids.grease, false)).toMatchObject({ ok: true });
    await set('lubricant', ids.grease, true);
    await set('machine', ids.machine, true);
  });

  it('refuses a stale page, and what never was', async () => {
    const { version = 0 } = (await db.Task.findByPk(look))!;
    expect(await setInUse(desk, 'task', look, version + 1, false)).toMatchObject({
      ok: false,
      code: 'edited-meanwhile',
    });
    expect(await setInUse(desk, 'point', look, 0, false)).toMatchObject({ ok: false, code: 'not-found' });
  });

  it('an entry that a device still held is taken all the same', async () => {
    await set('task', look, false);
    expect(
      await writeEntry(
        db,
        desk.now,
        entry({ kind: 'check', pointId: ids.point, taskIds: [look], body: { result: 'in-order' } }),
      ),
    ).toMatchObject({ ok: true });
    await set('task', look, true);
  });
});
