import { type Confidence, type Rate, isStale } from '../meter/forecast';
import { type MeterState, countAt } from '../meter/state';
import type { Notice, WorkingStep } from '../method';
import { type PlantDay, hourMs, plantDayOf, startOfPlantDay, type PlantCalendar } from '../time/plant-day';
import { type DueFacts, type TaskPlanAndLog, explainDue } from './due-facts';
import { type DueLimit, type LimitKind, serviceDay } from './limits';

/** Where a task stands as of an instant, as lists, pages and stops show it. */
export type TaskDue = Omit<DueFacts, 'lastMs'> & {
  lastServiceAt?: string;
  consumedShare?: number;
  hourLine: HourLine;
  /** Only where somebody reads why: empty in lists. */
  limits: DueLimit[];
  working: WorkingStep[];
  notices: Notice[];
};

/** The facts an hour line draws, in machine hours from now (past negative). Undefined where not known. */
export type HourLine = {
  state: TaskDue['state'];
  basis: 'h' | 'd' | 'cyc';
  lastH?: number;
  dueH?: number;
  fromH?: number;
  toH?: number;
  earliestH?: number;
  latestH?: number;
  runIn: boolean;
  lowConfidence: boolean;
  /** Accumulated hours now and hours a day, for an axis in absolute hours with dates. */
  nowHours?: number;
  hoursPerDay: number;
};

/** What a drawing needs of the machine's hour meter: last reading, rate and clock. */
export type HourMeter = Pick<MeterState, 'kept' | 'rate' | 'clock'>;

export type AsOf = {
  nowMs: number;
  calendar: PlantCalendar;
  /** The machine's hours; undefined where it has neither a meter that was read nor a duty plan. */
  hours: HourMeter | undefined;
  /** When the meter that governs was last read; undefined where none governs. */
  governingReadMs?: number | undefined;
  /** Hours a day for the axis where no meter says. */
  assumedHoursPerDay: number;
};

/** The facts as they look on a day: staleness, shares used up and the hour line. */
export function dueAsOf(facts: DueFacts, asOf: AsOf): TaskDue {
  const { lastMs } = facts;
  const confidence = confidenceAsOf(facts, asOf.governingReadMs, asOf.nowMs);
  return Object.assign(
    shownFacts(facts, confidence),
    { limits: [], working: [], notices: [], hourLine: hourLineOf(facts, confidence, asOf) },
    lastMs !== undefined && { lastServiceAt: new Date(lastMs).toISOString() },
    facts.state === 'known' && lastMs !== undefined && consumed(facts, lastMs, asOf),
  );
}

/** How far a due date is to be believed: little, once the meter that it goes by has not been read for long. */
export function confidenceAsOf(
  { by, confidence }: DueFacts,
  governingReadMs: number | undefined,
  nowMs: number,
): Confidence | 'exact' {
  const measured = by === 'hours' || by === 'cycles';
  return measured && governingReadMs !== undefined && confidence !== 'none' && isStale(governingReadMs, nowMs)
    ? 'low'
    : confidence;
}

/** The facts without the instant of the last service; field by field, and added to rather than copied, as a copy of so many takes forty times as long. */
const shownFacts = (
  { state, stage, runIn, by, dueOn, window, lastHours, dueHours, servicesDone, postponedFrom }: DueFacts,
  confidence: Confidence | 'exact',
) => ({
  state,
  stage,
  runIn,
  servicesDone,
  confidence,
  ...(by && { by }),
  ...(dueOn && { dueOn }),
  ...(window && { window }),
  ...(postponedFrom && { postponedFrom }),
  ...(lastHours !== undefined && { lastHours }),
  ...(dueHours !== undefined && { dueHours }),
});

