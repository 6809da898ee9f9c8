import { runs } from '../words/machine-states';
import type { RouteInput, RouteState, RouteStop } from './input';
import type { ByStore, Walking } from './walking';

/** One going to a stop: for all of its work, or for one part of it between waits. */
export type Visit = { stop: number; part: number; day: number; minutes: number; waitMinutes: number };

/** Times on the clock in pairs: from, to, from, to …, one after another. */
export type Spans = Float64Array;

/** One day's walk as the search sees it: visits by number and all about them in rows of numbers. */
export type DayWalk = {
  visits: readonly Visit[];
  day: number;
  from: number;
  /** When one has to be back; where no shift is given before the next day begins, if there is one. */
  until: number;
  breaks: Spans;
  /** Between places: rows of `places`. */
  places: number;
  walkMinutes: Float64Array;
  walkMetres: Float64Array;
  isSymmetric: boolean;
  start: number;
  stores: readonly number[];
  byStore: ByStore;
  placeOf: Int32Array;
  minutesOf: Float64Array;
  /** Which lubricant is in the gun or can for it, from 1; 0 for none. */
  lubricantOf: Int32Array;
  loadOf: Float64Array;
  machineOf: Int32Array;
  isIsolated: Uint8Array;
  /** Done in any state: a lock that is on stays on over it. */
  isAnyState: Uint8Array;
  /** The hall in which something stands open that may never run meanwhile, from 0; −1 where nothing does. */
  openHallOf: Int32Array;
  opens: Uint8Array;
  closes: Uint8Array;
  /** What must be over before it begins, and how long before. */
  waitsFor: readonly (readonly { visit: number; minutes: number }[])[];
  /** When its machine is in the state it needs and no break is; undefined where it does not matter. */
  allowed: readonly (Spans | undefined)[];
  /** Whether its machine's windows limit it, not breaks alone. */
  isLimited: Uint8Array;
  /** For what stands open and must not start: when its machine stands still, and for how long it has to. */
  standstill: readonly (Spans | undefined)[];
  standsFor: Float64Array;
  /** For its later visits the first one, which lies in the same standstill; −1 for all others. */
  openedBy: Int32Array;
  /** Halls in which something stands open from the day before. */
  openFromBefore: readonly number[];
  halls: number;
  machines: number;
  holders: number;
  gunChangeMinutes: number;
  lockOutMinutes: number;
  cartCapacityKg: number;
  /** For visits that keep their number in the order: which it is, by position from 0. */
  locks: ReadonlyMap<number, number>;
};

const day = 1440;

/** The parts of a stop: its work is one where none are given. */
export const partsOf = ({ parts, minutes, waitMinutes }: RouteStop) => parts ?? [{ minutes, waitMinutes }];

/** On which day each stop begins, 0 for the first: what comes after a stop that takes a night cannot come before. */
function firstDays(stops: readonly RouteStop[]): number[] {
  const days = stops.map((): number => -1);
  const nights = (stop: RouteStop) =>
    partsOf(stop).filter((part, number, all) => isOvernight(part) && number < all.length - 1).length;
  const dayOf = (number: number): number => {
    if (days[number]! >= 0) return days[number]!;
    days[number] = Math.max(0, ...before(stops, number).map((each) => dayOf(each) + nights(stops[each]!)));
    return days[number]!;
  };
  return stops.map((_, number) => dayOf(number));
}

const isOvernight = (part: { earliestNextDay?: boolean | undefined }): boolean => part.earliestNextDay === true;

const numbers = new WeakMap<readonly RouteStop[], Map<string, number>>();
/** The numbers of the stops that are finished before a stop begins. */
export function before(stops: readonly RouteStop[], stop: number): number[] {
  let numberOf = numbers.get(stops);
  if (!numberOf) numbers.set(stops, (numberOf = new Map(stops.map(({ id }, number) => [id, number]))));
  return (stops[stop]!.after ?? []).map((id) => numberOf.get(id)!);
}

/** All visits that some stops take, by day. */
export function visitsOf(stops: readonly RouteStop[], kept: ReadonlySet<number>): Visit[] {
  const chosen = stops.map((stop, number) => (kept.has(number) ? stop : { ...stop, parts: [] }));
  return firstDays(stops).flatMap((first, stop) => {
    let at = first;
    return partsOf(chosen[stop]!).map((part, number) => {
      const visit = { stop, part: number, day: at, minutes: part.minutes, waitMinutes: part.waitMinutes ?? 0 };
      if (isOvernight(part)) at += 1;
      return visit;
    });
  });
}

const numbersOf = (names: readonly (string | undefined)[]): Map<string, number> =>
  new Map([...new Set(names.filter((name) => name !== undefined))].map((name, index) => [name, index]));

