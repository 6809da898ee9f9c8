import type { z } from 'zod';
import { type Shift, plannedUntil } from '../capacity/shifts';
import type { TradeNumbers } from '../capacity/trade-numbers';
import type { routeInput } from '../route/input';
import { putRight } from '../route/within-machine';
import { type FloorPlan, aislesOf } from './floor-plan';

type RouteInput = z.input<typeof routeInput>;

/** A stop as the search takes it, and what a planner chooses by. */
export type OrderableStop = {
  id: string;
  search: RouteInput['stops'][number];
  /** How long it took on the last rounds, where that is known and nothing waits on it. */
  taken?: { minutes: number; rounds: number } | undefined;
  /** Its machine is never stopped for it. */
  keepsRunning: boolean;
};

/** What a planner chooses for one walk. */
export type WalkChoice = {
  shift: Shift;
  people: number;
  /** When the machines stand: nothing where each is stopped whenever it is asked for. */
  standing: readonly { from: number; to: number }[];
  /** As rounds took, where that is known, instead of as planned. */
  asTaken: boolean;
};

/**
 * The input of `route.order` for some stops of a route in one shift: doors as they are then, breaks, the planned part of it.
 * @param order in which they are walked now; what it does not name comes last
 */
export function walkOfShift(
  {
    stops,
    plan,
    start,
    order,
  }: { stops: readonly OrderableStop[]; plan: FloorPlan; start: { x: number; y: number }; order: readonly string[] },
  { shift, people, standing, asTaken }: WalkChoice,
  numbers: TradeNumbers,
): RouteInput & { order: string[]; shift: NonNullable<RouteInput['shift']> } {
  const chosen = new Set(stops.map(({ id }) => id));
  const to = plannedUntil(shift, numbers.plannedPct);
  return {
    start,
    aisles: aislesOf(plan, shift.name),
    metresPerMinute: numbers.metresPerMin,
    secondsPerFloor: numbers.secondsPerFloor,
    gunChangeMinutes: numbers.gunChangeMin,
    lockOutMinutes: numbers.lockOutMin,
    ...(numbers.cartKg > 0 && {
      cartCapacityKg: numbers.cartKg,
      stores: plan.stores.filter(({ kind }) => kind === 'lubricant').map(({ name, x, y }) => ({ id: name, x, y })),
    }),
    peopleAvailable: people,
    windows:
      standing.length === 0
        ? []
        : [...new Set(stops.flatMap(({ search }) => search.machineId ?? []))].flatMap((machineId) =>
            standing.map((span) => ({ machineId, ...span, state: 'stopped' as const })),
          ),
    shift: {
      from: shift.from,
      to,
      breaks: shift.breaks.filter((span) => span.to <= to),
    },
    order: order.filter((id) => chosen.has(id)),
    stops: stops.map(({ search, taken }) => ({
      ...search,
      after: (search.after ?? []).filter((id) => chosen.has(id)),
      ...(asTaken && taken && { minutes: taken.minutes, parts: [{ minutes: taken.minutes }] }),
    })),
  };
}

const stopped: ReadonlySet<string> = new Set([
  'isolated',
  'isolated-depressurised',
  'stopped-powered',
  'auxiliary-only',
  'stopped',
]);

/** Whether a stop waits for a shutdown: its machine keeps running, and it has to stand for it. */
export const waitsForShutdown = ({ keepsRunning, search }: OrderableStop): boolean =>
  keepsRunning && search.state !== undefined && stopped.has(search.state);

/** What is to be worked out to walk stops in the order they have, what would come too early put off, up to a day long. */
export function asItStands(input: ReturnType<typeof walkOfShift>): RouteInput {
  const after = new Map(input.stops.map((stop) => [stop.id, stop.after ?? []]));
  const order = putRight(input.order, after);
  return {
    ...input,
    order,
    locks: order.map((stopId, index) => ({ stopId, position: index + 1 })),
    shift: { ...input.shift, to: input.shift.from + 1440 },
    iterations: 0,
  };
}
