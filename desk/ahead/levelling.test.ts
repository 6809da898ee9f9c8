import loadSolver from 'highs';
import { describe, expect, it } from 'vitest';
import { addDays, daysBetween } from '@/core/time/plant-day';
import { levelInput } from '@/core/weeks/input';
import { planLevel } from '@/core/weeks/level';
import { freshDatabase } from '@/db/testing';
import { loadDemo } from '@/demo/load';
import { weekOf } from '@/core/interval/due-filter';
import { readRoundsAhead } from '../read/rounds-ahead';
import { moveStops } from '../walk/rearranged';
import { forgetPlan, keepPlan } from './kept-plan';
import { readLevelling } from './levelling';
import { readOutlookWeek } from './outlook';

describe('the weeks of the demo plant', async () => {
  const db = await freshDatabase();
  const now = new Date('2026-05-13T08:00:00Z');
  await loadDemo(db, now);
  const read = async (areaId?: string) => {
    const found = await readLevelling({ db, now }, 13, areaId);
    if (!found.ok) throw new Error(found.reason);
    return found.value;
  };

  it('are read with the window of each task, and the days on which nobody works', async () => {
    const { tasks, days, names, minutesADay } = await read();
    expect(tasks.length).toBeGreaterThan(200);
    // Two in the early shift, one in the late: 70 % of seven and a half hours each.
    expect(minutesADay).toBeCloseTo(3 * 315);
    expect(days).toHaveLength(91);
    expect(
      days
        .slice(0, 7)
        .map(({ isOpen }) => Number(isOpen))
        .join(''),
    ).toBe('1110011');
    for (const { id, dueFrom, dueTo, dueOn, everyDays } of tasks) {
      expect(names[id]!.label).toMatch(/·\d\d$/);
      expect(dueFrom <= dueOn! && dueOn! <= dueTo).toBe(true);
      if (everyDays !== undefined) expect(daysBetween(dueFrom, dueTo)).toBeLessThanOrEqual(everyDays);
    }
  });

  it('come out at least a third lower on the fullest day than on due days, no window broken', async () => {
    const { tasks, days, minutesADay } = await read();
    const input = levelInput.parse({
      tasks,
      days: days.map(({ date, isOpen }) => ({ date, minutes: isOpen ? minutesADay : 0 })),
    });
    const outcome = await planLevel.compute(input);
    if (!outcome.ok) throw new Error(outcome.reason);
    const { peakMinutes, dueOrder, assignment, irreducible = [], unassigned } = outcome.result;
    expect(peakMinutes).toBeLessThan(0.7 * dueOrder.peakMinutes);
    const open = days.filter(({ isOpen }) => isOpen).map(({ date }) => date);
    const today = open[0]!;
    for (const { taskId, on, nth } of assignment) {
      const task = input.tasks.find(({ id }) => id === taskId)!;
      const isLate = task.dueTo < today;
      const base = task.dueFrom < today ? today : task.dueFrom;
      const last = isLate ? addDays(today, Math.max(4, daysBetween(task.dueFrom, task.dueTo))) : task.dueTo;
      const shift = nth * (task.everyDays ?? 0);
      const [from, to] = [addDays(base, shift), addDays(last, shift)];
      // Where no day of the window is open, the nearest one before or after it is.
      const isIn = open.some((date) => date >= from && date <= to)
        ? on >= from && on <= to
        : on === open.findLast((date) => date <= to) || on === open.find((date) => date >= from);
      expect(isIn, `${taskId} on ${on}, ${from} to ${to}`).toBe(true);
    }
    // What does not fit is named with its reason.
    expect(unassigned.length === 0 || irreducible.length > 0).toBe(true);
  });

  it('come out no higher where a solver is at hand, which closed days leave something to solve', async () => {
    const { tasks, days, minutesADay } = await read();
    const input = levelInput.parse({
      tasks,
      days: days.map(({ date, isOpen }) => ({ date, minutes: isOpen ? minutesADay : 0 })),
    });
    const highs = await loadSolver();
    const said: string[] = [];
    const solver = {
      solve: (...asked: Parameters<typeof highs.solve>) => {
        const solution = highs.solve(...asked);
        said.push(solution.Status);
        return solution;
      },
    };
    const [own, solved] = [await planLevel.compute(input), await planLevel.compute(input, { solver })];
    if (!own.ok || !solved.ok) throw new Error('It was not levelled.');
    // How far it gets in its seconds is the machine's; that the plan as it stands is among its answers is ours.
    expect(said).toHaveLength(1);
    expect(said).not.toContain('Infeasible');
    expect(solved.result.peakFillingShare).toBeLessThanOrEqual(own.result.peakFillingShare);
  });

  it('once kept, are what outlook and calendar go by; a fixed day stays, what is forgotten goes by its due day', async () => {
    const planner = (await db.Person.findOne({ where: { role: 'planner' } }))!;
    const desk = { db, now, actor: { id: planner.id, initials: planner.initials, name: planner.name } };
    const { tasks, days, minutesADay } = await read();
    const fixed = tasks.find(
      ({ dueFrom, dueTo }) => dueFrom > '2026-05-20' && daysBetween(dueFrom, dueTo) > 8 && dueTo < '2026-07-20',
    )!;
    const open = days.filter(({ date, isOpen }) => isOpen && date >= fixed.dueFrom && date <= fixed.dueTo);
    const on = open.at(-1)!.date;
    const input = levelInput.parse({
      tasks: tasks.map((task) => (task === fixed ? { ...task, locked: on } : task)),
      days: days.map(({ date, isOpen }) => ({ date, minutes: isOpen ? minutesADay : 0 })),
      iterations: 3000,
    });
    const outcome = await planLevel.compute(input);
    if (!outcome.ok) throw new Error(outcome.reason);
    const { assignment } = outcome.result;
    const taskIds = tasks.map(({ id }) => id);
    const daysOf = async (taskId: string) => {
      const weeks = [...new Set(days.map(({ date }) => weekOf(date)))];
      const services = await Promise.all(weeks.map((week) => readOutlookWeek(desk, week)));
      return services
        .flatMap((week) => week.services)
        .flatMap((each) => (each.task.taskId === taskId ? [each.on] : []));
    };
    const before = await daysOf(fixed.id);
    const services = assignment.map((each) => ({
      taskId: each.taskId,
      on: each.on,
      isLocked: each.taskId === fixed.id && each.nth === 0,
    }));
    expect(await keepPlan(desk, { taskIds, services })).toMatchObject({ ok: true });
    expect((await daysOf(fixed.id))[0]).toBe(on);
    expect(before[0]).toBe(fixed.dueOn);
    const again = await read();
    expect(again.tasks.find(({ id }) => id === fixed.id)!.locked).toBe(on);
    expect(again.kept).toMatchObject({
      by: planner.initials,
      services: new Set(services.map((s) => s.taskId + s.on)).size,
    });
    const rounds = await readRoundsAhead(desk);
    const walk = rounds.find((round) => round.on === on && round.taskIds.includes(fixed.id));
    expect(fixed.route === undefined || walk !== undefined).toBe(true);

    // Of another day, or of a task that is not there, nothing is kept.
    const past = [{ taskId: fixed.id, on: '2026-05-01', isLocked: false }];
    expect(await keepPlan(desk, { taskIds: [fixed.id], services: past })).toMatchObject({ ok: false });
    expect(await keepPlan(desk, { taskIds: [planner.id], services: [] })).toMatchObject({ ok: false });
    expect((await daysOf(fixed.id))[0]).toBe(on);
    expect(await forgetPlan(desk, taskIds)).toMatchObject({ ok: true });
    expect(await daysOf(fixed.id)).toEqual(before);
  });

  it('have tasks go with another route that comes by; moved there, they have it', async () => {
    const planner = (await db.Person.findOne({ where: { role: 'planner' } }))!;
    const desk = { db, now, actor: { id: planner.id, initials: planner.initials, name: planner.name } };
    const plan = async () => {
      const { tasks, days, minutesADay } = await read();
      const input = levelInput.parse({
        tasks,
        days: days.map(({ date, isOpen }) => ({ date, minutes: isOpen ? minutesADay : 0 })),
      });
      const outcome = await planLevel.compute(input);
      if (!outcome.ok) throw new Error(outcome.reason);
      return { ...outcome.result, routeOf: new Map(tasks.map(({ id, route }) => [id, route])) };
    };
    const before = await plan();
    expect(before.otherRoutes.length).toBeGreaterThan(0);
    const moves = before.otherRoutes.map(({ taskId, route, insteadOf }) => ({ taskId, from: insteadOf, to: route }));
    expect(await moveStops(desk, moves)).toEqual({ ok: true, value: { stops: moves.length } });
    const after = await plan();
    for (const { taskId, to } of moves) expect(after.routeOf.get(taskId)).toBe(to);
    expect(after.walks).toBeLessThanOrEqual(before.walks * 1.05);
    // By an older page nothing is moved twice.
    expect(await moveStops(desk, moves)).toMatchObject({ ok: false });
  });

  it('are read for one area alone', async () => {
    const area = (await db.Area.findOne({ where: { code: 'PR' } }))!;
    const { tasks, names } = await read(area.id);
    expect(tasks.length).toBeGreaterThan(5);
    expect(tasks.every(({ id }) => /^P/.test(names[id]!.label))).toBe(true);
  });
});
