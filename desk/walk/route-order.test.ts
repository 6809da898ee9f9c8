import { describe, expect, it } from 'vitest';
import { routeInput } from '@/core/route/input';
import { routeOrder } from '@/core/route/order';
import { rewalk } from '@/core/route/testing';
import { type WalkChoice, waitsForShutdown, walkOfShift } from '@/core/floor/walk-of-shift';
import { freshDatabase } from '@/db/testing';
import { loadDemo } from '@/demo/load';
import { readOrderableRoute, takeOrder } from './route-order';
import { readRoute } from './routes';

describe('the order of a route of the book', async () => {
  const db = await freshDatabase();
  const now = new Date('2026-05-13T08:00:00Z');
  await loadDemo(db, now);
  const planner = (await db.Person.findOne({ where: { role: 'planner' } }))!;
  const desk = { db, now, actor: { id: planner.id, initials: planner.initials, name: planner.name } };
  const idOf = async (code: string) => (await db.Route.findOne({ where: { code } }))!.id;
  const read = async (code: string) => {
    const found = await readOrderableRoute(desk, await idOf(code));
    if (!found.ok) throw new Error(found.reason);
    return found.value;
  };
  /** The search's input for a whole route, as long as it takes. */
  const walkOf = (route: Awaited<ReturnType<typeof read>>, change: Partial<WalkChoice> = {}) => ({
    ...walkOfShift(
      route,
      { shift: route.capacity.shifts[0]!, people: 1, standing: [], asTaken: false, ...change },
      route.capacity.numbers,
    ),
    shift: undefined,
  });
  const ordered = async (given: object) => {
    const input = routeInput.parse(given);
    const outcome = await routeOrder.compute(input);
    if (!outcome.ok) throw new Error(outcome.reason);
    expect(outcome.result.sequence.length).toBeGreaterThan(0);
    return { input, result: outcome.result };
  };

  it('knows where every stop is, and has a way to each', async () => {
    const route = await read('R-PRESS');
    const { stops, notPlaced } = route;
    expect(notPlaced).toEqual([]);
    expect(stops.length).toBeGreaterThan(10);
    const { result } = await ordered({ ...walkOf(route), iterations: 300 });
    expect(result.walkM).toBeGreaterThan(100);
    expect(new Set(result.sequence.map(({ stopId }) => stopId)).size + result.unscheduled.length).toBe(stops.length);
  });

  it('fills the draining of oil with other stops, and never takes longer than the order it had', async () => {
    const input = walkOf(await read('R-OIL'));
    const some = { ...input, stops: input.stops.slice(0, 12).map((stop) => ({ ...stop, after: [] })) };
    const order = some.stops.map(({ id }) => id);
    const own = await ordered({
      ...some,
      order,
      iterations: 0,
      locks: order.map((stopId, index) => ({ stopId, position: index + 1 })),
    });
    const best = await ordered({ ...some, order, iterations: 1500 });
    expect(some.stops.some(({ parts }) => parts!.length > 1)).toBe(true);
    expect(best.result.totalMinutes).toBeLessThan(own.result.totalMinutes);
    expect(best.result.idleMinutes).toBeLessThan(own.result.idleMinutes);
  });

  it('takes the minutes that rounds really took, the walk left out, where a planner says so', async () => {
    const route = await read('R-KILN');
    const known = route.stops.filter(({ taken }) => taken);
    expect(known.length).toBeGreaterThan(10);
    for (const { taken } of known) expect(taken!.rounds).toBeGreaterThanOrEqual(3);
    // The demo's rounds take a few minutes longer than planned, the walk with it; a skip on the way takes its time too.
    const near = known.filter(({ minutes, taken }) => Math.abs(taken!.minutes - minutes) <= 4);
    expect(near.length).toBeGreaterThan(0.8 * known.length);
    const asTaken = walkOf(route, { asTaken: true });
    const [first] = known;
    expect(asTaken.stops.find(({ id }) => id === first!.id)).toMatchObject({ minutes: first!.taken!.minutes });
  });

  it('keeps doors shut that are shut in the shift, and lets no machine be stopped that keeps running', async () => {
    const route = await read('R-KILN');
    const edges = (name: string) =>
      walkOf(route, { shift: { ...route.capacity.shifts[0]!, name } }).aisles!.edges.length;
    const [door] = route.plan.aisles;
    door!.closedIn = ['Night'];
    expect(edges('Night')).toBe(edges('Early') - 1);
    const all = await Promise.all(['R-KILN', 'R-MILLS', 'R-LINE'].map(read));
    const waiting = all.flatMap(({ stops }) => stops.filter(waitsForShutdown));
    expect(waiting.every(({ search }) => search.state !== 'any' && !search.state!.startsWith('running'))).toBe(true);
  });

  it('leaves out of a shift what costs least, and says of every stop why', async () => {
    const input = walkOf(await read('R-OIL'));
    const { result } = await ordered({ ...input, shift: { from: 360, to: 696 }, iterations: 500 });
    expect(result.unscheduled.length).toBeGreaterThan(20);
    expect(result.unscheduled.every(({ reason }) => reason.length > 20)).toBe(true);
  });

  it('gives an answer that the checker can walk', async () => {
    const route = await read('R-KILN');
    const { plan } = route;
    const input = walkOf(route);
    // The checker finds its ways by itself, over nodes: every machine is given one of its own.
    const nodes = plan.machines.map(({ code, x, y }) => ({ id: code, x, y }));
    const aisles = { nodes, edges: nodes.slice(1).map(({ id }, index) => ({ from: nodes[index]!.id, to: id })) };
    const atNode = (place: { x?: number | undefined; y?: number | undefined }) =>
      nodes.find(({ x, y }) => x === place.x && y === place.y)!.id;
    const stops = input.stops.map(({ x, y, ...stop }) => ({ ...stop, node: atNode({ x, y }) }));
    const { input: parsed, result } = await ordered({
      ...input,
      aisles,
      stops,
      start: { node: nodes[0]!.id },
      iterations: 500,
    });
    expect(rewalk(parsed, result)).toEqual([]);
  });

  it('is taken for the route, what it does not name behind it; not over a newer version', async () => {
    const id = await idOf('R-PUMP');
    const before = (await readRoute(db, id))!;
    const [last, first] = [before.taskIds.at(-1)!, before.taskIds[0]!];
    expect(await takeOrder(desk, id, before.version, [last, first, last.replace(/.$/, '0')])).toMatchObject({
      ok: true,
    });
    const after = (await readRoute(db, id))!;
    expect(after.taskIds).toEqual([last, first, ...before.taskIds.slice(1, -1)]);
    expect(await takeOrder(desk, id, before.version, [first])).toMatchObject({ ok: false, code: 'edited-meanwhile' });
  });

  it('says what is missing where nothing is drawn', async () => {
    await db.FloorPlan.destroy({ where: {} });
    expect(await readOrderableRoute(desk, await idOf('R-PUMP'))).toMatchObject({
      ok: false,
      reason: expect.stringMatching(/no aisles yet/),
    });
    expect(await readOrderableRoute(desk, planner.id)).toMatchObject({ ok: false, code: 'not-found' });
  });
});
