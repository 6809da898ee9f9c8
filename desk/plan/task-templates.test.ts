import { describe, expect, it } from 'vitest';
import { stageWords } from '@/core/interval/stage-words';
import { freshDatabase } from '@/db/testing';
import { loadTaskStates } from '../standing/states';
import { readFirstWeeks } from '../read/first-weeks';
import { smallPlant } from '../testing';
import { writeEntry } from '../write/write-entries';
import { undoChange } from '../bulk/change-many';
import { applyTemplate, previewTemplate, saveTaskTemplate } from './task-templates';

describe('templates', async () => {
  const db = await freshDatabase();
  const { ids, desk, entry, newId } = await smallPlant(db);
  const row = {
    action: 'check',
    title: 'Listen',
    amountKind: 'to-mark',
    amount: '',
    machineState: 'running-loaded',
    minutes: '2',
    who: 'technician',
    when: 'monthly',
    event: '',
    procedureText: '',
  };
  const template = {
    name: 'Bearing watch',
    pointKind: 'rolling-bearing',
    firstHours: false,
    tasks: [
      row,
      { ...row, action: 'grease', title: 'Regrease', amountKind: 'grams', amount: '20', when: '600 h or 90 d' },
    ],
  };
  const [bare, other] = [newId(), newId()];
  const point = (await db.LubePoint.findByPk(ids.point, { raw: true }))!;
  for (const [number, [id, kind]] of (
    [
      [bare, 'rolling-bearing'],
      [other, 'chain'],
    ] as const
  ).entries())
    await db.LubePoint.create({
      ...point,
      id,
      kind,
      number: number + 2,
      details: {},
      criticalPeriods: [],
      materials: [],
      plug: null,
    });
  const saved = await saveTaskTemplate(desk, null, template);
  if (!saved.ok) throw new Error(saved.reason);
  const form = { templateId: saved.value.id, pointIds: [ids.point, bare, other] };
  const tasks = async () =>
    (await loadTaskStates(db, desk.now, { pointId: ids.point }))
      .map(({ title, interval }) => `${title} ${stageWords(interval.stages)}`)
      .sort();

  it('are refused with words beside each field', async () => {
    expect(
      await saveTaskTemplate(desk, null, { ...template, name: '', tasks: [{ ...row, when: 'often' }] }),
    ).toMatchObject({
      ok: false,
      fields: { name: expect.any(String), 'tasks.0.when': expect.stringContaining('"often" is no interval') },
    });
    expect(await saveTaskTemplate(desk, null, { ...template, name: 'Twice', tasks: [row, row] })).toMatchObject({
      fields: { 'tasks.1.title': expect.stringContaining('twice') },
    });
    expect(await saveTaskTemplate(desk, null, template)).toMatchObject({ ok: false, code: 'conflict' });
    expect(await applyTemplate(desk, { ...form, pointIds: [] })).toMatchObject({
      ok: false,
      fields: { pointIds: expect.any(String) },
    });
  });

  it('show first what would become of each point', async () => {
    const preview = await previewTemplate(desk, form);
    if (!preview.ok) throw new Error(preview.reason);
    expect(preview.value).toEqual([
      {
        pointId: ids.point,
        skipped: null,
        adds: ['Listen: monthly'],
        changes: ['Regrease: 1 000 h becomes 600 h or 90 d'],
      },
      { pointId: bare, skipped: 'has no lubricant assigned yet', adds: [], changes: [] },
      { pointId: other, skipped: 'is of another kind', adds: [], changes: [] },
    ]);
    expect(await tasks()).toEqual(['Regrease 1 000 h']);
  });

  it('are applied, and taken back as if nothing had been', async () => {
    const applied = await applyTemplate(desk, form);
    expect(applied).toMatchObject({ ok: true, value: { changed: 1 } });
    expect(await tasks()).toEqual(['Listen 30 d', 'Regrease 600 h or 90 d']);
    expect(await applyTemplate(desk, form)).toMatchObject({
      ok: false,
      reason: expect.stringContaining('Nothing would change'),
    });
    if (applied.ok)
      expect(await undoChange(desk, applied.value.changeSetId)).toEqual({ ok: true, value: { changed: 1 } });
    expect(await tasks()).toEqual(['Regrease 1 000 h']);
    expect(await db.Task.count()).toBe(1);
  });

  it('keep a task that was answered meanwhile, retired; and stop where intervals were changed again', async () => {
    const applied = await applyTemplate(desk, form);
    if (!applied.ok) throw new Error(applied.reason);
    const listen = (await db.Task.findOne({ where: { title: 'Listen' } }))!;
    await writeEntry(
      db,
      desk.now,
      entry({ kind: 'check', pointId: ids.point, taskIds: [listen.id], body: { result: 'in-order' } }),
    );
    await db.IntervalStage.update({ hours: 700 }, { where: { taskId: ids.task } });
    expect(await undoChange(desk, applied.value.changeSetId)).toMatchObject({ ok: false, code: 'edited-meanwhile' });
    await db.IntervalStage.update({ hours: 600 }, { where: { taskId: ids.task } });
    expect(await undoChange(desk, applied.value.changeSetId)).toMatchObject({ ok: true });
    expect((await db.Task.findByPk(listen.id))!.retiredOn).toBe('2026-06-15');
    expect(await undoChange(desk, applied.value.changeSetId)).toMatchObject({ ok: false, code: 'conflict' });
  });

  describe('of the first hours', () => {
    it('apply themselves when a unit is commissioned, however the entry comes in', async () => {
      const first = {
        name: 'First hours',
        pointKind: 'rolling-bearing',
        firstHours: true,
        tasks: [
          { ...row, title: 'Level, first days', when: '7 × daily' },
          { ...row, action: 'retighten', title: 'Bolts', when: '1 × 8 h; 1 × 50 h; then yearly' },
        ],
      };
      expect(await saveTaskTemplate(desk, null, first)).toMatchObject({ ok: true });
      const ahead = await readFirstWeeks(desk, (await db.LubePoint.findByPk(ids.point))!);
      expect(ahead.filter(({ title }) => title === 'Level, first days')).toHaveLength(7);
      expect(ahead.filter(({ title }) => title === 'Bolts').map(({ on }) => on)).toEqual(['2026-06-16', '2026-06-19']);

      expect(
        await writeEntry(
          db,
          desk.now,
          entry({ kind: 'commissioning', pointId: ids.point, body: { basis: 'commissioned' } }),
        ),
      ).toMatchObject({ ok: true, stored: true });
      const states = await loadTaskStates(db, desk.now, { pointId: ids.point });
      expect(states.map(({ title, due }) => [title, due.dueOn, due.runIn]).sort()).toEqual([
        // Ten hours at sixteen a day end at three in the night, which belongs to the day before.
        ['Bolts', '2026-06-15', true],
        ['Level, first days', '2026-06-16', true],
        ['Regrease', expect.any(String), false],
      ]);
    });

    it('are over after so many times, and begin again with the next overhaul', async () => {
      const level = (await db.Task.findOne({ where: { title: 'Level, first days' } }))!;
      for (let day = 1; day <= 7; day += 1)
        await writeEntry(
          db,
          desk.now,
          entry({
            kind: 'check',
            pointId: ids.point,
            taskIds: [level.id],
            happenedAt: new Date(desk.now.getTime() + day).toISOString(),
            body: { result: 'in-order' },
          }),
        );
      const due = async () => (await loadTaskStates(db, desk.now, { taskIds: [level.id] }))[0]!.due;
      expect(await due()).toMatchObject({ state: 'known', stage: 'finished', servicesDone: 7 });
      expect((await due()).dueOn).toBeUndefined();
      await writeEntry(
        db,
        desk.now,
        entry({
          kind: 'commissioning',
          pointId: ids.point,
          happenedAt: new Date(desk.now.getTime() + 60_000).toISOString(),
          body: { basis: 'commissioned', note: 'Overhauled.' },
        }),
      );
      expect(await due()).toMatchObject({ stage: 'run-in', dueOn: '2026-06-16' });
      expect(await db.Task.count({ where: { pointId: ids.point, retiredOn: null } })).toBe(3);
    });
  });
});
