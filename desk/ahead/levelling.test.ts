import { describe, expect, it } from 'vitest';
import { addDays, daysBetween } from '@/core/time/plant-day';
import { levelInput } from '@/core/weeks/input';
import { planLevel } from '@/core/weeks/level';
import { freshDatabase } from '@/db/testing';
import { loadDemo } from '@/demo/load';
import { readLevelling } from './levelling';

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
    const { tasks, days, names, people } = await read();
    expect(tasks.length).toBeGreaterThan(200);
    expect(people).toBe(2);
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
    const { tasks, days, people } = await read();
    const input = levelInput.parse({
      tasks,
      days: days.map(({ date, isOpen }) => ({ date, minutes: isOpen ? people * 336 : 0 })),
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

  it('are read for one area alone', async () => {
    const area = (await db.Area.findOne({ where: { code: 'PR' } }))!;
    const { tasks, names } = await read(area.id);
    expect(tasks.length).toBeGreaterThan(5);
    expect(tasks.every(({ id }) => /^P/.test(names[id]!.label))).toBe(true);
  });
});
