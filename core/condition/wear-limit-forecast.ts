import { z } from 'zod';
import { quantity } from '../fields/fields';
import { type Notice, answer, defineMethod, refuse, shown } from '../method';

/** So much of the way to its limit a part is planned for. */
const planShare = 0.8;
/** A span beyond which a forecast says nothing (run hours). */
const farthestH = 1e6;

/** 90th percentile of Student’s t by degrees of freedom: the sides of an 80 % band. */
const t90 = [3.078, 1.886, 1.638, 1.533, 1.476, 1.44, 1.415, 1.397, 1.383, 1.372, 1.363, 1.356, 1.35, 1.345, 1.341];
const t90Beyond = 1.29;

const value = (title: string) => quantity(title, '', { min: -1e6, max: 1e6 });

/**
 * Run hours until a part that wears reaches its limit. Example: a bush of 0.20 mm clearance that grows by 0.05 mm every
 * 1000 h reaches 0.40 mm in 4000 h.
 */
export const wearLimitForecast = defineMethod({
  id: 'wear.limit-forecast',
  version: 1,
  title: 'Wear until its limit',
  summary: 'Hours left with their spread, from measurements over run hours.',
  source: 'Least squares over run hours; spread: 80 % band of the slope by Student’s t (any textbook of statistics)',
  input: z.strictObject({
    readings: z
      .array(z.strictObject({ meter: quantity('Meter', 'h', { min: 0, max: 1e9 }), value: value('Measured') }))
      .min(3)
      .max(500)
      .meta({ title: 'Measurements' }),
    newValue: value('When new'),
    limit: value('Limit'),
  }),
  output: z.object({
    per1000H: quantity('Wear', 'per 1000 h', { min: -1e9, max: 1e9 }),
    wornShare: quantity('Of the way to its limit', '', { min: -1e6, max: 1e6 }),
    remainingH: z
      .object({
        low: quantity('At least', 'h', { min: 0, max: farthestH }),
        mid: quantity('Likely', 'h', { min: 0, max: farthestH }),
        high: quantity('At most', 'h', { min: 0, max: farthestH }),
      })
      .meta({ title: 'Hours left' }),
  }),
  rules: [
    'At least three measurements at different run hours. A step back towards new means a new part or a slip, and is asked: give only what was measured on this part.',
  ],
  compute({ readings, newValue, limit }) {
    if (newValue === limit) return refuse('The limit is what it had when new: nothing could wear.', 'limit');
    const series = [...readings].sort((a, b) => a.meter - b.meter);
    const away = Math.sign(limit - newValue);
    const jump = series.findIndex(
      (each, index) => index > 0 && isStepBack(series, index, away, Math.abs(limit - newValue)),
    );
    if (jump > 0)
      return refuse(
        `From ${shown(series[jump - 1]!.value)} to ${shown(series[jump]!.value)} at ${shown(series[jump]!.meter)} h it went back towards new. Was the part replaced? Then give what was measured since. If it was a slip, leave it out.`,
        'readings',
      );
    const fit = leastSquares(series);
    if (!fit) return refuse('All were measured at the same run hours: nothing follows from that.', 'readings');
    const last = series.at(-1)!;
    const now = fit.at(last.meter);
    const left = (limit - now) * away;
    const wornShare = 1 - left / Math.abs(limit - newValue);
    const slope = fit.slope * away;
    if (slope <= 0)
      return refuse(
        'By these measurements it does not wear. Measure again: same place, same direction, same temperature.',
        'readings',
      );
    const hours = (perHour: number) => (left <= 0 ? 0 : Math.min(farthestH, perHour > 0 ? left / perHour : farthestH));
    const side = fit.slopeError * (t90[series.length - 3] ?? t90Beyond);
    const remainingH = { low: hours(slope + side), mid: hours(slope), high: hours(slope - side) };
    return answer(
      { per1000H: fit.slope * 1000, wornShare, remainingH },
      [
        {
          label: 'Wear',
          expression: `least squares over ${series.length} measurements`,
          value: fit.slope * 1000,
          unit: 'per 1000 h',
        },
        { label: 'By the line now', expression: `at ${shown(last.meter)} h`, value: now, unit: '' },
        {
          label: 'Hours left',
          expression: `(${shown(limit)} − ${shown(now)}) / ${shown(fit.slope * 1000)}·1000`,
          value: remainingH.mid,
          unit: 'h',
        },
        {
          label: 'Spread',
          expression: `slope ± ${shown(side * 1000)} per 1000 h`,
          value: `${shown(remainingH.low)} … ${shown(remainingH.high)}`,
          unit: 'h',
        },
      ],
      noticesOf(series, wornShare, remainingH.high),
    );
  },
});

type Measured = { meter: number; value: number };

/** A step towards new by more than a tenth of the whole way is no scatter. */
const stepShare = 0.1;
const isStepBack = (series: readonly Measured[], index: number, away: number, whole: number): boolean =>
  (series[index]!.value - series[index - 1]!.value) * away < -stepShare * whole;

/** The line of least squares with the standard error of its slope; undefined where all stand at one place. */
function leastSquares(
  series: readonly Measured[],
): { slope: number; slopeError: number; at: (meter: number) => number } | undefined {
  const count = series.length;
  const mean = (pick: (each: Measured) => number) => series.reduce((sum, each) => sum + pick(each), 0) / count;
  const [x, y] = [mean(({ meter }) => meter), mean((each) => each.value)];
  const spread = series.reduce((sum, { meter }) => sum + (meter - x) ** 2, 0);
  if (spread === 0) return undefined;
  const slope = series.reduce((sum, each) => sum + (each.meter - x) * (each.value - y), 0) / spread;
  const at = (meter: number) => y + slope * (meter - x);
  const residual = series.reduce((sum, each) => sum + (each.value - at(each.meter)) ** 2, 0);
  return { slope, slopeError: Math.sqrt(residual / (count - 2) / spread), at };
}

function noticesOf(series: readonly Measured[], wornShare: number, high: number): Notice[] {
  const notices: Notice[] = [];
  if (wornShare >= 1)
    notices.push({ level: 'stop', text: 'It is past its limit: stop it by the site’s rules and replace it.' });
  else if (wornShare >= planShare)
    notices.push({
      level: 'caution',
      text: `${shown(wornShare * 100)} % of the way to its limit: plan the replacement.`,
    });
  if (high >= farthestH)
    notices.push({ level: 'info', text: 'The measurements scatter too much to say how long it may last at most.' });
  const halves = [series.slice(0, Math.ceil(series.length / 2)), series.slice(-Math.ceil(series.length / 2))];
  const [before, after] = halves.map((half) => leastSquares(half)?.slope ?? 0) as [number, number];
  if (series.length >= 6 && before !== 0 && after / before >= 2)
    notices.push({
      level: 'caution',
      text: 'It wears twice as fast as it did: find out why, although it is within its limit.',
    });
  return notices;
}
