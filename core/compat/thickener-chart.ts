import type { Thickener } from './vocabulary';

/**
 * Mixing of grease thickeners as often reprinted in the literature (pairwise charts after ASTM D6185 testing):
 * `C` compatible, `B` borderline, `I` incompatible. Charts differ in single cells, so `C` still means "ask the supplier",
 * never "pour". What the chart does not list is borderline at best. Pure data.
 */
const order = [
  'aluminium-complex',
  'barium-complex',
  'calcium',
  'calcium-12-hydroxy',
  'calcium-complex',
  'calcium-sulphonate',
  'bentonite',
  'lithium',
  'lithium-complex',
  'polyurea',
  'polyurea-shear-stable',
] as const;

/** Upper triangle, row by row, from the next column on. */
const triangle = [
  'IICIBIICIC',
  'ICICIIIIB',
  'CICCBCIC',
  'BBCCCIC',
  'IIICCC',
  'IBCIC',
  'IIIB',
  'CIC',
  'IC',
  'C',
] as const;

export type ChartCell = 'C' | 'B' | 'I';

/** The chart's cell for two different thickeners; undefined where it lists one of them not. */
export function chartCell(a: Thickener, b: Thickener): ChartCell | undefined {
  const [from, to] = [order.indexOf(a as (typeof order)[number]), order.indexOf(b as (typeof order)[number])].sort(
    (x, y) => x - y,
  ) as [number, number];
  if (from < 0 || from === to) return undefined;
  return triangle[from]![to - from - 1] as ChartCell;
}
