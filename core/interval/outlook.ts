import type { MethodContext } from '../method';
import { type DutyClock, type DutyPlan, dutyClock } from '../meter/duty';
import type { Rate } from '../meter/forecast';
import { type PlantCalendar, type PlantDay, addDays, dayNumber, dayOfNumber } from '../time/plant-day';
import { mondayOf, weekOf } from './due-filter';
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
  /** The duty plan that its machine goes by, by the name it has among all plans; empty where it has none. */
  dutyPlan: string;
  /** Days that a levelled plan keeps for it, as day numbers in order; none where nothing is kept. */
  keptDays?: readonly number[] | undefined;
  /** Grams or litres of one service; null where it is not counted. */
  amount: { lubricant: string; unit: 'g' | 'L'; each: number } | null;
};

export type Pace = 'low' | 'mid' | 'high';
export type Occurrence = { taskId: string; on: PlantDay; fromOn: PlantDay; toOn: PlantDay };

/** Where looking ahead begins and ends, and when machines are meant to run. */
export type Horizon = {
  today: PlantDay;
  untilOn: PlantDay;
  clockOf: (dutyPlan: string) => DutyClock;
};

/** More often than daily is the operator's; the outlook counts at most one a day. */
const shortestDays = 1;

/**
 * When a task comes round up to a day, each service done on its day. What is overdue counts once, today.
 * @param pace whether machines run at the low, likely or high end of their forecast
 */
export function* occurrences(task: PlannedTask, horizon: Horizon, pace: Pace = 'mid'): Generator<Occurrence> {
  for (const { on, due, length } of occurrenceDays(task, numbered(horizon), pace)) {
    const tolerance = Math.floor(task.toleranceShare * length);
    yield {
      taskId: task.taskId,
      on: dayOfNumber(on),
      fromOn: dayOfNumber(due - tolerance),
      toOn: dayOfNumber(due + tolerance),
    };
  }
}

/** A horizon by day numbers: a plant's year is some hundred thousand services, and texts would be most of the work. */
type NumberedHorizon = { today: number; until: number; clockOf: Horizon['clockOf'] };
const numbered = ({ today, untilOn, clockOf }: Horizon): NumberedHorizon => ({
  today: dayNumber(today),
  until: dayNumber(untilOn),
  clockOf,
});

/** The same days by number: on which it is done and due, and how many days its interval is long. */
function* occurrenceDays(
  task: PlannedTask,
  { today, until, clockOf }: NumberedHorizon,
  pace: Pace,
): Generator<{ on: number; due: number; length: number }> {
  const clock = clockOf(task.dutyPlan);
  const dueOn = dayNumber(task.dueOn);
  const rates = task.hoursPerDay.mid > 0 ? task.hoursPerDay : task.cyclesPerDay;
  const first =
    dueOn <= today || !task.byUse || pace === 'mid'
      ? dueOn
      : today + stretched(dueOn - today, rates.mid > 0 ? rates[pace] / rates.mid : 1);
  let due = Math.max(first, today);
  let length = due - first + usualLength;
  for (let done = task.servicesDone; ; done += 1) {
    const on = task.keptDays ? keptOr(task, done, due, today, clock, pace) : due;
    if (on > until) return;
    yield { on, due, length };
    const next = nextOn(stageAfter(task.stages, done + 1, task.cyclic), on, task, pace, clock);
    if (next === undefined) return;
    length = next - on;
    due = next;
  }
}

/**
 * The day on which a service is done: the nearest one that the levelled plan keeps for it within its window, as levelling takes
 * it, or its own. What was served sooner, or is due otherwise now, has no kept day there any more and goes its own way.
 */
function keptOr(task: PlannedTask, done: number, due: number, today: number, clock: DutyClock, pace: Pace): number {
  const again = nextOn(stageAfter(task.stages, done + 1, task.cyclic), due, task, pace, clock);
  const give = Math.floor(task.toleranceShare * ((again ?? due + usualLength) - due));
  const near = (task.keptDays ?? []).filter((day) => day >= today && Math.abs(day - due) <= give);
  return near.reduce((best, day) => (Math.abs(day - due) < Math.abs(best - due) ? day : best), near[0] ?? due);
}

/** The same for whoever asks for one service alone: its day, and whether the plan says so. */
export function keptDay(
  task: PlannedTask,
  servicesDone: number,
  due: PlantDay,
  { today, clockOf }: Pick<Horizon, 'today' | 'clockOf'>,
): { on: PlantDay; isKept: boolean } {
  if (!task.keptDays) return { on: due, isKept: false };
  const on = keptOr(task, servicesDone, dayNumber(due), dayNumber(today), clockOf(task.dutyPlan), 'mid');
  return { on: dayOfNumber(on), isKept: task.keptDays.includes(on) };
}

