import type { BelievedEntry } from '../entry/believed';
import { isService } from '../entry/kinds';
import type { Confidence } from '../meter/forecast';
import { type MeterState, countAt, instantOfValue, type CounterKind } from '../meter/state';
import { type Notice, type WorkingStep } from '../method';
import { type PlantDay, addDays, daysBetween, startOfPlantDay, type PlantCalendar } from '../time/plant-day';
import {
  type DueEvent,
  type DueLimit,
  type LimitKind,
  type Schedule,
  type ServiceRecord,
  type Stage,
  type YearlyDay,
  nextDue,
  serviceDay,
} from './limits';
import { notFollowed } from './next-due';

/** The meters a task is counted by: the one of its function, and the machine's other one where a stage has both limits. */
export type TaskMeters = Partial<Record<CounterKind, MeterState>>;

/** All that decides when a task is due: its intervals, and what the log says of it and its machine. */
export type TaskPlanAndLog = {
  stages: readonly Stage[];
  cyclic?: boolean;
  rhythm: 'actual' | 'fixed';
  toleranceShare: number;
  severity?: number;
  yearly?: readonly YearlyDay[];
  /** What has happened that makes this task due; those before the last service are of no account. */
  events?: readonly DueEvent[];
  /** The first filling of a unit that came empty, where it was written as an oil change: the history begins with it. */
  beginsWith?: string;
  /** Effective entries that answer this task, commission its unit or postpone it, in any order. */
  entries: readonly BelievedEntry[];
  meters: TaskMeters;
  calendar: PlantCalendar;
};

/**
 * Where a task stands, without anything that depends on now: what a projection may keep. `next-round`: the last service
 * is unknown and it was decided to do it on the next round.
 */
export type DueFacts = {
  state: 'known' | 'unknown' | 'next-round';
  stage: string;
  runIn: boolean;
  by?: LimitKind;
  dueOn?: PlantDay;
  window?: { fromOn: PlantDay; toOn: PlantDay };
  /** Last service, or the baseline that stands for one. */
  lastMs?: number;
  /** Machine hours accumulated at the last service, and those at which it is due where hours govern. */
  lastHours?: number;
  dueHours?: number;
  /** Services since the beginning of the history: which stage comes next follows from it. */
  servicesDone: number;
  confidence: Confidence | 'exact';
  /** The day it was due before somebody put it off. */
  postponedFrom?: PlantDay;
};

/** Facts, and beside them what a person may want to read: every limit, the arithmetic, what could not be followed. */
export type ExplainedDue = { facts: DueFacts; limits: DueLimit[]; working: WorkingStep[]; notices: Notice[] };

/** The stage of a task that was wanted only so many times after commissioning. */
export const finishedStage = 'finished';

const withoutInterval: Notice = {
  level: 'caution',
  text: 'No interval is set for this task: state one, with its source.',
};
const withoutMeter: Notice = {
  level: 'caution',
  text: 'None of the limits can be followed with what is known. Give a meter value, or set a limit in days.',
};
const withoutService: Notice = {
  level: 'caution',
  text: 'The last service is unknown, so there is no date. Say when it was done, start counting today, or do it on the next round.',
};

/** Where a task stands, from its plan and the log alone. */
export const dueFacts = (input: TaskPlanAndLog): DueFacts => derive(input).facts;

/** The same with its working. */
export const explainDue = (input: TaskPlanAndLog, today: PlantDay): ExplainedDue => derive(input, today);

function derive(input: TaskPlanAndLog, today?: PlantDay): ExplainedDue {
  const { history, runInDone, decidedForNextRound } = historyOf(input);
  const undated = decidedForNextRound ? ('next-round' as const) : ('unknown' as const);
  const inForce = stagesInForce(input, runInDone);
  // A task can lose its interval when its assignment goes; that is said, not hidden behind a date.
  if (inForce.length === 0) return withoutDate(undated, '', withoutInterval);
  const last = history.at(-1);
  if (!last) return withoutDate(undated, inForce[0]!.name, withoutService);
  const servicesDone = history.length - 1;
  if (isFinished(input, inForce, servicesDone)) return finished(last, servicesDone);
  const lastDay = serviceDay(last, input.calendar);
  const working = today === undefined ? undefined : [stageWorking(inForce, servicesDone)];
  const { stage, limits, first, window } = nextDue(scheduleOf(input, inForce, history), today ?? lastDay, working);
  if (working) working[0]!.value = stage.name;
  const known = {
    stage: stage.name,
    runIn: stage.count !== undefined && !input.cyclic,
    servicesDone,
    lastMs: last.atMs,
  };
  if (!first) {
    const { notices } = withoutDate(undated, stage.name, withoutMeter);
    return { facts: { state: undated, confidence: 'none', ...known }, limits: [], working: [], notices };
  }
  const facts: DueFacts = {
    state: 'known',
    ...known,
    by: first.by,
    confidence: confidenceOf(first.by, input.meters),
    ...(first.dueOn && { dueOn: first.dueOn }),
    ...(window && { window }),
    ...(last.hours !== undefined && { lastHours: last.hours }),
    ...(first.by === 'hours' && first.dueAt !== undefined && { dueHours: first.dueAt }),
  };
  working?.push({
    label: 'First limit reached',
    expression: limits.map(({ by, dueOn }) => `${by} ${dueOn ?? 'no date'}`).join(', '),
    value: first.dueOn ?? 'no date',
    unit: `by ${first.by}`,
  });
  return {
    facts: postponed(facts, input.entries, working),
    limits,
    working: working ?? [],
    notices: notFollowed(stage, limits, last),
  };
}

