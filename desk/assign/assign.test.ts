import { describe, expect, it } from 'vitest';
import { freshDatabase } from '@/db/testing';
import { declareBand } from '../bulk/ambient-band';
import { projectMachines } from '../standing/projection';
import { loadTaskStates } from '../standing/states';
import { createTask, takeGreaseProposal } from '../plan/tasks';
import { confirmFill, createReservoir, updateReservoir } from '../register/reservoirs';
import { smallPlant } from '../testing';
import { writeEntry } from '../write/write-entries';
import { addAssignment } from './assignments';
import { ambientOf, chooseFor } from './choose';

describe('choosing and filling', async () => {
  const db = await freshDatabase();
  const { ids, desk, entry, newId } = await smallPlant(db);
  const property = { kv100: null, nlgi: null, thickener: null, lowerC: null, upperC: 100, pourPointC: -15 };
  const oils = { ep: newId(), worm: newId(), winter: newId(), pag: newId() };
  await db.Lubricant.bulkCreate([
    {
      id: oils.ep,
      code: 'EP',
      name: 'EP gear oil',
      kind: 'gear-ep',
      isoVg: 220,
      kv40: 220,
      baseOil: 'mineral',
      additives: ['ep-active'],
      ...property,
    },
    {
      id: oils.worm,
      code: 'WORM',
      name: 'Compounded worm oil',
      kind: 'gear-compounded',
      isoVg: 680,
      kv40: 680,
      baseOil: 'mineral',
      additives: ['compounded'],
      ...property,
    },
    {
      id: oils.winter,
      code: 'WIN',
      name: 'Winter worm oil',
      kind: 'gear-compounded',
      isoVg: 460,
      kv40: 460,
      baseOil: 'mineral',
      additives: ['compounded'],
      ...property,
    },
    { id: oils.pag, code: 'PAG', name: 'Polyglycol', kind: 'gear', isoVg: 460, kv40: 460, baseOil: 'pag', ...property },
  ]);
  await db.Plant.update(
    {
      ambientBands: [
        { name: 'winter', fromC: -10, toC: 10 },
        { name: 'summer', fromC: 10, toC: 35 },
      ],
    },
    { where: {} },
  );
  const [worm, twin] = [newId(), newId()];
  for (const [id, number] of [
    [worm, 2],
    [twin, 3],
  ] as const)
    await db.LubePoint.create({
      id,
      machineId: ids.machine,
      number,
      walkPosition: number,
      kind: 'worm-unit',
      name: 'Worm unit',
      location: 'head',
      criticalPeriods: [],
      accessNote: '',
      cautions: '',
      doNots: '',
      materials: ['nbr'],
      details: { wheelMaterial: 'bronze', centreDistanceMm: 80, temperatureC: 60 },
    });
  const source = { source: 'manual', sourceText: 'Manual', sourceOn: '2026-01-02', climate: '', mounting: '' };
  const point = async (id = worm) => (await db.LubePoint.findByPk(id))!;
  const reservoirForm = {
    name: 'Worm sump',
    mounting: 'Worm below',
    fillTable: [
      { position: 'Worm below', volumeL: '1.2', vent: 'top', drain: 'bottom' },
      { position: 'Worm on top', volumeL: '1.8', vent: 'side', drain: 'bottom' },
    ],
    comesEmpty: true,
    pointIds: [worm, twin],
  };
  let reservoirId = '';

  it('judges by the coldest and warmest of the plant, of the area, or of a band', async () => {
    expect(await ambientOf(db, ids.machine)).toEqual({ minC: -10, maxC: 35 });
    expect(await ambientOf(db, ids.machine, 'winter')).toEqual({ minC: -10, maxC: 10 });
    await db.Area.update({ coldestC: 12, warmestC: 30 }, { where: { id: ids.area } });
    expect(await ambientOf(db, ids.machine)).toEqual({ minC: 12, maxC: 30 });
  });

  it('stops an oil with active sulphur on bronze, whatever its source, and names rule and input', async () => {
    const refused = await addAssignment(desk, worm, { ...source, source: 'plant-engineer', lubricantId: oils.ep });
    expect(refused).toMatchObject({
      ok: false,
      reason: expect.stringContaining('No active sulphur on copper alloys (EP on bronze)'),
      fields: { overruledBecause: expect.any(String) },
    });
    expect(await db.Assignment.count({ where: { pointId: worm } })).toBe(0);
  });

  it('takes a suitable one and keeps what was judged', async () => {
    const choice = await chooseFor(db, await point(), await ambientOf(db, ids.machine));
    expect(choice.requirement.isoVg).toBe(680);
    expect(choice.candidates[0]!.lubricant.code).toBe('WORM');
    expect(await addAssignment(desk, worm, { ...source, lubricantId: oils.worm })).toMatchObject({ ok: true });
    expect((await db.Assignment.findOne({ where: { pointId: worm } }))!.judged!.findings.length).toBeGreaterThan(0);
  });

  it('a reservoir is assigned once for all its points', async () => {
    const made = await createReservoir(desk, ids.machine, reservoirForm);
    expect(made.ok).toBe(true);
    if (made.ok) reservoirId = made.value.id;
    expect((await point(twin)).reservoirId).toBe(reservoirId);
    expect(await addAssignment(desk, twin, { ...source, lubricantId: oils.worm })).toMatchObject({ ok: true });
    expect(await db.Assignment.count({ where: { reservoirId } })).toBe(1);
    expect(await createReservoir(desk, ids.machine, reservoirForm)).toMatchObject({ ok: false, code: 'conflict' });
  });

  it('a fill by table waits for its confirmation, and takes the litres into the task', async () => {
    const assignment = (await db.Assignment.findOne({ where: { reservoirId } }))!;
    const taskId = newId();
    await db.Task.create({
      id: taskId,
      pointId: worm,
      action: 'oil-change',
      title: 'Change oil',
      amountKind: 'litres',
      amount: 1,
      machineState: 'isolated',
    });
    await db.IntervalStage.create({
      id: newId(),
      assignmentId: assignment.id,
      taskId,
      position: 0,
      name: 'steady',
      count: null,
      hours: 3000,
      cycles: null,
      days: null,
      standstillDays: null,
    });
    expect(await confirmFill(desk, reservoirId)).toMatchObject({ ok: true, value: { volumeL: 1.2 } });
    expect((await db.Task.findByPk(taskId))!.amount).toBe(1.2);
    const row = (await db.Reservoir.findByPk(reservoirId))!;
    expect(
      await updateReservoir(desk, reservoirId, row.version!, { ...reservoirForm, mounting: 'Worm on top' }),
    ).toMatchObject({ ok: true });
    const turned = (await db.Reservoir.findByPk(reservoirId))!;
    expect(turned.confirmed!.position).toBe('Worm below');
    expect((await db.Task.findByPk(taskId))!.amount).toBe(1.2);
    expect(await confirmFill(desk, reservoirId)).toMatchObject({ ok: true, value: { volumeL: 1.8 } });
    expect((await db.Task.findByPk(taskId))!.amount).toBe(1.8);
    expect(await updateReservoir(desk, reservoirId, row.version!, reservoirForm)).toMatchObject({
      ok: false,
      code: 'edited-meanwhile',
    });
  });

  it('a unit that came empty says so until a filling is in the book', async () => {
    expect((await loadTaskStates(db, desk.now, { pointId: worm }))[0]!.cameEmpty).toBe(true);
    const inThere = async () => (await chooseFor(db, await point(), await ambientOf(db, ids.machine))).contents;
    expect(await inThere()).toEqual([]);
    const taskId = (await db.Task.findOne({ where: { pointId: worm } }))!.id;
    expect(
      (
        await writeEntry(
          db,
          desk.now,
          entry({
            kind: 'oil-change',
            pointId: worm,
            taskIds: [taskId],
            body: { lubricantId: oils.worm, volumeL: 1.8 },
          }),
        )
      ).ok,
    ).toBe(true);
    expect((await loadTaskStates(db, desk.now, { pointId: worm }))[0]!.cameEmpty).toBe(false);
    expect(await inThere()).toMatchObject([{ id: oils.worm }]);
  });

  it('another base oil onto what is in there is stopped, until a person overrules it with a reason that stays', async () => {
    const bad = { ...source, source: 'plant-engineer', lubricantId: oils.pag };
    expect(await addAssignment(desk, worm, bad)).toMatchObject({
      ok: false,
      reason: expect.stringContaining('Only top up with what is in there (PAG onto WORM)'),
    });
    expect(await addAssignment(desk, worm, { ...bad, overruledBecause: 'no' })).toMatchObject({ ok: false });
    expect(await addAssignment(desk, worm, { ...bad, source: 'hearsay' })).toMatchObject({ ok: true });
    expect(await db.Assignment.count({ where: { reservoirId, overruledBecause: '' } })).toBe(2);
  });

  it('a change of the ambient band makes a change due, and never switches the top-up', async () => {
    expect(
      await addAssignment(desk, worm, { ...source, lubricantId: oils.winter, ambientBand: 'winter' }),
    ).toMatchObject({ ok: true });
    const topUp = newId();
    await db.Task.create({
      id: topUp,
      pointId: worm,
      action: 'top-up',
      title: 'Top up',
      amountKind: 'to-mark',
      amount: null,
      machineState: 'any',
    });
    await projectMachines(db, [ids.machine]);
    const codes = async () =>
      Object.fromEntries(
        (await loadTaskStates(db, desk.now, { pointId: worm })).map(({ action, lubricant, due, waitingChange }) => [
          action,
          [lubricant!.code, due.by ?? null, waitingChange?.wants ?? null],
        ]),
      );
    expect(await codes()).toMatchObject({ 'oil-change': ['WORM', 'hours', null], 'top-up': ['WORM', null, null] });
    expect(await declareBand(desk, 'winter')).toMatchObject({ ok: true });
    expect(await codes()).toMatchObject({ 'oil-change': ['WIN', 'event', 'WIN'], 'top-up': ['WORM', null, 'WIN'] });
    const taskId = (await db.Task.findOne({ where: { pointId: worm, action: 'oil-change' } }))!.id;
    await writeEntry(
      db,
      desk.now,
      entry({ kind: 'oil-change', pointId: worm, taskIds: [taskId], body: { lubricantId: oils.winter, volumeL: 1.8 } }),
    );
    expect(await codes()).toMatchObject({ 'oil-change': ['WIN', 'hours', null], 'top-up': ['WIN', null, null] });
    expect(await declareBand(desk, 'monsoon')).toMatchObject({ ok: false });
    expect(await db.Entry.count({ where: { kind: 'note' } })).toBe(1);
  });

  it('a sealed bearing is refused a grease task', async () => {
    await db.LubePoint.update(
      { details: { ...(await point(ids.point)).details, designation: '6312-2Z' } },
      { where: { id: ids.point } },
    );
    expect(await takeGreaseProposal(desk, ids.point)).toMatchObject({
      ok: false,
      reason: expect.stringContaining('not regreased'),
    });
    expect(
      await createTask(desk, ids.point, {
        action: 'grease',
        title: 'Regrease',
        amountKind: 'grams',
        amount: '5',
        machineState: 'any',
        minutes: '5',
        procedureText: '',
        meterId: '',
        when: '500 h',
      }),
    ).toMatchObject({ ok: false, reason: expect.stringContaining('not regreased') });
  });
});
