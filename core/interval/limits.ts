import { spend } from '../budget';
import { type WorkingStep, shown } from '../method';
import { type DutyClock, plainClock } from '../meter/duty';
import { type PlantDay, addDays, daysBetween, isPlantDay, plantDayOf, type PlantCalendar } from '../time/plant-day';
import { type Season, daysUntil, weightedDays } from './seasons';
import type { CounterKind } from '../meter/state';

/** One stage of an interval: run-in, first year, steady. Without `count` it repeats for ever. */
export type Stage = {
  name: string;
  count?: number;
  hours?: number;
  cycles?: number;
  days?: number;
  standstillDays?: number;
};
export const limitKinds = ['hours', 'cycles', 'days', 'standstill', 'event', 'season', 'condition'] as const;
export type LimitKind = (typeof limitKinds)[number];
/** Each limit as it is said: what makes the task due. */
export const limitWords: Record<LimitKind, string> = {
  hours: 'by run hours',
  cycles: 'by cycles',
  days: 'by the calendar',
  standstill: 'after standing still',
  event: 'after an event',
  season: 'before the season',
  condition: 'by condition',
};
/** A commissioning or a service, with what the counters had accumulated then. */
export type ServiceRecord = { atMs: number; hours?: number; cycles?: number };
/** A counter as last read: accumulated value, when, and how much it grows in a day of its machine's clock. */
export type Counter = { value: number; readMs: number; perDay?: number };
/** Something that makes a task due by itself: a flood, a die change. */
export type DueEvent = { name: string; atMs: number };
/** A task wanted every year before a day, such as before the frost. */
export type YearlyDay = { name: string; on: string; daysBefore: number };

/** All that decides when a task falls due. Holds nothing that depends on now. */
export type Schedule = {
  stages: readonly Stage[];
  /** After the last stage begin again with the first, as with parts that are turned at half life, then replaced. */
  cyclic?: boolean;
  /** Commissioning first, then one per service done; from old to new, not empty. */
  history: readonly ServiceRecord[];
  counters: Partial<Record<CounterKind, Counter>>;
  rhythm: 'actual' | 'fixed';
  /** Since when the machine has stood still; undefined while it runs. */
  lastRunMs?: number | undefined;
  calendar: PlantCalendar;
  toleranceShare: number;
  seasons?: readonly Season[];
  events?: readonly DueEvent[];
  yearly?: readonly YearlyDay[];
  /** Product of the severity factors: 0.5 halves hours, cycles and days. */
  severity?: number;
  clock?: DutyClock;
};

/** A limit with its date where one is known, and how much of it is used up. */
export type DueLimit = { by: LimitKind; dueOn?: PlantDay; dueAt?: number; consumedShare: number };
export type NextDue = {
  stage: Stage;
  limits: DueLimit[];
  first: DueLimit | undefined;
  window?: { fromOn: PlantDay; toOn: PlantDay };
};

/** Beyond a century a date says nothing; the limit then stands without one. */
export const horizonDays = 36_525;
/** Nothing is planned beyond this day, whatever an interval adds up to. */
const lastPlanDay = '2500-12-31';
export const serviceDay = ({ atMs }: ServiceRecord, calendar: PlantCalendar): PlantDay => plantDayOf(atMs, calendar);

/**
 * The stage in force after a number of services; the last one repeats for ever, unless the stages go round.
 * @example stageAfter([{ name: 'run-in', count: 1, hours: 100 }, { name: 'steady', hours: 4000 }], 1).name // 'steady'
 */
export function stageAfter(stages: readonly Stage[], servicesDone: number, cyclic = false): Stage {
  const total = stages.reduce((sum, { count = cyclic ? 1 : Infinity }) => sum + count, 0);
  let left = cyclic ? servicesDone % total : servicesDone;
  for (const stage of stages) {
    left -= stage.count ?? (cyclic ? 1 : Infinity);
    if (left < 0) return stage;
  }
  return stages.at(-1)!;
}

