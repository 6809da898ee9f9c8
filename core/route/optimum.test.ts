import solver from 'highs';
import { beforeAll, describe, expect, it } from 'vitest';
import { chance } from '../chance';
import { type RouteInput, routeInput } from './input';
import { routeOrder } from './order';
import { nearestNeighbourTour, shortestTour, tourLength } from './shortest-tour';
import { walkingOf } from './walking';

/** Walks whose best is known: proven by a solver, found by trying all, or published with the set. */

let highs: Awaited<ReturnType<typeof solver>>;
beforeAll(async () => {
  highs = await solver();
});

const best = async (input: RouteInput) => {
  const outcome = await routeOrder.compute(input);
  if (!outcome.ok) throw new Error(outcome.reason);
  return outcome.result;
};

/** A few stops with everything that a mixed integer programme can say: ways, guns, waits within a stop, one window each. */
function smallPlant(seed: number): RouteInput {
  const random = chance(seed);
  const any = (count: number) => Math.floor(random() * count);
  const machines = [0, 1, 2];
  return routeInput.parse({
    start: { x: 0, y: 0 },
    gunChangeMinutes: 3,
    iterations: 1500,
    shift: { from: 0, to: 300 },
    windows: [{ machineId: 'M0', from: 20 + any(20), to: 75 + any(20), state: 'stopped' }],
    stops: Array.from({ length: 6 }, (_, index) => ({
      id: `s${index}`,
      x: any(400),
      y: any(300),
      minutes: 2 + any(6),
      machineId: `M${machines[index % 3]}`,
      state: index % 3 === 0 ? 'stopped-powered' : 'any',
      lubricantId: `L${any(2)}`,
      ...(index === 1 && { parts: [{ minutes: 3, waitMinutes: 15 + any(15) }, { minutes: 4 }] }),
      ...(index === 4 && { after: ['s2'] }),
    })),
  });
}

/** The shortest time from the start and back as HiGHS proves it: who follows whom, and when each visit begins. */
function provenMinutes(input: RouteInput): number {
  const walking = walkingOf(input);
  if ('ok' in walking) throw new Error(walking.reason);
  const visits = input.stops.flatMap((stop, index) =>
    (stop.parts ?? [{ minutes: stop.minutes }]).map((part, number) => ({ stop, index, number, minutes: part.minutes })),
  );
  const nodes = [0, ...visits.keys()].map((_, node) => node);
  const place = (node: number) =>
    node === 0 ? walking.placeOf.start : walking.placeOf.stops[visits[node - 1]!.index]!;
  const lubricant = (node: number) => visits[node - 1]?.stop.lubricantId;
  const way = (a: number, b: number) =>
    walking.minutes[place(a) * walking.count + place(b)]! +
    (a > 0 && b > 0 && lubricant(a) !== lubricant(b) ? input.gunChangeMinutes : 0);
  const [pairs, rows, bounds]: [string[], string[], string[]] = [[], [], []];
  const long = 300;
  for (const a of nodes) {
    const others = nodes.filter((b) => b !== a);
    rows.push(
      others.map((b) => `x${a}_${b}`).join(' + ') + ' = 1',
      others.map((b) => `x${b}_${a}`).join(' + ') + ' = 1',
    );
    for (const b of others) {
      pairs.push(`x${a}_${b}`);
      const work = a === 0 ? 0 : visits[a - 1]!.minutes;
      const end = b === 0 ? 'T' : `t${b}`;
      rows.push(`${end}${a === 0 ? '' : ` - t${a}`} - ${long} x${a}_${b} >= ${work + way(a, b) - long}`);
    }
  }
  for (const [index, visit] of visits.entries()) {
    const window = input.windows.find(
      ({ machineId }) => machineId === visit.stop.machineId && visit.stop.state !== 'any',
    );
    bounds.push(`${window?.from ?? 0} <= t${index + 1} <= ${(window?.to ?? long) - visit.minutes}`);
    const before = (id: string, number: number) =>
      visits.findIndex((each) => each.stop.id === id && each.number === number) + 1;
    if (visit.number > 0) {
      const part = visit.stop.parts![visit.number - 1]!;
      rows.push(`t${index + 1} - t${before(visit.stop.id, visit.number - 1)} >= ${part.minutes + part.waitMinutes!}`);
    }
    for (const id of visit.stop.after ?? []) {
      const first = before(id, 0);
      rows.push(`t${index + 1} - t${first} >= ${visits[first - 1]!.minutes}`);
    }
  }
  const problem = `Minimize\n obj: T\nSubject To\n${rows.map((row, index) => ` c${index}: ${row}`).join('\n')}\nBounds\n${bounds.join('\n')}\nBinary\n ${pairs.join(' ')}\nEnd`;
  const solution = highs.solve(problem, { mip_rel_gap: 0 });
  expect(solution.Status).toBe('Optimal');
  return solution.ObjectiveValue;
}

describe('small walks with all rules', () => {
  it.each([1, 2, 3, 4, 5, 6])('plant %d: the proven best is found, and the bound lies below it', async (seed) => {
    const input = smallPlant(seed);
    const found = await best(input);
    const proven = provenMinutes(input);
    expect(found.unscheduled).toEqual([]);
    expect(found.totalMinutes).toBeGreaterThanOrEqual(proven - 1e-4);
    expect(found.totalMinutes).toBeLessThanOrEqual(proven * 1.001);
    expect(found.lowerBoundMinutes).toBeLessThanOrEqual(proven + 1e-4);
  });
});

