import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runMethod } from '../method';
import { findMethod } from '../methods';
import { routeInput } from './input';
import { type RouteOrder, orderSteps, routeOrder } from './order';
import { randomPlant, rewalk } from './testing';
import { walkingOf } from './walking';

type Given = Record<string, unknown>;
/** Stops on a line: `at` metres from the start. */
const stop = (id: string, at: number, more: Given = {}): Given => ({ id, x: at, y: 0, minutes: 5, ...more });

async function ordered(stops: Given[], more: Given = {}): Promise<RouteOrder> {
  const input = routeInput.parse({ start: { x: 0, y: 0 }, iterations: 300, stops, ...more });
  const outcome = await routeOrder.compute(input);
  if (!outcome.ok) throw new Error(outcome.reason);
  expect(rewalk(input, outcome.result)).toEqual([]);
  return outcome.result;
}

const walk = ({ sequence }: RouteOrder) => sequence.map(({ stopId, part }) => `${stopId}${part || ''}`).join(' ');
const leftOut = ({ unscheduled }: RouteOrder) => unscheduled.map(({ stopId }) => stopId).sort();
const noticesOf = async (stops: Given[], more: Given) => {
  const run = await runMethod(findMethod('route.order')!, { start: { x: 0, y: 0 }, iterations: 100, stops, ...more });
  return run.ok ? run.notices : [];
};

