import { describe, expect, it } from 'vitest';
import { freshDatabase } from '@/db/testing';
import { createTask, updateTask } from '../plan/tasks';
import { loadTaskStates } from '../standing/states';
import { smallPlant, taskForm } from '../testing';
import { readUntilNow } from '../walk/last-readings';
import { writeEntry } from './write-entries';

describe('a look that reads', async () => {
  const db = await freshDatabase();
  const { ids, desk, entry } = await smallPlant(db);
  const reading = {
    quantity: 'temperature',
    name: 'Oil temperature',
    unit: '°C',
    validIn: 'running-loaded',
    warnHigh: '70',
    stopHigh: '85',
  };
  const made = await createTask(desk, ids.point, { ...taskForm, when: '7 d', readings: [reading] });
  if (!made.ok) throw new Error(JSON.stringify(made.fields));
  const taskId = made.value.id;
  const look = (day: number, body: Record<string, unknown>, change: object = {}) =>
    writeEntry(
      db,
      desk.now,
      entry({
        kind: 'check',
        kindVersion: 2,
        pointId: ids.point,
        taskIds: [taskId],
        happenedAt: new Date(Date.UTC(2026, 5, day, 8)).toISOString(),
        body,
        ...change,
      }),
    );
  const read = (value: number, change: object = {}) => ({
    quantity: 'Oil temperature',
    value,
    unit: '°C',
    state: 'running-loaded',
    ...change,
  });
  const due = async () => (await loadTaskStates(db, desk.now, { taskIds: [taskId] }))[0]!.due;

  it('is asked for what its task says', async () => {
    const [state] = await loadTaskStates(db, desk.now, { taskIds: [taskId] });
    expect(state!.readings).toEqual([
      {
        quantity: 'temperature',
        name: 'Oil temperature',
        unit: '°C',
        validIn: 'running-loaded',
        band: { warnHigh: 70, stopHigh: 85 },
      },
    ]);
  });

  it('is in order only while all of it lies where it should, and done only then', async () => {
    expect(await look(1, { result: 'in-order', readings: [read(61)] })).toMatchObject({ ok: true });
    expect((await due()).dueOn).toBe('2026-06-08');
    const refused = await look(3, { result: 'in-order', readings: [read(50), read(72)] });
    expect(refused).toMatchObject({ ok: false, problems: [{ pointer: '/body/readings/1/value' }] });
    expect(!refused.ok && refused.reason).toContain('Oil temperature 72 °C is above 70 °C: this look is not in order');
    expect(await look(3, { result: 'off', readings: [read(72)] })).toMatchObject({ ok: true });
    // Not in order is no service: it is due as before.
    expect((await due()).dueOn).toBe('2026-06-08');
    expect(await db.Entry.count({ where: { kind: 'finding' } })).toBe(1);
  });

  it('is not put right into what it cannot be', async () => {
    const off = await db.Entry.findOne({ where: { kind: 'check' }, order: [['seq', 'DESC']], rejectOnEmpty: true });
    const correct = (body: Record<string, unknown>) =>
      writeEntry(
        db,
        desk.now,
        entry({
          kind: 'correction',
          kindVersion: 2,
          pointId: ids.point,
          taskIds: [],
          replacesId: off.id,
          body: {
            reason: 'Read wrong.',
            replacement: {
              kindVersion: 2,
              happenedAt: '2026-06-03T08:00:00.000Z',
              offsetMinutes: 0,
              taskIds: [taskId],
              body,
            },
          },
        }),
      );
    expect(await correct({ result: 'in-order', readings: [read(71)] })).toMatchObject({
      ok: false,
      problems: [{ pointer: '/body/replacement/body/readings/0/value' }],
    });
    expect(await correct({ result: 'in-order', readings: [read(62)] })).toMatchObject({ ok: true });
    expect((await due()).dueOn).toBe('2026-06-10');
  });

  it('keeps an observation, what has another name, and what was written in the first version', async () => {
    expect(await look(4, { result: 'in-order', readings: [read(99, { state: 'isolated' })] })).toMatchObject({
      ok: true,
    });
    expect(await look(5, { result: 'in-order', readings: [read(99, { quantity: 'Room' })] })).toMatchObject({
      ok: true,
    });
    expect(await look(6, { result: 'in-order', readings: [read(99, { unit: '°F' })] })).toMatchObject({ ok: true });
    expect(await look(7, { result: 'in-order' }, { kindVersion: 1 })).toMatchObject({ ok: true });
  });

  it('tells the next what was read last, by name', async () => {
    const untilNow = await readUntilNow(db, desk.now, await loadTaskStates(db, desk.now, { taskIds: [taskId] }));
    const asked = { ...reading, name: 'Oil temperature', validIn: null, band: {} } as never;
    expect(untilNow(ids.point, asked)).toMatchObject({ last: { value: 99 }, usualPerDay: null, curve: [] });
    expect((await readUntilNow(db, desk.now, []))(ids.point, asked).last).toBeNull();
  });

  it('asks for nothing any more when its task is changed so; what puts something in may ask as well', async () => {
    const task = await db.Task.findByPk(taskId, { rejectOnEmpty: true });
    expect(await updateTask(desk, taskId, task.version!, { ...taskForm, when: '7 d', readings: [] })).toMatchObject({
      ok: true,
    });
    expect((await db.Task.findByPk(taskId))!.readings).toEqual([]);
    const filled = await createTask(desk, ids.point, {
      ...taskForm,
      action: 'top-up',
      title: 'Top up',
      when: '7 d',
      readings: [reading],
    });
    expect(filled.ok && (await db.Task.findByPk(filled.value.id))!.readings).toHaveLength(1);
    expect(await createTask(desk, ids.point, { ...taskForm, readings: [{ ...reading, name: '' }] })).toMatchObject({
      ok: false,
      fields: { 'readings.0.name': expect.stringContaining('What is read') as string },
    });
  });
});
