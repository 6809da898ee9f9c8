/**
 * The viscosity–temperature line of ASTM D341 (Walther): `lg lg Z = A − B·lg T`, T in kelvin.
 * Source: ASTM D341-20, equations (1) and (2); valid for 0.3 … 2·10⁷ mm²/s.
 */

export const lowestKv = 0.3;
export const highestKv = 2e7;
export const kelvinAtZeroC = 273.15;

/** A straight line in the double-logarithmic chart. */
export type WaltherLine = { a: number; b: number };

/** `lg lg Z` of a viscosity in mm²/s, with the small-viscosity term of D341. */
export function waltherOrdinate(kv: number): number {
  const z = kv + 0.7 + Math.exp(-1.47 - 1.84 * kv - 0.51 * kv * kv);
  return Math.log10(Math.log10(z));
}

/** Viscosity in mm²/s of an ordinate; Infinity where the double power overflows. */
export function kvOfOrdinate(ordinate: number): number {
  const y = 10 ** (10 ** ordinate) - 0.7;
  return y - Math.exp(-0.7487 - 3.295 * y + 0.6119 * y ** 2 - 0.3193 * y ** 3);
}

/** The line through two (°C, mm²/s) points; the thicker must be the colder. */
export function waltherLine(
  cold: { temperatureC: number; kv: number },
  warm: { temperatureC: number; kv: number },
): WaltherLine {
  const lgCold = Math.log10(cold.temperatureC + kelvinAtZeroC);
  const lgWarm = Math.log10(warm.temperatureC + kelvinAtZeroC);
  const b = (waltherOrdinate(cold.kv) - waltherOrdinate(warm.kv)) / (lgWarm - lgCold);
  return { a: waltherOrdinate(cold.kv) + b * lgCold, b };
}

/**
 * Viscosity in mm²/s at a temperature in °C.
 * @example kvAt(waltherLine({ temperatureC: 40, kv: 220 }, { temperatureC: 100, kv: 19 }), 70) // 51.702
 */
export const kvAt = ({ a, b }: WaltherLine, temperatureC: number): number =>
  kvOfOrdinate(a - b * Math.log10(temperatureC + kelvinAtZeroC));

/**
 * Temperature in °C at which the line has a viscosity in mm²/s.
 * @example temperatureFor(waltherLine({ temperatureC: 40, kv: 220 }, { temperatureC: 100, kv: 19 }), 68) // 63.361
 */
export const temperatureFor = ({ a, b }: WaltherLine, kv: number): number =>
  10 ** ((a - waltherOrdinate(kv)) / b) - kelvinAtZeroC;
