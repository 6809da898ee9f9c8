import { scaleLinear } from 'd3-scale';
import { type WaltherLine, kelvinAtZeroC, kvOfOrdinate, waltherOrdinate } from '@/core/viscosity/walther';

export const chartWidth = 820;
export const chartHeight = 520;
export const margin = { left: 64, right: 92, top: 14, bottom: 44 };
export const temperatureRangeC = [-30, 130] as const;
export const kvRange = [2, 50_000] as const;

const lgT = (temperatureC: number) => Math.log10(temperatureC + kelvinAtZeroC);

/** On these axes (lg T across, lg lg Z upwards, ASTM D341) every oil is a straight line. */
const x = scaleLinear([lgT(temperatureRangeC[0]), lgT(temperatureRangeC[1])], [margin.left, chartWidth - margin.right]);
const y = scaleLinear(
  [waltherOrdinate(kvRange[0]), waltherOrdinate(kvRange[1])],
  [chartHeight - margin.bottom, margin.top],
);

export const xOf = (temperatureC: number): number => x(lgT(temperatureC));
export const yOf = (kv: number): number => y(waltherOrdinate(kv));
/** Temperature under a pixel from the left of the drawing. */
export const temperatureAt = (pixel: number): number => 10 ** x.invert(pixel) - kelvinAtZeroC;
/** Viscosity at a pixel from the top of the drawing. */
export const kvAtPixel = (pixel: number): number => kvOfOrdinate(y.invert(pixel));

/** Both ends of an oil's line inside the frame, in pixels; undefined where it does not cross it. */
export function segmentOf({ a, b }: WaltherLine): { x1: number; y1: number; x2: number; y2: number } | undefined {
  const [top, bottom] = [waltherOrdinate(kvRange[1]), waltherOrdinate(kvRange[0])];
  const crossing = (ordinate: number) => (a - ordinate) / b;
  const from = Math.max(lgT(temperatureRangeC[0]), crossing(top));
  const to = Math.min(lgT(temperatureRangeC[1]), crossing(bottom));
  return from < to ? { x1: x(from), y1: y(a - b * from), x2: x(to), y2: y(a - b * to) } : undefined;
}

export const temperatureTicks = [-30, -20, -10, 0, 10, 20, 30, 40, 50, 60, 70, 80, 90, 100, 110, 120, 130];
export const kvTicks = [2, 3, 5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000, 10_000, 20_000, 50_000];
