import fc from 'fast-check';
import { ulid } from 'ulid';
import { describe, expect, it } from 'vitest';
import { standingOn } from '@/core/interval/due-words';
import { addDays, plantDayOf, plantToday } from '@/core/time/plant-day';
import { freshDatabase } from '@/db/testing';
import { updateMachine } from '../register/machines';
import { smallPlant, storedStandings, taskForm } from '../testing';
import { writeEntry } from '../write/write-entries';
import { deriveMeters, loadMeters } from './meters';
import { rebuild } from './rebuild';
import { deriveTaskStates, loadTaskStates } from './states';
import { createTask } from '../plan/tasks';

const dayMs = 86_400_000;

describe('the projection', async () => {
  const db = await freshDatabase();
  const { ids, desk, entry, newId } = await smallPlant(db);
  const task = { ...taskForm, when: '1 × 20 h; then 300 h or 14 d' };
  const created = await createTask(desk, ids.point, task);
  if (!created.ok) throw new Error(created.reason);
  const tasks = [ids.task, created.value.id];
  const stored = () => storedStandings(db);
  const nowMs = desk.now.getTime();

  /** One thing that may happen, as numbers that fast-check can shrink. */
  const step = fc.record({
    what: fc.constantFrom(
      'reading',
      'reading',
      'reading',
      'slip',
      'change',
      'service',
      'commission',
      'unit',
      'declare',
      'override',
      'postpone',
      'correct',
      'void',
      'plan',
    ),
    ago: fc.integer({ min: 0, max: 300 }),
    size: fc.integer({ min: 1, max: 999 }),
    which: fc.integer({ min: 0, max: 1 }),
  });
  type Step = typeof step extends fc.Arbitrary<infer T> ? T : never;
  const written: { id: string; kind: string; body: Record<string, unknown>; happenedAt: string; taskIds: string[] }[] =
    [];
  const write = async (
    kind: 'reading' | 'meter-change' | 'grease' | 'commissioning' | 'override' | 'postpone',
    ago: number,
    body: Record<string, unknown>,
    taskIds: string[] = [],
  ) => {
    const sent = entry({
      id: ulid(nowMs),
      kind,
      pointId: kind === 'reading' || kind === 'meter-change' ? null : ids.point,
      taskIds,
      body,
      happenedAt: new Date(nowMs - ago * dayMs + ((body.value as number | undefined) ?? 0) * 1000).toISOString(),
    });
    const outcome = await writeEntry(db, new Date(nowMs + 20 * 60_000), sent);
    if (!outcome.ok) throw new Error(outcome.reason);
    if (kind !== 'override') written.push({ id: sent.id, kind, body, happenedAt: sent.happenedAt, taskIds });
  };
  const changePlan = async (size: number) => {
    const machine = (await db.Machine.findByPk(ids.machine))!;
    const answer = await updateMachine(desk, ids.machine, machine.version!, {
      code: 'M-1',
      name: 'Fan',
      areaId: ids.area,
      description: '',
      dutyHoursPerDay: String(4 + (size % 20)),
      fittingCount: '',
      energySources: [],
    });
    expect(answer).toMatchObject({ ok: true });
  };
  const correct = async (what: 'correct' | 'void', size: number) => {
    const original = written.splice(size % Math.max(1, written.length), 1)[0];
    if (!original) return;
    const body =
      what === 'void'
        ? { void: true, reason: 'Not so.' }
        : {
            reason: 'Not so.',
            replacement: {
              happenedAt: original.happenedAt,
              offsetMinutes: 120,
              taskIds: original.taskIds,
              body: 'value' in original.body ? { ...original.body, value: size } : original.body,
            },
          };
    const pointId = original.kind === 'reading' || original.kind === 'meter-change' ? null : ids.point;
    expect(
      await writeEntry(
        db,
        desk.now,
        entry({ id: newId(), kind: 'correction', pointId, replacesId: original.id, body }),
      ),
    ).toMatchObject({ ok: true });
  };
  const take = async ({ what, ago, size, which }: Step) => {
    const taskIds = [tasks[which]!];
    const day = plantDayOf(nowMs - ago * dayMs, { timeZone: 'Europe/Vienna', dayStartsAtMinutes: 360 });
    switch (what) {
      case 'reading':
        return write('reading', ago, { meterId: ids.meter, value: Math.max(0, 6000 - ago * 14 + (size % 7)) });
      case 'slip':
        return write('reading', ago, { meterId: ids.meter, value: size * 91 });
      case 'change':
        return write('meter-change', ago, {
          meterId: ids.meter,
          oldValue: Math.max(0, 6000 - ago * 14),
          newValue: size % 50,
        });
      case 'service':
        return write('grease', ago, { lubricantId: ids.grease, massG: size / 10 }, taskIds);
      case 'commission':
        return write('commissioning', ago, { basis: 'commissioned' }, taskIds);
      case 'unit':
        return write('commissioning', ago, { basis: 'commissioned' });
      case 'declare':
        return write(
          'commissioning',
          ago,
          size % 2 ? { basis: 'at-hours', hours: size * 6 } : { basis: 'done-on', on: day },
          taskIds,
        );
      case 'override':
        return write('override', ago, {
          taskId: taskIds[0],
          field: 'interval',
          unit: 'h',
          computed: 1000,
          value: size % 3 ? size : null,
          reason: 'Dusty.',
        });
      case 'postpone': {
        const standing = await db.DueStanding.findByPk(taskIds[0]!);
        const dueOn = standing?.postponedFrom ?? standing?.dueOn;
        return dueOn
          ? write('postpone', 0, { untilOn: addDays(dueOn, 1), wasDueOn: dueOn, reason: 'No stop before.' }, taskIds)
          : undefined;
      }
      case 'plan':
        return changePlan(size);
      default:
        return correct(what, size);
    }
  };

  it('brought up to date entry by entry says what a whole rebuild says, on random histories', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(step, { minLength: 3, maxLength: 12 }), async (steps) => {
        for (const each of steps) await take(each);
        const before = await stored();
        await rebuild(db);
        expect(before).toEqual(await stored());
      }),
      { numRuns: 15, seed: 7 },
    );
  }, 120_000);

  it('says what deriving from the log says, for tasks and meters', async () => {
    const bare = (states: Awaited<ReturnType<typeof loadTaskStates>>) =>
      states.map(({ due: { working: _, limits: __, notices: ___, ...due }, ...state }) => ({ ...state, due }));
    expect(bare(await loadTaskStates(db, desk.now))).toEqual(bare(await deriveTaskStates(db, desk.now)));
    const derived = (await deriveMeters(db)).map(({ state: _, leftOut: __, ...meter }) => meter);
    expect(await loadMeters(db)).toEqual(derived);
  });

  it('holds nothing that depends on now: the plant’s day ends and a daylight-saving change, and not a row is touched', async () => {
    const dueOn = (await loadTaskStates(db, desk.now)).find(({ due }) => due.window)!;
    const late = (dayAndTime: string) => new Date(`${dayAndTime}Z`);
    const before = await stored();
    const standing = async (now: Date) =>
      standingOn(
        (await loadTaskStates(db, now, { taskIds: [dueOn.taskId] }))[0]!.due,
        plantToday(now, { timeZone: 'Europe/Vienna', dayStartsAtMinutes: 360 }),
      );
    const last = dueOn.due.window!.toOn;
    // 03:30 and 05:30 UTC lie on either side of six in the morning in Vienna, summer and winter alike.
    const morning = addDays(last, 1);
    expect([await standing(late(`${morning}T03:30:00`)), await standing(late(`${morning}T05:30:00`))]).toEqual([
      'due',
      'overdue',
    ]);
    await loadTaskStates(db, late('2026-10-25T00:30:00'));
    await loadTaskStates(db, late('2026-10-25T01:30:00'));
    expect(await stored()).toEqual(before);
    await rebuild(db);
    expect(await stored()).toEqual(before);
  });

  it('takes up one reading without touching any other machine', async () => {
    await db.LubePoint.create({
      ...(await db.LubePoint.findByPk(ids.point, { raw: true }))!,
      id: newId(),
      machineId: ids.other,
      details: {},
      criticalPeriods: [],
      materials: [],
      plug: null,
    });
    const point = (await db.LubePoint.findOne({ where: { machineId: ids.other } }))!;
    await db.Assignment.create({
      id: newId(),
      pointId: point.id,
      lubricantId: ids.grease,
      source: 'manual',
      sourceText: 'Manual',
      sourceOn: '2025-01-01',
      personId: ids.anna,
    });
    expect(await createTask(desk, point.id, task)).toMatchObject({ ok: true });
    await db.sequelize.query("UPDATE due_state SET stage = 'not touched' WHERE machineId = :id", {
      replacements: { id: ids.other },
    });
    await write('reading', 0, { meterId: ids.meter, value: 6100 });
    expect(await db.select('SELECT stage FROM due_state WHERE machineId = :id', { id: ids.other })).toEqual([
      { stage: 'not touched' },
    ]);
  });

  it('leaves an entry out whose clock was ahead, whatever day it is', async () => {
    const before = await stored();
    await writeEntry(
      db,
      desk.now,
      entry({
        kind: 'grease',
        pointId: ids.point,
        taskIds: [ids.task],
        happenedAt: new Date(nowMs + 3 * dayMs).toISOString(),
        body: { lubricantId: ids.grease, massG: 5 },
      }),
    );
    expect(await stored()).toEqual(before);
  });
});