/** A date counted on a meter is as sure as the meter's pace. */
const confidenceOf = (by: LimitKind, meters: TaskMeters): DueFacts['confidence'] =>
  by === 'hours' || by === 'cycles' ? (meters[by]?.rate.confidence ?? 'none') : 'exact';

/** Once the run-in is over only what goes on for ever, where there is any; a cycle has no beginning that is over. */
function stagesInForce({ stages, cyclic }: TaskPlanAndLog, runInDone: boolean): readonly Stage[] {
  const steady = cyclic ? [] : stages.filter(({ count }) => count === undefined);
  return runInDone && steady.length > 0 ? steady : stages;
}

const withoutDate = (state: 'unknown' | 'next-round', stage: string, notice: Notice): ExplainedDue => ({
  facts: { state, stage, runIn: false, servicesDone: 0, confidence: 'none' },
  limits: [],
  working: [],
  notices: [notice],
});

/** Wanted only so many times after commissioning, and done as often. */
const isFinished = ({ cyclic }: TaskPlanAndLog, inForce: readonly Stage[], servicesDone: number): boolean =>
  !cyclic &&
  inForce.every(({ count }) => count !== undefined) &&
  servicesDone >= inForce.reduce((sum, { count = 0 }) => sum + count, 0);

const finished = ({ atMs }: ServiceRecord, servicesDone: number): ExplainedDue => ({
  facts: { state: 'known', stage: finishedStage, runIn: false, servicesDone, lastMs: atMs, confidence: 'exact' },
  limits: [],
  working: [],
  notices: [
    {
      level: 'info',
      text: 'All its stages are done. It begins again when the unit is commissioned or overhauled.',
    },
  ],
});

const stageWorking = (inForce: readonly Stage[], servicesDone: number): WorkingStep => ({
  label: 'Stage',
  expression: `${servicesDone} services done of ${inForce.map(({ name, count }) => `${name}${count === undefined ? ' from then on' : ` ×${count}`}`).join(', ')}`,
  value: '',
  unit: '',
});

function scheduleOf(input: TaskPlanAndLog, stages: readonly Stage[], history: ServiceRecord[]): Schedule {
  const { meters, rhythm, calendar, toleranceShare, cyclic = false, events = [], yearly = [], severity = 1 } = input;
  const meter = meters.hours ?? meters.cycles;
  return {
    stages,
    history,
    counters: countersOf(meters, history.at(-1)!),
    rhythm,
    calendar,
    toleranceShare,
    cyclic,
    events,
    yearly,
    severity,
    lastRunMs: meters.hours?.lastRunMs ?? meters.cycles?.lastRunMs,
    ...(meter && { clock: meter.clock }),
  };
}

/** The counters as last read, at least as far as at the last service; beyond the last reading at the present rate. */
function countersOf(meters: TaskMeters, last: ServiceRecord): Schedule['counters'] {
  const counters: Schedule['counters'] = {};
  for (const kind of ['hours', 'cycles'] as const) {
    const meter = meters[kind];
    const reading = meter?.kept.at(-1);
    if (!meter || !reading) continue;
    const readMs = Math.max(reading.atMs, last.atMs);
    counters[kind] = {
      value: Math.max(countAt(meter, readMs)!, last[kind] ?? 0),
      readMs,
      ...(meter.rate.confidence !== 'none' && { perDay: meter.rate.mid }),
    };
  }
  return counters;
}

