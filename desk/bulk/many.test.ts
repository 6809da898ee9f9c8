import { describe, expect, it } from 'vitest';
import { freshDatabase } from '@/db/testing';
import { loadTaskStates } from '../standing/states';
import { find } from '../read/find';
import { smallPlant } from '../testing';
import { applyChange, previewChange, undoChange } from './change-many';
import { checkGrid, saveGrid } from './grid';
import { saveOutline } from '../register/outlines';
import { updatePoint } from '../register/points';
import { createFromModel, duplicateMachine, makeModel } from '../register/templates';

describe('the planner’s desk', async () => {
  const db = await freshDatabase();
  const { ids, desk, newId } = await smallPlant(db);
  const pointsOf = (machineId: string) =>
    db.LubePoint.findAll({ where: { machineId, retiredOn: null }, order: [['number', 'ASC']] });

  describe('points as a table', () => {
    const good = (name: string) => ({
      kind: 'Rolling bearing',
      name,
      location: 'Left',
      designation: '6208',
      speedRpm: '1 450',
      temperatureC: '55',
      lubricant: 'g-1',
    });
    const fresh = (cells: object) => ({ known: null, cells });
    const rows = [
      good('One'),
      { ...good('Two'), kind: 'Roling bearing' },
      { kind: 'chain', name: 'Chain', location: 'Below', lubricant: 'X-9', amount: '40 drops', hours: '80' },
      { ...good('Three'), speedRpm: '1,450' },
    ].map(fresh);

    it('names every wrong cell, and writes nothing while one is wrong', async () => {
      const checked = await checkGrid(desk, ids.other, { source: 'Manual', rows });
      expect(checked).toMatchObject({ ok: true, value: { rows: 4 } });
      expect(checked.ok && checked.value.problems.map(({ row, column }) => `${row} ${column}`)).toEqual(
        expect.arrayContaining(['1 kind', '2 lubricant', '3 speedRpm']),
      );
      expect(await saveGrid(desk, ids.other, { source: 'Manual', rows })).toMatchObject({ ok: false });
      expect(await pointsOf(ids.other)).toHaveLength(0);
    });

    it('saves all rows at once, bearings with computed amount and interval', async () => {
      expect(
        await saveGrid(desk, ids.other, {
          source: 'Manual, page 3',
          rows: [
            good('One'),
            good('Two'),
            {
              kind: 'Coupling',
              name: 'Coupling',
              location: 'Middle',
              lubricant: 'G-1',
              task: 'Grease',
              amount: '30 g',
              days: '365',
            },
          ].map(fresh),
        }),
      ).toMatchObject({ ok: true, value: { points: 3 } });
      const [state] = await loadTaskStates(db, desk.now, { machineIds: [ids.other] });
      expect(state).toMatchObject({ amount: { kind: 'grams', value: 7.2 }, lubricant: { code: 'G-1' } });
      expect(state!.interval.computed!.methodId).toBe('grease.interval');
      expect((await db.Assignment.findAll({ where: { sourceText: 'Manual, page 3' } })).length).toBe(3);
    });

    it('changes points that stand already, unless someone else did meanwhile', async () => {
      const [one] = await pointsOf(ids.other);
      const row = (name: string, version: number) => ({
        source: 'Walk around',
        rows: [
          {
            known: { id: one!.id, version },
            cells: {
              name,
              location: 'Right',
              speedRpm: '1500',
              temperatureC: '60',
              designation: '6208',
              machineState: 'isolated, locked and tagged',
              cautions: 'Belt.',
            },
          },
        ],
      });
      expect(await saveGrid(desk, ids.other, row('Renamed', one!.version!))).toMatchObject({ ok: true });
      expect((await pointsOf(ids.other))[0]).toMatchObject({
        name: 'Renamed',
        machineState: 'isolated',
        details: { boreMm: 40, speedRpm: 1500, contamination: 'light-non-abrasive' },
      });
      expect(await saveGrid(desk, ids.other, row('Too late', one!.version!))).toMatchObject({
        ok: false,
        code: 'edited-meanwhile',
      });
      expect(await saveGrid(desk, ids.other, row('', one!.version! + 1))).toMatchObject({ ok: false });
      expect((await pointsOf(ids.other))[0]!.name).toBe('Renamed');
    });

    it('wants to know where it comes from, and that something is there', async () => {
      expect(await checkGrid(desk, ids.other, { source: '', rows: [fresh({})] })).toMatchObject({
        ok: false,
        fields: { source: expect.any(String) },
      });
      expect(await checkGrid(desk, ids.other, { source: 'Manual', rows: [] })).toMatchObject({ ok: false });
    });
  });

  describe('another machine like this', () => {
    it('has the same points, lubricants and tasks, and no history', async () => {
      expect(
        await duplicateMachine(desk, ids.machine, { codes: 'M-3', name: 'Fan 2', areaId: ids.area }),
      ).toMatchObject({ ok: true, value: { codes: ['M-3'] } });
      const copy = (await db.Machine.findOne({ where: { code: 'M-3' } }))!;
      const [state] = await loadTaskStates(db, desk.now, { machineIds: [copy.id] });
      expect(state).toMatchObject({
        title: 'Regrease',
        amount: { value: 20 },
        interval: { stages: [{ hours: 1000 }] },
        lubricant: { code: 'G-1' },
        due: { state: 'unknown' },
      });
      expect(await db.Meter.count({ where: { machineId: copy.id } })).toBe(1);
      expect(
        await duplicateMachine(desk, ids.machine, { codes: 'M-3', name: 'Again', areaId: ids.area }),
      ).toMatchObject({ ok: false, code: 'conflict' });
      expect(await db.Machine.count({ where: { name: 'Again' } })).toBe(0);
    });

    it('are made for a list of codes at once, all or none', async () => {
      const make = (codes: string) => duplicateMachine(desk, ids.machine, { codes, name: 'Row', areaId: ids.area });
      expect(await make('L-1, M-3\nL-2')).toMatchObject({
        ok: false,
        fields: { codes: expect.stringMatching(/^M-3: /) },
      });
      expect(await make('L-1 L-1')).toMatchObject({ ok: false, fields: { codes: expect.stringMatching(/twice/) } });
      expect(await db.Machine.count({ where: { name: 'Row' } })).toBe(0);
      expect(await make('L-1, L-2\nL-3')).toEqual({ ok: true, value: { codes: ['L-1', 'L-2', 'L-3'] } });
      const made = await db.Machine.findAll({ where: { name: 'Row' } });
      const states = await loadTaskStates(db, desk.now, { machineIds: made.map(({ id }) => id) });
      expect(states.map(({ machine, title }) => `${machine.code} ${title}`).sort()).toEqual([
        'L-1 Regrease',
        'L-2 Regrease',
        'L-3 Regrease',
      ]);
    });

    it('runs as planned alike, and its tasks are due and done alike', async () => {
      const press = await db.Machine.create({
        id: newId(),
        areaId: ids.area,
        code: 'M-9',
        name: 'Press',
        description: '',
        dutyHoursPerDay: 8,
        fittingCount: null,
        energySources: [],
      });
      const counter = await db.Meter.create({
        id: newId(),
        machineId: press.id,
        name: 'Strokes',
        unit: 'cycles',
        rolloverAt: 1_000_000,
        resolution: 1,
        maxPerDay: 9000,
      });
      const dutyPlan = {
        hoursByWeekday: [8, 8, 8, 8, 8, 0, 0],
        seasons: [{ from: '11-01', to: '02-28', factor: 0.5 }],
      };
      await db.Machine.update({ dutyPlan, keepsRunning: true }, { where: { id: press.id } });
      const point = await db.LubePoint.create({
        id: newId(),
        machineId: press.id,
        number: 1,
        walkPosition: 1,
        kind: 'generic',
        name: 'Pads',
        location: 'ram',
        criticalPeriods: [],
        accessNote: '',
        cautions: '',
        doNots: '',
        details: {},
      });
      const assignment = await db.Assignment.create({
        id: newId(),
        pointId: point.id,
        lubricantId: ids.grease,
        source: 'manual',
        sourceText: 'Manual',
        sourceOn: '2025-01-01',
        personId: ids.anna,
      });
      const kept = {
        who: 'operator' as const,
        triggers: [{ kind: 'event' as const, event: 'die-change' as const }],
        severity: [{ name: 'abrasive dust', value: 0.5 }],
        cyclic: true,
        rhythm: 'fixed' as const,
        toleranceShare: 0.2,
      };
      const task = await db.Task.create({
        id: newId(),
        pointId: point.id,
        action: 'turn',
        title: 'Turn the pads',
        amountKind: 'film',
        amount: null,
        machineState: 'isolated',
        meterId: counter.id,
        ...kept,
      });
      await db.IntervalStage.bulkCreate(
        ['turn over', 'replace'].map((name, position) => ({
          id: newId(),
          assignmentId: assignment.id,
          taskId: task.id,
          position,
          name,
          count: 1,
          hours: null,
          cycles: 5000,
          days: null,
          standstillDays: null,
        })),
      );
      expect(await duplicateMachine(desk, press.id, { codes: 'M-6', name: 'Pump 2', areaId: ids.area })).toMatchObject({
        ok: true,
      });
      const copy = (await db.Machine.findOne({ where: { code: 'M-6' } }))!;
      expect(copy).toMatchObject({ dutyPlan, keepsRunning: true });
      const [state] = await loadTaskStates(db, desk.now, { machineIds: [copy.id] });
      expect(state).toMatchObject({
        ...kept,
        interval: {
          stages: [
            { count: 1, cycles: 5000 },
            { count: 1, cycles: 5000 },
          ],
        },
      });
      const copied = (await db.Task.findByPk(state!.taskId))!;
      expect(await db.Meter.findByPk(copied.meterId!)).toMatchObject({
        machineId: copy.id,
        name: 'Strokes',
        rolloverAt: 1_000_000,
      });
    });

    it('is made from a model too', async () => {
      const model = await makeModel(desk, ids.machine, { name: 'Fan, type F', description: '' });
      expect(model.ok).toBe(true);
      if (!model.ok) return;
      expect(
        await createFromModel(desk, { modelId: model.value.id, code: 'M-4', name: 'Fan 3', areaId: ids.area }),
      ).toMatchObject({ ok: true });
      expect((await db.Machine.findOne({ where: { code: 'M-4' } }))!.modelId).toBe(model.value.id);
      expect(await makeModel(desk, ids.machine, { name: 'Fan, type F', description: '' })).toMatchObject({
        ok: false,
        code: 'conflict',
      });
      expect(
        await createFromModel(desk, { modelId: 'none', code: 'M-5', name: 'Fan', areaId: ids.area }),
      ).toMatchObject({ ok: false, fields: { modelId: expect.any(String) } });
    });
  });

  describe('many points at once', () => {
    it('shows, changes and takes back', async () => {
      const all = (await db.LubePoint.findAll()).map(({ id }) => id);
      const form = { pointIds: all, field: 'cautions', value: 'Ear protection.' };
      const before = await db.LubePoint.findAll({ raw: true, order: [['id', 'ASC']], attributes: ['id', 'cautions'] });
      const preview = await previewChange(desk, form);
      expect(
        preview.ok &&
          preview.value.every(({ after, skipped }) => skipped === null && after.endsWith('Ear protection.')),
      ).toBe(true);
      expect(await db.LubePoint.findAll({ raw: true, order: [['id', 'ASC']], attributes: ['id', 'cautions'] })).toEqual(
        before,
      );
      const applied = await applyChange(desk, form);
      expect(applied).toMatchObject({ ok: true, value: { changed: all.length } });
      expect(await db.LubePoint.count({ where: { cautions: before[0]!.cautions } })).toBe(0);
      if (!applied.ok) return;
      expect(await undoChange(desk, applied.value.changeSetId)).toMatchObject({ ok: true });
      expect(await db.LubePoint.findAll({ raw: true, order: [['id', 'ASC']], attributes: ['id', 'cautions'] })).toEqual(
        before,
      );
      expect(await undoChange(desk, applied.value.changeSetId)).toMatchObject({ ok: false, code: 'conflict' });
    });

    it('is not taken back over a later change', async () => {
      const point = (await db.LubePoint.findByPk(ids.point))!;
      const applied = await applyChange(desk, { pointIds: [ids.point], field: 'consequence', value: '4' });
      if (!applied.ok) throw new Error('not applied');
      const form = {
        kind: 'rolling-bearing',
        name: 'New name',
        location: 'left',
        reservoirId: '',
        consequence: '3',
        machineState: 'any',
        cautions: '',
        doNots: '',
        accessNote: '',
        enoughSign: '',
        forbidsAirGun: false,
        materials: [],
        details: Object.fromEntries(Object.entries(point.details).map(([key, value]) => [key, String(value)])),
      };
      expect(
        await updatePoint(desk, ids.point, (await db.LubePoint.findByPk(ids.point))!.version!, form),
      ).toMatchObject({ ok: true });
      expect(await undoChange(desk, applied.value.changeSetId)).toMatchObject({ ok: false, code: 'edited-meanwhile' });
      expect((await db.LubePoint.findByPk(ids.point))!).toMatchObject({ name: 'New name', consequence: 3 });
    });

    it.each([[{ pointIds: [] }], [{ field: 'machineState', value: 'flying' }], [{ value: '' }]])(
      '%j is explained',
      async (change) => {
        expect(
          await applyChange(desk, { pointIds: [ids.point], field: 'consequence', value: '1', ...change }),
        ).toMatchObject({ ok: false });
      },
    );
  });

  it('a drawing is kept, and a stale one refused', async () => {
    const machine = (await db.Machine.findByPk(ids.machine))!;
    const drawing = { boxes: [{ label: 'Motor', x: 1, y: 2, width: 10, height: 5 }], points: { [ids.point]: [3, 4] } };
    expect(await saveOutline(desk, ids.machine, machine.version!, drawing)).toMatchObject({ ok: true });
    expect((await db.Machine.findByPk(ids.machine))!.outline).toEqual(drawing);
    expect(await saveOutline(desk, ids.machine, machine.version!, drawing)).toMatchObject({
      ok: false,
      code: 'edited-meanwhile',
    });
    expect(
      await saveOutline(desk, ids.machine, machine.version! + 1, { boxes: [], points: { [ids.point]: [300, 4] } }),
    ).toMatchObject({ ok: false });
  });

  it('anything is found by code or name', async () => {
    const hrefs = async (text: string) => (await find(db, text)).map(({ href }) => href);
    expect((await hrefs('m-1'))[0]).toBe('/plant/machines/M-1');
    expect(await hrefs('M-1·01')).toContain('/plant/machines/M-1/points/1');
    expect(await hrefs('M-1 1')).toContain('/plant/machines/M-1/points/1');
    expect((await hrefs('g-1'))[0]).toBe('/lubricants/G-1');
    expect(await hrefs('bert')).toEqual(['/log?by=BE']);
    expect(await hrefs('100%_nothing')).toEqual([]);
    expect(await hrefs('  ')).toEqual([]);
  });
});