describe('the order of a walk', () => {
  it('goes there and back without crossing its way, and says what that takes', async () => {
    const found = await ordered([stop('c', 150), stop('a', 50), stop('b', 100)]);
    expect(found).toMatchObject({ walkM: 300, walkMinutes: 6, workMinutes: 15, totalMinutes: 21 });
    expect(found.gapPct).toBeLessThan(0.001);
  });

  it('fills a wait with the neighbours and comes back when it is over', async () => {
    const drain = stop('drain', 50, { parts: [{ minutes: 5, waitMinutes: 20 }, { minutes: 5 }] });
    const found = await ordered([drain, stop('a', 60), stop('b', 70), stop('c', 80, { minutes: 10 })]);
    expect(walk(found)).toMatch(/^drain . . . drain1$/);
    expect(found.idleMinutes).toBeCloseTo(0, 6);
    expect(found.sequence[0]!.waitUntil).toBeCloseTo(found.sequence[0]!.end + 20, 6);
  });

  it('walks on to a standstill in the break, and does running work outside of it', async () => {
    const machine = { machineId: 'M1' };
    const found = await ordered(
      [stop('look', 10, { ...machine, state: 'running' }), stop('grease', 10, { ...machine, state: 'isolated' })],
      { shift: { from: 360, to: 840 }, windows: [{ machineId: 'M1', from: 400, to: 420, state: 'stopped' }] },
    );
    expect(walk(found)).toBe('look grease');
    expect(found.sequence[1]!.start).toBeGreaterThanOrEqual(400);
  });

  it('lets a machine that may not start meanwhile stand open within one standstill only', async () => {
    const open = stop('change', 10, {
      machineId: 'M1',
      state: 'isolated',
      neverRunWhileOpen: true,
      parts: [{ minutes: 5, waitMinutes: 30 }, { minutes: 5 }],
    });
    const windows = [400, 500].map((from) => ({
      machineId: 'M1',
      from,
      to: from + (from === 400 ? 20 : 60),
      state: 'stopped',
    }));
    const found = await ordered([open], { shift: { from: 360, to: 840 }, windows });
    expect(found.sequence.map(({ start }) => Math.floor(start / 100))).toEqual([5, 5]);
  });

  it('changes the gun seldom where that costs more than the way', async () => {
    const stops = [
      stop('a', 10, { lubricantId: 'G' }),
      stop('b', 20, { lubricantId: 'H' }),
      stop('c', 30, { lubricantId: 'G' }),
      stop('d', 40, { lubricantId: 'H' }),
    ];
    const [dear, cheap] = [
      await ordered(stops, { gunChangeMinutes: 5 }),
      await ordered(stops, { gunChangeMinutes: 0 }),
    ];
    expect(dear.gunChanges).toBe(1);
    expect(dear.totalMinutes).toBeCloseTo(20 + 1.6 + 5, 6);
    expect(cheap.totalMinutes).toBeCloseTo(20 + 1.6, 6);
  });

  it('keeps the gun in hand past stops that take none', async () => {
    const stops = [stop('a', 10, { lubricantId: 'G' }), stop('look', 20), stop('b', 30, { lubricantId: 'G' })];
    expect((await ordered(stops)).gunChanges).toBe(0);
  });

  it('loads the cart anew where the way is shortest', async () => {
    const heavy = [10, 20, 30, 40].map((at) => stop(`s${at}`, at, { loadKg: 20 }));
    const found = await ordered(heavy, { cartCapacityKg: 40, stores: [{ id: 'far', x: 25, y: 0 }] });
    expect(found.sequence.filter(({ viaStoreId }) => viaStoreId).map(({ viaStoreId }) => viaStoreId)).toEqual(['far']);
    expect(found.walkM).toBeCloseTo(80, 6);
  });

  it('makes two visits on two days of what drains over night', async () => {
    const night = stop('tank', 50, { parts: [{ minutes: 10, earliestNextDay: true }, { minutes: 20 }] });
    const found = await ordered([night, stop('then', 60, { after: ['tank'] })], { shift: { from: 360, to: 840 } });
    expect(found.sequence.map(({ stopId, day }) => `${stopId} ${day}`)).toEqual(['tank 0', 'tank 1', 'then 1']);
    expect(found.sequence[1]!.start).toBeGreaterThan(1440 + 360);
  });

  it('has machines in two halls stand open together only where two hold them', async () => {
    const open = (id: string, at: number, hall: string) =>
      stop(id, at, { hall, neverRunWhileOpen: true, parts: [{ minutes: 2, waitMinutes: 15 }, { minutes: 2 }] });
    const stops = [open('a', 10, 'north'), open('b', 20, 'south')];
    expect(walk(await ordered(stops))).toMatch(/a a1 b b1|b b1 a a1/);
    expect(walk(await ordered(stops, { peopleAvailable: 2 }))).toMatch(/a b|b a/);
  });

  it('locks a machine out once for what is done there in one go', async () => {
    const at = { machineId: 'M1', state: 'isolated' };
    const found = await ordered([stop('a', 10, at), stop('b', 10, at), stop('c', 20)], { lockOutMinutes: 10 });
    expect(found.workMinutes).toBe(25);
  });

  it('leaves a lock on over what is done there in any state, and takes it off to run it', async () => {
    const at = { machineId: 'M1', state: 'isolated' };
    const chain = stop('chain', 10, { ...at, parts: [{ minutes: 5, waitMinutes: 15 }, { minutes: 1 }] });
    const between = (state: string) => stop('grease', 10, { machineId: 'M1', state, minutes: 15 });
    const done = (state: string) =>
      ordered([chain, between(state)], { lockOutMinutes: 10, locks: [{ stopId: 'chain', position: 1 }] });
    const [any, running] = [await done('any'), await done('running-loaded')];
    expect(any.workMinutes).toBe(31);
    expect(walk(any)).toBe('chain grease chain1');
    // It has to be locked anew, or the wait is stood through.
    expect(running.totalMinutes).toBeGreaterThanOrEqual(any.totalMinutes + 10);
  });

  it('works before and after a break, never through it', async () => {
    const found = await ordered([stop('a', 10, { minutes: 25 }), stop('b', 20, { minutes: 25 })], {
      shift: { from: 360, to: 480, breaks: [{ from: 400, to: 415 }] },
    });
    expect(found.sequence[0]!.end).toBeLessThanOrEqual(400);
    expect(found.sequence[1]!.start).toBeGreaterThanOrEqual(415);
  });

  it('keeps the numbers of locked stops', async () => {
    const stops = [10, 20, 30, 40].map((at) => stop(`s${at}`, at));
    const found = await ordered(stops, {
      locks: [
        { stopId: 's30', position: 1 },
        { stopId: 's10', position: 2 },
      ],
    });
    expect(walk(found)).toMatch(/^s30 s10/);
  });
});

