import { describe, expect, it } from 'vitest';
import { freshDatabase } from '@/db/testing';
import { createTask } from '../plan/tasks';
import { projectMachines } from '../standing/projection';
import { loadTaskStates } from '../standing/states';
import { eachPlanLine, planLine } from './plan-lines';
import { gathered, smallPlant, taskForm } from '../testing';
import { writeEntry } from '../write/write-entries';
import { createRoute } from '../walk/routes';
import { readDiary } from './diary';
import { readChain, readLog } from '../log/lines';
import { readMachinePage, readPointPage } from './machine';
import { readNames } from './names';
import { readPlantTree } from './plant-tree';
import { areasToPickFrom, readChangeSets, readPointChoices } from './point-choices';
import { readRouteList } from './route-list';
import { readUnknown } from './unknown-list';
import { readTaskPage } from './task';
import { readTaskChoices } from './task-choices';

describe('what the pages read', async () => {
  const db = await freshDatabase();
  const { ids, desk, entry, newId } = await smallPlant(db);
  const today = '2026-06-15';
  const at = (day: string, clock = '08:00') => ({ happenedAt: `${day}T${clock}:00Z`, offsetMinutes: 120 });
  const write = async (change: Parameters<typeof entry>[0]) => {
    const envelope = entry(change);
    expect((await writeEntry(db, desk.now, envelope)).ok).toBe(true);
    return envelope.id;
  };
  const made = await createRoute(desk, { code: 'R-1', name: 'Round', note: '', taskIds: [ids.task] });
  if (!made.ok) throw new Error(made.reason);
  const route = made.value.id;

  describe('the diary', () => {
    it('counts what is unknown and wants meters read that never were', async () => {
      const page = await readDiary(desk, today);
      expect(page).toMatchObject({
        day: today,
        today,
        timeZone: 'Europe/Vienna',
        unknownCount: 1,
        walks: [],
        findings: { shown: [], count: 0 },
      });
      expect(page.metersToRead).toMatchObject({ count: 1, shown: [{ machineCode: 'M-1', daysSince: null }] });
    });

    it('lists what is overdue under its route', async () => {
      await write({ kind: 'reading', ...at('2026-01-01'), body: { meterId: ids.meter, value: 100 } });
      await write({
        kind: 'grease',
        ...at('2026-01-01', '09:00'),
        pointId: ids.point,
        taskIds: [ids.task],
        body: { lubricantId: ids.grease, massG: 20 },
      });
      await write({ kind: 'reading', ...at('2026-06-10'), body: { meterId: ids.meter, value: 2660 } });
      const page = await readDiary(desk, today);
      expect(page.walks).toMatchObject([
        {
          code: 'R-1',
          name: 'Round',
          routeId: route,
          count: 1,
          overdue: 1,
          tasks: [{ taskId: ids.task, standing: 'overdue' }],
        },
      ]);
      expect(page.metersToRead).toEqual({ count: 0, shown: [] });
      expect(page.unknownCount).toBe(0);
    });

    it('a past page shows how things stood then', async () => {
      const page = await readDiary(desk, '2026-01-02');
      expect(page.walks).toEqual([]);
      expect(page.written).toEqual([]);
      expect(page.metersToRead.count).toBe(0);
      expect((await readDiary(desk, '2026-01-01')).written.map(({ kind }) => kind)).toEqual(['grease', 'reading']);
    });

    it('a coming page shows what will be due on it only', async () => {
      expect((await readDiary(desk, '2026-07-30')).walks).toEqual([]);
      expect((await readDiary(desk, '2026-07-30')).metersToRead).toEqual({ count: 0, shown: [] });
    });

    it('two in the night belongs to the evening before', async () => {
      await write({ kind: 'note', ...at('2026-06-14', '00:30'), body: { text: 'Night shift.' } });
      expect((await readDiary(desk, '2026-06-13')).written).toMatchObject([{ body: { text: 'Night shift.' } }]);
      expect((await readDiary(desk, '2026-06-14')).written).toEqual([]);
    });

    it('keeps findings open until they are voided', async () => {
      const id = await write({
        kind: 'finding',
        ...at(today),
        pointId: ids.point,
        body: { what: 'leak', urgency: 'act-now' },
      });
      expect((await readDiary(desk, today)).findings.shown).toMatchObject([{ entryId: id }]);
      await write({
        kind: 'correction',
        ...at(today),
        pointId: ids.point,
        replacesId: id,
        body: { void: true, reason: 'It was water.' },
      });
      expect((await readDiary(desk, today)).findings.shown).toEqual([]);
    });
  });

  describe('the log', () => {
    it.each([
      [{ kind: 'grease' as const }, 1],
      [{ machineCode: 'M-1', kind: 'reading' as const }, 2],
      [{ machineCode: 'M-2' }, 0],
      [{ initials: 'AN', kind: 'note' as const }, 1],
      [{ initials: 'BE' }, 0],
      [{ text: 'Night' }, 1],
      [{ text: '100%' }, 0],
      [{ pointId: 'none' }, 0],
    ])('filters by %j', async (filter, count) => {
      expect(await readLog(db, filter)).toHaveLength(count);
    });

    it('turns pages by the number of the last line, newest first', async () => {
      const all = await readLog(db, {}, 100);
      const first = await readLog(db, {}, 2);
      const rest = await readLog(db, { beforeSeq: first.at(-1)!.seq }, 100);
      expect([...first, ...rest].map(({ seq }) => seq)).toEqual(all.map(({ seq }) => seq));
      expect(all.map(({ seq }) => seq)).toEqual(all.map(({ seq }) => seq).sort((a, b) => b - a));
    });

    it('shows a whole chain from any of its entries', async () => {
      const [correction] = await readLog(db, { kind: 'correction' });
      const chain = await readChain(db, correction!.id);
      expect(chain.map(({ kind }) => kind)).toEqual(['finding', 'correction']);
      expect((await readChain(db, chain[0]!.id)).map(({ id }) => id)).toEqual(chain.map(({ id }) => id));
    });
  });

  describe('plant, machine and point', () => {
    it('the tree counts points and what is overdue', async () => {
      const {
        areas: [area],
        folded,
      } = await readPlantTree(desk);
      expect(folded).toBe(false);
      expect(area).toMatchObject({ machineCount: 2, counts: { points: 1, overdue: 1 } });
      expect(area!.machines.map(({ code, points, overdue }) => [code, points, overdue])).toEqual([
        ['M-1', 1, 1],
        ['M-2', 0, 0],
      ]);
    });

    it('a machine is found by every code it ever had; an unknown one is not there', async () => {
      await db.MachineCode.create({ code: 'OLD-1', machineId: ids.machine });
      expect(await readMachinePage(desk, 'old-1')).toMatchObject({
        machine: { code: 'M-1' },
        oldCodes: ['OLD-1'],
        reservoirs: [],
        model: null,
      });
      expect(await readMachinePage(desk, 'M-99')).toBeUndefined();
      expect(await readPointPage(desk, 'M-1', 99)).toBeUndefined();
    });

    it('a point’s page ranks its sources and proposes from its sizes', async () => {
      await db.Assignment.create({
        id: newId(),
        pointId: ids.point,
        lubricantId: ids.oil,
        source: 'hearsay',
        sourceText: 'Told',
        sourceOn: '2025-05-01',
        personId: ids.bert,
      });
      const page = (await readPointPage(desk, 'M-1', 1))!;
      expect(page.assignments.map(({ lubricant, source }) => [lubricant.code, source])).toEqual([
        ['G-1', 'manual'],
        ['O-1', 'hearsay'],
      ]);
      expect(page.proposal).toMatchObject({
        closed: null,
        school: 'fixed',
        amount: { ok: true },
        interval: { ok: true },
      });
      expect(page.contents!.code).toBe('G-1');
    });

    it('a route is built from choices that know their frequency and routes', async () => {
      expect(await readTaskChoices(db, desk.now)).toMatchObject([
        { taskId: ids.task, machine: 'M-1', lubricant: 'G-1', routes: ['R-1'] },
      ]);
    });
  });

  describe('lists that go on', () => {
    it('routes by code, the next page after the last code', async () => {
      expect(await readRouteList(desk)).toMatchObject({ next: null, routes: [{ code: 'R-1', stops: 1 }] });
      const codes = Array.from({ length: 41 }, (_, index) => `Z-${String(index).padStart(3, '0')}`);
      await db.Route.bulkCreate(codes.map((code) => ({ id: newId(), code, name: code, note: '' })));
      const first = await readRouteList(desk);
      expect([first.routes.length, first.next]).toEqual([40, 'Z-038']);
      const rest = await readRouteList(desk, first.next!);
      expect(rest.routes.map(({ code }) => code)).toEqual(['Z-039', 'Z-040']);
      expect([rest.next, rest.retired]).toEqual([null, []]);
      await db.Route.destroy({ where: { code: codes } });
    });

    it('tasks of unknown last service, in the order of lists', async () => {
      const made = await createTask(desk, ids.point, { ...taskForm, title: 'Look' });
      if (!made.ok) throw new Error(made.reason);
      expect(await readUnknown(db)).toMatchObject({
        count: 1,
        shown: [{ taskId: made.value.id, label: 'M-1·01', machineCode: 'M-1' }],
      });
      await db.Task.update({ retiredOn: today }, { where: { id: made.value.id } });
      await projectMachines(db, [ids.machine]);
      expect(await readUnknown(db)).toEqual({ count: 0, shown: [] });
    });

    it('the whole plan, some machines at a time, is the same as all at once', async () => {
      const turns = await gathered(eachPlanLine(desk));
      expect(turns.flat()).toEqual((await loadTaskStates(db, desk.now)).map(planLine));
      expect(turns.flat().map(({ taskId }) => taskId)).toContain(ids.task);
    });
  });

  describe('what forms choose from', () => {
    it('gives the points and tasks of one area', async () => {
      expect((await readPointChoices(db, 'A')).length).toBe(1);
      expect(await readPointChoices(db, 'B')).toEqual([]);
      expect((await readTaskChoices(db, desk.now, 'A')).map(({ taskId }) => taskId)).toEqual([ids.task]);
      expect(await readTaskChoices(db, desk.now, 'B')).toEqual([]);
      expect(await areasToPickFrom(db)).toBeNull();
    });

    it('lists points in walking order by their labels, without what is out of use', async () => {
      expect(await readPointChoices(db)).toEqual([
        { id: ids.point, label: 'M-1·01', name: 'Drive end', machine: 'M-1', area: 'Hall A', kind: 'Rolling bearing' },
      ]);
      await db.LubePoint.update({ retiredOn: '2026-06-01' }, { where: { id: ids.point } });
      expect(await readPointChoices(db)).toEqual([]);
      await db.LubePoint.update({ retiredOn: null }, { where: { id: ids.point } });
    });

    it('knows the lubricants and meters that lines refer to, and no others', async () => {
      const corrected = { reason: 'Slip.', replacement: { body: { meterId: ids.meter, value: 5 } } };
      expect(await readNames(db, [{ body: { lubricantId: ids.grease } }, { body: corrected }])).toEqual({
        lubricants: { [ids.grease]: 'G-1' },
        meters: { [ids.meter]: { name: 'Hour meter', unit: 'hours' } },
        people: {},
      });
      expect((await readNames(db, [{ body: { ownerId: ids.bert } }])).people).toEqual({ [ids.bert]: 'BE' });
      expect(await readNames(db, [{ body: { text: 'Nothing named.' } }])).toEqual({
        lubricants: {},
        meters: {},
        people: {},
      });
    });

    it('shows a task as stored, whatever a person put in its place', async () => {
      await write({
        kind: 'override',
        pointId: ids.point,
        body: { taskId: ids.task, field: 'interval', unit: 'h', computed: null, value: 500, reason: 'Dust.' },
      });
      const page = await readTaskPage(db, ids.task);
      expect(page).toMatchObject({ task: { title: 'Regrease' }, point: { number: 1 }, machine: { code: 'M-1' } });
      expect(page!.stages).toMatchObject([{ name: 'steady', hours: 1000 }]);
      expect(page!.meters.map(({ name }) => name)).toEqual(['Hour meter']);
      expect(await readTaskPage(db, ids.point)).toBeUndefined();
    });

    it('lists changes of many points newest first, by whom, and whether they were taken back', async () => {
      const made = (title: string, day: string, undoneAt: Date | null) => ({
        id: newId(),
        personId: ids.bert,
        kind: 'points' as const,
        title,
        changes: [],
        madeAt: new Date(`${day}T08:00:00Z`),
        undoneAt,
      });
      await db.ChangeSet.bulkCreate([
        made('First', '2026-06-01', new Date('2026-06-02T08:00:00Z')),
        made('Second', '2026-06-03', null),
      ]);
      expect(await readChangeSets(db, 'points')).toMatchObject([
        { title: 'Second', by: 'BE', undone: false },
        { title: 'First', by: 'BE', undone: true },
      ]);
      expect(await readChangeSets(db, 'points', 1)).toHaveLength(1);
      expect(await readChangeSets(db, 'what-if')).toEqual([]);
    });
  });

  describe('the diary turned back', () => {
    it('a past page says what was overdue at its end, and no more of it once it was done', async () => {
      // Greased on the first of January, due after 1000 h; on the tenth of June it had long been overdue.
      const page = await readDiary(desk, '2026-06-10');
      expect(page.walks).toMatchObject([
        { code: 'R-1', overdue: 1, tasks: [{ taskId: ids.task, standing: 'overdue' }] },
      ]);
      const [state] = page.walks[0]!.tasks;
      expect(state!.due.dueOn).toBe((await readDiary(desk, today)).walks[0]!.tasks[0]!.due.dueOn);
      const service = await write({
        kind: 'grease',
        ...at('2026-06-12'),
        pointId: ids.point,
        taskIds: [ids.task],
        body: { lubricantId: ids.grease, massG: 20 },
      });
      const overdueOn = async (day: string) => (await readDiary(desk, day)).walks[0]?.overdue ?? 0;
      expect([await overdueOn('2026-06-11'), await overdueOn('2026-06-12'), await overdueOn(today)]).toEqual([1, 0, 0]);
      // What never happened changes the past back.
      await write({
        kind: 'correction',
        ...at(today),
        pointId: ids.point,
        replacesId: service,
        body: { void: true, reason: 'Not done.' },
      });
      expect([await overdueOn('2026-06-12'), await overdueOn(today)]).toEqual([1, 1]);
    });
  });
});