/**
 * Every limit of the stage in force, and which of them comes first. Nothing here knows what day it is but `today`, which
 * only says how much of a calendar limit is used up.
 * @param working collects the arithmetic where somebody wants to read it
 */
export function nextDue(schedule: Schedule, today: PlantDay, working?: WorkingStep[]): NextDue {
  const { history, stages, cyclic, calendar, toleranceShare } = schedule;
  const stage = stageAfter(stages, history.length - 1, cyclic);
  const lastDay = serviceDay(history.at(-1)!, calendar);
  const limits = [
    counterLimit('hours', stage, schedule, lastDay, working),
    counterLimit('cycles', stage, schedule, lastDay, working),
    dayLimit(stage, schedule, lastDay, today, working),
    standstillLimit(stage, schedule, lastDay, today, working),
    ...eventLimits(schedule, working),
    ...yearlyLimits(schedule, lastDay, today, working),
  ].filter((limit) => limit !== undefined);
  const first = firstOf(limits);
  return { stage, limits, first, ...(first?.dueOn && { window: windowAround(first.dueOn, lastDay, toleranceShare) }) };
}

/** The earliest date; where no limit has one, the largest consumed share. */
export function firstOf(limits: readonly DueLimit[]): DueLimit | undefined {
  return limits.reduce<DueLimit | undefined>((best, limit) => {
    if (!best) return limit;
    if (best.dueOn === undefined && limit.dueOn === undefined)
      return limit.consumedShare > best.consumedShare ? limit : best;
    if (best.dueOn === undefined || limit.dueOn === undefined) return limit.dueOn === undefined ? best : limit;
    return limit.dueOn < best.dueOn || (limit.dueOn === best.dueOn && limit.consumedShare > best.consumedShare)
      ? limit
      : best;
  }, undefined);
}

/** The days on which a service is neither early nor late. */
export function windowAround(
  dueOn: PlantDay,
  lastDay: PlantDay,
  toleranceShare: number,
): { fromOn: PlantDay; toOn: PlantDay } {
  const tolerance = Math.floor(toleranceShare * Math.max(0, daysBetween(lastDay, dueOn)));
  return { fromOn: addDays(dueOn, -tolerance), toOn: addDays(dueOn, tolerance) };
}

/** Where the counter stood when the present interval began: at the last service, or on the plan (`fixed`). */
function counterBase(
  kind: CounterKind,
  every: number,
  { history, stages, rhythm, cyclic, severity = 1 }: Schedule,
): number | undefined {
  const last = history.at(-1)![kind];
  const first = history[0]![kind];
  if (rhythm === 'actual' || last === undefined || first === undefined) return last;
  let planned = first;
  for (let service = 1; service < history.length; service += 1) {
    const step = stageAfter(stages, service - 1, cyclic)[kind];
    planned = step === undefined ? (history[service]![kind] ?? planned) : planned + step * severity;
  }
  return planned + Math.max(0, Math.floor((last - planned) / every)) * every;
}

function counterLimit(
  kind: CounterKind,
  stage: Stage,
  schedule: Schedule,
  lastDay: PlantDay,
  working?: WorkingStep[],
): DueLimit | undefined {
  const counter = schedule.counters[kind];
  if (stage[kind] === undefined || !counter) return undefined;
  const { seasons = [], severity = 1, calendar } = schedule;
  const every = stage[kind] * severity;
  const base = counterBase(kind, every, schedule);
  if (base === undefined) return undefined;
  const readDay = plantDayOf(counter.readMs, calendar);
  // How fast the interval was used up so far, seasons spread evenly over the days since the service.
  const elapsedDays = Math.max(1, daysBetween(lastDay, readDay));
  const wear = seasons.length === 0 ? 1 : weightedDays(lastDay, elapsedDays, seasons) / elapsedDays;
  const used = (counter.value - base) * wear;
  const remaining = every - used;
  const reached = reachedOn(counter, { remaining, wear, readDay, lastDay }, schedule);
  const dueOn = reached.on !== undefined && reached.on < lastDay ? lastDay : reached.on;
  const dueAt = seasons.length === 0 ? base + every : counter.value + (reached.toRun ?? remaining / wear);
  if (working) {
    const counted = { kind, stated: stage[kind], every, base, wear, used, remaining, readDay, dueOn, dueAt };
    working.push(...counterWorking(counter, counted, schedule));
  }
  return { by: kind, ...(dueOn && { dueOn }), dueAt, consumedShare: Math.max(0, used / every) };
}