describe('an order that is locked from end to end', () => {
  it('comes back to what waits, as the walk allows', async () => {
    const stops = [
      stop('drain', 10, { parts: [{ minutes: 5, waitMinutes: 20 }, { minutes: 5 }] }),
      stop('a', 20),
      stop('b', 30),
    ];
    const locks = ['drain', 'b', 'a'].map((stopId, index) => ({ stopId, position: index + 1 }));
    const found = await ordered(stops, { locks });
    expect(found.sequence.filter(({ part }) => part === 0).map(({ stopId }) => stopId)).toEqual(['drain', 'b', 'a']);
    expect(found.unscheduled).toEqual([]);
  });
});

describe('where the shift is too short', () => {
  const shift = { from: 0, to: 30 };

  it('leaves out by consequence and what is overdue, though it be next door', async () => {
    const stops = [
      stop('near, a nuisance', 1, { minutes: 10, consequence: 1 }),
      stop('near, a nuisance long overdue', 1, { minutes: 10, consequence: 1, overdueShare: 0.3 }),
      stop('far, a line stop', 200, { minutes: 10, consequence: 3 }),
    ];
    const found = await ordered(stops, { shift });
    expect(leftOut(found)).toEqual(['near, a nuisance']);
    expect(found.unscheduled[0]!.reason).toMatch(/shift is full/);
  });

  it('never leaves out danger by itself, but says that it is too much', async () => {
    const stops = [1, 2, 3, 4].map((at) => stop(`s${at}`, at, { minutes: 10, consequence: 4 }));
    const found = await ordered([...stops, stop('small', 1, { minutes: 1, consequence: 1 })], { shift });
    expect(leftOut(found)).toEqual(['small']);
    expect(found.overrunMinutes).toBeCloseTo(10.16, 6);
    expect(await noticesOf(stops, { shift })).toContainEqual(expect.objectContaining({ level: 'stop' }));
  });

  it('keeps what something graver comes after, and drops what comes after something dropped', async () => {
    const stops = [
      stop('check', 1, { minutes: 10, consequence: 1 }),
      stop('pour', 1, { minutes: 10, consequence: 4, after: ['check'] }),
      stop('other', 1, { minutes: 10, consequence: 2 }),
      stop('its end', 1, { minutes: 1, consequence: 3, after: ['other'] }),
    ];
    const found = await ordered(stops, { shift });
    expect(walk(found)).toBe('check pour');
    expect(leftOut(found)).toEqual(['its end', 'other']);
  });

  it('says of what cannot be done at all why not', async () => {
    const stops = [
      stop('two', 10, { people: 2 }),
      stop('heavy', 10, { loadKg: 90 }),
      stop('long', 10, { minutes: 40 }),
      stop('never stands', 10, { machineId: 'M1', state: 'isolated', minutes: 9 }),
      stop('fine', 10),
    ];
    const found = await ordered(stops, {
      shift,
      cartCapacityKg: 50,
      windows: [{ machineId: 'M1', from: 10, to: 15, state: 'stopped' }],
    });
    expect(Object.fromEntries(found.unscheduled.map(({ stopId, reason }) => [stopId, reason]))).toEqual({
      two: expect.stringMatching(/2 people/),
      heavy: expect.stringMatching(/cart carries 50 kg/),
      long: expect.stringMatching(/longer than the shift/),
      'never stands': expect.stringMatching(/long enough in the state/),
    });
  });

  it('has two stops share a standstill only as far as it goes', async () => {
    const at = { machineId: 'M1', state: 'stopped-powered', minutes: 12 };
    const found = await ordered([stop('a', 10, { ...at, consequence: 2 }), stop('b', 10, { ...at, consequence: 3 })], {
      shift: { from: 0, to: 100 },
      windows: [{ machineId: 'M1', from: 20, to: 40, state: 'stopped' }],
    });
    expect(leftOut(found)).toEqual(['a']);
    expect(found.unscheduled[0]!.reason).toMatch(/beside the other stops/);
  });
});

