import { type PlantDay, dayNumber } from '../time/plant-day';
import { runs } from '../words/machine-states';
import type { LevelInput, LevelTask } from './input';

/** One doing of a task, to be given a day. */
export type Service = {
  task: number;
  /** 0 for the first time within the days. */
  nth: number;
  minutes: number;
  /** First and last open day on which it may be done, by number among the open days. */
  from: number;
  to: number;
  /** The machine that is stopped for it; −1 for none. */
  machine: number;
};

/** How far apart two services are: so many days, more or less by some. */
export type Link = { before: number; after: number; everyDays: number; give: number };

export type Weeks = {
  /** Open days by day number, and their minutes. */
  days: Int32Array;
  capacity: Float64Array;
  services: Service[];
  links: Link[];
  machines: number;
  /** Routes by name; and of each task those that can have it, its own first. */
  routes: string[];
  routesOf: number[][];
  /** Services that others do along: which task's, and on which service's day. */
  answered: { task: number; by: number }[];
  /** Tasks that were late on the first day. */
  late: number[];
  /** Tasks that a planner fixed on a day on which nothing is planned. */
  closed: number[];
};

/** What is late has at least so many days to be caught up with, so that not all of it falls on the first. */
const leastDaysForLate = 4;

/** Whether a machine is stopped for a task. */
const isStopped = ({ machineState }: LevelTask): boolean =>
  machineState === 'stopped' || (machineState !== 'any' && machineState !== 'running' && !runs(machineState));

/** A window of a task by day numbers, and how often it comes again within it. */
type Rhythm = { from: number; to: number; everyDays: number; give: number; isLate: boolean };

function rhythmOf(task: LevelTask, firstDay: number): Rhythm {
  const [from, to] = [dayNumber(task.dueFrom), dayNumber(task.dueTo)];
  const everyDays = task.everyDays ?? Infinity;
  const give = Math.floor((to - from) / 2);
  if (to >= firstDay) return { from: Math.max(from, firstDay), to, everyDays, give, isLate: false };
  return { from: firstDay, to: firstDay + Math.max(to - from, leastDaysForLate), everyDays, give, isLate: true };
}

/** All services within the days, with what ties them. */
export function weeksOf({ tasks, days }: LevelInput): Weeks {
  const open = days.filter(({ minutes }) => minutes > 0);
  const numbers = Int32Array.from(open, ({ date }) => dayNumber(date));
  const lastDay = dayNumber(days.at(-1)!.date);
  const machines = namesOf(tasks.map((task) => (isStopped(task) ? task.machineId : undefined)));
  const routes = namesOf(tasks.flatMap(({ route, alsoRoutes }) => [route, ...(alsoRoutes ?? [])]));
  const weeks: Weeks = {
    days: numbers,
    capacity: Float64Array.from(open, ({ minutes }) => minutes),
    services: [],
    links: [],
    machines: machines.size,
    routes: [...routes.keys()],
    routesOf: tasks.map(({ route, alsoRoutes = [] }) =>
      route === undefined ? [] : [...new Set([route, ...alsoRoutes])].map((each) => routes.get(each)!),
    ),
    answered: [],
    late: [],
    closed: [],
  };
  const numberOf = new Map(tasks.map(({ id }, index) => [id, index]));
  const includedIn = tasks.map((): number[] => []);
  for (const [index, { includes }] of tasks.entries())
    for (const id of includes ?? []) if (id !== tasks[index]!.id) includedIn[numberOf.get(id)!]!.push(index);
  // What does others along comes first, so that those know what is left for them.
  const order = [...tasks.keys()].sort((a, b) => includedIn[a]!.length - includedIn[b]!.length || a - b);
  for (const number of order) {
    const task = tasks[number]!;
    addServices(weeks, number, rhythmOf(task, numbers[0]!), lastDay, includedIn[number]!, {
      locked: lockedDay(task),
      minutes: task.minutes,
      machine: isStopped(task) ? (machines.get(task.machineId ?? '') ?? -1) : -1,
    });
  }
  return weeks;
}

type Given = { locked: number | undefined; minutes: number; machine: number };

