import type { EffectiveEntry } from '../entry/effective';
import { type EntryBody, serviceKinds } from '../entry/kinds';
import { type Rate, rateOf } from '../meter/forecast';
import { type AccumulatedReading, type RejectedReading, type ShownReading, keepPlausible, valueAt } from '../meter/series';
import type { Notice, WorkingStep } from '../method';
import { type PlantDay, hourMs, plantDayOf, startOfPlantDay } from '../time/plant-day';
import { type DueLimit, intervalNextDue } from './next-due';

export type Stage = { name: string; count?: number; hours?: number; cycles?: number; days?: number; standstillDays?: number };

/** A meter with its plausible readings summed over dials, and how fast it runs. */
export type MeterState = { unit: 'hours' | 'cycles'; kept: AccumulatedReading[]; rejected: RejectedReading[]; rate: Rate };

export type MeterSpec = { unit: string; rolloverAt: number | null; resolution: number; maxPerDay: number; dutyPerDay: number | null };

/**
 * The state of a meter as of an instant, from the log.
 * @param entries effective entries of kind reading and meter-change of this meter
 */
export function meterState(spec: MeterSpec, entries: readonly EffectiveEntry[], asOfMs: number): MeterState {
  const readings: ShownReading[] = [];
  const replacements: { atMs: number; oldValue: number; newValue: number }[] = [];
  for (const entry of entries) {
    const atMs = Date.parse(entry.happenedAt);
    if (atMs > asOfMs) continue;
    if (entry.kind === 'reading') readings.push({ atMs, value: (entry.body as EntryBody<'reading'>).value });
    if (entry.kind === 'meter-change') {
      const { oldValue, newValue } = entry.body as EntryBody<'meter-change'>;
      replacements.push({ atMs, oldValue, newValue });
    }
  }
  const { kept, rejected } = keepPlausible(readings, { rolloverAt: spec.rolloverAt ?? undefined, resolution: spec.resolution, maxPerDay: spec.maxPerDay, replacements });
  return { unit: spec.unit === 'hours' ? 'hours' : 'cycles', kept, rejected, rate: rateOf(kept, asOfMs, spec.maxPerDay, spec.dutyPerDay ?? undefined) };
}

