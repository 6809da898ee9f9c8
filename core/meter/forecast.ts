import { z } from 'zod';
import { dayStartsAtMinutes, instant, quantity, timeZone } from '../fields/fields';
import { type Notice, answer, defineMethod, shown } from '../method';
import { plantDayOf } from '../time/plant-day';
import { type DutyClock, dutyClock, dutyPlanSchema, meanHours, plainClock } from './duty';
import { type AccumulatedReading, keepPlausible } from './series';

const dayMs = 86_400_000;
/** Readings older than this say little about today's duty. */
const windowDays = 180;
const windowReadings = 30;
/** Two readings closer than this tell the resolution of the dial, not the rate. */
const shortestPairMs = 3_600_000;
/** A meter not read for longer than this may have stood still or run double shifts meanwhile. */
export const staleDays = 35;
/** With this many readings in the window the duty plan has no say any more. */
const enoughReadings = 5;
/** A rhythm that began so long ago at most counts as new, and only after so many days and readings. */
const newRhythmDays = 28;
const rhythmDays = 7;
const rhythmReadings = 3;
/** Rates that differ by less than this share of the larger one are one rhythm. */
const rhythmShare = 1 / 3;
/** Beyond a thousand years a date says nothing. */
const farthestDays = 365_250;

const dialValue = (title: string) => quantity(title, '', { min: 0, max: 1e12 });
const rate = (title: string) => quantity(title, 'per day', { min: 0, max: 1e9 });

const input = z
  .strictObject({
    readings: z
      .array(z.strictObject({ at: instant('Read at'), value: dialValue('Reading') }))
      .max(5000)
      .meta({ title: 'Readings as shown' }),
    rolloverAt: quantity('Rolls over at', '', { above: 0, max: 1e12 }).optional(),
    replacements: z
      .array(
        z.strictObject({
          at: instant('Replaced at'),
          oldValue: dialValue('Old dial'),
          newValue: dialValue('New dial'),
        }),
      )
      .max(100)
      .optional()
      .meta({ title: 'Replacements' }),
    resolution: quantity('Smallest step', '', { above: 0, max: 1e6 }).default(0.1),
    maxPerDay: quantity('At most', 'per day', { above: 0, max: 1e9 }).default(24),
    dutyPerDay: rate('Duty plan').optional(),
    /** Weekdays, closures and seasons; rates are then per average planned day. */
    dutyPlan: dutyPlanSchema.optional().meta({ title: 'Duty calendar' }),
    timeZone: timeZone.default('UTC'),
    dayStartsAtMinutes,
    asOf: instant('As of'),
    targetValue: dialValue('Target (accumulated)'),
  })
  .superRefine((value, context) => {
    if (value.dutyPerDay !== undefined && value.dutyPerDay > value.maxPerDay)
      context.addIssue({
        code: 'custom',
        path: ['dutyPerDay'],
        message: `must be at most ${value.maxPerDay} per day, the fastest this meter can run.`,
      });
  });

const confidences = ['good', 'fair', 'low', 'none'] as const;
export type Confidence = (typeof confidences)[number];

const dueInstant = (title: string) => z.string().optional().meta({ title });
const output = z.object({
  perDay: z.object({ low: rate('Low'), mid: rate('Likely'), high: rate('High') }).meta({ title: 'Per day' }),
  valueNow: dialValue('Accumulated now'),
  dueAt: z
    .object({ earliest: dueInstant('Earliest'), likely: dueInstant('Likely'), latest: dueInstant('Latest') })
    .meta({ title: 'Target reached' }),
  rejected: z.array(z.object({ index: z.int(), reason: z.string() })).meta({ title: 'Readings left out' }),
  confidence: z.enum(confidences).meta({ title: 'Confidence' }),
  rhythm: z
    .object({ since: z.string().meta({ title: 'Since' }), before: rate('Before') })
    .optional()
    .meta({ title: 'Changed within the last four weeks' }),
});