/** The newest postponement since the last service puts the day off, never brings it nearer. */
function postponed(facts: DueFacts, entries: readonly BelievedEntry[], working?: WorkingStep[]): DueFacts {
  const { dueOn, window, lastMs = 0 } = facts;
  const newest = entries
    .filter((entry) => entry.kind === 'postpone')
    .filter(({ happenedAt }) => Date.parse(happenedAt) >= lastMs)
    .sort((a, b) => a.seq - b.seq)
    .at(-1)?.body;
  const untilOn = newest?.untilOn;
  if (!dueOn || !untilOn || untilOn <= dueOn) return facts;
  working?.push({
    label: 'Put off',
    expression: `from ${dueOn}: ${newest.reason}`,
    value: untilOn,
    unit: '',
  });
  return {
    ...facts,
    dueOn: untilOn,
    postponedFrom: dueOn,
    window: { fromOn: window?.fromOn ?? dueOn, toOn: window && window.toOn > untilOn ? window.toOn : untilOn },
  };
}

/**
 * Baseline and services of a task. The newest commissioning that is a real start begins the history; what was done
 * before it belongs to the machine's former life. Without one, the first known service is the baseline and the
 * run-in is taken as over.
 */
function historyOf({ entries, meters, calendar, beginsWith }: TaskPlanAndLog): {
  history: ServiceRecord[];
  runInDone: boolean;
  decidedForNextRound: boolean;
} {
  const recordAt = (atMs: number, given: Partial<Record<CounterKind, number>> = {}): ServiceRecord => {
    const hours = given.hours ?? (meters.hours && countAt(meters.hours, atMs));
    const cycles = given.cycles ?? (meters.cycles && countAt(meters.cycles, atMs));
    return { atMs, ...(hours !== undefined && { hours }), ...(cycles !== undefined && { cycles }) };
  };
  const remembered = meters.hours ?? meters.cycles;
  let baseline: (ServiceRecord & { real: boolean }) | undefined;
  let decidedForNextRound = false;
  const services: ServiceRecord[] = [];
  const inOrder = entries
    .map((entry) => ({ entry, atMs: Date.parse(entry.happenedAt) }))
    .sort((a, b) => a.atMs - b.atMs || a.entry.seq - b.entry.seq);
  for (const { entry, atMs } of inOrder) {
    if (entry.kind === 'commissioning') {
      const { basis, on, hours } = entry.body;
      if (basis === 'next-round') decidedForNextRound = true;
      else if (basis === 'done-on') baseline = { ...recordAt(startOfPlantDay(on!, calendar)), real: false };
      else if (basis === 'at-hours')
        baseline = {
          ...recordAt(
            (remembered && instantOfValue(remembered, hours!)) ?? atMs,
            remembered && { [remembered.unit]: hours! },
          ),
          real: false,
        };
      // Counting that starts today leaves the run-in before it; in the first version it was taken as over.
      else
        baseline = {
          ...recordAt(atMs),
          real: basis === 'commissioned' || entry.kindVersion >= 2,
        };
    } else if (entry.id === beginsWith) {
      baseline = { ...recordAt(atMs), real: true };
    } else if (isService(entry)) {
      services.push(recordAt(atMs));
    }
  }
  const after = baseline ? services.filter(({ atMs }) => atMs >= baseline.atMs) : services;
  const history = baseline ? [{ atMs: baseline.atMs, ...counts(baseline) }, ...after] : after;
  return {
    history: rising(history),
    runInDone: !baseline?.real,
    decidedForNextRound: decidedForNextRound && history.length === 0,
  };
}

const counts = ({ hours, cycles }: ServiceRecord) => ({
  ...(hours !== undefined && { hours }),
  ...(cycles !== undefined && { cycles }),
});

/** A declared meter value may stand above what the readings give for a later service; accumulated values never fall. */
function rising(history: ServiceRecord[]): ServiceRecord[] {
  let hours = 0;
  let cycles = 0;
  return history.map((record) => {
    hours = Math.max(hours, record.hours ?? 0);
    cycles = Math.max(cycles, record.cycles ?? 0);
    return { ...record, ...(record.hours !== undefined && { hours }), ...(record.cycles !== undefined && { cycles }) };
  });
}

/** How far a task may be put off: a quarter of its interval, half that where a failure costs days, at least a day. */
export function latestPostponement(
  { dueOn, postponedFrom, lastMs }: Pick<DueFacts, 'dueOn' | 'postponedFrom' | 'lastMs'>,
  consequence: number,
  calendar: PlantCalendar,
): PlantDay | undefined {
  const planned = postponedFrom ?? dueOn;
  if (!planned || lastMs === undefined) return undefined;
  const lastDay = serviceDay({ atMs: lastMs }, calendar);
  const interval = Math.max(0, daysBetween(lastDay, planned));
  const share = consequence >= 4 ? 0.125 : 0.25;
  return addDays(planned, Math.max(1, Math.min(90, Math.floor(interval * share))));
}

/** The rule of `latestPostponement` in words. */
export const postponementRule =
  'A task may be put off by a quarter of its interval, an eighth where a failure costs days or is dangerous; at most ninety days.';
