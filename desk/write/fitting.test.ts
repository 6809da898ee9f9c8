import { describe, expect, it } from 'vitest';
import { freshDatabase } from '@/db/testing';
import { loadTaskStates } from '../standing/states';
import { compareWithLog } from '../standing/rebuild';
import { sumpOf } from '../assign/sump';
import { projectMachines, stampPlans } from '../standing/projection';
import { smallPlant } from '../testing';
import { writeEntry } from './write-entries';

describe('only a fitting entry answers a task', async () => {
  const db = await freshDatabase();
  const { ids, desk, entry, newId } = await smallPlant(db);
  const at = (day: number, hour = 8) => new Date(Date.UTC(2026, 4, day, hour)).toISOString();
  const second = (change: Parameters<typeof entry>[0]) => entry({ kindVersion: 2, pointId: ids.point, ...change });
  const write = (raw: unknown) => writeEntry(db, desk.now, raw);
  /** Ten days of run-in, then for ever. */
  const stage = (taskId: string, assignmentId: string, days: number) =>
    db.IntervalStage.bulkCreate(
      [
        { name: 'run-in', count: 1, days: 10 },
        { name: 'steady', count: null, days },
      ].map((each, position) => ({
        id: newId(),
        assignmentId,
        taskId,
        position,
        hours: null,
        cycles: null,
        standstillDays: null,
        ...each,
      })),
    );
  const taskOf = async (action: 'oil-change' | 'check', title: string, days: number) => {
    const id = newId();
    await db.Task.create({
      id,
      pointId: ids.point,
      action,
      title,
      amountKind: 'litres',
      amount: 3,
      machineState: 'any',
    });
    await stage(id, ids.assignment, days);
    await projectMachines(db, [ids.machine]);
    return id;
  };
  const change = await taskOf('oil-change', 'Change the oil', 100);
  const look = await taskOf('check', 'Look at the level', 7);
  const due = async (taskId: string) => (await loadTaskStates(db, desk.now, { taskIds: [taskId] }))[0]!;
  const findings = () => db.Entry.findAll({ where: { kind: 'finding' }, order: [['seq', 'ASC']] });

  it('a top-up or a look answers no oil change, in words; in the first version it did', async () => {
    const body = { lubricantId: ids.oil, amountKind: 'litres', amount: 1 };
    const refused = await write(second({ kind: 'top-up', taskIds: [change], happenedAt: at(1), body }));
    expect(refused).toMatchObject({ ok: false, code: 'invalid', problems: [{ pointer: '/taskIds' }] });
    expect(!refused.ok && refused.reason).toContain('"Change the oil" is not answered by this');
    expect(
      await write(second({ kind: 'check', taskIds: [change], happenedAt: at(1), body: { result: 'in-order' } })),
    ).toMatchObject({ ok: false });
    expect(
      await write(entry({ kind: 'top-up', pointId: ids.point, taskIds: [change], happenedAt: at(1), body })),
    ).toMatchObject({
      ok: true,
    });
    expect((await due(change)).due.lastServiceAt).toBe(at(1));
  });

  it('a look that is not in order leaves its task due, and the book writes the finding that nobody wrote', async () => {
    await write(second({ kind: 'check', taskIds: [look], happenedAt: at(2), body: { result: 'in-order' } }));
    const before = (await due(look)).due.dueOn;
    await write(
      second({ kind: 'check', taskIds: [look], happenedAt: at(5), body: { result: 'off', note: 'Glass half empty.' } }),
    );
    expect((await due(look)).due.dueOn).toBe(before);
    const [written, ...more] = await findings();
    expect(JSON.parse(written!.body)).toMatchObject({ text: expect.stringContaining('Glass half empty.') });
    expect(more).toEqual([]);
  });

  it('but none beside a finding of whoever looked, before it or in the same breath', async () => {
    const seen = second({ kind: 'finding', happenedAt: at(6), body: { what: 'level-low', urgency: 'watch' } });
    await write(seen);
    await write(second({ kind: 'check', taskIds: [look], happenedAt: at(6), body: { result: 'off' } }));
    expect(await findings()).toHaveLength(2);
  });

  it('holds a finding for less urgent only with a reason', async () => {
    const body = { what: 'no-oil', urgency: 'watch' };
    const refused = await write(second({ kind: 'finding', happenedAt: at(7), body }));
    expect(refused).toMatchObject({ ok: false, problems: [{ pointer: '/body/lowered' }] });
    expect(
      await write(second({ kind: 'finding', happenedAt: at(7), body: { ...body, lowered: 'glass painted over' } })),
    ).toMatchObject({ ok: true });
    expect(await write(entry({ kind: 'finding', pointId: ids.point, happenedAt: at(7), body }))).toMatchObject({
      ok: true,
    });
  });

  it('the first filling of a unit that came empty is no change, however it is written', async () => {
    const reservoir = newId();
    await db.Reservoir.create({
      id: reservoir,
      machineId: ids.machine,
      name: 'Sump',
      capacityL: 3,
      residualL: null,
      comesEmpty: true,
    });
    const point = newId();
    const details = {};
    await db.LubePoint.create({
      id: point,
      machineId: ids.machine,
      reservoirId: reservoir,
      number: 2,
      walkPosition: 2,
      kind: 'worm-unit',
      name: 'Worm',
      location: '',
      criticalPeriods: [],
      accessNote: '',
      cautions: '',
      doNots: '',
      details,
    });
    const assignment = newId();
    await db.Assignment.create({
      id: assignment,
      pointId: point,
      lubricantId: ids.oil,
      source: 'manual',
      sourceText: '',
      sourceOn: '2025-01-01',
      personId: ids.anna,
    });
    const task = newId();
    await db.Task.create({
      id: task,
      pointId: point,
      action: 'oil-change',
      title: 'Change',
      amountKind: 'litres',
      amount: 3,
      machineState: 'isolated',
    });
    await stage(task, assignment, 100);
    await projectMachines(db, [ids.machine]);
    expect(await due(task)).toMatchObject({ cameEmpty: true });
    // A lubricant without litres fills nothing.
    const begun = { basis: 'commissioned', lubricantId: ids.oil };
    await write(second({ kind: 'commissioning', pointId: point, taskIds: [task], happenedAt: at(8), body: begun }));
    expect(await due(task)).toMatchObject({ cameEmpty: true });
    const fill = { lubricantId: ids.oil, volumeL: 3 };
    await write(second({ kind: 'oil-change', pointId: point, taskIds: [task], happenedAt: at(9), body: fill }));
    expect(await due(task)).toMatchObject({
      cameEmpty: false,
      due: { stage: 'run-in', dueOn: '2026-05-19', servicesDone: 0 },
    });
    await write(second({ kind: 'oil-change', pointId: point, taskIds: [task], happenedAt: at(19), body: fill }));
    expect((await due(task)).due).toMatchObject({ stage: 'steady', servicesDone: 1 });
  });

  it('what does not belong in there is refused, or taken by a person with a reason, and is a share of the mixture then', async () => {
    const point = await db.LubePoint.findOne({ where: { number: 2, machineId: ids.machine }, rejectOnEmpty: true });
    const [glycol, twin] = [newId(), newId()];
    const oil = await db.Lubricant.findByPk(ids.oil, { rejectOnEmpty: true });
    await oil.update({ baseOil: 'mineral' });
    const unsaid = { kv40: null, kv100: null, thickener: null, lowerC: null, nlgi: null, upperC: null };
    const gear = { ...unsaid, kind: oil.kind, isoVg: 220 };
    await db.Lubricant.bulkCreate([
      { ...gear, id: glycol, code: 'O-9', name: 'Glycol', baseOil: 'pag' },
      { ...gear, id: twin, code: 'O-8', name: 'Of another make', baseOil: 'mineral' },
    ]);
    // As the store room does whenever a lubricant is new: every plan knows of it then.
    await db.transaction((transaction) => stampPlans(db, transaction));
    const body = { lubricantId: glycol, amountKind: 'litres', amount: 0.3 };
    const poured = (change: object = {}) =>
      write(second({ kind: 'top-up', pointId: point.id, happenedAt: at(20), body: { ...body, ...change } }));
    const refused = await poured();
    expect(refused).toMatchObject({ ok: false, problems: [{ pointer: '/body/overruled' }] });
    expect(!refused.ok && refused.reason).toContain('O-1 is in there, and O-9 must not go onto it');
    expect(await poured({ amount: 0 })).toMatchObject({ ok: true });
    expect(await poured({ lubricantId: ids.oil })).toMatchObject({ ok: true });
    const overruled = { verdict: 'never', reason: 'nothing else to bring it home' };
    expect(await poured({ overruled })).toMatchObject({ ok: true });
    // From then on it is the mixture that something has to go with.
    const onMixture = await poured({ lubricantId: twin });
    expect(!onMixture.ok && onMixture.reason).toContain('O-9 is in there, and O-8 must not go onto it');
    expect(await poured({ amount: 0.2 })).toMatchObject({ ok: true });
    const reservoir = await db.Reservoir.findByPk(point.reservoirId!, { rejectOnEmpty: true });
    const sump = (await sumpOf(db, desk.now, reservoir))!;
    expect(sump.composition.map(({ code }) => code)).toEqual(['O-1', 'O-9']);
  });

  it('and what was derived entry by entry is what a rebuild says', async () => {
    expect(await compareWithLog(db)).toMatchObject({ differences: [] });
  });
});