/** How much of the governing interval is used up: by hours where they govern, else by days. */
function consumed(
  { dueOn, postponedFrom, dueHours, lastHours }: DueFacts,
  lastMs: number,
  { hours, nowMs, calendar }: AsOf,
): { consumedShare?: number } {
  if (dueHours !== undefined && lastHours !== undefined && hours && dueHours > lastHours)
    return { consumedShare: Math.max(0, (countAt(hours as MeterState, nowMs)! - lastHours) / (dueHours - lastHours)) };
  const planned = postponedFrom ?? dueOn;
  if (!planned) return {};
  const startMs = startOfPlantDay(serviceDay({ atMs: lastMs }, calendar), calendar);
  const length = startOfPlantDay(planned, calendar) - startMs;
  return length > 0
    ? { consumedShare: Math.max(0, (startOfPlantDay(plantDayOf(nowMs, calendar), calendar) - startMs) / length) }
    : {};
}

function hourLineOf(facts: DueFacts, confidence: Confidence | 'exact', asOf: AsOf): HourLine {
  const { nowMs, calendar, hours, assumedHoursPerDay } = asOf;
  const { state, by, window, lastMs, lastHours, runIn } = facts;
  const hoursPerDay = hours && hours.rate.mid > 0 ? hours.rate.mid : assumedHoursPerDay;
  if (state !== 'known' || lastMs === undefined) return { state, basis: 'h', runIn, lowConfidence: true, hoursPerDay };
  const today = startOfPlantDay(plantDayOf(nowMs, calendar), calendar);
  const hoursUntil = (day: PlantDay) => ((startOfPlantDay(day, calendar) - today) / hourMs / 24) * hoursPerDay;
  const nowHours = hours?.kept.length ? countAt(hours as MeterState, nowMs) : undefined;
  const due = dueOnLine(facts, nowHours, hoursUntil);
  return {
    state,
    basis: bases[by ?? 'days'] ?? 'd',
    lastH:
      lastHours !== undefined && nowHours !== undefined
        ? lastHours - nowHours
        : -((nowMs - lastMs) / hourMs / 24) * hoursPerDay,
    ...(due && { dueH: due.atH }),
    ...(window && { fromH: hoursUntil(window.fromOn), toH: hoursUntil(window.toOn) }),
    ...(due?.byHours && due.atH > 0 && spread(due.atH, hours!.rate)),
    runIn,
    lowConfidence: confidence === 'low' || confidence === 'none',
    ...(hours && hours.rate.readings > 0 && nowHours !== undefined && { nowHours }),
    hoursPerDay,
  };
}

const bases: Partial<Record<LimitKind, HourLine['basis']>> = { hours: 'h', cycles: 'cyc' };

/** Where on the line it is due: by the hours where they govern, unless it was put off, which is until a day. */
function dueOnLine(
  { by, dueOn, dueHours, postponedFrom }: DueFacts,
  nowHours: number | undefined,
  hoursUntil: (day: PlantDay) => number,
): { atH: number; byHours: boolean } | undefined {
  if (by === 'hours' && postponedFrom === undefined && dueHours !== undefined && nowHours !== undefined)
    return { atH: dueHours - nowHours, byHours: true };
  return dueOn ? { atH: hoursUntil(dueOn), byHours: false } : undefined;
}

/** Forecast whisker: the same remaining hours at the fast and the slow rate, on the axis of likely hours. */
function spread(dueH: number, { low, mid, high }: Rate): { earliestH?: number; latestH?: number } {
  if (mid <= 0) return {};
  return { earliestH: (dueH * mid) / Math.max(high, 1e-9), ...(low > 0 && { latestH: (dueH * mid) / low }) };
}

/** When a task is due, from plan and log, with its working: for the page where somebody asks why. */
export function taskDue(input: TaskPlanAndLog, asOfMs: number, assumedHoursPerDay: number): TaskDue {
  const { facts, limits, working, notices } = explainDue(input, plantDayOf(asOfMs, input.calendar));
  const governing = facts.by === 'cycles' ? input.meters.cycles : input.meters.hours;
  const due = dueAsOf(facts, {
    nowMs: asOfMs,
    calendar: input.calendar,
    hours: input.meters.hours,
    governingReadMs: governing && governing.rate.readings > 0 ? governing.kept.at(-1)?.atMs : undefined,
    assumedHoursPerDay,
  });
  return { ...due, limits, working, notices };
}