/** Use per day with its spread, and how far it may be trusted. */
export type Rate = {
  low: number;
  mid: number;
  high: number;
  confidence: Confidence;
  readings: number;
  /** A rhythm that changed within the last four weeks: since when, and how much a day before. The new one is used. */
  changed?: { sinceMs: number; before: number };
};

/**
 * Use per day: Theil–Sen slope of the last 30 kept readings within 180 days before `untilMs`, 10th and 90th percentile of
 * the pair slopes as spread; with fewer than five readings blended with the duty plan in proportion. On a duty clock a
 * day is an average planned day. A rhythm that changed within the last four weeks is followed by itself.
 * @param untilMs the end of the window: now for a forecast, the last reading for what must not depend on now
 */
export function rateOf(
  kept: readonly AccumulatedReading[],
  untilMs: number,
  maxPerDay: number,
  dutyPerDay: number | undefined,
  clock: DutyClock = plainClock,
): Rate {
  const newest = kept.slice(-windowReadings);
  let window = newest.filter(({ atMs }) => atMs >= untilMs - windowDays * dayMs);
  let stale = kept.length > 0 && isStale(kept.at(-1)!.atMs, untilMs);
  if (window.length < 2 && dutyPerDay === undefined && kept.length >= 2) {
    window = newest.filter(({ atMs }) => atMs >= kept.at(-1)!.atMs - windowDays * dayMs);
    stale = true;
  }
  const changed = stale ? undefined : newRhythm(window, untilMs, maxPerDay, clock);
  if (changed) {
    const { since, spread, before } = changed;
    const readings = window.length - since;
    const confidence = readings < enoughReadings ? 'fair' : 'good';
    return { ...spread, confidence, readings, changed: { sinceMs: window[since]!.atMs, before: before.mid } };
  }
  const measured = spreadOf(window, maxPerDay, clock);
  if (!measured && dutyPerDay === undefined)
    return { low: 0, mid: 0, high: 0, confidence: 'none', readings: window.length };
  // Duty plans are off by a third either way as a rule; that is the spread where nothing has been measured.
  const plan =
    dutyPerDay === undefined
      ? undefined
      : { low: dutyPerDay * (2 / 3), mid: dutyPerDay, high: Math.min(maxPerDay, dutyPerDay * (4 / 3)) };
  if (!measured) return { ...plan!, confidence: 'low', readings: window.length };
  const weight = plan ? Math.min(1, (window.length - 1) / (enoughReadings - 1)) : 1;
  const blend = (key: 'low' | 'mid' | 'high') => weight * measured[key] + (1 - weight) * (plan?.[key] ?? 0);
  const confidence: Confidence = stale || window.length < 3 ? 'low' : window.length < enoughReadings ? 'fair' : 'good';
  return { low: blend('low'), mid: blend('mid'), high: blend('high'), confidence, readings: window.length };
}

type Spread = { low: number; mid: number; high: number };

/** Median, 10th and 90th percentile of the slopes of all pairs of readings; undefined where there is none. */
function spreadOf(window: readonly AccumulatedReading[], maxPerDay: number, clock: DutyClock): Spread | undefined {
  const times = window.map(({ atMs }) => clock.at(atMs));
  const slopes: number[] = [];
  for (let to = 1; to < window.length; to += 1) {
    for (let from = 0; from < to; from += 1) {
      const days = times[to]! - times[from]!;
      if (window[to]!.atMs - window[from]!.atMs >= shortestPairMs && days > 0)
        slopes.push(Math.min(maxPerDay, (window[to]!.value - window[from]!.value) / days));
    }
  }
  if (slopes.length === 0) return undefined;
  const sorted = Float64Array.from(slopes).sort();
  return { low: percentile(sorted, 0.1), mid: percentile(sorted, 0.5), high: percentile(sorted, 0.9) };
}

/**
 * The reading of the last four weeks since which the meter has run at another rate than ever before: the spreads of both
 * sides do not touch, and their middles differ by a third at least. Of several the one that parts them furthest.
 */