describe('what is asked wrongly is refused in words', () => {
  const refusals: [string, Given, string][] = [
    ['a circle', { stops: [stop('a', 1, { after: ['b'] }), stop('b', 2, { after: ['a'] })] }, '/stops'],
    ['the same id twice', { stops: [stop('a', 1), stop('a', 2)] }, '/stops/1/id'],
    [
      'more visits than are ordered',
      {
        stops: Array.from({ length: 600 }, (_, index) =>
          stop(`s${index}`, index, { parts: [{ minutes: 1 }, { minutes: 1 }, { minutes: 1 }] }),
        ),
      },
      '/stops',
    ],
    ['no place', { stops: [{ id: 'a', minutes: 1 }] }, '/stops/0'],
    ['an unknown stop to come after', { stops: [stop('a', 1, { after: ['x'] })] }, '/stops/0/after/0'],
    ['a table of the wrong size', { stops: [stop('a', 1)], distances: [[0]] }, '/distances'],
    ['a shift that ends before it begins', { stops: [stop('a', 1)], shift: { from: 10, to: 5 } }, '/shift/to'],
    [
      'breaks that overlap',
      {
        stops: [stop('a', 1)],
        shift: {
          from: 0,
          to: 90,
          breaks: [
            { from: 10, to: 30 },
            { from: 20, to: 40 },
          ],
        },
      },
      '/shift/breaks',
    ],
    ['a lock beyond the end', { stops: [stop('a', 1)], locks: [{ stopId: 'a', position: 3 }] }, '/locks/0/position'],
    [
      'aisles that do not meet',
      {
        stops: [{ id: 'a', node: 'c', minutes: 1 }],
        start: { node: 'a' },
        aisles: {
          nodes: ['a', 'b', 'c', 'd'].map((id, x) => ({ id, x, y: 0 })),
          edges: [
            { from: 'a', to: 'b' },
            { from: 'c', to: 'd' },
          ],
        },
      },
      '/aisles',
    ],
  ];
  it.each(refusals)('%s', async (_, given, pointer) => {
    const run = await runMethod(findMethod('route.order')!, { start: { x: 0, y: 0 }, ...given });
    expect(run.ok || run.problems.map((problem) => problem.pointer)).toContain(pointer);
  });
});

describe('on plants by chance', () => {
  const everyKind: [number, number][] = [
    [0, 40],
    [8, 40],
    [3, 60],
    [24, 25],
  ];

  it.each(everyKind)('with a shift of %d h and %d stops every answer can be walked', async (shiftHours, stops) => {
    for (let seed = 1; seed <= 5; seed += 1) {
      const input = { ...randomPlant(stops, seed, { shiftHours }), iterations: 600 };
      const outcome = await routeOrder.compute(input);
      expect(outcome.ok && rewalk(input, outcome.result)).toEqual([]);
    }
  });

  it('leaves out nothing that matters more than what it keeps', async () => {
    const input = { ...randomPlant(80, 5, { shiftHours: 4 }), iterations: 800 };
    const outcome = await routeOrder.compute(input);
    if (!outcome.ok) throw new Error(outcome.reason);
    const rank = ({ consequence, overdueShare = 0 }: (typeof input.stops)[number]) =>
      consequence + Number(overdueShare > 0.25);
    const isFollowed = (id: string) => input.stops.some(({ after }) => after?.includes(id));
    const full = outcome.result.unscheduled.filter(({ reason }) => reason.includes('shift is full'));
    const kept = input.stops.filter(({ id }) => outcome.result.sequence.some(({ stopId }) => stopId === id));
    const least = Math.min(...kept.filter(({ id }) => !isFollowed(id)).map(rank));
    expect(full.length).toBeGreaterThan(10);
    for (const { stopId } of full)
      expect(rank(input.stops.find(({ id }) => id === stopId && !isFollowed(id)) ?? kept[0]!)).toBeLessThanOrEqual(
        Math.max(least, 4),
      );
  });

  it('is the same for the same seed, and never worse than the order that was given or the nearest next', async () => {
    await fc.assert(
      fc.asyncProperty(fc.integer({ min: 1, max: 500 }), async (seed) => {
        const input = { ...randomPlant(25, seed, { plain: true }), iterations: 200 };
        const own = fc.sample(
          fc.shuffledSubarray(
            input.stops.map(({ id }) => id),
            { minLength: 25 },
          ),
          { seed, numRuns: 1 },
        )[0]!;
        const [first, second] = [
          await routeOrder.compute({ ...input, order: own }),
          await routeOrder.compute({ ...input, order: own }),
        ];
        expect(second).toEqual(first);
        const [given, nearest] = [await fixed(input, own), await fixed(input, nearestNext(input))];
        if (!first.ok) throw new Error(first.reason);
        expect(first.result.totalMinutes).toBeLessThanOrEqual(Math.min(given, nearest) + 1e-9);
      }),
      { numRuns: 15 },
    );
  });

  it('answers with the best so far when it is stopped', () => {
    const input = randomPlant(60, 3);
    const walking = walkingOf(input);
    if ('ok' in walking) throw new Error(walking.reason);
    let asked = 0;
    const steps = orderSteps(input, walking, () => (asked += 1) > 5);
    const shares: number[] = [];
    let step = steps.next();
    for (; !step.done; step = steps.next()) shares.push(step.value.share);
    expect(step.value.ok && rewalk(input, step.value.result)).toEqual([]);
    expect(shares.length).toBeGreaterThan(1);
    expect(shares.at(-1)).toBeLessThan(0.5);
  });
});

