/** Between its warnings a reading is as it should be; past a stop the machine is stopped. Each side may be open. */
export type Band = {
  stopLow?: number | undefined;
  warnLow?: number | undefined;
  warnHigh?: number | undefined;
  stopHigh?: number | undefined;
};
/** Past which limit a reading lies. */
export type OutOfBand = { side: 'low' | 'high'; isStop: boolean; limit: number };

/**
 * Whether anybody said where it should lie.
 * @example hasLimits({}) // false
 */
export const hasLimits = (band: Band): boolean => Object.values(band).some((limit) => limit !== undefined);

/**
 * Past which limit a value lies, the farthest; undefined where it lies within, on a limit too.
 * @example outOfBand(9, { stopLow: 10, warnLow: 20 }) // { side: 'low', isStop: true, limit: 10 }
 * @example outOfBand(20, { stopLow: 10, warnLow: 20 }) // undefined
 */
export function outOfBand(value: number, { stopLow, warnLow, warnHigh, stopHigh }: Band): OutOfBand | undefined {
  if (stopLow !== undefined && value < stopLow) return { side: 'low', isStop: true, limit: stopLow };
  if (stopHigh !== undefined && value > stopHigh) return { side: 'high', isStop: true, limit: stopHigh };
  if (warnLow !== undefined && value < warnLow) return { side: 'low', isStop: false, limit: warnLow };
  if (warnHigh !== undefined && value > warnHigh) return { side: 'high', isStop: false, limit: warnHigh };
  return undefined;
}
