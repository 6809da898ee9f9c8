import { describe, expect, it } from 'vitest';
import { freshDatabase } from '@/db/testing';
import { addAssignment } from '../assign/assignments';
import { createLubricant, updateLubricant } from '../store/lubricants';
import { smallPlant } from '../testing';
import { writeEntry } from '../write/write-entries';
import { projectMachines } from './projection';
import { compareWithLog } from './rebuild';
import { loadTaskStates } from './states';

describe('the plan wants another oil than the sump holds', async () => {
  const db = await freshDatabase();
  const { ids, desk, entry, newId } = await smallPlant(db);
  const [sump, change, level] = [newId(), newId(), newId()];
  await db.LubePoint.create({
    id: sump,
    machineId: ids.machine,
    number: 2,
    walkPosition: 2,
    kind: 'gear-case',
    name: 'Gear case',
    location: 'right',
    criticalPeriods: [],
    accessNote: '',
    cautions: '',
    doNots: '',
    details: {},
  });
  const first = newId();
  await db.Assignment.create({
    id: first,
    pointId: sump,
    lubricantId: ids.oil,
    source: 'manual',
    sourceText: 'Manual',
    sourceOn: '2025-01-01',
    personId: ids.anna,
  });
  const task = { pointId: sump, machineState: 'any' as const };
  await db.Task.bulkCreate([
    { id: change, ...task, action: 'oil-change', title: 'Change oil', amountKind: 'litres', amount: 3 },
    { id: level, ...task, action: 'top-up', title: 'Level', amountKind: 'to-mark', amount: null },
  ]);
  await db.IntervalStage.create({
    ...{ id: newId(), assignmentId: first, taskId: change, position: 0, name: 'steady', count: null },
    ...{ hours: null, cycles: null, days: 400, standstillDays: null },
  });
  await projectMachines(db, [ids.machine]);
  const lubricant = {
    ...{ name: 'Other oil', kind: 'gear-ep', baseOil: 'mineral', additives: ['ep-active'], isoVg: '220', kv40: '220' },
    ...{ thickener: '', nlgi: '', designation: '', description: '', hazards: [] },
  };
  await createLubricant(desk, { ...lubricant, code: 'O-2' });
  await createLubricant(desk, { ...lubricant, code: 'O-3', name: 'Third oil' });
  const [second, third] = await Promise.all(
    ['O-2', 'O-3'].map((code) => db.Lubricant.findOne({ where: { code }, rejectOnEmpty: true })),
  );
  const at = (day: number) => `2026-06-${String(day).padStart(2, '0')}T08:00:00Z`;
  const log = (change: Parameters<typeof entry>[0]) => writeEntry(db, desk.now, entry({ pointId: sump, ...change }));
  const standing = async (taskId: string) => (await loadTaskStates(db, desk.now, { taskIds: [taskId] }))[0]!;
  const source = { source: 'manual', sourceText: 'Manual', sourceOn: '2026-06-10', climate: '', mounting: '' };

  it('nothing waits while both are the same', async () => {
    await log({
      kind: 'oil-change',
      taskIds: [change],
      happenedAt: at(1),
      body: { lubricantId: ids.oil, volumeL: 3 },
    });
    expect(await standing(change)).toMatchObject({ waitingChange: null, lubricant: { code: 'O-1' } });
  });

  it('another oil that is assigned makes a change fall due; until it is logged, what is in there is topped up', async () => {
    const assigned = { ...source, lubricantId: second!.id, overruledBecause: 'By the maker’s letter.' };
    expect(await addAssignment(desk, sump, assigned)).toMatchObject({ ok: true });
    const waitingChange = { band: null, holds: 'O-1', wants: 'O-2' };
    expect(await standing(change)).toMatchObject({ waitingChange, lubricant: { code: 'O-2' }, due: { by: 'event' } });
    expect(await standing(level)).toMatchObject({ waitingChange, lubricant: { code: 'O-1' } });
    expect((await standing(change)).due.dueOn).toBe('2026-06-15');
  });

  it('what the change is to bring is not topped up before it', async () => {
    await second!.update({ baseOil: 'pag' });
    const poured = (lubricantId: string) =>
      log({
        ...{ kind: 'top-up', kindVersion: 2, taskIds: [level], happenedAt: at(11) },
        body: { lubricantId, amountKind: 'litres', amount: 0.2 },
      });
    expect(await poured(second!.id)).toMatchObject({ ok: false, problems: [{ pointer: '/body/overruled' }] });
    expect(await poured(ids.oil)).toMatchObject({ ok: true });
  });

  it('what else is topped up makes a mixture, and everybody is told', async () => {
    const poured = { lubricantId: third!.id, amountKind: 'litres', amount: 0.2 };
    await log({ kind: 'top-up', taskIds: [level], happenedAt: at(12), body: { ...poured, amount: 0 } });
    expect(await standing(level)).toMatchObject({ mixedWith: [] });
    await log({ kind: 'top-up', taskIds: [level], happenedAt: at(12), body: poured });
    expect(await standing(level)).toMatchObject({ mixedWith: ['O-3'], lubricant: { code: 'O-1' } });
    expect(await standing(change)).toMatchObject({ mixedWith: ['O-3'] });
    expect(await standing(ids.task)).toMatchObject({ mixedWith: [], waitingChange: null });
  });

  it('follows the codes of its lubricants', async () => {
    const { id, version } = await third!.reload();
    expect(await updateLubricant(desk, id, version, { ...lubricant, code: 'O-33' })).toMatchObject({ ok: true });
    expect(await standing(level)).toMatchObject({ mixedWith: ['O-33'] });
  });

  it('the change that is logged ends both', async () => {
    const filled = { lubricantId: second!.id, volumeL: 3 };
    await log({ kind: 'oil-change', taskIds: [change], happenedAt: at(14), body: filled });
    // The interval was that of the other fluid: whoever looks is asked for one of this.
    expect((await standing(change)).interval.setFor).toMatchObject({ code: 'O-1' });
    for (const taskId of [change, level])
      expect(await standing(taskId)).toMatchObject({ waitingChange: null, mixedWith: [], lubricant: { code: 'O-2' } });
  });

  it('a grease that is assigned anew makes no change of oil fall due', async () => {
    await log({
      kind: 'grease',
      pointId: ids.point,
      taskIds: [ids.task],
      body: { lubricantId: ids.grease, massG: 20 },
    });
    const other = newId();
    await db.Lubricant.create({ id: other, code: 'G-2', name: 'Other grease', kind: 'grease', nlgi: '2' });
    await addAssignment(desk, ids.point, { ...source, lubricantId: other, overruledBecause: 'Tried.' });
    expect(await standing(ids.task)).toMatchObject({ waitingChange: null, lubricant: { code: 'G-2' } });
  });

  it('is derived entry by entry as a rebuild derives it', async () => {
    expect(await compareWithLog(db)).toMatchObject({ differences: [] });
  });
});
