import { scalePow } from 'd3-scale';
import { remember } from '@/core/remember';

/** Ticks of the shared axis in machine hours from now; the same on every page, so that the eye learns them. */
export const hourTicks = [8, 40, 200, 1000, 4000] as const;
/** What lies further is drawn at the edge with an arrow. */
export const hourRange = { past: -1000, future: 4000 } as const;

const scaleOf = (width: number) =>
  scalePow()
    .exponent(0.5)
    .domain([hourRange.past, 0, hourRange.future])
    .range([0, width * 0.3, width])
    .clamp(true);
const scales = new Map<number, ReturnType<typeof scaleOf>>();

/** Square-root scale: an hour near now is as wide as a shift next month. One for all the lines of a list. */
export function hourScale(width: number): ReturnType<typeof scaleOf> {
  const scale = scales.get(width) ?? scaleOf(width);
  remember(scales, width, scale, 16);
  return scale;
}
