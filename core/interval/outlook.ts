import type { MethodContext } from '../method';
import { type DutyClock, type DutyPlan, dutyClock } from '../meter/duty';
import type { Rate } from '../meter/forecast';
import {
  type PlantDay,
  addDays,
  daysBetween,
  plantDayOf,
  startOfPlantDay,
  type PlantCalendar,
} from '../time/plant-day';
import { weekOf } from './due-filter';
import { type Stage, stageAfter } from './limits';

type Rates = Pick<Rate, 'low' | 'mid' | 'high'>;

/** A task as far as looking ahead needs it: plain data, so that it can be handed to a worker. */
export type PlannedTask = {
  taskId: string;
  /** Stages in force; those that are over are left out. */
  stages: readonly Stage[];
  cyclic: boolean;
  servicesDone: number;
  dueOn: PlantDay;
  /** Day of the last service; null where only a baseline is known. */
  lastOn: PlantDay | null;
  /** True where run hours or cycles decide, so that a faster machine brings it nearer. */
  byUse: boolean;
  severity: number;
  toleranceShare: number;
  hoursPerDay: Rates;
  cyclesPerDay: Rates;
  minutes: number;
  /** Grams or litres of one service; null where it is not counted. */
  amount: { lubricant: string; unit: 'g' | 'L'; each: number } | null;
};

export type Pace = 'low' | 'mid' | 'high';
export type Occurrence = { taskId: string; on: PlantDay; fromOn: PlantDay; toOn: PlantDay };

/** Where looking ahead begins and ends, and when machines are meant to run. */
export type Horizon = {
  today: PlantDay;
  untilOn: PlantDay;
  calendar: PlantCalendar;
  clockOf: (taskId: string) => DutyClock;
};

/** More often than daily is the operator's; the outlook counts at most one a day. */
const shortestDays = 1;

/**
 * When a task comes round up to a day, each service done on its day. What is overdue counts once, today.
 * @param pace whether machines run at the low, likely or high end of their forecast
 */
export function* occurrences(
  task: PlannedTask,
  { today, untilOn, calendar, clockOf }: Horizon,
  pace: Pace = 'mid',
): Generator<Occurrence> {
  const clock = clockOf(task.taskId);
  const factor = (rates: Rates) => (rates.mid > 0 ? rates[pace] / rates.mid : 1);
  const first =
    task.dueOn <= today || !task.byUse || pace === 'mid'
      ? task.dueOn
      : stretched(today, task.dueOn, factor(task.hoursPerDay.mid > 0 ? task.hoursPerDay : task.cyclesPerDay));
  let before = first;
  let on = first < today ? today : first;
  for (let done = task.servicesDone; on <= untilOn; done += 1) {
    const length = Math.max(0, daysBetween(before === first ? addDays(first, -30) : before, on));
    const tolerance = Math.floor(task.toleranceShare * length);
    yield { taskId: task.taskId, on, fromOn: addDays(on, -tolerance), toOn: addDays(on, tolerance) };
    const next = nextOn(stageAfter(task.stages, done + 1, task.cyclic), on, task, pace, clock, calendar);
    if (next === undefined) return;
    before = on;
    on = next;
  }
}

/** When a task of a unit that is commissioned today comes round for the first time; undefined where it never does. */
export const firstDueOn = (
  task: Omit<PlannedTask, 'dueOn'>,
  { today, calendar, clockOf }: Horizon,
): PlantDay | undefined =>
  nextOn(stageAfter(task.stages, 0, task.cyclic), today, task, 'mid', clockOf(task.taskId), calendar);

/** When a task comes round again that is done on a day as its service of that number. */
export const comesAgainOn = (
  task: PlannedTask,
  servicesDone: number,
  on: PlantDay,
  { calendar, clockOf }: Pick<Horizon, 'calendar' | 'clockOf'>,
): PlantDay | undefined =>
  nextOn(stageAfter(task.stages, servicesDone, task.cyclic), on, task, 'mid', clockOf(task.taskId), calendar);

/** A day as far ahead as the pace makes it. */
const stretched = (today: PlantDay, on: PlantDay, factor: number): PlantDay =>
  factor > 0 ? addDays(today, Math.min(36_525, Math.round(daysBetween(today, on) / factor))) : '9999-01-01';

/** The day on which a stage that begins on a day is over; undefined where it never is. */
function nextOn(
  stage: Stage,
  from: PlantDay,
  { severity, hoursPerDay, cyclesPerDay }: Pick<PlannedTask, 'severity' | 'hoursPerDay' | 'cyclesPerDay'>,
  pace: Pace,
  clock: DutyClock,
  calendar: PlantCalendar,
): PlantDay | undefined {
  const days: PlantDay[] = [];
  if (stage.days !== undefined) days.push(addDays(from, Math.max(shortestDays, Math.floor(stage.days * severity))));
  const fromMs = startOfPlantDay(from, calendar) + 43_200_000;
  for (const [limit, rates] of [
    [stage.hours, hoursPerDay],
    [stage.cycles, cyclesPerDay],
  ] as const) {
    if (limit === undefined || rates[pace] <= 0) continue;
    const atMs = clock.instantOf(clock.at(fromMs) + (limit * severity) / rates[pace], fromMs);
    if (!Number.isFinite(atMs) || atMs > Date.UTC(2190, 0, 1)) continue;
    const on = plantDayOf(atMs, calendar);
    days.push(on > from ? on : addDays(from, shortestDays));
  }
  return days.length === 0 ? undefined : days.reduce((first, day) => (day < first ? day : first));
}

