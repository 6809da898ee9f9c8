import { describe, expect, it } from 'vitest';
import { freshDatabase } from '@/db/testing';
import { smallPlant } from '../testing';
import { readRecomputed, takeRecomputed } from './recomputed';
import { takeGreaseProposal, takeOilLife } from './tasks';

describe('computations that would now come out otherwise', async () => {
  const db = await freshDatabase();
  const { ids, desk, newId } = await smallPlant(db);
  await takeGreaseProposal(desk, ids.point);
  const greasing = () => db.Task.findOne({ where: { pointId: ids.point, action: 'grease' }, rejectOnEmpty: true });

  it('are none while every stored one is of the present version', async () => {
    expect(await readRecomputed(db)).toEqual({ shown: [], more: false });
  });

  it('are shown with what stands and what comes out, and nothing is changed by looking', async () => {
    const task = await greasing();
    const interval = task.intervalComputed!;
    await task.update({
      intervalComputed: { ...interval, version: 1, result: { ...(interval.result as object), intervalH: 12_000 } },
    });
    await db.IntervalStage.update({ hours: 12_000, days: null }, { where: { taskId: task.id } });
    const { shown } = await readRecomputed(db);
    expect(shown).toMatchObject([
      {
        taskId: task.id,
        label: 'M-1·01',
        amount: null,
        hours: { before: 12_000, after: expect.closeTo(9649, 0) },
        days: { before: null, after: 730 },
        refused: null,
      },
    ]);
    expect((await greasing()).intervalComputed!.version).toBe(1);
  });

  it('are taken many at once, and then stand there no more', async () => {
    const { shown } = await readRecomputed(db);
    expect(
      await takeRecomputed(
        desk,
        shown.map(({ taskId }) => taskId),
      ),
    ).toMatchObject({
      ok: true,
      value: { taken: 1, refused: [] },
    });
    expect(await readRecomputed(db)).toEqual({ shown: [], more: false });
    const stage = await db.IntervalStage.findOne({ where: { taskId: (await greasing()).id }, rejectOnEmpty: true });
    expect(stage.hours).toBeCloseTo(9649, 0);
    expect(stage.days).toBe(730);
  });

  it('say why where nothing comes out any more, and take nothing then', async () => {
    const task = await greasing();
    await task.update({ intervalComputed: { ...task.intervalComputed!, version: 1 } });
    const point = await db.LubePoint.findByPk(ids.point, { rejectOnEmpty: true });
    await point.update({ details: { ...point.details, temperatureC: 130 } });
    const { shown } = await readRecomputed(db);
    expect(shown).toMatchObject([{ hours: null, refused: expect.stringContaining('not used above 120') }]);
    expect(await takeRecomputed(desk, [task.id])).toMatchObject({ ok: true, value: { taken: 0 } });
    expect((await greasing()).intervalComputed!.version).toBe(1);
    await point.update({ details: { ...point.details, temperatureC: 60 } });
    await takeGreaseProposal(desk, ids.point);
  });

  it('know the lives of oils as well', async () => {
    const id = newId();
    await db.Task.create({
      id,
      pointId: ids.point,
      action: 'oil-change',
      title: 'Change',
      amountKind: 'litres',
      amount: 2,
      machineState: 'any',
    });
    await takeOilLife(desk, id, { baseLifeH: '8000', baseTemperatureC: '60', temperatureC: '70', severity: [] });
    const task = await db.Task.findByPk(id, { rejectOnEmpty: true });
    const stored = task.intervalComputed!;
    await task.update({ intervalComputed: { ...stored, version: 1, result: { lifeH: 5000, uncappedH: 5000 } } });
    expect((await readRecomputed(db)).shown).toMatchObject([{ taskId: id, hours: { before: 5000, after: 4000 } }]);
    expect(await takeRecomputed(desk, [id])).toMatchObject({ ok: true, value: { taken: 1 } });
    expect((await readRecomputed(db)).shown).toEqual([]);
  });
});