/** Of the interval that is running now only its end is known; its window is taken as that of a month. */
const usualLength = 30;

/** When a task of a unit that is commissioned today comes round for the first time; undefined where it never does. */
export const firstDueOn = (
  task: Omit<PlannedTask, 'dueOn'>,
  { today, clockOf }: Pick<Horizon, 'today' | 'clockOf'>,
): PlantDay | undefined => nextDay(stageAfter(task.stages, 0, task.cyclic), today, task, clockOf);

/** When a task comes round again that is done on a day as its service of that number. */
export const comesAgainOn = (
  task: PlannedTask,
  servicesDone: number,
  on: PlantDay,
  { clockOf }: Pick<Horizon, 'clockOf'>,
): PlantDay | undefined => nextDay(stageAfter(task.stages, servicesDone, task.cyclic), on, task, clockOf);

/** Days ahead as the pace makes them, a century at most. */
const stretched = (days: number, factor: number): number =>
  factor > 0 ? Math.min(36_525, Math.round(days / factor)) : Infinity;

function nextDay(
  stage: Stage,
  from: PlantDay,
  task: Omit<PlannedTask, 'dueOn'>,
  clockOf: Horizon['clockOf'],
): PlantDay | undefined {
  const next = nextOn(stage, dayNumber(from), task, 'mid', clockOf(task.dutyPlan));
  return next === undefined ? undefined : dayOfNumber(next);
}

/** The day on which a stage that begins on a day is over; undefined where it never is, or in ages. */
function nextOn(
  stage: Stage,
  from: number,
  { severity, hoursPerDay, cyclesPerDay }: Pick<PlannedTask, 'severity' | 'hoursPerDay' | 'cyclesPerDay'>,
  pace: Pace,
  clock: DutyClock,
): number | undefined {
  let next = stage.days === undefined ? Infinity : from + Math.max(shortestDays, Math.floor(stage.days * severity));
  if (stage.hours !== undefined && hoursPerDay[pace] > 0)
    next = Math.min(next, clock.dayAfter(from, (stage.hours * severity) / hoursPerDay[pace]));
  if (stage.cycles !== undefined && cyclesPerDay[pace] > 0)
    next = Math.min(next, clock.dayAfter(from, (stage.cycles * severity) / cyclesPerDay[pace]));
  return next > farthestDay ? undefined : Math.max(next, from + shortestDays);
}

/** Nothing is planned beyond it. */
const farthestDay = dayNumber('2190-01-01');

/** One week of work: minutes, and grams or litres by lubricant, as likely and at either end of the forecast. */
export type OutlookWeek = {
  week: string;
  tasks: number;
  minutes: Record<Pace, number>;
  lubricants: Record<string, { unit: 'g' | 'L' } & Record<Pace, number>>;
};

const paces: readonly Pace[] = ['low', 'mid', 'high'];

/**
 * What the coming weeks ask for, summed task by task, so that a plant need not be held. The ends of the spread are what all
 * machines at their slowest, or all at their fastest, would ask for.
 */
export class Outlook {
  readonly weeks: OutlookWeek[] = [];
  private readonly horizon: NumberedHorizon;
  private readonly monday: number;

  constructor(horizon: Horizon) {
    this.horizon = numbered(horizon);
    this.monday = dayNumber(mondayOf(weekOf(horizon.today)));
    for (let day = this.monday; day <= this.horizon.until; day += 7)
      this.weeks.push({
        week: weekOf(dayOfNumber(day)),
        tasks: 0,
        minutes: { low: 0, mid: 0, high: 0 },
        lubricants: {},
      });
  }

  add(task: PlannedTask): void {
    for (const pace of paces) {
      for (const { on } of occurrenceDays(task, this.horizon, pace)) {
        const week = this.weeks[Math.floor((on - this.monday) / 7)]!;
        if (pace === 'mid') week.tasks += 1;
        week.minutes[pace] += task.minutes;
        if (!task.amount) continue;
        const sum = (week.lubricants[task.amount.lubricant] ??= { unit: task.amount.unit, low: 0, mid: 0, high: 0 });
        sum[pace] += task.amount.each;
      }
    }
  }
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

/** The clocks of some duty plans, each made once. */
export function clocksOf(
  plans: Readonly<Record<string, DutyPlan>>,
  calendar: PlantCalendar,
): (dutyPlan: string) => DutyClock {
  const clocks = new Map<string, DutyClock>();
  return (dutyPlan) => {
    let clock = clocks.get(dutyPlan);
    if (!clock) clocks.set(dutyPlan, (clock = dutyClock(plans[dutyPlan], calendar)));
    return clock;
  };
}