/** The day on which what remains has been run at the present rate, and how much then still runs; no day where no rate is known. */
function reachedOn(
  { readMs, perDay: rate }: Counter,
  { remaining, wear, readDay, lastDay }: { remaining: number; wear: number; readDay: PlantDay; lastDay: PlantDay },
  { seasons = [], clock = plainClock, calendar }: Schedule,
): { on?: PlantDay; toRun?: number } {
  if (rate === undefined || rate <= 0) return remaining <= 0 ? { on: readDay } : {};
  const days = remaining <= 0 ? remaining / (rate * wear) : daysUntil(readDay, remaining / rate, seasons, horizonDays);
  const dueMs =
    clock === plainClock || days < 0 ? readMs + days * 86_400_000 : clock.instantOf(clock.at(readMs) + days, readMs);
  if (!Number.isFinite(dueMs)) return {};
  return {
    on: days < -horizonDays ? lastDay : plantDayOf(dueMs, calendar),
    ...(remaining > 0 && { toRun: days * rate }),
  };
}

type Counted = {
  kind: CounterKind;
  stated: number;
  every: number;
  base: number;
  wear: number;
  used: number;
  remaining: number;
  readDay: PlantDay;
  dueOn: PlantDay | undefined;
  dueAt: number;
};

function counterWorking(
  { value, perDay: rate }: Counter,
  { kind, stated, every, base, wear, used, remaining, readDay, dueOn, dueAt }: Counted,
  { seasons = [], severity = 1, clock = plainClock }: Schedule,
): WorkingStep[] {
  const unit = kind === 'hours' ? 'h' : 'cycles';
  const working: WorkingStep[] = [];
  const step = (label: string, expression: string, result: number | string, stepUnit: string) =>
    working.push({ label, expression, value: result, unit: stepUnit });
  if (severity !== 1) step(`Interval (${kind})`, `${shown(stated)}·${shown(severity)} for severity`, every, unit);
  step(
    `Due at (${kind})`,
    seasons.length === 0
      ? `${shown(base)} + ${shown(every)}`
      : `${shown(value)} + what may still run in the seasons ahead`,
    dueAt,
    unit,
  );
  if (wear !== 1)
    step('Used up so far, season-weighted', `(${shown(value)} − ${shown(base)})·${shown(wear)}`, used, unit);
  step(`Remaining (${kind})`, `${shown(every)} − ${shown(used)}`, remaining, unit);
  step(
    `Date (${kind})`,
    rate
      ? `${readDay} + ${shown(remaining)} / ${shown(rate)} per ${clock === plainClock ? 'day' : 'planned day'}`
      : 'no rate known',
    dueOn ?? 'no date',
    '',
  );
  return working;
}

