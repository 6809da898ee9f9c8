/**
 * Saybolt Universal seconds, ASTM D2161-20, equations (1) and (2): seconds of an oil of ν mm²/s at 100 °F, and the
 * small correction for another temperature of measurement.
 */

/** Below this the instrument gives no reading (s). */
export const fewestSeconds = 32;

export const celsiusOf = (fahrenheit: number): number => ((fahrenheit - 32) * 5) / 9;

/**
 * Saybolt Universal seconds at a temperature in °F of an oil of `kv` mm²/s at that temperature.
 * @example sayboltSeconds(100) // 463.46
 */
export function sayboltSeconds(kv: number, fahrenheit = 100): number {
  const at100 = 4.6324 * kv + (1 + 0.03264 * kv) / ((3930.2 + 262.7 * kv + 23.97 * kv ** 2 + 1.646 * kv ** 3) * 1e-5);
  return (1 + 0.000061 * (fahrenheit - 100)) * at100;
}

/**
 * Viscosity in mm²/s of a reading in Saybolt Universal seconds, by bisection.
 * @returns undefined below 32 s, where the instrument says nothing
 * @example kvOfSeconds(1000) // 215.86
 */
export function kvOfSeconds(seconds: number, fahrenheit = 100): number | undefined {
  if (seconds < fewestSeconds) return undefined;
  let low = 0.3;
  let high = seconds;
  for (let step = 0; step < 200 && high - low > 1e-12 * high; step += 1) {
    const middle = (low + high) / 2;
    if (sayboltSeconds(middle, fahrenheit) < seconds) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
