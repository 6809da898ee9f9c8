import { describe, expect, it } from 'vitest';
import { freshDatabase } from '@/db/testing';
import { eachNeed, readNeeds } from './needs';
import { gathered } from '../testing';
import { readChartExtras } from '../read/chart';
import { readLubricantPage, readMergers, readReplacements, readStoreRoom } from '../read/store-room';
import { smallPlant } from '../testing';
import { projectMachines } from '../standing/projection';
import { writeEntry } from '../write/write-entries';
import { calibrateGun, createGun } from './guns';
import { addReplacement, createLubricant, updateLubricant } from './lubricants';
import { addStock, markStock } from './stock';

describe('the store room', async () => {
  const db = await freshDatabase();
  const { ids, desk, entry, newId } = await smallPlant(db);
  const fieldsOf = (result: { ok: boolean; fields?: Record<string, string> }) => Object.keys(result.fields ?? {});
  const grease = {
    code: 'g-9',
    name: 'Grease',
    kind: 'grease',
    nlgi: '2',
    thickener: 'lithium',
    baseOil: 'mineral',
    isoVg: '150',
    upperC: '266 °F',
  };

  it('keeps a lubricant in storage units, and its code to itself', async () => {
    expect(await createLubricant(desk, grease)).toMatchObject({ ok: true, value: { code: 'G-9' } });
    const row = (await db.Lubricant.findOne({ where: { code: 'G-9' } }))!;
    expect(row).toMatchObject({ upperC: 130, isoVg: 150, additives: [], densityGCm3: 0.9 });
    expect(fieldsOf(await createLubricant(desk, grease))).toEqual(['code']);
    expect(fieldsOf(await createLubricant(desk, { ...grease, code: 'G-8', nlgi: '' }))).toEqual(['nlgi']);
    expect(await updateLubricant(desk, row.id, row.version!, { ...grease, name: 'Renamed' })).toMatchObject({
      ok: true,
    });
    expect(await updateLubricant(desk, row.id, row.version!, { ...grease, name: 'Again' })).toMatchObject({
      ok: false,
      code: 'edited-meanwhile',
    });
  });

  it('counts greases in grams and oils in litres, and asks back what can be read two ways', async () => {
    const can = { batch: '26-1', container: 'pail', receivedOn: '2026-06-01', openedOn: '', bestBeforeOn: '' };
    expect(await addStock(desk, ids.grease, { ...can, amount: '18 kg' })).toMatchObject({ ok: true });
    expect(await addStock(desk, ids.oil, { ...can, amount: '2 gal' })).toMatchObject({ ok: true });
    expect(fieldsOf(await addStock(desk, ids.grease, { ...can, amount: '18 L' }))).toEqual(['amount']);
    expect(fieldsOf(await addStock(desk, ids.grease, { ...can, amount: '5 oz' }))).toEqual(['amount']);
    expect(fieldsOf(await addStock(desk, ids.grease, { ...can, amount: '0' }))).toEqual(['amount']);
    expect(fieldsOf(await addStock(desk, ids.grease, { ...can, amount: '1 kg', receivedOn: '2027-01-01' }))).toEqual([
      'receivedOn',
    ]);
    const lines = await readStoreRoom(desk);
    expect(lines.find(({ lubricant }) => lubricant.code === 'G-1')).toMatchObject({
      onHand: 18_000,
      unit: 'g',
      points: 1,
    });
    expect(lines.find(({ lubricant }) => lubricant.code === 'O-1')!.onHand).toBeCloseTo(7.57, 2);
    const item = (await db.StockItem.findOne({ where: { lubricantId: ids.grease } }))!;
    await markStock(desk, item.id, 'opened');
    await markStock(desk, item.id, 'emptied');
    expect((await db.StockItem.findByPk(item.id))!).toMatchObject({ openedOn: '2026-06-15', emptiedOn: '2026-06-15' });
    expect((await readStoreRoom(desk)).find(({ lubricant }) => lubricant.code === 'G-1')!.onHand).toBe(0);
  });

  it('says what the plan uses in a year, by route, and what "to the mark" took by the log', async () => {
    const route = newId();
    await db.Route.create({ id: route, code: 'R-1', name: 'Round', note: '' });
    await db.Stop.create({ id: newId(), routeId: route, taskId: ids.task, position: 1 });
    const topUp = newId();
    await db.Task.create({
      id: topUp,
      pointId: ids.point,
      action: 'top-up',
      title: 'Top up',
      amountKind: 'to-mark',
      amount: null,
      machineState: 'any',
    });
    await db.IntervalStage.create({
      id: newId(),
      assignmentId: ids.assignment,
      taskId: topUp,
      position: 0,
      name: 'steady',
      count: null,
      hours: null,
      cycles: null,
      days: 36.5,
      standstillDays: null,
    });
    await projectMachines(db, [ids.machine]);
    for (const amount of [0.2, 0.4])
      await writeEntry(
        db,
        desk.now,
        entry({
          kind: 'top-up',
          pointId: ids.point,
          taskIds: [topUp],
          body: { lubricantId: ids.oil, amountKind: 'litres', amount },
        }),
      );
    const needs = (await gathered(eachNeed(db, desk.now))).flat();
    expect(needs.find(({ taskId }) => taskId === ids.task)!.need.perYear).toBeCloseTo((20 * 365 * 16) / 1000, 6);
    expect(needs.find(({ taskId }) => taskId === topUp)).toMatchObject({ need: { by: 'log', unit: 'L' } });
    expect(needs.find(({ taskId }) => taskId === topUp)!.need.perYear).toBeCloseTo(3, 6);
    const [total] = await readNeeds(db, desk.now);
    expect(total!.byRoute.map(({ route: code }) => code).sort()).toEqual(['R-1', 'no route']);
  });

  it('remembers what a former product was replaced by, with its source', async () => {
    const row = {
      formerName: 'Old Blue 57',
      lubricantId: ids.oil,
      source: 'supplier',
      sourceText: 'Letter',
      sourceOn: '2026-01-01',
      note: '',
    };
    expect(await addReplacement(desk, row)).toMatchObject({ ok: true });
    expect(fieldsOf(await addReplacement(desk, { ...row, sourceOn: '2027-01-01' }))).toEqual(['sourceOn']);
    expect(fieldsOf(await addReplacement(desk, { ...row, lubricantId: '' }))).toEqual(['lubricantId']);
    expect(await readReplacements(db)).toMatchObject([{ formerName: 'Old Blue 57', code: 'O-1' }]);
    expect((await readLubricantPage(desk, 'O-1'))!.replaces).toMatchObject([{ by: 'Anna' }]);
  });

  it('keeps the letters of an old chart as names on one machine', async () => {
    const letter = {
      formerName: 'A',
      lubricantId: ids.oil,
      source: 'manual',
      sourceText: 'Chart in the lid: 300 SUS at 100 °F',
      sourceOn: '2026-01-01',
    };
    expect(fieldsOf(await addReplacement(desk, { ...letter, machineCode: '' }))).toEqual(['machineCode']);
    expect(fieldsOf(await addReplacement(desk, { ...letter, machineCode: 'NONE-1' }))).toEqual(['machineCode']);
    expect(await addReplacement(desk, { ...letter, machineCode: 'm-1' })).toMatchObject({ ok: true });
    expect(await readReplacements(db)).toContainEqual(
      expect.objectContaining({ formerName: 'A', machine: 'M-1', code: 'O-1' }),
    );
    expect((await readChartExtras(db, ids.machine, [])).letters).toEqual(new Map([['O-1', 'A']]));
  });

  it('calibrates guns; earlier weighings stay', async () => {
    const form = { code: 'gun-7', name: 'Gun', lubricantId: ids.grease, airPowered: false, strokes: '20', massG: '24' };
    const made = await createGun(desk, form);
    expect(made.ok).toBe(true);
    expect(fieldsOf(await createGun(desk, form))).toEqual(['code']);
    expect(fieldsOf(await createGun(desk, { ...form, code: 'gun-8', lubricantId: ids.oil }))).toEqual(['lubricantId']);
    if (!made.ok) return;
    expect(await calibrateGun(desk, made.value.id, { strokes: '10', massG: '0.5 oz wt' })).toMatchObject({ ok: true });
    expect(fieldsOf(await calibrateGun(desk, made.value.id, { strokes: '2.5', massG: '3' }))).toEqual(['strokes']);
    expect((await db.Gun.findByPk(made.value.id))!.gramsPerStroke).toBeCloseTo(1.417, 3);
    expect(await db.GunCalibration.count({ where: { gunId: made.value.id } })).toBe(2);
  });

  it('finds what could be one', async () => {
    await createLubricant(desk, { ...grease, code: 'G-10', isoVg: '220' });
    expect(
      (await readMergers(db)).map(({ keep, giveUp }) => [keep.lubricant.code, giveUp.lubricant.code].sort().join(' ')),
    ).toContain('G-10 G-9');
  });
});
