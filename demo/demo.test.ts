import { describe, expect, it } from 'vitest';
import { plantCalendar } from '@/core/time/plant-day';
import { standingOn } from '@/core/interval/due-words';
import type { TaskDue } from '@/core/interval/task-due';
import { closedReason } from '@/core/grease/plan';
import { pointKindNames } from '@/core/register/point-kinds';
import { freshDatabase } from '@/db/testing';
import { ambientOf, chooseFor } from '@/desk/assign/choose';
import { thePlant } from '@/desk/plant';
import { type PlanLine, eachPlanLine, planLine } from '@/desk/read/plan-lines';
import { readPlantTree } from '@/desk/read/plant-tree';
import { readFloorPlan } from '@/desk/register/floor-plan';
import { floorPlanSchema, piecesOf } from '@/core/floor/floor-plan';
import { readRouteList } from '@/desk/read/route-list';
import { readDayWork } from '@/desk/read/day-work';
import { standingSql } from '@/desk/standing/standing-sql';
import { loadMeters } from '@/desk/standing/meters';
import { loadTaskStates } from '@/desk/standing/states';
import { readMergers, readStoreRoom } from '@/desk/read/store-room';
import { verifyLog } from '@/desk/log/verify';
import { isEmpty, loadDemo } from './load';

describe('the demo plant', async () => {
  const now = new Date('2026-05-13T10:00:00Z');
  const db = await freshDatabase();
  const brokenOff = await db
    .transaction(async () => {
      await loadDemo(db, now);
      throw new Error('killed');
    })
    .catch((error: Error) => error.message);
  const emptyAfterwards = (await isEmpty(db)) && (await db.Entry.count()) === 0;
  await loadDemo(db, now);
  const states = await loadTaskStates(db, now);
  const calendar = plantCalendar(await thePlant(db));

  it('leaves nothing behind when its load is broken off, and is loaded anew', () => {
    expect([brokenOff, emptyAfterwards]).toEqual(['killed', true]);
  });

  it('has every hall and machine on its floor plan, and aisles that lead everywhere', async () => {
    const { plan, machines, areas } = await readFloorPlan(db);
    expect(floorPlanSchema.safeParse(plan).error).toBeUndefined();
    expect(piecesOf(plan)).toHaveLength(1);
    expect([plan.areas.length, plan.machines.length]).toEqual([areas.length, machines.length]);
    expect(new Set(plan.machines.map(({ x, y }) => `${x}/${y}`)).size).toBe(machines.length);
  });

  it('is as large as promised', async () => {
    expect(await isEmpty(db)).toBe(false);
    const counts = await Promise.all(
      [db.Area, db.Machine, db.LubePoint, db.Lubricant, db.Gun, db.Route, db.Entry].map((model) =>
        (model as typeof db.Area).count(),
      ),
    );
    [12, 60, 400, 20, 4, 10, 8000].forEach((least, index) => expect(counts[index]).toBeGreaterThanOrEqual(least));
  });

  it('is sealed from the first entry to the last, none from the future', async () => {
    expect((await verifyLog(db)).firstBroken).toBeNull();
    expect(await db.select('SELECT id FROM entry WHERE happenedAtUtc > :now', { now })).toEqual([]);
  });

  it('shows every case of the job on its first page', () => {
    const standings = new Set(states.map(({ due }) => standingOn(due, '2026-05-13')));
    expect([...standings].sort()).toEqual(['due', 'later', 'overdue', 'soon', 'unknown']);
    expect(states.some(({ due }) => due.runIn)).toBe(true);
    expect(states.some(({ interval }) => interval.override)).toBe(true);
    expect(states.some(({ due }) => due.confidence === 'low')).toBe(true);
  });

  it.each(['2026-05-13', '2026-05-31', '2026-12-24'])(
    'is asked on %s by the database as by the core',
    async (today) => {
      for (const [standing, condition] of Object.entries(standingSql)) {
        const rows = await db.select<{ taskId: string }>(
          `SELECT taskId FROM due_state WHERE ${condition} ORDER BY taskId`,
          {
            today,
          },
        );
        const expected = states.filter(({ due }) => standingOn(due, today) === standing).map(({ taskId }) => taskId);
        expect([standing, rows.map(({ taskId }) => taskId)]).toEqual([standing, expected.sort()]);
      }
    },
  );

  it('writes its plan as files in the order of lists, each line as its task stands', async () => {
    const lines: PlanLine[] = [];
    for await (const some of eachPlanLine({ db, now })) lines.push(...some);
    expect(lines).toEqual(states.map(planLine));
  });

  it.each([
    ['2026-05-13', (due: TaskDue) => ['overdue', 'due'].includes(standingOn(due, '2026-05-13'))],
    ['2026-05-20', (due: TaskDue) => due.dueOn === '2026-05-20' || due.window?.fromOn === '2026-05-20'],
  ] as const)('has on its page of %s what is wanted of each route, the most urgent first', async (day, isWanted) => {
    const { walks } = await readDayWork({ db, now }, { day, today: '2026-05-13', ends: now, calendar });
    const wanted = states.filter(({ due, who }) => who !== 'operator' && isWanted(due));
    expect(walks.length).toBeGreaterThan(2);
    for (const { code, count, overdue, tasks } of walks) {
      const mine = wanted.filter(({ routes: [route] }) => (route?.code ?? '') === code);
      const late = mine.filter(({ due }) => standingOn(due, '2026-05-13') === 'overdue');
      expect([code, count, overdue]).toEqual([code, mine.length, late.length]);
      expect(tasks.length).toBe(Math.min(3, count));
      expect(tasks.filter(({ standing }) => standing === 'overdue').length).toBe(Math.min(tasks.length, late.length));
      expect(tasks.every(({ taskId }) => mine.some((task) => task.taskId === taskId))).toBe(true);
    }
    expect(walks.reduce((sum, { count }) => sum + count, 0)).toBe(wanted.length);
  });

  it('counts on each route what the core counts', async () => {
    const { routes, onNone, retired } = await readRouteList({ db, now });
    expect(routes.length).toBeGreaterThan(5);
    expect(retired).toEqual([]);
    for (const { id, stops, minutes, overdue, due, unknown } of routes) {
      const mine = states.filter((state) => state.routes.some((route) => route.id === id));
      const count = (standing: string) =>
        mine.filter((state) => standingOn(state.due, '2026-05-13') === standing).length;
      expect({ stops, minutes, overdue, due, unknown }).toEqual({
        stops: mine.length,
        minutes: mine.reduce((sum, state) => sum + state.minutes, 0),
        overdue: count('overdue'),
        due: count('due'),
        unknown: count('unknown'),
      });
    }
    expect(onNone).toBe(states.filter((state) => state.routes.length === 0).length);
  });

  it('counts in each area what the core counts, and folds a plant of many machines', async () => {
    const { areas, folded } = await readPlantTree({ db, now });
    expect(folded).toBe(false);
    for (const { id, counts, machineCount, machines } of areas) {
      const mine = states.filter(({ area }) => area.id === id);
      const count = (standing: string) => mine.filter(({ due }) => standingOn(due, '2026-05-13') === standing).length;
      expect(counts).toMatchObject({ overdue: count('overdue'), due: count('due'), unknown: count('unknown') });
      expect(machines.reduce((sum, { overdue }) => sum + overdue, 0)).toBe(counts.overdue);
      expect(machines.reduce((sum, { points }) => sum + points, 0)).toBe(counts.points);
      expect(machines.length).toBe(machineCount);
    }
    const [first] = areas;
    const work = db.transaction(async () => {
      const more = Array.from({ length: 150 }, (_, index) => ({
        id: `01ARZ3NDEKTSV4RRFFQ6900${String(index).padStart(3, '0')}`,
        areaId: first!.id,
        code: `MANY-${index}`,
        name: 'Fan',
        description: '',
        dutyHoursPerDay: null,
        fittingCount: null,
        energySources: [],
      }));
      await db.Machine.bulkCreate(more);
      const many = await readPlantTree({ db, now }, areas[1]!.code);
      expect(many.folded).toBe(true);
      expect(many.areas.map(({ counts }) => counts)).toEqual(areas.map(({ counts }) => counts));
      expect(many.areas[0]).toMatchObject({ machineCount: first!.machineCount + 150, machines: [] });
      expect(many.areas[1]!.machines).toEqual(areas[1]!.machines);
      throw new Error('taken back');
    });
    await expect(work).rejects.toThrow('taken back');
  });

  it('has a mistyped reading left out and a rolled-over meter summed', async () => {
    const meters = await loadMeters(db);
    expect(meters.filter(({ rejected }) => rejected > 0).length).toBe(1);
    const rolled = meters.find(({ rolloverAt }) => rolloverAt)!;
    expect(rolled.accumulated!).toBeGreaterThan(rolled.rolloverAt!);
  });

  it('has a point of every kind that a tileworks has', async () => {
    const kinds = new Set((await db.LubePoint.findAll()).map(({ kind }) => kind));
    expect(pointKindNames.filter((kind) => !kinds.has(kind))).toEqual(['needle-bed']);
  });

  it('gives no grease task to a bearing closed on both sides', async () => {
    const closed = (await db.LubePoint.findAll()).filter(({ details }) => closedReason(details));
    expect(closed.length).toBeGreaterThan(0);
    for (const { id } of closed)
      expect(states.filter(({ point, action }) => point.id === id && action === 'grease')).toEqual([]);
  });

  it('has no lubricant at a point that its own rules would stop', async () => {
    const stopped: string[] = [];
    for (const point of await db.LubePoint.findAll()) {
      const winner = states.find((state) => state.point.id === point.id)?.lubricant;
      if (!winner || point.kind === 'generic') continue;
      const { candidates } = await chooseFor(db, point, await ambientOf(db, point.machineId));
      const { judged } = candidates.find(({ lubricant }) => lubricant.id === winner.id)!;
      if (judged.verdict === 'stop')
        stopped.push(`${point.name}: ${winner.code}, ${judged.findings.find(({ level }) => level === 'stop')!.text}`);
    }
    expect(stopped).toEqual([]);
  });

  it('has a sump that the season wants changed, a unit that came empty, and lubricants that could be one', async () => {
    expect(states.filter(({ waitingChange }) => waitingChange).map(({ machine }) => machine.code)).toEqual([
      'BM-C1',
      'BM-C1',
    ]);
    expect(states.some(({ cameEmpty }) => cameEmpty)).toBe(true);
    expect((await readMergers(db)).length).toBeGreaterThan(1);
    expect((await readStoreRoom({ db, now })).filter(({ onHand }) => onHand > 0).length).toBeGreaterThan(10);
  });

  it('is the same plant when loaded again', async () => {
    const again = await freshDatabase();
    await loadDemo(again, now);
    const head = (database: typeof db) => database.LogHead.findByPk(1, { raw: true });
    expect(await head(again)).toEqual(await head(db));
  });
});