/** The walks of all days, the first one first. @param kept the stops that are walked to, by number */
export function dayWalks(input: RouteInput, walking: Walking, kept: ReadonlySet<number>): DayWalk[] {
  const visits = visitsOf(input.stops, kept);
  const last = Math.max(0, ...visits.map((visit) => visit.day));
  return Array.from({ length: last + 1 }, (_, number) => dayWalk(input, walking, visits, number));
}

function dayWalk(input: RouteInput, walking: Walking, all: readonly Visit[], number: number): DayWalk {
  const { stops, shift } = input;
  const visits = all.filter((visit) => visit.day === number);
  const stopOf = (visit: Visit) => stops[visit.stop]!;
  const lubricants = numbersOf(stops.map(({ lubricantId }) => lubricantId));
  const machines = numbersOf(stops.map(machineName));
  const halls = numbersOf(stops.map(hallName));
  const breaks = spansOfDay(shift?.breaks ?? [], number);
  const isLastDay = all.every((visit) => visit.day === 0);
  const onWalk = {
    from: (shift?.from ?? 0) + number * day,
    until: shift ? shift.to + number * day : isLastDay ? Infinity : (number + 1) * day,
  };
  const numberOf = new Map(visits.map(({ stop, part }, index) => [`${stop}/${part}`, index]));
  const neverRuns = (visit: Visit) => stopOf(visit).neverRunWhileOpen === true;
  return {
    visits,
    day: number,
    ...onWalk,
    breaks,
    places: walking.count,
    walkMinutes: walking.minutes,
    walkMetres: walking.metres,
    isSymmetric: walking.isSymmetric,
    start: walking.placeOf.start,
    stores: [...new Set([walking.placeOf.start, ...walking.placeOf.stores])],
    byStore: walking.byStore,
    placeOf: Int32Array.from(visits, ({ stop }) => walking.placeOf.stops[stop]!),
    minutesOf: Float64Array.from(visits, ({ minutes }) => minutes),
    lubricantOf: Int32Array.from(visits, (visit) => 1 + (lubricants.get(stopOf(visit).lubricantId ?? '') ?? -1)),
    loadOf: Float64Array.from(visits, (visit) => (visit.part === 0 ? (stopOf(visit).loadKg ?? 0) : 0)),
    machineOf: Int32Array.from(visits, (visit) => machines.get(machineName(stopOf(visit)))!),
    isIsolated: Uint8Array.from(visits, (visit) => Number(stopOf(visit).state.startsWith('isolated'))),
    isAnyState: Uint8Array.from(visits, (visit) => Number(stopOf(visit).state === 'any')),
    openHallOf: Int32Array.from(visits, (visit) => (neverRuns(visit) ? halls.get(hallName(stopOf(visit)))! : -1)),
    opens: Uint8Array.from(visits, (visit) => Number(visit.part === 0 && staysOpen(stopOf(visit)))),
    closes: Uint8Array.from(visits, (visit) =>
      Number(visit.part > 0 && visit.part === partsOf(stopOf(visit)).length - 1),
    ),
    waitsFor: visits.map((visit) => waitsOf(visit, visits, numberOf, stops)),
    allowed: visits.map((visit) => allowedSpans(input, stopOf(visit), breaks, number, onWalk)),
    isLimited: Uint8Array.from(visits, (visit) => Number(windowsOf(input, stopOf(visit)).length > 0)),
    standstill: visits.map((visit) =>
      keepsStill(stopOf(visit)) ? machineSpans(input, stopOf(visit), number, onWalk) : undefined,
    ),
    standsFor: Float64Array.from(visits, (visit) => (visit.part === 0 ? openFor(stopOf(visit)) : 0)),
    openedBy: Int32Array.from(visits, ({ stop, part }) =>
      part > 0 && keepsStill(stops[stop]!) ? (numberOf.get(`${stop}/0`) ?? -1) : -1,
    ),
    openFromBefore: all
      .filter(({ stop, day: on, part }) => on === number && part > 0 && stops[stop]!.neverRunWhileOpen === true)
      .filter(({ stop, part }) =>
        all.some((other) => other.stop === stop && other.part === part - 1 && other.day < number),
      )
      .map(({ stop }) => halls.get(hallName(stops[stop]!))!),
    halls: halls.size,
    machines: machines.size,
    holders: input.peopleAvailable,
    gunChangeMinutes: input.gunChangeMinutes,
    lockOutMinutes: input.lockOutMinutes,
    cartCapacityKg: input.cartCapacityKg ?? Infinity,
    locks: new Map(
      input.locks.flatMap(({ stopId, position }) => {
        const visit = visits.findIndex((each) => each.part === 0 && stopOf(each).id === stopId);
        return visit < 0 ? [] : [[position - 1, visit] as const];
      }),
    ),
  };
}

/** A stop without a machine or a hall is one of its own. */
const machineName = ({ machineId, id }: RouteStop): string =>
  machineId === undefined ? `stop ${id}` : `machine ${machineId}`;