function dayLimit(
  stage: Stage,
  { history, stages, rhythm, cyclic, seasons = [], severity = 1, calendar }: Schedule,
  lastDay: PlantDay,
  today: PlantDay,
  working?: WorkingStep[],
): DueLimit | undefined {
  if (stage.days === undefined) return undefined;
  const whole = (days: number) => Math.max(1, Math.floor(days * severity + 1e-9));
  const after = (from: PlantDay, days: number) =>
    from >= lastPlanDay
      ? lastPlanDay
      : addDays(
          from,
          Math.min(2 * horizonDays, Math.ceil(daysUntil(from, whole(days), seasons, horizonDays * 2) - 1e-9)),
        );
  let base = lastDay;
  if (rhythm === 'fixed') {
    base = serviceDay(history[0]!, calendar);
    for (let service = 1; service < history.length; service += 1) {
      const step = stageAfter(stages, service - 1, cyclic).days;
      base = step === undefined ? serviceDay(history[service]!, calendar) : after(base, step);
    }
    for (let next = after(base, stage.days); next <= lastDay; next = after(base, stage.days)) {
      spend(1);
      base = next;
    }
  }
  const dueOn = after(base, stage.days);
  const usedDays = base <= today ? weightedDays(base, Math.max(0, daysBetween(base, today)), seasons) : 0;
  working?.push({
    label: 'Date (days)',
    expression: `${base} + ${shown(whole(stage.days))} d${severity === 1 ? '' : ` (${shown(stage.days)} for severity)`}${seasons.length > 0 ? ', season-weighted' : ''}`,
    value: dueOn,
    unit: '',
  });
  return { by: 'days', dueOn, consumedShare: usedDays / whole(stage.days) };
}

function standstillLimit(
  stage: Stage,
  { lastRunMs, calendar }: Schedule,
  lastDay: PlantDay,
  today: PlantDay,
  working?: WorkingStep[],
): DueLimit | undefined {
  if (stage.standstillDays === undefined || lastRunMs === undefined) return undefined;
  const lastRunDay = plantDayOf(lastRunMs, calendar);
  const base = lastRunDay > lastDay ? lastRunDay : lastDay;
  const dueOn = addDays(base, Math.floor(stage.standstillDays));
  working?.push({
    label: 'Date (standstill)',
    expression: `${base} + ${shown(stage.standstillDays)} d without running`,
    value: dueOn,
    unit: '',
  });
  return {
    by: 'standstill',
    dueOn,
    consumedShare: Math.max(0, daysBetween(base, today)) / Math.floor(stage.standstillDays),
  };
}

/** Times are written to the minute: what happened in the minute of a service is not known to be over. */
const minuteOf = (atMs: number): number => Math.floor(atMs / 60_000);

/** An event after the last service, or in the same minute, makes the task due on its day. */
function eventLimits({ events = [], history, calendar }: Schedule, working?: WorkingStep[]): DueLimit[] {
  const lastMs = history.at(-1)!.atMs;
  return events
    .filter(({ atMs }) => minuteOf(atMs) >= minuteOf(lastMs))
    .map(({ name, atMs }) => {
      const dueOn = plantDayOf(atMs, calendar);
      working?.push({
        label: `After ${name}`,
        expression: 'it happened after the last service',
        value: dueOn,
        unit: '',
      });
      return { by: 'event', dueOn, consumedShare: 1 };
    });
}

/** The next such day after the last service; done within its lead it counts for that year. */
function yearlyLimits(
  { yearly = [] }: Schedule,
  lastDay: PlantDay,
  today: PlantDay,
  working?: WorkingStep[],
): DueLimit[] {
  return yearly.map(({ name, on, daysBefore }) => {
    const year = Number(lastDay.slice(0, 4));
    const dueOn = [year, year + 1, year + 2]
      .map((each) => addDays(inYear(each, on), -daysBefore))
      .find((day) => day > addDays(lastDay, daysBefore))!;
    const length = Math.max(1, daysBetween(lastDay, dueOn));
    working?.push({ label: `Before ${name}`, expression: `${on} less ${shown(daysBefore)} d`, value: dueOn, unit: '' });
    return { by: 'season', dueOn, consumedShare: Math.max(0, daysBetween(lastDay, today)) / length };
  });
}

/** The day of a year; 29 February is the 28th where there is none. */
const inYear = (year: number, monthAndDay: string): PlantDay =>
  isPlantDay(`${year}-${monthAndDay}`) ? `${year}-${monthAndDay}` : `${year}-02-28`;
