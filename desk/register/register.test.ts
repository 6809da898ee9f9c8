import { describe, expect, it } from 'vitest';
import { freshDatabase } from '@/db/testing';
import { addAssignment } from '../assign/assignments';
import { createRoute, readRoute, updateRoute } from '../walk/routes';
import { routesInUse } from '../read/lists';
import { loadTaskStates } from '../standing/states';
import { createTask, takeGreaseProposal } from '../plan/tasks';
import { smallPlant } from '../testing';
import { createArea, createMachine, findMachine, updateMachine } from './machines';
import { createMeter, updateMeter } from './meters';
import { createPoint, movePoint, updatePoint } from './points';

describe('the register', async () => {
  const db = await freshDatabase();
  const { ids, desk } = await smallPlant(db);
  const routes = async () => Promise.all((await routesInUse(db)).map(async ({ id }) => (await readRoute(db, id))!));
  const machine = (change = {}) => ({
    areaId: ids.area,
    code: 'm-7',
    name: 'Mixer',
    description: '',
    dutyHoursPerDay: '8 h',
    fittingCount: '',
    energySources: [],
    ...change,
  });
  const bearing = (details = {}) => ({
    kind: 'rolling-bearing',
    name: 'Fan end',
    location: 'right',
    reservoirId: '',
    consequence: '3',
    machineState: 'any',
    cautions: '',
    doNots: '',
    accessNote: '',
    enoughSign: '',
    forbidsAirGun: false,
    details: {
      bearingKind: 'ball',
      boreMm: '60',
      outsideDiameterMm: '130',
      widthMm: '31 mm',
      speedRpm: '1500',
      temperatureC: '140 °F',
      contamination: 'light-non-abrasive',
      moisture: 'dry',
      vibrationMmS: '1,5',
      position: 'horizontal',
      feed: 'side',
      sealing: 'open',
      ...details,
    },
  });
  const fieldsOf = (result: { ok: boolean; fields?: Record<string, string> }) => Object.keys(result.fields ?? {});

  it('keeps a machine under every code it ever had', async () => {
    const made = await createMachine(desk, machine());
    expect(made).toMatchObject({ ok: true, value: { code: 'M-7' } });
    const row = (await findMachine(desk, 'm-7'))!;
    expect(row.dutyHoursPerDay).toBe(8);
    expect(await updateMachine(desk, row.id, row.version, machine({ code: 'M-8' }))).toMatchObject({ ok: true });
    expect((await findMachine(desk, 'M-7'))?.code).toBe('M-8');
    expect(await createMachine(desk, machine({ code: 'M-7' }))).toMatchObject({
      ok: false,
      code: 'conflict',
      fields: { code: expect.stringContaining('never reused') },
    });
  });

  it('lets only the first of two editors save', async () => {
    const row = (await findMachine(desk, 'M-8'))!;
    const [first, second] = await Promise.all([
      updateMachine(desk, row.id, row.version, machine({ code: 'M-8', name: 'One' })),
      updateMachine(desk, row.id, row.version, machine({ code: 'M-8', name: 'Two' })),
    ]);
    expect([first.ok, second.ok].sort()).toEqual([false, true]);
    expect([first, second].find(({ ok }) => !ok)).toMatchObject({
      code: 'edited-meanwhile',
      reason: expect.stringContaining('kept'),
    });
  });

  it('says which fields need another look, and saves nothing', async () => {
    const before = await db.Machine.count();
    expect(
      fieldsOf(await createMachine(desk, machine({ code: 'bad code!', name: '', dutyHoursPerDay: '25' }))),
    ).toEqual(['code', 'name', 'dutyHoursPerDay']);
    expect(fieldsOf(await createMachine(desk, machine({ code: 'M-9', areaId: '' })))).toEqual(['areaId']);
    expect(fieldsOf(await createArea(desk, { code: 'A', name: 'Again' }))).toEqual(['code']);
    expect(await db.Machine.count()).toBe(before);
  });

  it('gives a point the next number and converts what was typed', async () => {
    const made = await createPoint(desk, ids.machine, bearing());
    expect(made).toMatchObject({ ok: true, value: { number: 2 } });
    const point = (await db.LubePoint.findOne({ where: { machineId: ids.machine, number: 2 } }))!;
    expect(point.details).toMatchObject({ boreMm: 60, temperatureC: 60, vibrationMmS: 1.5 });
    await point.update({ retiredOn: '2026-06-01' });
    expect(await createPoint(desk, ids.machine, bearing())).toMatchObject({ value: { number: 3 } });
  });

  it.each([
    ['negative', '-60', 'at least 1'],
    ['zero', '0', 'at least 1'],
    ['huge', '1e99', 'not known'],
    ['huge', '99999999', 'at most'],
    ['empty', '', 'needed'],
    ['text', 'sixty', 'not a number'],
    ['ambiguous', '1,500', 'two ways'],
    ['unknown unit', '60 furlong', 'not known'],
    ['bare oz', '5 oz', 'weight or of volume'],
  ])('explains a bore that is %s (%s)', async (_, boreMm, words) => {
    const refused = await createPoint(desk, ids.machine, bearing({ boreMm }));
    expect(refused).toMatchObject({ ok: false, fields: { 'details.boreMm': expect.stringContaining(words) } });
  });

  it('explains swapped diameters', async () => {
    expect(fieldsOf(await createPoint(desk, ids.machine, bearing({ boreMm: '130', outsideDiameterMm: '60' })))).toEqual(
      ['details.outsideDiameterMm'],
    );
  });

  it('lets only the first of two editors save a point', async () => {
    const point = (await db.LubePoint.findOne({ where: { machineId: ids.machine, number: 3 } }))!;
    expect(await updatePoint(desk, point.id, point.version, { ...bearing(), name: 'Renamed' })).toMatchObject({
      ok: true,
    });
    expect(await updatePoint(desk, point.id, point.version, { ...bearing(), name: 'Again' })).toMatchObject({
      ok: false,
      code: 'edited-meanwhile',
    });
  });

  it('moves a point in the walking order', async () => {
    const order = async () =>
      (
        await db.LubePoint.findAll({
          where: { machineId: ids.machine, retiredOn: null },
          order: [['walkPosition', 'ASC']],
        })
      ).map(({ number }) => number);
    const last = (await db.LubePoint.findOne({ where: { machineId: ids.machine, number: 3 } }))!;
    expect(await order()).toEqual([1, 3]);
    await movePoint(desk, last.id, 'up');
    expect(await order()).toEqual([3, 1]);
  });

  it('checks a meter’s rules and its name', async () => {
    const meter = { name: 'Strokes', unit: 'cycles', rolloverAt: '1 000 000', resolution: '1', maxPerDay: '20 000' };
    const made = await createMeter(desk, ids.machine, meter);
    expect(made).toMatchObject({ ok: true });
    expect(fieldsOf(await createMeter(desk, ids.machine, meter))).toEqual(['name']);
    expect(fieldsOf(await createMeter(desk, ids.machine, { ...meter, name: 'x', resolution: '0' }))).toEqual([
      'resolution',
    ]);
    if (made.ok)
      expect(await updateMeter(desk, made.value.id, 5, meter)).toMatchObject({ ok: false, code: 'edited-meanwhile' });
  });

  describe('assignment, task and route', () => {
    const source = {
      lubricantId: ids.oil,
      source: 'plant-engineer',
      sourceText: 'Memo 7',
      sourceOn: '2026-01-02',
      climate: '',
      mounting: '',
    };

    it('takes computed amount and interval with their working', async () => {
      expect(await takeGreaseProposal(desk, ids.point)).toMatchObject({ ok: true });
      const [state] = await loadTaskStates(db, desk.now, { pointId: ids.point });
      expect(state!.amount).toMatchObject({
        value: expect.closeTo(20.15),
        computed: { methodId: 'grease.quantity', version: 1 },
      });
      expect(state!.interval.stages[0]!.hours).toBeCloseTo(9649, 0);
      expect(state!.interval.computed!.working.length).toBeGreaterThan(2);
    });

    it('lets the better source win, keeps the loser, and carries the interval over', async () => {
      expect(fieldsOf(await addAssignment(desk, ids.point, { ...source, sourceOn: '2026-12-24' }))).toEqual([
        'sourceOn',
      ]);
      await addAssignment(desk, ids.point, { ...source, source: 'hearsay' });
      expect((await loadTaskStates(db, desk.now, { pointId: ids.point }))[0]!.lubricant!.code).toBe('G-1');
      expect(await addAssignment(desk, ids.point, source)).toMatchObject({
        ok: false,
        fields: { overruledBecause: expect.any(String) },
      });
      await addAssignment(desk, ids.point, { ...source, overruledBecause: 'Trial of the supplier, watched daily.' });
      const [state] = await loadTaskStates(db, desk.now, { pointId: ids.point });
      expect(state!.lubricant!.code).toBe('O-1');
      expect(state!.interval.stages[0]!.hours).toBeCloseTo(9649, 0);
      expect(await db.Assignment.count({ where: { pointId: ids.point } })).toBe(3);
    });

    it('wants a limit and an amount for a stated task', async () => {
      const task = {
        action: 'oil-change',
        title: 'Change oil',
        amountKind: 'litres',
        amount: '12 kg',
        machineState: 'isolated',
        minutes: '40',
        procedureText: '',
        meterId: '',
        when: '1 × 300 h; then 4000 h',
      };
      expect(fieldsOf(await createTask(desk, ids.point, { ...task, amount: '', when: '' }))).toEqual([
        'when',
        'amount',
      ]);
      expect(fieldsOf(await createTask(desk, ids.point, task))).toEqual(['amount']);
      expect(await createTask(desk, ids.point, { ...task, amount: '12' })).toMatchObject({ ok: true });
    });

    it('keeps the order of a route and refuses a stale save', async () => {
      const tasks = (await db.Task.findAll()).map(({ id }) => id);
      const made = await createRoute(desk, { code: 'r-1', name: 'Round', note: '', taskIds: tasks });
      expect(made.ok).toBe(true);
      const [route] = await routes();
      const turned = [...tasks].reverse();
      expect(
        await updateRoute(desk, route!.id, route!.version, { code: 'R-1', name: 'Round', note: '', taskIds: turned }),
      ).toMatchObject({ ok: true });
      expect((await routes())[0]!.taskIds).toEqual(turned);
      expect(
        await updateRoute(desk, route!.id, route!.version, { code: 'R-1', name: 'Round', note: '', taskIds: tasks }),
      ).toMatchObject({ ok: false, code: 'edited-meanwhile' });
      expect((await routes())[0]!.taskIds).toEqual(turned);
      expect(fieldsOf(await createRoute(desk, { code: 'R-1', name: 'Other', note: '', taskIds: tasks }))).toEqual([
        'code',
      ]);
    });
  });
});
