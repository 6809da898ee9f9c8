import { z } from 'zod';
import { keysOf } from '../compat/vocabulary';
import { instant, oilTemperatureC, quantity } from '../fields/fields';
import { type Notice, type WorkingStep, answer, defineMethod, shown } from '../method';
import { type Verdict, verdicts } from '../words/sign-row';

const minuteMs = 60_000;
/** The rate is that of the last so many minutes, or of the last two readings where they lie further apart. */
const windowMin = 10;
/** Level: less than 2 K in 10 minutes. */
const levelKPerMin = 0.2;
/** Faster than this above that temperature it is stopped, whatever its limit. */
const stopKPerMin = 1;
const stopAboveC = 70;
/** So far over its commissioning curve it is watched, and so far planned for; while it climbs, the first is enough to stop. */
const overCurveK = { watch: 10, plan: 20 };
/** A rise after greasing passes while it is no more than this. */
const greaseRiseK = 20;
/** Before so many minutes nothing is level yet. */
const earliestMin = 10;

const readings = z
  .array(z.strictObject({ at: instant('Read at'), temperatureC: oilTemperatureC }))
  .min(2)
  .max(500);

/**
 * Whether a temperature levels off or climbs. Example: 40, 52, 58, 61 °C every ten minutes level towards 65 °C.
 */
export const conditionTemperatureRise = defineMethod({
  id: 'condition.temperature-rise',
  version: 1,
  title: 'Temperature after a start',
  summary: 'Levelling or climbing, at what it will level, and whether to stop.',
  source:
    'Convention of the trade: level is less than 2 K in 10 min; stop over the limit, or above 70 °C at more than 1 K/min. Plateau of a body that warms exponentially, from three points an equal time apart',
  input: z.strictObject({
    readings: readings.meta({ title: 'Readings' }),
    ambientC: quantity('Surroundings', '°C', { min: -60, max: 80 }),
    limitC: quantity('Limit', '°C', { min: 20, max: 300 }).default(90),
    reference: z
      .array(
        z.strictObject({
          minutes: quantity('After', 'min', { min: 0, max: 10_000 }),
          temperatureC: oilTemperatureC,
        }),
      )
      .min(2)
      .max(500)
      .optional()
      .meta({ title: 'Commissioning curve' }),
    justGreased: z.boolean().default(false).meta({ title: 'Greased just before' }),
  }),
  output: z.object({
    ratePerMin: quantity('Rate', 'K/min', { min: -1e6, max: 1e6 }),
    plateauC: quantity('Will level at', '°C', { min: -1e6, max: 1e6 }).optional(),
    levelling: z.boolean().meta({ title: 'Levelling off' }),
    overCurveK: quantity('Over its curve', 'K', { min: -1e6, max: 1e6 }).optional(),
    verdict: z.enum(keysOf(verdicts)).meta({ title: 'Verdict' }),
  }),
  rules: ['Readings are put in the order of their time; two at one time count as the later one given.'],
  compute({ readings: given, ambientC, limitC, reference, justGreased }) {
    const series = inOrder(given);
    const [first, last] = [series[0]!, series.at(-1)!];
    const minutes = last.min - first.min;
    const ratePerMin = rateOf(series);
    const levelling = Math.abs(ratePerMin) < levelKPerMin && minutes >= earliestMin;
    const plateauC = plateauOf(series);
    const over = reference && last.c - at(curveOf(reference), last.min - first.min);
    const { verdict, why } = judge(
      { last: last.c, rise: last.c - first.c, minutes },
      { ratePerMin, levelling, plateauC, over },
      { limitC, justGreased },
    );
    const working: WorkingStep[] = [
      {
        label: 'Rate',
        expression: `of the last ${shown(Math.min(windowMin, minutes))} min`,
        value: ratePerMin,
        unit: 'K/min',
      },
      {
        label: 'Over its surroundings',
        expression: `${shown(last.c)} − ${shown(ambientC)}`,
        value: last.c - ambientC,
        unit: 'K',
      },
      ...(plateauC === undefined
        ? []
        : [{ label: 'Plateau', expression: '(T₁·T₃ − T₂²)/(T₁ + T₃ − 2·T₂)', value: plateauC, unit: '°C' }]),
      { label: 'Verdict', expression: why, value: verdicts[verdict], unit: '' },
    ];
    return answer(
      {
        ratePerMin,
        ...(plateauC !== undefined && { plateauC }),
        levelling,
        ...(over !== undefined && { overCurveK: over }),
        verdict,
      },
      working,
      noticesOf(verdict, minutes),
    );
  },
});