function addServices(
  weeks: Weeks,
  task: number,
  rhythm: Rhythm,
  lastDay: number,
  includedIn: readonly number[],
  given: Given,
): void {
  const { everyDays, give, isLate } = rhythm;
  if (isLate) weeks.late.push(task);
  let previous = -1;
  for (let nth = 0, shift = 0; rhythm.from + shift <= lastDay; nth += 1, shift += everyDays) {
    const by = includedIn.length === 0 ? -1 : answeringService(weeks, task, includedIn, rhythm, shift);
    let service = by;
    if (by >= 0) {
      narrow(weeks, weeks.services[by]!, rhythm.from + shift, rhythm.to + shift);
      weeks.answered.push({ task, by });
    } else {
      const locked = nth === 0 ? given.locked : undefined;
      const window = openDays(
        weeks.days,
        locked ?? rhythm.from + shift,
        locked ?? rhythm.to + shift,
        locked === undefined,
      );
      if (window === undefined) weeks.closed.push(task);
      if (window === undefined) return;
      const { minutes, machine } = given;
      service = weeks.services.push({ task, nth, minutes, ...window, machine }) - 1;
    }
    if (previous >= 0) weeks.links.push({ before: previous, after: service, everyDays, give });
    previous = service;
    if (!Number.isFinite(everyDays)) return;
  }
}

/** The service of another task that does this one along in its window, and does not do it already; −1 for none. */
function answeringService(
  weeks: Weeks,
  task: number,
  includedIn: readonly number[],
  rhythm: Rhythm,
  shift: number,
): number {
  const taken = new Set(weeks.answered.filter((each) => each.task === task).map(({ by }) => by));
  return weeks.services.findIndex(
    (other, index) => includedIn.includes(other.task) && isShared(weeks, other, rhythm, shift) && !taken.has(index),
  );
}

/** Whether a service can be done within a window, so that it answers what is due there. */
function isShared({ days }: Weeks, { from, to }: Service, rhythm: Rhythm, shift: number): boolean {
  return days[to]! >= rhythm.from + shift && days[from]! <= rhythm.to + shift;
}

function narrow({ days }: Weeks, service: Service, from: number, to: number): void {
  while (days[service.from]! < from && service.from < service.to) service.from += 1;
  while (days[service.to]! > to && service.from < service.to) service.to -= 1;
}

/**
 * The open days between two days; where there is none, the nearest one before and after.
 * @param mayLeave whether a neighbouring day will do
 */
function openDays(
  days: Int32Array,
  from: number,
  to: number,
  mayLeave: boolean,
): { from: number; to: number } | undefined {
  let first = days.findIndex((day) => day >= from);
  if (first < 0) first = days.length;
  let last = days.findLastIndex((day) => day <= to);
  if (first <= last) return { from: first, to: last };
  if (!mayLeave) return undefined;
  [first, last] = [Math.max(0, last), Math.min(days.length - 1, first)];
  return { from: Math.min(first, last), to: Math.max(first, last) };
}

function lockedDay({ locked, dueFrom }: LevelTask): number | undefined {
  if (locked === undefined || locked === false) return undefined;
  return dayNumber(locked === true ? dueFrom : (locked satisfies PlantDay));
}

const namesOf = (names: readonly (string | undefined)[]): Map<string, number> =>
  new Map([...new Set(names.filter((name) => name !== undefined))].map((name, index) => [name, index]));

/** Whether two services are as far apart as they should be; a closed day gives way to the nearest open one. */
export function isApart({ days }: Weeks, { everyDays, give }: Link, before: number, after: number): boolean {
  const wanted = days[before]! + everyDays;
  const [first, last] = [nearestBefore(days, wanted - give), nearestAfter(days, wanted + give)];
  return after >= first && after <= last;
}

function nearestBefore(days: Int32Array, day: number): number {
  let low = 0;
  let high = days.length - 1;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (days[middle]! <= day) low = middle;
    else high = middle - 1;
  }
  return low;
}

function nearestAfter(days: Int32Array, day: number): number {
  let low = 0;
  let high = days.length - 1;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (days[middle]! >= day) high = middle;
    else low = middle + 1;
  }
  return low;
}
