import fc from 'fast-check';
import { ulid } from 'ulid';
import { describe, expect, it } from 'vitest';
import { freshDatabase } from '@/db/testing';
import { openFindings } from '../follow/findings';
import { createTask, updateTask } from '../plan/tasks';
import { readTrends } from '../read/trends';
import { loadTaskStates } from '../standing/states';
import { smallPlant, taskForm } from '../testing';
import { observationPost, postObservation } from './observations';
import { writeEntry } from './write-entries';

describe('what is observed at a point', async () => {
  const db = await freshDatabase();
  const { ids, desk, entry } = await smallPlant(db);
  const readings = [
    {
      quantity: 'temperature',
      name: 'Oil temperature',
      unit: '°C',
      validIn: 'running-loaded',
      warnHigh: '70',
      stopHigh: '85',
    },
    { quantity: 'pressure', name: 'Feed pressure', unit: 'bar', validIn: '', warnLow: '1.5' },
  ];
  const made = await createTask(desk, ids.point, { ...taskForm, when: '7 d', readings });
  if (!made.ok) throw new Error(JSON.stringify(made.fields));
  const taskId = made.value.id;
  const at = (day: number) => new Date(Date.UTC(2026, 5, day, 8)).toISOString();
  const post = (day: number, values: object[], change: object = {}) =>
    postObservation(
      db,
      desk.now,
      observationPost.parse({ id: ulid(), at: at(day), pointId: ids.point, values, source: 'cabinet', ...change }),
    );
  const warm = (value: number, state?: string) => ({
    quantity: 'temperature',
    value,
    unit: '°C',
    ...(state && { state }),
  });
  const feed = (value: number) => ({ quantity: 'Feed pressure', value, unit: 'bar' });
  const due = async () => (await loadTaskStates(db, desk.now, { taskIds: [taskId] }))[0]!.due.dueOn;

  it('answers its task when all that it asks was read and lies where it should', async () => {
    const written = await post(1, [warm(61, 'running-loaded'), feed(2)], { taskId });
    expect(written).toMatchObject({
      outcome: { ok: true, stored: true },
      observed: { result: 'in-order', answersTask: true, past: [] },
    });
    expect(await due()).toBe('2026-06-08');
    const [entryRow] = await db.Entry.findAll({ where: { kind: 'check' } });
    expect(entryRow).toMatchObject({ deviceId: 'api:cabinet' });
    // By its quantity it is that reading of the task.
    expect(entryRow!.body).toContain('"quantity":"Oil temperature"');
    // Half of it is an observation and no look done; read in another state as well.
    expect((await post(2, [feed(2)], { taskId }))!.observed.answersTask).toBe(false);
    expect((await post(3, [warm(61, 'isolated'), feed(2)], { taskId }))!.observed.answersTask).toBe(false);
    expect((await post(3, [warm(61), feed(2)]))!.observed.answersTask).toBe(false);
    expect(await due()).toBe('2026-06-08');
  });

  it('past a limit is no look done, and a finding for each', async () => {
    const written = await post(4, [warm(88, 'running-loaded'), feed(1)], { taskId });
    expect(written!.observed).toEqual({
      result: 'off',
      answersTask: false,
      past: [
        { quantity: 'Oil temperature', value: 88, side: 'high', limit: 85 },
        { quantity: 'Feed pressure', value: 1, side: 'low', limit: 1.5 },
      ],
    });
    expect(await due()).toBe('2026-06-08');
    expect((await openFindings(db, desk.now)).shown.map(({ urgency, said }) => [urgency, said])).toEqual([
      ['act-now', 'hotter than usual'],
      ['plan', 'pressure too low'],
    ]);
  });

  it('is the same when it is sent again, also after its limits were changed', async () => {
    const id = ulid();
    const values = [warm(75, 'running-loaded'), feed(2)];
    expect((await post(5, values, { id, taskId }))!.outcome).toMatchObject({ ok: true, stored: true });
    const entries = await db.Entry.count();
    expect((await post(5, values, { id, taskId }))!.outcome).toMatchObject({ ok: true, stored: false });
    const { version = 0 } = (await db.Task.findByPk(taskId))!;
    const wider = [{ ...readings[0], warnHigh: '80' }, readings[1]];
    expect(await updateTask(desk, taskId, version, { ...taskForm, when: '7 d', readings: wider })).toMatchObject({
      ok: true,
    });
    expect(await post(5, values, { id, taskId })).toMatchObject({
      outcome: { ok: true, stored: false },
      observed: { result: 'off' },
    });
    expect(await db.Entry.count()).toBe(entries);
    expect((await post(5, [warm(40)], { id }))!.outcome).toMatchObject({ ok: false, code: 'conflict' });
  });

  it('is of a point and a task that there are', async () => {
    expect(await post(1, [warm(1)], { pointId: ulid() })).toBeUndefined();
    expect((await post(1, [warm(1)], { taskId: ulid() }))!.outcome).toMatchObject({ ok: false });
    expect(observationPost.safeParse({ id: ulid(), at: at(1), pointId: ids.point, values: [] }).success).toBe(false);
  });

  it('is drawn over the run hours of its machine, with what was done meanwhile', async () => {
    const trends = await readTrends(db, ids.machine);
    const warmth = trends.find(({ name }) => name === 'Oil temperature')!;
    expect(warmth.readings.map(({ value, isObservation }) => [value, isObservation])).toEqual([
      [61, false],
      [61, true],
      [61, true],
      [88, false],
      [75, false],
    ]);
    expect(warmth.band).toMatchObject({ warnHigh: 80, stopHigh: 85 });
    expect(warmth.marks.some(({ words }) => words === 'finding')).toBe(true);
    // Nobody has read its hours yet.
    expect(warmth.readings.every(({ hours }) => hours === null)).toBe(true);
    for (const [day, value] of [
      [1, 1000],
      [11, 1160],
    ] as const)
      await writeEntry(
        db,
        desk.now,
        entry({ kind: 'reading', happenedAt: at(day), body: { meterId: ids.meter, value } }),
      );
    expect((await readTrends(db, ids.machine, ids.point))[0]!.readings[0]).toMatchObject({ hours: 1000 });
    expect(await readTrends(db, ids.other)).toEqual([]);
  });

  it('never counts as done while anything is past its limit, and never vanishes', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.record({
          warmth: fc.integer({ min: 40, max: 100 }),
          pressure: fc.integer({ min: 0, max: 4 }),
          state: fc.constantFrom('running-loaded', 'isolated', undefined),
        }),
        async ({ warmth, pressure, state }) => {
          const before = await db.Entry.count({ where: { kind: 'finding' } });
          const written = (await post(6, [warm(warmth, state), feed(pressure)], { taskId }))!;
          const isPast = (state === 'running-loaded' && warmth > 80) || pressure < 1.5;
          expect(written.observed.result).toBe(isPast ? 'off' : 'in-order');
          expect(written.observed.answersTask).toBe(!isPast && state === 'running-loaded');
          const after = await db.Entry.count({ where: { kind: 'finding' } });
          expect(after - before).toBe(written.observed.past.length);
          expect(after > before).toBe(isPast);
        },
      ),
      { numRuns: 25 },
    );
  });
});