/** Places of two public sets of the travelling salesman, with the length that is proven for distances in whole units. */
const sets = {
  'of 51 places': {
    proven: 426,
    places:
      '37 52 49 49 52 64 20 26 40 30 21 47 17 63 31 62 52 33 51 21 42 41 31 32 5 25 12 42 36 16 52 41 27 23 17 33 13 13 57 58 62 42 42 57 16 57 8 52 7 38 27 68 30 48 43 67 58 48 58 27 37 69 38 46 46 10 61 33 62 63 63 69 32 22 45 35 59 15 5 6 10 17 21 10 5 64 30 15 39 10 32 39 25 32 25 55 48 28 56 37 30 40',
  },
  'of 52 places': {
    proven: 7542,
    places:
      '565 575 25 185 345 750 945 685 845 655 880 660 25 230 525 1000 580 1175 650 1130 1605 620 1220 580 1465 200 1530 5 845 680 725 370 145 665 415 635 510 875 560 365 300 465 520 585 480 415 835 625 975 580 1215 245 1320 315 1250 400 660 180 410 250 420 555 575 665 1150 1160 700 580 685 595 685 610 770 610 795 645 720 635 760 650 475 960 95 260 875 920 700 500 555 815 830 485 1170 65 830 610 605 625 595 360 1340 725 1740 245',
  },
};

const lattice = (columns: number, rows: number) =>
  Array.from(
    { length: columns * rows },
    (_, index) => [10 * (index % columns), 10 * Math.floor(index / columns)] as const,
  );

function distancesOf(text: string): number[][] {
  const numbers = text.split(' ').map(Number);
  const places = Array.from({ length: numbers.length / 2 }, (_, index) => numbers.slice(2 * index, 2 * index + 2));
  return places.map(([x, y]) => places.map(([u, v]) => Math.round(Math.hypot(x! - u!, y! - v!))));
}

describe('walking alone', () => {
  it.each(Object.entries(sets))('the set %s is walked in its proven length', async (_, { proven, places }) => {
    const distances = distancesOf(places);
    const stops = distances.slice(1).map((__, index) => ({ id: `p${index}`, minutes: 0 }));
    const found = await best(routeInput.parse({ stops, distances, iterations: 8000 }));
    expect(found.walkM).toBe(proven);
    expect(found.lowerBoundMinutes * 50).toBeLessThanOrEqual(proven + 1e-6);
    expect(found.gapPct).toBeLessThan(1.5);
  });

  /** Places whose shortest tour is known: an even lattice is walked in as many steps as it has places, a ring along itself. */
  const known = {
    'a lattice of 100 places': { places: lattice(10, 10), shortest: 1000 },
    'a lattice of 240 places': { places: lattice(12, 20), shortest: 2400 },
    'a ring of 250 places': {
      places: Array.from({ length: 250 }, (_, index) => {
        const turn = (2 * Math.PI * index) / 250;
        return [500 * Math.cos(turn), 500 * Math.sin(turn)] as const;
      }),
      shortest: 250 * 1000 * Math.sin(Math.PI / 250),
    },
  };
  it.each(Object.entries(known))('%s is walked within 1 % of its shortest tour', async (_, { places, shortest }) => {
    // Shuffled, so that the order given says nothing.
    const random = chance(7);
    const [start, ...others] = places.map((place) => ({ place, rank: random() })).sort((a, b) => a.rank - b.rank);
    const at = ({ place: [x, y] }: { place: readonly [number, number] }) => ({ x, y });
    const found = await best(
      routeInput.parse({
        stops: others.map((other, index) => ({ id: `p${index}`, minutes: 0, ...at(other) })),
        start: at(start!),
        iterations: 4000,
      }),
    );
    expect(found.walkM).toBeGreaterThan(shortest - 1e-6);
    expect(found.walkM).toBeLessThan(1.01 * shortest);
    expect(found.gapPct).toBeLessThan(2);
  });

  it('is the best of all orders where they can all be tried', () => {
    for (let seed = 1; seed <= 40; seed += 1) {
      const random = chance(seed);
      const size = 3 + (seed % 6);
      const places = Array.from({ length: size }, () => [random() * 100, random() * 100]);
      const cost = Float64Array.from(places.flatMap(([x, y]) => places.map(([u, v]) => Math.hypot(x! - u!, y! - v!))));
      const search = shortestTour(cost, size, random, 60);
      let step = search.next();
      while (!step.done) step = search.next();
      expect([...step.value].sort((a, b) => a - b)).toEqual([...Array(size).keys()]);
      expect(tourLength(step.value, cost, size)).toBeCloseTo(shortestByAll(cost, size), 9);
    }
  });

  it('is shorter than going to the nearest next, and told on the way', () => {
    const random = chance(5);
    const size = 120;
    const places = Array.from({ length: size }, () => [random() * 100, random() * 100]);
    const cost = Float64Array.from(places.flatMap(([x, y]) => places.map(([u, v]) => Math.hypot(x! - u!, y! - v!))));
    const lengths: number[] = [];
    const search = shortestTour(cost, size, random, 2000);
    let step = search.next();
    for (; !step.done; step = search.next()) lengths.push(Math.round(tourLength(step.value.tour, cost, size)));
    expect(lengths).toHaveLength(10);
    expect(lengths).toEqual([...lengths].sort((a, b) => b - a));
    expect(tourLength(step.value, cost, size)).toBeLessThan(
      0.9 * tourLength(nearestNeighbourTour(cost, size), cost, size),
    );
  });
});

function shortestByAll(cost: Float64Array, size: number): number {
  let shortest = Infinity;
  const go = (order: number[], left: number[]) => {
    if (left.length === 0) shortest = Math.min(shortest, tourLength(order, cost, size));
    for (const next of left)
      go(
        [...order, next],
        left.filter((each) => each !== next),
      );
  };
  go([0], [...Array(size).keys()].slice(1));
  return shortest;
}