const hallName = ({ hall }: RouteStop): string => hall ?? '';
/** Whether a machine is left open between parts and must not run meanwhile. */
const staysOpen = (stop: RouteStop): boolean => stop.neverRunWhileOpen === true && partsOf(stop).length > 1;

function waitsOf(
  { stop, part }: Visit,
  visits: readonly Visit[],
  numberOf: ReadonlyMap<string, number>,
  stops: readonly RouteStop[],
) {
  const waits: { visit: number; minutes: number }[] = [];
  const waitFor = (other: number, number: number) => {
    const visit = numberOf.get(`${other}/${number}`);
    if (visit !== undefined) waits.push({ visit, minutes: visits[visit]!.waitMinutes });
  };
  if (part > 0) waitFor(stop, part - 1);
  else for (const other of before(stops, stop)) waitFor(other, partsOf(stops[other]!).length - 1);
  return waits;
}

/** Where a machine that stands open must not start, all of it lies within one standstill. */
const keepsStill = (stop: RouteStop): boolean => staysOpen(stop) && groupOf(stop.state) === 'stands';

/** Minutes from the first part's beginning to the last one's end, at least. */
const openFor = (stop: RouteStop): number =>
  partsOf(stop).reduce(
    (sum, { minutes, waitMinutes = 0 }, index, { length }) => sum + minutes + (index < length - 1 ? waitMinutes : 0),
    0,
  );

type Group = 'runs' | 'stands' | 'either';
function groupOf(state: RouteState): Group {
  if (state === 'any') return 'either';
  return state === 'running' || (state !== 'stopped' && runs(state)) ? 'runs' : 'stands';
}

/** Whether a machine in one state can be brought to what a stop needs: what stands can be locked, what runs cannot be unloaded. */
export function serves(window: RouteState, needed: RouteState): boolean {
  if (needed === 'any' || window === needed) return true;
  if (groupOf(window) !== groupOf(needed)) return false;
  return groupOf(needed) === 'stands' || window === 'running' || needed === 'running';
}

const repeatedDays = [-2, -1, 0, 1, 2];

/** What holds every day, on the clock of one day and its neighbours. */
const spansOfDay = (times: readonly { from: number; to: number }[], number: number): Spans =>
  merged(
    repeatedDays.flatMap((offset) =>
      times.map(({ from, to }) => [from + (number + offset) * day, to + (number + offset) * day] as const),
    ),
  );

/** The windows of a stop's machine, where the state matters. */
const windowsOf = ({ windows }: RouteInput, { machineId, state }: RouteStop): RouteInput['windows'] =>
  state === 'any' || machineId === undefined ? [] : windows.filter((window) => window.machineId === machineId);

/**
 * When work at a stop is possible: within the windows of its machine that serve it; where none does, outside of all windows, as
 * the machine is then in none of their states; never in a break.
 */
function allowedSpans(
  input: RouteInput,
  stop: RouteStop,
  breaks: Spans,
  number: number,
  onWalk: OnWalk,
): Spans | undefined {
  const machine = machineSpans(input, stop, number, onWalk);
  if (machine === undefined) return breaks.length === 0 ? undefined : outside(breaks);
  return common(machine, outside(breaks));
}

type OnWalk = { from: number; until: number };

/** When a machine is in the state that a stop needs; undefined where it does not matter. */
function machineSpans(input: RouteInput, stop: RouteStop, number: number, { from, until }: OnWalk): Spans | undefined {
  const own = windowsOf(input, stop);
  if (own.length === 0) return undefined;
  const serving = own.filter((window) => serves(window.state, stop.state));
  const spans = serving.length > 0 ? spansOfDay(serving, number) : outside(spansOfDay(own, number));
  // A standstill after the shift is none for this walk.
  return common(spans, Float64Array.of(from, until));
}

/** Spans in order, those that touch made one. */
function merged(spans: readonly (readonly [number, number])[]): Spans {
  const out: number[] = [];
  for (const [from, to] of [...spans].sort((a, b) => a[0] - b[0])) {
    if (out.length > 0 && from <= out.at(-1)!) out[out.length - 1] = Math.max(out.at(-1)!, to);
    else out.push(from, to);
  }
  return Float64Array.from(out);
}

/** All time that is in none of the spans. */
function outside(spans: Spans): Spans {
  return Float64Array.of(-Infinity, ...spans, Infinity);
}

/** The time that is in both. */
function common(a: Spans, b: Spans): Spans {
  const out: number[] = [];
  for (let i = 0; i < a.length; i += 2)
    for (let j = 0; j < b.length; j += 2) {
      const [from, to] = [Math.max(a[i]!, b[j]!), Math.min(a[i + 1]!, b[j + 1]!)];
      if (to > from) out.push(from, to);
    }
  return Float64Array.from(out);
}
