import { describe, expect, it } from 'vitest';
import { freshDatabase } from '@/db/testing';
import { auditWords, readOperatorCard } from '../walk/operator-card';
import { readDiary } from '../read/diary';
import { readDueList } from '../read/due-list';
import { readOutlook, readOutlookWeek } from '../ahead/outlook';
import { eachPlanLine } from '../read/plan-lines';
import { readRoundsAhead } from '../read/rounds-ahead';
import { undoChange } from '../bulk/change-many';
import { saveClosures } from '../register/machines';
import { duplicateMachine } from '../register/templates';
import { gathered, smallPlant, taskForm } from '../testing';
import { writeEntry } from '../write/write-entries';
import { applyWhatIf } from '../bulk/apply-what-if';
import { projectMachines, stampPlans } from '../standing/projection';
import { createRoute } from '../walk/routes';
import { loadTaskStates } from '../standing/states';
import { createTask, takeOilLife, updateTask } from './tasks';

describe('the plan ahead', async () => {
  const db = await freshDatabase();
  const { ids, desk, entry, newId } = await smallPlant(db);
  const task = { ...taskForm, minutes: '6', when: '14 d' };
  const make = async (change: object) => {
    const made = await createTask(desk, ids.point, { ...task, ...change });
    if (!made.ok) throw new Error(JSON.stringify(made.fields));
    return made.value.id;
  };
  const answer = (taskId: string, happenedAt: string, kind: 'check' | 'grease' = 'check') =>
    writeEntry(
      db,
      desk.now,
      entry({
        kind,
        pointId: ids.point,
        taskIds: [taskId],
        happenedAt,
        body: kind === 'check' ? { result: 'in-order' } : { lubricantId: ids.grease, massG: 20 },
      }),
    );
  const due = async (taskId: string) => (await loadTaskStates(db, desk.now, { taskIds: [taskId] }))[0]!.due;
  const look = await make({});
  await answer(look, '2026-06-10T08:00:00Z');
  await answer(ids.task, '2026-06-01T08:00:00Z', 'grease');

  it('lists what is due, cut and grouped, and reads a stretch of it at a time', async () => {
    const all = await readDueList(desk, {}, { offset: 0, limit: 10 });
    expect(all.states.map(({ title }) => title)).toEqual(['Look', 'Regrease']);
    expect((await readDueList(desk, {}, { offset: 1, limit: 1 })).states.map(({ title }) => title)).toEqual([
      'Regrease',
    ]);
    expect((await readDueList(desk, { standing: 'unknown' }, { offset: 0, limit: 10 })).total).toBe(0);
    expect(
      (await readDueList(desk, { lubricant: 'G-1', machine: 'M-1', week: '2026-W26' }, { offset: 0, limit: 10 })).total,
    ).toBe(1);
    expect((await readDueList(desk, { group: 'area' }, { offset: 0, limit: 10 })).groups).toEqual([
      { key: 'A', label: 'A Hall A', count: 2 },
    ]);
    for (const group of ['route', 'lubricant', 'machineState', 'stage', 'week'] as const)
      expect((await readDueList(desk, { group }, { offset: 0, limit: 10 })).total).toBe(2);
    expect(
      (await readDueList(desk, { standing: 'low' }, { offset: 0, limit: 10 })).states.map(({ title }) => title),
    ).toEqual(['Regrease']);
  });

  it('puts a task off with a reason, up to its cap and no further', async () => {
    const putOff = (untilOn: string) =>
      writeEntry(
        db,
        desk.now,
        entry({
          kind: 'postpone',
          pointId: ids.point,
          taskIds: [look],
          body: { untilOn, wasDueOn: '2026-06-24', reason: 'No stop before.' },
        }),
      );
    expect(await putOff('2026-06-28')).toMatchObject({
      ok: false,
      reason: expect.stringContaining('2026-06-27 at the latest'),
    });
    expect(await putOff('2026-06-20')).toMatchObject({ ok: false, reason: expect.stringContaining('must lie after') });
    expect(await putOff('2026-06-27')).toMatchObject({ ok: true });
    expect(await due(look)).toMatchObject({ dueOn: '2026-06-27', postponedFrom: '2026-06-24' });
    // The cap counts from the day it was due, not from where it was put off to.
    expect(await putOff('2026-06-29')).toMatchObject({ ok: false });
  });

  it('answers events, days of the year, standstills and wear by its triggers', async () => {
    const flood = await make({ title: 'Dry out', when: 'yearly', events: ['flood'] });
    await answer(flood, '2026-06-02T08:00:00Z');
    expect((await due(flood)).by).toBe('days');
    await writeEntry(
      db,
      desk.now,
      entry({ kind: 'note', body: { event: 'flood', text: 'Water in the pit.' }, happenedAt: '2026-06-14T09:00:00Z' }),
    );
    expect(await due(flood)).toMatchObject({ by: 'event', dueOn: '2026-06-14' });
    const frost = await make({
      title: 'Heater',
      when: '',
      yearlyName: 'the frost',
      yearlyOn: '11-01',
      yearlyDaysBefore: '14',
    });
    await answer(frost, '2026-06-02T08:00:00Z');
    expect(await due(frost)).toMatchObject({ by: 'season', dueOn: '2026-10-18' });
    const pads = await make({ title: 'Pads', action: 'turn', when: '', life: '320 h' });
    await writeEntry(
      db,
      desk.now,
      entry({
        kind: 'commissioning',
        pointId: ids.point,
        taskIds: [pads],
        happenedAt: '2026-06-05T08:00:00Z',
        body: { basis: 'start-today' },
      }),
    );
    // 160 h at sixteen a day: turned over after ten days, replaced ten days after that.
    expect(await due(pads)).toMatchObject({ stage: 'turn over', dueOn: '2026-06-15' });
    await answer(pads, '2026-06-15T08:00:00Z');
    expect(await due(pads)).toMatchObject({ stage: 'replace', dueOn: '2026-06-25' });
  });

  it('stretches run hours over a shutdown, and leaves calendar days alone', async () => {
    const before = [(await due(ids.task)).dueOn!, (await due(look)).dueOn!];
    expect(
      await saveClosures(desk, { closures: [{ name: 'Summer', from: '2026-07-06', to: '2026-07-12' }] }),
    ).toMatchObject({ ok: true });
    expect([(await due(ids.task)).dueOn, (await due(look)).dueOn]).toEqual(['2026-08-09', before[1]]);
    expect(before[0]).toBe('2026-08-02');
    expect(
      await saveClosures(desk, { closures: [{ name: 'Back', from: '2026-07-06', to: '2026-07-01' }] }),
    ).toMatchObject({ ok: false, fields: { 'closures.0.to': expect.any(String) } });
    await saveClosures(desk, { closures: [] });
  });

  it('looks ahead by weeks and into one of them', async () => {
    const { weeks, tasks } = await readOutlook(desk, 13);
    expect(weeks).toHaveLength(13);
    expect(tasks).toBe(5);
    expect(weeks.some(({ lubricants }) => lubricants['G-1'])).toBe(true);
    const total = weeks.reduce((sum, week) => sum + week.tasks, 0);
    const services = await Promise.all(weeks.map(({ week }) => readOutlookWeek(desk, week)));
    expect(services.flatMap((week) => week.services)).toHaveLength(total);
    expect(services.reduce((sum, { count }) => sum + count, 0)).toBe(total);
  });

  it('gives planned rounds that keep their number when their day moves', async () => {
    const route = await createRoute(desk, { code: 'R', name: 'Round', note: '', taskIds: [look, ids.task] });
    if (!route.ok) throw new Error(route.reason);
    const rounds = await readRoundsAhead(desk);
    expect(rounds[0]).toMatchObject({
      code: 'R',
      number: 1,
      on: '2026-06-27',
      tasks: [{ label: 'M-1·01', title: 'Look' }],
    });
    await answer(look, '2026-06-15T09:00:00Z');
    const moved = await readRoundsAhead(desk);
    expect(moved[0]).toMatchObject({ number: 1, on: '2026-06-29' });
    expect(new Set(moved.map(({ number }) => number)).size).toBe(moved.length);
    expect((await gathered(eachPlanLine(desk))).flat().find(({ task: title }) => title === 'Look')).toMatchObject({
      machine: 'M-1',
      point: 'M-1·01',
      interval: 'fortnightly',
      stages: [{ name: 'steady', days: 14 }],
      dueOn: '2026-06-29',
      routes: ['R'],
    });
  });

  it('makes a trial the plan, and takes it back', async () => {
    expect(await applyWhatIf(desk, { taskIds: [look], change: { intervalFactor: 2 }, reason: '' })).toMatchObject({
      ok: false,
      fields: { reason: expect.stringContaining('Say why') },
    });
    expect(await applyWhatIf(desk, { taskIds: [look], change: {}, reason: 'No reason.' })).toMatchObject({ ok: false });
    expect(
      await applyWhatIf(desk, { taskIds: [look], change: { intervalFactor: 2 }, reason: 'Clean room now.' }),
    ).toMatchObject({ ok: true, value: { restaged: 1, overruled: 0, refused: 0 } });
    expect((await due(look)).dueOn).toBe('2026-07-13');
    const set = (await db.ChangeSet.findOne({ where: { kind: 'what-if' } }))!;
    expect(await undoChange(desk, set.id)).toMatchObject({ ok: true });
    expect((await due(look)).dueOn).toBe('2026-06-29');
  });

  it('overrules a computed interval instead of replacing it', async () => {
    const change = await make({
      title: 'Change oil',
      action: 'oil-change',
      amountKind: 'litres',
      amount: '3',
      when: '4000 h',
    });
    expect(
      await takeOilLife(desk, change, {
        baseLifeH: '4000',
        baseTemperatureC: '60',
        temperatureC: '70 °C',
        severity: ['dust'],
      }),
    ).toEqual({ ok: true, value: { hours: 1000 } });
    await answer(change, '2026-06-10T08:00:00Z');
    expect(
      await applyWhatIf(desk, { taskIds: [change], change: { warmerK: 10 }, reason: 'Hotter hall.' }),
    ).toMatchObject({ ok: true, value: { overruled: 1, warmed: 1 } });
    const [state] = await loadTaskStates(db, desk.now, { taskIds: [change] });
    expect(state!.interval).toMatchObject({
      override: { value: 500, computed: 1000, reason: 'Hotter hall.' },
      computed: { methodId: 'oil.life' },
      stages: [{ hours: 500 }],
    });
    expect((await db.LubePoint.findByPk(ids.point))!.details.temperatureC).toBe(70);
    // A second trial overrules again; what was computed stays beside it.
    await applyWhatIf(desk, { taskIds: [change], change: { intervalFactor: 0.5 }, reason: 'Dustier still.' });
    expect((await loadTaskStates(db, desk.now, { taskIds: [change] }))[0]!.interval.override).toMatchObject({
      value: 250,
      computed: 1000,
      reason: 'Dustier still.',
    });
  });

  it('changes a task, and leaves what was computed to be overruled', async () => {
    const id = await make({ title: 'Wipe the rods', procedureText: 'Dry cloth.' });
    const version = async () => (await db.Task.findByPk(id))!.version;
    const save = async (change: object) =>
      updateTask(desk, id, await version(), {
        ...task,
        title: 'Wipe the rods',
        procedureText: 'Dry cloth.',
        ...change,
      });
    await answer(id, '2026-06-10T08:00:00Z');
    expect(await due(id)).toMatchObject({ dueOn: '2026-06-24', window: { fromOn: '2026-06-23' } });
    expect(
      await save({
        when: '3 × weekly; then 20 d',
        tolerancePct: '0',
        minutes: '9',
        procedureText: 'Damp cloth.',
        procedureCode: 'hand-oiled',
        who: 'mechanic',
      }),
    ).toMatchObject({ ok: true });
    expect(await due(id)).toMatchObject({ dueOn: '2026-06-30', window: { fromOn: '2026-06-30', toOn: '2026-06-30' } });
    expect(await db.Task.findByPk(id)).toMatchObject({
      minutes: 9,
      who: 'mechanic',
      procedureCode: 'hand-oiled',
      procedureVersion: 2,
      version: 1,
    });
    expect((await db.IntervalStage.findAll({ where: { taskId: id } })).length).toBe(2);
    expect(await save({ action: 'top-up', when: '14 d' })).toMatchObject({
      ok: false,
      fields: { action: expect.stringContaining('as the log answers it') },
    });
    expect(await save({ procedureCode: 'by-ear' })).toMatchObject({
      ok: false,
      fields: { procedureCode: 'Done by the steps of: choose one.' },
    });
    expect(await save({ when: 'never' })).toMatchObject({
      ok: false,
      fields: { when: expect.stringContaining('no interval') },
    });
    expect(await updateTask(desk, id, (await version()) - 1, { ...task, title: 'Late' })).toMatchObject({
      ok: false,
      code: 'edited-meanwhile',
    });
    expect(await updateTask(desk, ids.point, 0, task)).toMatchObject({ ok: false, code: 'not-found' });
    // The interval has rows of its own; somebody who saw the former one is told all the same.
    const seen = await version();
    expect(
      await save({ when: '3 × weekly; then 21 d', tolerancePct: '0', minutes: '9', who: 'mechanic' }),
    ).toMatchObject({
      ok: true,
    });
    expect(await updateTask(desk, id, seen, { ...task, title: 'Wipe the rods', when: '40 d' })).toMatchObject({
      ok: false,
      code: 'edited-meanwhile',
    });

    const oil = await make({
      title: 'Change oil again',
      action: 'oil-change',
      amountKind: 'litres',
      amount: '3',
      when: '4000 h',
    });
    await takeOilLife(desk, oil, { baseLifeH: '4000', baseTemperatureC: '60', temperatureC: '70', severity: [] });
    const stored = (await db.Task.findByPk(oil))!;
    const same = {
      ...task,
      title: 'Change oil, warm',
      action: 'oil-change',
      amountKind: 'litres',
      amount: '3',
      when: '2000 h',
    };
    expect(await updateTask(desk, oil, stored.version, { ...same, when: '2500 h' })).toMatchObject({
      ok: false,
      fields: { when: expect.stringContaining('Overrule it') },
    });
    expect(await updateTask(desk, oil, stored.version, same)).toMatchObject({ ok: true });
    expect(await db.Task.findByPk(oil)).toMatchObject({
      title: 'Change oil, warm',
      intervalComputed: { methodId: 'oil.life' },
    });
  });

  it('an interval belongs to the point and its lubricant: a better one gets its own, the former keeps its', async () => {
    const id = await make({ title: 'Change the fill', when: '100 d' });
    await answer(id, '2026-06-10T08:00:00Z');
    const state = async () => (await loadTaskStates(db, desk.now, { taskIds: [id] }))[0]!;
    expect((await state()).interval).toMatchObject({ setFor: null, stages: [{ days: 100 }] });
    const better = await db.Lubricant.create({
      id: newId(),
      code: 'G-9',
      name: 'Better grease',
      kind: 'grease',
      nlgi: '2',
      thickener: null,
      baseOil: null,
      isoVg: null,
      kv40: null,
      lowerC: null,
      upperC: null,
    });
    const assignment = await db.Assignment.create({
      id: newId(),
      pointId: ids.point,
      lubricantId: better.id,
      source: 'plant-engineer',
      sourceText: 'Written',
      sourceOn: '2026-06-01',
      personId: ids.anna,
    });
    await projectMachines(db, [ids.machine]);
    expect(await state()).toMatchObject({
      lubricant: { code: 'G-9' },
      interval: { setFor: { code: 'G-1' }, stages: [{ days: 100 }] },
      due: { dueOn: '2026-09-18' },
    });
    expect(await updateTask(desk, id, 0, { ...task, title: 'Change the fill', when: '200 d' })).toMatchObject({
      ok: true,
    });
    expect(await state()).toMatchObject({
      interval: { setFor: null, stages: [{ days: 200 }] },
      due: { dueOn: '2026-12-27' },
    });
    // A trial that becomes the plan changes the interval that holds, not the one that waits.
    expect(
      await applyWhatIf(desk, { taskIds: [id], change: { intervalFactor: 0.75 }, reason: 'Dusty now.' }),
    ).toMatchObject({ ok: true, value: { restaged: 1 } });
    expect(await state()).toMatchObject({ interval: { setFor: null, stages: [{ days: 150 }] } });
    expect(await updateTask(desk, id, 1, { ...task, title: 'Change the fill', when: '200 d' })).toMatchObject({
      ok: true,
    });
    // Back to the former: its hundred days are still there.
    await db.Assignment.update({ source: 'hearsay' }, { where: { id: assignment.id } });
    await projectMachines(db, [ids.machine]);
    expect(await state()).toMatchObject({
      lubricant: { code: 'G-1' },
      interval: { setFor: null, stages: [{ days: 100 }] },
      due: { dueOn: '2026-09-18' },
    });
  });

  it('the yearly task answers what it does as well, and only when it is done', async () => {
    const monthly = await make({ title: 'Check the seals', when: 'monthly' });
    const yearly = await make({ title: 'Overhaul the seals', when: 'yearly', includesTaskIds: [monthly] });
    await answer(monthly, '2026-05-20T08:00:00Z');
    expect((await due(monthly)).dueOn).toBe('2026-06-19');
    await writeEntry(
      db,
      desk.now,
      entry({
        kind: 'skip',
        pointId: ids.point,
        taskIds: [yearly],
        happenedAt: '2026-06-11T08:00:00Z',
        body: { reason: 'no-time' },
      }),
    );
    expect((await due(monthly)).dueOn).toBe('2026-06-19');
    await answer(yearly, '2026-06-12T08:00:00Z');
    expect(await due(monthly)).toMatchObject({ dueOn: '2026-07-12', servicesDone: 1 });
    expect((await due(yearly)).dueOn).toBe('2027-06-12');
    // An entry that names both counts once.
    await writeEntry(
      db,
      desk.now,
      entry({
        kind: 'check',
        pointId: ids.point,
        taskIds: [monthly, yearly],
        happenedAt: '2026-06-13T08:00:00Z',
        body: { result: 'in-order' },
      }),
    );
    expect((await due(monthly)).servicesDone).toBe(2);
    const [state] = await loadTaskStates(db, desk.now, { taskIds: [monthly] });
    expect(state).toMatchObject({ includes: [], answeredBy: [yearly] });

    // Out of use, what it did was done all the same; a copy of the machine has its own two.
    await db.Task.update({ retiredOn: '2026-06-14' }, { where: { id: yearly } });
    await projectMachines(db, [ids.machine]);
    expect((await due(monthly)).dueOn).toBe('2026-07-13');
    await db.Task.update({ retiredOn: null }, { where: { id: yearly } });
    const copied = await duplicateMachine(desk, ids.machine, { codes: 'M-9', name: 'Fan 9', areaId: ids.area });
    if (!copied.ok) throw new Error(copied.reason);
    const copies = (await loadTaskStates(db, desk.now, {})).filter(({ machine }) => machine.code === 'M-9');
    const titled = (title: string) => copies.find((copy) => copy.title === title)!;
    expect(titled('Overhaul the seals').includes).toEqual([titled('Check the seals').taskId]);
    expect(titled('Check the seals').answeredBy).toEqual([titled('Overhaul the seals').taskId]);
  });

  it('a task does as well only what is done at its point, and never itself', async () => {
    const wrong = { ok: false, fields: { includesTaskIds: expect.stringContaining('other tasks of this point') } };
    expect(await createTask(desk, ids.point, { ...task, includesTaskIds: [newId()] })).toMatchObject(wrong);
    const id = await make({ title: 'Wipe' });
    const { version = 0 } = (await db.Task.findByPk(id))!;
    expect(await updateTask(desk, id, version, { ...task, title: 'Wipe', includesTaskIds: [id] })).toMatchObject(wrong);
  });

  it('keeps the operator’s tasks on the card, off the list, and counts how the card was kept', async () => {
    const oil = await make({ title: 'Oil the ways', when: '4 h', who: 'operator' });
    await answer(oil, '2026-06-15T06:00:00Z');
    await answer(oil, '2026-06-15T09:30:00Z');
    expect(
      (await readDueList(desk, {}, { offset: 0, limit: 20 })).states.some(({ title }) => title === 'Oil the ways'),
    ).toBe(false);
    expect((await readDueList(desk, { who: 'operator' }, { offset: 0, limit: 20 })).total).toBe(1);
    const inDays = (days: number) => ({ ...desk, now: new Date(desk.now.getTime() + days * 86_400_000) });
    const card = (await readOperatorCard(inDays(6.75), 'm-1'))!;
    expect(card.lines).toMatchObject([{ title: 'Oil the ways', every: 'every 4 h', done: 2, expected: 27 }]);
    expect(auditWords(card.lines)).toContain('Oil the ways 2 of about 27 times, in the plan for 6 d.');
    // Nobody is asked for what was not in the plan yet.
    expect((await readOperatorCard(inDays(0.125), 'm-1'))!.lines).toMatchObject([{ expected: 0 }]);
    const week = (await readOperatorCard(inDays(8), 'm-1'))!;
    expect(week.lines).toMatchObject([{ done: 0, expected: 28 }]);
    expect(auditWords(week.lines)).toContain('Oil the ways 0 of about 28 times.');
    expect(auditWords([{ ...week.lines[0]!, expected: 0 }])).toBeNull();
    expect(auditWords([])).toBeNull();
    await make({ title: 'Grease the ram', when: '3 h' });
    expect((await readOperatorCard(desk, 'M-1'))!.belongs).toMatchObject([
      { title: 'Grease the ram', every: 'every 3 h' },
    ]);
  });

  it('a card says what the counter has counted since, from its first count on', async () => {
    const id = newId();
    await db.Meter.create({ id, machineId: ids.machine, name: 'Cuts', unit: 'cuts', maxPerDay: 100_000 });
    const often = await make({ title: 'Wipe the ram', who: 'operator', when: '500 cuts', meterId: id });
    await db.transaction((transaction) => stampPlans(db, transaction));
    const counted = async () =>
      (await readOperatorCard(desk, 'M-1'))!.lines.find(({ taskId }) => taskId === often)!.counted;
    const read = (value: number, happenedAt: string) =>
      writeEntry(db, desk.now, entry({ kind: 'reading', happenedAt, body: { meterId: id, value } }));
    expect(await counted()).toBeNull();
    expect(await read(81_000, '2026-06-12T06:00:00Z')).toMatchObject({ ok: true });
    expect(await counted()).toBe(0);
    await read(81_400, '2026-06-14T06:00:00Z');
    expect(await counted()).toBe(400);
    await answer(often, '2026-06-13T06:00:00Z');
    expect(await counted()).toBeCloseTo(200, 6);
  });

  it('a day counts the walks that it shows, and says that there are others', async () => {
    for (let place = 1; place <= 26; place += 1) {
      const taskId = await make({ title: `Look ${place}`, when: '14 d' });
      await answer(taskId, '2026-05-20T08:00:00Z');
      const code = `Z-${String(place).padStart(2, '0')}`;
      const route = await createRoute(desk, { code, name: 'Walk', note: '', taskIds: [taskId] });
      if (!route.ok) throw new Error(route.reason);
    }
    const walksOf = async (day: string) => {
      const { walks, more } = await readDiary(desk, day);
      return { some: walks.filter(({ code }) => code.startsWith('Z-')), many: walks.length, more };
    };
    for (const day of ['2026-06-15', '2026-06-14']) {
      const { some, many, more } = await walksOf(day);
      expect([many, more]).toEqual([24, true]);
      expect(some.every(({ count, overdue, tasks }) => count === 1 && overdue === 1 && tasks.length <= 1)).toBe(true);
    }
    // Before they fell due, and on a coming day that none falls on.
    expect((await walksOf('2026-05-25')).some).toEqual([]);
    expect((await walksOf('2026-06-16')).some).toEqual([]);
    expect((await walksOf('2026-06-16')).more).toBe(false);
  });
});