/** What an order takes when every stop keeps its place in it. */
async function fixed(input: ReturnType<typeof randomPlant>, order: string[]): Promise<number> {
  const outcome = await routeOrder.compute({
    ...input,
    iterations: 0,
    locks: order.map((stopId, index) => ({ stopId, position: index + 1 })),
  });
  if (!outcome.ok) throw new Error(outcome.reason);
  expect(outcome.result.sequence.map(({ stopId }) => stopId)).toEqual(order);
  return outcome.result.totalMinutes;
}

function nearestNext(input: ReturnType<typeof randomPlant>): string[] {
  const walking = walkingOf(input);
  if ('ok' in walking) throw new Error(walking.reason);
  const { count, minutes, placeOf } = walking;
  const left = new Set(input.stops.keys());
  const order: string[] = [];
  for (let place = placeOf.start; left.size > 0;) {
    const way = (stop: number) => minutes[place * count + placeOf.stops[stop]!]!;
    const next = [...left].reduce((best, each) => (way(each) < way(best) ? each : best));
    left.delete(next);
    order.push(input.stops[next]!.id);
    place = placeOf.stops[next]!;
  }
  return order;
}

describe('the checker', () => {
  const spoiled: [string, (result: RouteOrder) => unknown, RegExp][] = [
    ['an arrival that no walk reaches', ({ sequence }) => (sequence[3]!.arrive = sequence[2]!.end - 1), /too soon/],
    ['a stop left away', ({ sequence }) => sequence.pop(), /is done 0 times/],
    ['a stop done twice', ({ sequence }) => sequence.push(sequence[0]!), /is done 2 times/],
    ['work that is too short', ({ sequence }) => (sequence[4]!.end -= 1), /takes/],
    ['a sum that is wrong', (result) => (result.walkM += 5), /walked/],
    ['a bound above the walk', (result) => (result.lowerBoundMinutes = result.totalMinutes + 1), /bound/],
  ];
  it.each(spoiled)('sees %s', async (_, spoil, words) => {
    const input = { ...randomPlant(20, 4, { plain: true }), iterations: 50 };
    const outcome = await routeOrder.compute(input);
    if (!outcome.ok) throw new Error(outcome.reason);
    const result = structuredClone(outcome.result);
    expect(rewalk(input, result)).toEqual([]);
    spoil(result);
    expect(rewalk(input, result).join('; ')).toMatch(words);
  });
});
