/**
 * Viscosity index, ASTM D2270-10(2016) / ISO 2909, with L and H as the published piecewise quadratics in the
 * viscosity Y at 100 °C: `L = aY² + bY + c`, `H = dY² + eY + f`. Rows join within 0.2 %.
 */
const rows: { from: number; l: [number, number, number]; h: [number, number, number] }[] = [
  { from: 2.0, l: [1.14673, 1.7576, -0.109], h: [0.84155, 1.5521, -0.077] },
  { from: 3.8, l: [3.38095, -15.4952, 33.196], h: [0.78571, 1.7929, -0.183] },
  { from: 4.4, l: [2.5, -7.2143, 13.812], h: [0.82143, 1.5679, 0.119] },
  { from: 5.0, l: [0.101, 16.635, -45.469], h: [0.04985, 9.1613, -18.557] },
  { from: 6.4, l: [3.35714, -23.5643, 78.466], h: [0.22619, 7.7369, -16.656] },
  { from: 7.0, l: [0.01191, 21.475, -72.87], h: [0.79762, -0.7321, 14.61] },
  { from: 7.7, l: [0.41858, 16.1558, -56.04], h: [0.05794, 10.5156, -28.24] },
  { from: 9.0, l: [0.88779, 7.5527, -16.6], h: [0.26665, 6.7015, -10.81] },
  { from: 12, l: [0.7672, 10.7972, -38.18], h: [0.20073, 8.4658, -22.49] },
  { from: 15, l: [0.97305, 5.3135, -2.2], h: [0.28889, 5.9741, -4.93] },
  { from: 18, l: [0.97256, 5.25, -0.98], h: [0.24504, 7.416, -16.73] },
  { from: 22, l: [0.91413, 7.4759, -21.82], h: [0.20323, 9.1267, -34.23] },
  { from: 28, l: [0.87031, 9.7157, -50.77], h: [0.18411, 10.1015, -46.75] },
  { from: 40, l: [0.84703, 12.6752, -133.31], h: [0.17029, 11.4866, -80.62] },
  { from: 55, l: [0.85921, 11.1009, -83.19], h: [0.1713, 11.368, -76.94] },
  { from: 70, l: [0.83531, 14.6731, -216.246], h: [0.16841, 11.8493, -96.947] },
];

/** Below this viscosity at 100 °C (mm²/s) the index is not defined. */
export const lowestKv100ForIndex = 2;
export const lowestIndex = -100;
export const highestIndex = 400;

const quadratic = ([a, b, c]: [number, number, number], y: number) => a * y * y + b * y + c;

/** L and H (mm²/s at 40 °C of the reference oils of VI 0 and 100) for a viscosity at 100 °C of at least 2 mm²/s. */
export function referenceOils(kv100: number): { l: number; h: number } {
  const row = rows.findLast(({ from }) => kv100 >= from) ?? rows[0]!;
  return { l: quadratic(row.l, kv100), h: quadratic(row.h, kv100) };
}

/**
 * Viscosity index of an oil; may lie outside −100…400, where the caller refuses.
 * @example viscosityIndexOf(220, 19) // 96.895
 */
export function viscosityIndexOf(kv40: number, kv100: number): number {
  const { l, h } = referenceOils(kv100);
  const linear = (100 * (l - kv40)) / (l - h);
  if (linear <= 100) return linear;
  const n = (Math.log10(h) - Math.log10(kv40)) / Math.log10(kv100);
  return (10 ** n - 1) / 0.00715 + 100;
}

/**
 * Viscosity at 100 °C of an oil known by kv40 and index, by bisection.
 * @returns undefined where it would lie below 2 mm²/s or no viscosity below kv40 has that index
 * @example kv100FromIndex(220, 95) // 18.749
 */
export function kv100FromIndex(kv40: number, viscosityIndex: number): number | undefined {
  let low = lowestKv100ForIndex;
  let high = kv40;
  if (high <= low || viscosityIndexOf(kv40, low) > viscosityIndex || viscosityIndexOf(kv40, high) < viscosityIndex)
    return undefined;
  for (let step = 0; step < 200 && high - low > 1e-12 * high; step += 1) {
    const middle = (low + high) / 2;
    if (viscosityIndexOf(kv40, middle) < viscosityIndex) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
