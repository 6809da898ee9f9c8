import type { Band } from '../fields/band';
import type { ReadSign } from './reading';
import { conditionTemperatureRise } from './temperature-rise';

/** One reading of a series. */
export type AtMinute = { minutes: number; value: number };
/** What a series has shown so far. */
export type Course = {
  words: string;
  /** It may be left at that: it is level or falls, or it is to be stopped. */
  isOver: boolean;
  sign: ReadSign | undefined;
  notices: readonly string[];
};

/** Where nobody said a limit, that of a mineral oil in its sump (°C; M S AGMA 9005). */
const usualLimitC = 90;
const minuteMs = 60_000;

/**
 * What a temperature shows that is read every few minutes: whether it levels off or climbs, against the curve of its first
 * start. A series that is left while it climbs is a finding as well: nobody knows yet where it will stand.
 * @param series minutes since its first reading, the oldest first
 * @returns undefined before the second reading
 */
export function courseOf(
  series: readonly AtMinute[],
  { band, curve = [], justGreased = false }: { band: Band; curve?: readonly AtMinute[]; justGreased?: boolean },
): Course | undefined {
  const first = series[0];
  if (!first || series.length < 2) return undefined;
  const run = conditionTemperatureRise.compute({
    readings: series.map(({ minutes, value }) => ({
      at: new Date(minutes * minuteMs).toISOString(),
      temperatureC: value,
    })),
    ambientC: Math.min(80, first.value),
    limitC: band.stopHigh ?? band.warnHigh ?? usualLimitC,
    justGreased,
    ...(curve.length > 1 && { reference: curve.map(({ minutes, value }) => ({ minutes, temperatureC: value })) }),
  });
  if (!run.ok) return { words: run.reason, isOver: false, sign: undefined, notices: [] };
  const { verdict, levelling, ratePerMin, plateauC } = run.result;
  const why = run.working.at(-1)!.expression;
  const rate = `${ratePerMin < 0 ? '−' : ''}${Math.abs(ratePerMin).toFixed(1)} K a minute`;
  const level = plateauC === undefined || levelling ? '' : `, will level near ${Math.round(plateauC)} °C`;
  return {
    words: `${why}: ${rate}${level}`,
    isOver: verdict === 'act-now' || verdict === 'fine',
    sign: signOf(verdict, `${why}, ${rate}`),
    notices: run.notices.map(({ text }) => text),
  };
}

/** What a course is as a finding; undefined where it is fine. */
function signOf(verdict: 'act-now' | 'plan' | 'watch' | 'fine', why: string): ReadSign | undefined {
  switch (verdict) {
    case 'fine':
      return undefined;
    case 'act-now':
      return { what: 'still-climbing', why };
    case 'plan':
      return { what: 'hot', grade: '20-k', why };
    case 'watch':
      return { what: 'hot', grade: '10-k', why };
  }
}