function newRhythm(window: readonly AccumulatedReading[], untilMs: number, maxPerDay: number, clock: DutyClock) {
  let found: { since: number; spread: Spread; before: Spread; gap: number } | undefined;
  const last = window.at(-1);
  for (let since = rhythmReadings - 1; since <= window.length - rhythmReadings; since += 1) {
    const { atMs } = window[since]!;
    if (atMs < untilMs - newRhythmDays * dayMs || last!.atMs - atMs < rhythmDays * dayMs) continue;
    const before = spreadOf(window.slice(0, since + 1), maxPerDay, clock);
    const spread = spreadOf(window.slice(since), maxPerDay, clock);
    if (!before || !spread) continue;
    const gap = Math.max(spread.low - before.high, before.low - spread.high);
    const isOther = Math.abs(spread.mid - before.mid) >= rhythmShare * Math.max(spread.mid, before.mid);
    if (gap > 0 && isOther && gap > (found?.gap ?? 0)) found = { since, spread, before, gap };
  }
  return found;
}

/**
 * True when a meter has not been read for so long that it may have stood still or run double shifts meanwhile.
 * @example isStale(0, 90 * 86_400_000) // true
 */
export const isStale = (lastReadMs: number, nowMs: number): boolean => nowMs - lastReadMs > staleDays * dayMs;

/** Percentile of sorted values, linear between neighbours. */
function percentile(sorted: Float64Array, share: number): number {
  const place = share * (sorted.length - 1);
  const low = Math.floor(place);
  return sorted[low]! + (place - low) * ((sorted[low + 1] ?? sorted[low]!) - sorted[low]!);
}

/** The instant (ms) at which the series passed a value it has already reached: on the line between two readings. */
function passedAt(kept: readonly AccumulatedReading[], target: number): number {
  const after = kept.findIndex(({ value }) => value >= target);
  const before = kept[after - 1];
  const reached = kept[after]!;
  if (!before || reached.value === before.value) return reached.atMs;
  return before.atMs + ((target - before.value) / (reached.value - before.value)) * (reached.atMs - before.atMs);
}

