/**
 * Instruments of older papers whose readings became viscosities by a formula of their own: Engler degrees and seconds of
 * Redwood No. 1. Conversions of the older literature (Ubbelohde 1907; IP 70), good to some per cent.
 */

/** Below these the formulas say nothing. */
export const fewestEngler = 1.1;
export const fewestRedwood = 30;

/**
 * Viscosity in mm²/s of a reading in degrees Engler at the same temperature: ν = 7.31·E − 6.31/E.
 * @returns undefined below 1.1 °E
 * @example kvOfEngler(4.5) // 31.49
 */
export const kvOfEngler = (degrees: number): number | undefined =>
  degrees < fewestEngler ? undefined : 7.31 * degrees - 6.31 / degrees;

/**
 * Viscosity in mm²/s of seconds of Redwood No. 1 at the same temperature: ν = 0.26·R − 179/R up to 100 s, 0.247·R − 50/R
 * above.
 * @returns undefined below 30 s
 * @example kvOfRedwood(200) // 49.15
 */
export const kvOfRedwood = (seconds: number): number | undefined =>
  seconds < fewestRedwood
    ? undefined
    : seconds <= 100
      ? 0.26 * seconds - 179 / seconds
      : 0.247 * seconds - 50 / seconds;
