import type { BaseOrUnknown } from '../compat/vocabulary';
import { shown } from '../method';

/** Sump temperatures (°C) above which an oil does not last (AGMA 9005-D94), and the first warning. Mark: M S. */
const mineralUpperC = 95;
const mineralWarningC = 90;
const syntheticUpperC = 110;

const synthetic: readonly BaseOrUnknown[] = ['pao', 'ester', 'pag', 'silicone', 'pfpe', 'phosphate-ester'];

/**
 * Whether an oil counts as synthetic. What nobody knows does not.
 * @example isSyntheticBase('unknown') // false
 */
export const isSyntheticBase = (base: BaseOrUnknown): boolean => synthetic.includes(base);

/**
 * What the heat of a sump says against its oil.
 * @param isSynthetic a base that nobody knows is taken for mineral: nothing is better for being unknown
 * @returns undefined where the oil stands it
 */
export function heatOfSump(
  isSynthetic: boolean,
  sumpTemperatureC: number,
): { level: 'caution' | 'stop'; text: string } | undefined {
  const sump = `Sump at ${shown(sumpTemperatureC)} °C:`;
  if (isSynthetic)
    return sumpTemperatureC > syntheticUpperC
      ? {
          level: 'stop',
          text: `${sump} above ${syntheticUpperC} °C not even synthetic gear oils last. Cool the unit and find out why it is so hot.`,
        }
      : undefined;
  if (sumpTemperatureC > mineralUpperC)
    return {
      level: 'stop',
      text: `${sump} above ${mineralUpperC} °C no mineral oil. Find out why it is so hot; a synthetic stands up to ${syntheticUpperC} °C.`,
    };
  return sumpTemperatureC > mineralWarningC
    ? {
        level: 'caution',
        text: `${sump} above ${mineralWarningC} °C a mineral oil ages fast. Plan to find the cause or to change to a synthetic; during a start-up, stop.`,
      }
    : undefined;
}