/** When a meter will reach a value, from readings that may be wrong. */
export const meterForecast = defineMethod({
  id: 'meter.forecast',
  version: 2,
  title: 'Meter forecast',
  summary: 'How fast a meter runs and when it will reach a value, with implausible readings left out.',
  source: 'Theil (1950) and Sen (1968): median of pair slopes; longest plausible chain of readings; duty plan as prior',
  input,
  output,
  rules: [
    'The duty a day is at most what a day allows; where it is not given, it is the mean of the planned shifts.',
    'With planned shifts, rates are per average planned day and closures use nothing up.',
    'Later readings and replacements are left out.',
    'The target counts on over roll-overs and replacements.',
  ],
  compute({
    readings,
    rolloverAt,
    replacements = [],
    resolution,
    maxPerDay,
    dutyPlan,
    dutyPerDay = dutyPlan && meanHours(dutyPlan),
    asOf,
    targetValue,
    timeZone: zone,
    dayStartsAtMinutes: dayStart,
  }) {
    const asOfMs = Date.parse(asOf);
    const clock = dutyClock(dutyPlan, { timeZone: zone, dayStartsAtMinutes: dayStart });
    const places = readings.flatMap(({ at }, index) => (Date.parse(at) <= asOfMs ? [index] : []));
    const series = keepPlausible(
      places.map((index) => ({ atMs: Date.parse(readings[index]!.at), value: readings[index]!.value })),
      {
        rolloverAt,
        resolution,
        maxPerDay,
        replacements: replacements
          .map(({ at, oldValue, newValue }) => ({ atMs: Date.parse(at), oldValue, newValue }))
          .filter(({ atMs }) => atMs <= asOfMs),
      },
    );
    const rejected = [
      ...series.rejected.map(({ index, reason }) => ({ index: places[index]!, reason })),
      ...readings.flatMap(({ at }, index) =>
        Date.parse(at) > asOfMs ? [{ index, reason: 'Lies after the "as of" instant.' }] : [],
      ),
    ].sort((a, b) => a.index - b.index);
    const {
      low,
      mid,
      high,
      confidence,
      changed,
      readings: used,
    } = rateOf(series.kept, asOfMs, maxPerDay, dutyPerDay, clock);
    const last = series.kept.at(-1);
    const daysSince = last ? clock.at(asOfMs) - clock.at(last.atMs) : 0;
    const valueNow = (last?.value ?? 0) + mid * daysSince;

    const reaches = (perDay: number): string | undefined => {
      if (last && targetValue <= last.value) return new Date(passedAt(series.kept, targetValue)).toISOString();
      const fromMs = last?.atMs ?? asOfMs;
      const days = (targetValue - (last?.value ?? 0)) / perDay;
      const atMs = clock.instantOf(clock.at(fromMs) + days, fromMs);
      return days <= farthestDays && Number.isFinite(atMs) ? new Date(atMs).toISOString() : undefined;
    };
    const dueAt = Object.fromEntries(
      Object.entries({ earliest: reaches(high), likely: reaches(mid), latest: reaches(low) }).filter(
        ([, at]) => at !== undefined,
      ),
    );
    const notices = forecastNotices({
      leftOut: rejected.length,
      of: readings.length,
      hasReading: last !== undefined,
      hasPlan: dutyPerDay !== undefined,
      confidence,
    });
    if (changed)
      notices.push({
        level: 'caution',
        text: `Another rhythm since ${plantDayOf(changed.sinceMs, { timeZone: zone, dayStartsAtMinutes: dayStart })}: ${shown(mid)} a day, ${shown(changed.before)} before. What was read since then decides alone.`,
      });
    const rhythm = changed && { since: new Date(changed.sinceMs).toISOString(), before: changed.before };
    return answer(
      { perDay: { low, mid, high }, valueNow, dueAt, rejected, confidence, ...(rhythm && { rhythm }) },
      [
        {
          label: 'Readings kept',
          expression: `${readings.length} − ${rejected.length} left out; ${used} of them in the window of ${windowDays} days`,
          value: series.kept.length,
          unit: 'readings',
        },
        {
          label: 'Use per day, median of pair slopes',
          expression:
            dutyPerDay !== undefined && used < enoughReadings && !changed
              ? `blended with the duty plan of ${shown(dutyPerDay)}`
              : '10th … 90th percentile ' + `${shown(low)} … ${shown(high)}`,
          value: mid,
          unit: 'per day',
        },
        {
          label: 'Accumulated now',
          expression: `${shown(last?.value ?? 0)} + ${shown(mid)}·${shown(daysSince)} d`,
          value: valueNow,
          unit: '',
        },
        {
          label: 'Target reached',
          expression:
            mid > 0
              ? `(${shown(targetValue)} − ${shown(last?.value ?? 0)}) / ${shown(mid)} ${clock === plainClock ? 'd' : 'planned days'} after the last reading`
              : 'it does not run',
          value: dueAt.likely ?? 'never',
          unit: '',
        },
      ],
      notices,
    );
  },
});

/** What must be known beside a forecast: readings that were left out, and how far it may be trusted. */
function forecastNotices({
  leftOut,
  of,
  hasReading,
  hasPlan,
  confidence,
}: {
  leftOut: number;
  of: number;
  hasReading: boolean;
  hasPlan: boolean;
  confidence: Confidence;
}): Notice[] {
  const caution = (text: string): Notice => ({ level: 'caution', text });
  const notices: Notice[] = [];
  if (leftOut > 0) notices.push(caution(`${leftOut} of ${of} readings are implausible and left out; each says why.`));
  if (!hasReading)
    notices.push(
      caution(
        hasPlan
          ? 'No reading yet: counted from zero by the duty plan alone.'
          : 'No reading and no duty plan: nothing to forecast from.',
      ),
    );
  else if (confidence === 'low')
    notices.push(caution('Too few recent readings: take the date as a rough guess and read the meter.'));
  return notices;
}