type Point = { min: number; c: number };

/** Readings in minutes, in their order; of two at one time the later given. */
function inOrder(given: readonly { at: string; temperatureC: number }[]): Point[] {
  const byMinute = new Map(given.map(({ at: when, temperatureC }) => [Date.parse(when) / minuteMs, temperatureC]));
  return [...byMinute].map(([min, c]) => ({ min, c })).sort((a, b) => a.min - b.min);
}

const curveOf = (reference: readonly { minutes: number; temperatureC: number }[]): Point[] =>
  reference.map(({ minutes: min, temperatureC: c }) => ({ min, c })).sort((a, b) => a.min - b.min);

/** A series between its points; level before the first and after the last. */
function at(series: readonly Point[], min: number): number {
  const after = series.findIndex((point) => point.min >= min);
  if (after === 0) return series[0]!.c;
  if (after < 0) return series.at(-1)!.c;
  const [a, b] = [series[after - 1]!, series[after]!];
  return a.c + ((b.c - a.c) * (min - a.min)) / (b.min - a.min);
}

/** How fast it rises at the end, in K/min; nothing where all was read at one time. */
function rateOf(series: readonly Point[]): number {
  const last = series.at(-1)!;
  const before = series.at(-2);
  if (!before) return 0;
  const from = Math.min(before.min, Math.max(series[0]!.min, last.min - windowMin));
  return (last.c - at(series, from)) / (last.min - from);
}

/** Where a body that warms exponentially comes to rest; undefined where the series does not bend towards it. */
function plateauOf(series: readonly Point[]): number | undefined {
  if (series.length < 3) return undefined;
  const [from, to] = [series[0]!.min, series.at(-1)!.min];
  const [t1, t2, t3] = [from, (from + to) / 2, to].map((min) => at(series, min)) as [number, number, number];
  const bend = t1 + t3 - 2 * t2;
  if (t3 <= t1 || t2 <= t1 || bend >= 0 || t3 - t2 >= t2 - t1) return undefined;
  return (t1 * t3 - t2 * t2) / bend;
}

type Course = { ratePerMin: number; levelling: boolean; plateauC: number | undefined; over: number | undefined };

/** What the course means, the worst first. */
function judge(
  { last, rise, minutes }: { last: number; rise: number; minutes: number },
  { ratePerMin, levelling, plateauC, over = 0 }: Course,
  { limitC, justGreased }: { limitC: number; justGreased: boolean },
): { verdict: Verdict; why: string } {
  const climbs = !levelling && ratePerMin >= levelKPerMin;
  if (last >= limitC) return { verdict: 'act-now', why: 'over its limit' };
  if (last > stopAboveC && ratePerMin > stopKPerMin)
    return { verdict: 'act-now', why: `above ${stopAboveC} °C and faster than ${stopKPerMin} K/min` };
  if (climbs && over > overCurveK.watch)
    return { verdict: 'act-now', why: 'climbing, and above its commissioning curve' };
  if (climbs && justGreased && rise <= greaseRiseK) return { verdict: 'watch', why: 'fresh grease is being churned' };
  if (climbs && plateauC !== undefined && plateauC >= limitC)
    return { verdict: 'plan', why: 'on its way over its limit' };
  if (over > overCurveK.plan) return { verdict: 'plan', why: 'level, but far above its commissioning curve' };
  if (over > overCurveK.watch) return { verdict: 'watch', why: 'level, but above its commissioning curve' };
  if (climbs) return { verdict: 'watch', why: 'still climbing' };
  if (minutes < earliestMin) return { verdict: 'watch', why: `read over less than ${earliestMin} min` };
  return { verdict: 'fine', why: ratePerMin < 0 ? 'falling' : 'level' };
}

function noticesOf(verdict: Verdict, minutes: number): Notice[] {
  if (verdict === 'act-now')
    return [{ level: 'stop', text: 'Stop it by the site’s rules and wait. Never pour cold oil into what is hot.' }];
  if (minutes < earliestMin)
    return [
      { level: 'info', text: `Nothing is level before ${earliestMin} minutes: go on reading every few minutes.` },
    ];
  return verdict === 'fine'
    ? []
    : [{ level: 'caution', text: 'Read again within ten minutes, same place, same load.' }];
}