/** Where a task stands. `next-round`: the last service is unknown and it was decided to do it on the next round. */
export type TaskDue = {
  state: 'known' | 'unknown' | 'next-round';
  stage: string;
  runIn: boolean;
  by?: DueLimit['by'];
  dueOn?: PlantDay;
  window?: { fromOn: PlantDay; toOn: PlantDay };
  consumedShare?: number;
  lastServiceAt?: string;
  confidence: Rate['confidence'] | 'exact';
  limits: DueLimit[];
  working: WorkingStep[];
  notices: Notice[];
  hourLine: HourLine;
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

type TaskDueInput = {
  taskId: string;
  stages: readonly Stage[];
  rhythm: 'actual' | 'fixed';
  toleranceShare: number;
  /** Effective entries that answer this task, in any order. */
  entries: readonly EffectiveEntry[];
  meter?: MeterState | undefined;
  asOfMs: number;
  timeZone: string;
  /** The hour-line axis counts machine hours; without a meter this is used (h per day). */
  assumedHoursPerDay: number;
  /** Something other than the intervals that makes it due at once, in words; null as a rule. */
  dueNow?: string | null;
};

type ServiceRecord = { atMs: number; hours?: number; cycles?: number };

/**
 * A meter for machines that have none, or none read yet: it runs by the duty plan from a fixed origin, so that
 * differences are right though the absolute value means nothing.
 */
export function dutyMeter(dutyPerDay: number): MeterState {
  return { unit: 'hours', kept: [{ index: 0, atMs: Date.UTC(2000, 0, 1), value: 0 }], rejected: [], rate: { low: dutyPerDay * (2 / 3), mid: dutyPerDay, high: Math.min(24, dutyPerDay * (4 / 3)), confidence: 'low', readings: 0 } };
}

/** When a task is due, from the log alone. */
export function taskDue(input: TaskDueInput): TaskDue {
  const { stages, meter, asOfMs, timeZone } = input;
  const { history, runInDone, decidedForNextRound } = historyOf(input);
  const steady = stages.filter(({ count }) => count === undefined);
  const inForce = runInDone && steady.length > 0 ? steady : stages;
  if (inForce.length === 0) {
    // A task can lose its interval when its assignment goes; that is said, not hidden behind a date.
    const notices: Notice[] = [{ level: 'caution', text: 'No interval is set for this task: state one, with its source.' }];
    return { state: decidedForNextRound ? 'next-round' : 'unknown', stage: '', runIn: false, confidence: 'none', limits: [], working: [], notices, hourLine: { state: 'unknown', basis: 'h', runIn: false, lowConfidence: true, hoursPerDay: input.assumedHoursPerDay } };
  }
  const lastReading = meter?.kept.at(-1);
  const hoursPerDay = meter?.unit === 'hours' && meter.rate.mid > 0 ? meter.rate.mid : input.assumedHoursPerDay;
  const readingMs = Math.max(lastReading?.atMs ?? asOfMs, history.at(-1)?.atMs ?? 0);
  const counted = meter && lastReading ? { [meter.unit]: Math.max(valueAt(meter.kept, readingMs, meter.rate.mid)!, history.at(-1)?.[meter.unit] ?? 0) } : {};
  const outcome = intervalNextDue.compute({
    stages: inForce as Stage[],
    history: history.map(({ atMs, ...counts }) => ({ at: new Date(atMs).toISOString(), ...counts })),
    meters: counted,
    metersReadAt: new Date(Math.min(readingMs, asOfMs)).toISOString(),
    ...(meter && meter.rate.confidence !== 'none' && { perDay: { [meter.unit]: meter.rate.mid } }),
    rhythm: input.rhythm,
    asOf: new Date(asOfMs).toISOString(),
    timeZone,
    toleranceShare: input.toleranceShare,
    ...(input.dueNow && { conditionLimits: [{ name: input.dueNow, value: 1, limit: 1, side: 'above' as const }] }),
  });
  const stageName = outcome.ok ? outcome.result.stage : (inForce[0]?.name ?? '');
  const runIn = stages.find(({ name }) => name === stageName)?.count !== undefined;
  const lastServiceAt = history.length > 0 ? new Date(history.at(-1)!.atMs).toISOString() : undefined;
  const common = { stage: stageName, runIn, ...(lastServiceAt && { lastServiceAt }), working: outcome.ok ? outcome.working : [] };
  if (!outcome.ok || outcome.result.state === 'unknown') {
    const state = decidedForNextRound ? ('next-round' as const) : ('unknown' as const);
    const notices: Notice[] = outcome.ok ? outcome.notices : [{ level: 'caution', text: outcome.reason }];
    return { ...common, state, confidence: 'none', limits: [], notices, hourLine: { state, basis: 'h', runIn, lowConfidence: true, hoursPerDay } };
  }
  const { by, dueOn, window, consumedShare, limits } = outcome.result;
  const confidence = by === 'hours' || by === 'cycles' ? (meter?.rate.confidence ?? 'none') : 'exact';
  const hoursUntil = (day: PlantDay) => ((startOfPlantDay(day, timeZone) - startOfPlantDay(plantDayOf(asOfMs, timeZone), timeZone)) / hourMs / 24) * hoursPerDay;
  const lastAt = history.at(-1)!;
  const now = meter && lastReading ? valueAt(meter.kept, asOfMs, meter.rate.mid)! : undefined;
  const dueByHours = by === 'hours' ? limits.find((limit) => limit.by === 'hours')?.dueAt : undefined;
  const dueH = dueByHours !== undefined && now !== undefined ? dueByHours - now : dueOn ? hoursUntil(dueOn) : undefined;
  // Forecast whisker: the same remaining hours at the fast and the slow rate, drawn on the axis of likely hours.
  const spread = dueByHours !== undefined && dueH !== undefined && dueH > 0 && meter && meter.rate.mid > 0 ? { earliestH: (dueH * meter.rate.mid) / Math.max(meter.rate.high, 1e-9), ...(meter.rate.low > 0 && { latestH: (dueH * meter.rate.mid) / meter.rate.low }) } : {};
  return {
    ...common,
    state: 'known',
    ...(by && { by }),
    ...(dueOn && { dueOn }),
    ...(window && { window }),
    ...(consumedShare !== undefined && { consumedShare }),
    confidence,
    limits,
    notices: outcome.notices,
    hourLine: {
      state: 'known',
      basis: by === 'hours' ? 'h' : by === 'cycles' ? 'cyc' : 'd',
      lastH: lastAt.hours !== undefined && now !== undefined ? lastAt.hours - now : -((asOfMs - lastAt.atMs) / hourMs / 24) * hoursPerDay,
      ...(dueH !== undefined && { dueH }),
      ...(window && { fromH: hoursUntil(window.fromOn), toH: hoursUntil(window.toOn) }),
      ...spread,
      runIn,
      lowConfidence: confidence === 'low' || confidence === 'none',
      ...(meter?.unit === 'hours' && meter.rate.readings > 0 && now !== undefined && { nowHours: now }),
      hoursPerDay,
    },
  };
}

/**
 * Baseline and services of a task. The newest commissioning that is a real start begins the history; what was done
 * before it belongs to the machine's former life. Without one, the first known service is the baseline and the
 * run-in is taken as over.
 */
function historyOf({ entries, meter, asOfMs, timeZone }: TaskDueInput): { history: ServiceRecord[]; runInDone: boolean; decidedForNextRound: boolean } {
  const counts = (atMs: number, given?: number) => {
    const value = given ?? (meter ? valueAt(meter.kept, atMs, meter.rate.mid) : undefined);
    return meter && value !== undefined ? { [meter.unit]: value } : {};
  };
  let baseline: (ServiceRecord & { real: boolean }) | undefined;
  let decidedForNextRound = false;
  const services: ServiceRecord[] = [];
  const inOrder = entries.filter(({ happenedAt }) => Date.parse(happenedAt) <= asOfMs).sort((a, b) => Date.parse(a.happenedAt) - Date.parse(b.happenedAt) || a.seq - b.seq);
  for (const entry of inOrder) {
    const atMs = Date.parse(entry.happenedAt);
    if (entry.kind === 'commissioning') {
      const { basis, on, hours } = entry.body as EntryBody<'commissioning'>;
      if (basis === 'next-round') decidedForNextRound = true;
      else if (basis === 'done-on') baseline = { ...withCounts(startOfPlantDay(on!, timeZone), counts), real: false };
      else if (basis === 'at-hours') baseline = { ...withCounts(instantOfValue(meter, hours!) ?? atMs, (at) => counts(at, hours)), real: false };
      else baseline = { ...withCounts(atMs, counts), real: basis === 'commissioned' };
    } else if (serviceKinds.includes(entry.kind)) {
      services.push(withCounts(atMs, counts));
    }
  }
  const after = services.filter(({ atMs }) => !baseline || atMs >= baseline.atMs);
  const history = baseline ? [{ ...baseline }, ...after].map(({ atMs, hours, cycles }) => ({ atMs, ...(hours !== undefined && { hours }), ...(cycles !== undefined && { cycles }) })) : after;
  return { history: rising(history), runInDone: !baseline?.real, decidedForNextRound: decidedForNextRound && history.length === 0 };
}

const withCounts = (atMs: number, counts: (atMs: number) => Partial<ServiceRecord>): ServiceRecord => ({ atMs, ...counts(atMs) });

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

/** When a meter passed a value, on its kept readings; at the present rate before the first one. */
function instantOfValue(meter: MeterState | undefined, value: number): number | undefined {
  const first = meter?.kept[0];
  if (!meter || !first) return undefined;
  const after = meter.kept.findIndex((reading) => reading.value >= value);
  if (after < 0) return meter.kept.at(-1)!.atMs;
  const to = meter.kept[after]!;
  const from = meter.kept[after - 1];
  if (from) return to.value === from.value ? to.atMs : from.atMs + ((value - from.value) / (to.value - from.value)) * (to.atMs - from.atMs);
  return meter.rate.mid > 0 ? first.atMs - ((first.value - value) / meter.rate.mid) * 24 * hourMs : first.atMs;
}