/** One week of work: minutes, and grams or litres by lubricant, as likely and at either end of the forecast. */
export type OutlookWeek = {
  week: string;
  tasks: number;
  minutes: Record<Pace, number>;
  lubricants: Record<string, { unit: 'g' | 'L' } & Record<Pace, number>>;
};

const paces: readonly Pace[] = ['low', 'mid', 'high'];

/** What the coming weeks ask for. The ends of the spread are what all machines at their slowest, or all at their fastest, would ask for. */
export function outlook(tasks: readonly PlannedTask[], horizon: Horizon): OutlookWeek[] {
  const weeks = new Map<string, OutlookWeek>();
  for (let day = horizon.today; day <= horizon.untilOn; day = addDays(day, 7))
    weeks.set(weekOf(day), { week: weekOf(day), tasks: 0, minutes: { low: 0, mid: 0, high: 0 }, lubricants: {} });
  for (const task of tasks) {
    for (const pace of paces) {
      for (const { on } of occurrences(task, horizon, pace)) {
        const week = weeks.get(weekOf(on));
        if (!week) continue;
        if (pace === 'mid') week.tasks += 1;
        week.minutes[pace] += task.minutes;
        if (!task.amount) continue;
        const sum = (week.lubricants[task.amount.lubricant] ??= { unit: task.amount.unit, low: 0, mid: 0, high: 0 });
        sum[pace] += task.amount.each;
      }
    }
  }
  return [...weeks.values()];
}

/** A year's work in sum, and how much of it would miss its window with the minutes that there are. */
export type YearSum = {
  services: number;
  minutes: number;
  missed: number;
  busiestWeek: number;
  lubricants: Record<string, { unit: 'g' | 'L'; amount: number }>;
};

/**
 * Does a year's work week by week with so many minutes a week, what is due first going first. A service that is not done
 * by the end of its window counts as missed and is done as soon as there is time.
 * @returns undefined when asked to stop
 */
export function yearOfWork(
  tasks: readonly PlannedTask[],
  horizon: Horizon,
  minutesPerWeek: number,
  { report, shouldStop }: MethodContext = {},
): YearSum | undefined {
  const sum: YearSum = { services: 0, minutes: 0, missed: 0, busiestWeek: 0, lubricants: {} };
  const waiting: (Occurrence & { minutes: number })[] = [];
  const perWeek = new Map<string, number>();
  for (const [index, task] of tasks.entries()) {
    if (index % 50 === 0) {
      if (shouldStop?.()) return undefined;
      report?.((0.8 * index) / tasks.length);
    }
    for (const occurrence of occurrences(task, horizon)) {
      sum.services += 1;
      sum.minutes += task.minutes;
      waiting.push({ ...occurrence, minutes: task.minutes });
      const week = weekOf(occurrence.on);
      perWeek.set(week, (perWeek.get(week) ?? 0) + task.minutes);
      if (!task.amount) continue;
      const { lubricant, unit, each } = task.amount;
      sum.lubricants[lubricant] = { unit, amount: (sum.lubricants[lubricant]?.amount ?? 0) + each };
    }
  }
  sum.busiestWeek = Math.max(0, ...perWeek.values());
  sum.missed = missedWindows(waiting, horizon, minutesPerWeek);
  report?.(1);
  return sum;
}

/** Windows that close before there was time; those closed already today are not counted again. */
function missedWindows(
  work: readonly (Occurrence & { minutes: number })[],
  { today, untilOn }: Horizon,
  minutesPerWeek: number,
): number {
  const queue = [...work].sort(
    (a, b) => a.toOn.localeCompare(b.toOn) || a.on.localeCompare(b.on) || a.taskId.localeCompare(b.taskId),
  );
  const done = new Uint8Array(queue.length);
  let missed = 0;
  for (let monday = today; monday <= untilOn; monday = addDays(monday, 7)) {
    const sunday = addDays(monday, 6);
    let left = minutesPerWeek;
    for (const [place, { fromOn, toOn, minutes }] of queue.entries()) {
      if (left <= 0) break;
      if (done[place] || fromOn > sunday) continue;
      // What is longer than a whole week's time is begun in a week of its own rather than never.
      if (minutes > left && !(minutes > minutesPerWeek && left === minutesPerWeek)) continue;
      left -= minutes;
      done[place] = 1;
      if (toOn < monday && toOn >= today) missed += 1;
    }
  }
  return missed + queue.filter(({ toOn }, place) => !done[place] && toOn < untilOn && toOn >= today).length;
}

/** A clock per task, made once per distinct plan: tasks of one machine share theirs. */
export function clocksOf(
  plans: Readonly<Record<string, DutyPlan>>,
  planOf: Readonly<Record<string, string>>,
  calendar: PlantCalendar,
): (taskId: string) => DutyClock {
  const clocks = new Map<string, DutyClock>();
  return (taskId) => {
    const key = planOf[taskId] ?? '';
    let clock = clocks.get(key);
    if (!clock) clocks.set(key, (clock = dutyClock(plans[key], calendar)));
    return clock;
  };
}
