import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { kv100FromIndex } from '@/core/viscosity/astm-d2270';
import { isoGrades } from '@/core/viscosity/iso-3448';
import { kvAt, waltherLine } from '@/core/viscosity/walther';
import { chartHeight, chartWidth, kvAtPixel, margin, segmentOf, temperatureAt, xOf, yOf } from './viscosity-scale';

const gradeLine = (mid: number) =>
  waltherLine({ temperatureC: 40, kv: mid }, { temperatureC: 100, kv: kv100FromIndex(mid, 95)! });
const drawn = isoGrades.filter(({ mid }) => kv100FromIndex(mid, 95) !== undefined);
/** Height of a drawn line above a temperature, from its two ends. */
const heightAt = ({ x1, y1, x2, y2 }: NonNullable<ReturnType<typeof segmentOf>>, temperatureC: number) =>
  y1 + ((xOf(temperatureC) - x1) / (x2 - x1)) * (y2 - y1);

describe('the viscosity chart', () => {
  it.each(drawn.map(({ isoVg, mid }) => [isoVg, mid]))('VG %i passes its mid-point %f at 40 °C', (_, mid) => {
    expect(heightAt(segmentOf(gradeLine(mid))!, 40)).toBeCloseTo(yOf(mid), 6);
  });

  it('a drawn line is the method at every temperature, within a pixel', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...drawn.map(({ mid }) => mid)),
        fc.double({ min: -30, max: 130, noNaN: true }),
        (mid, temperatureC) => {
          const line = gradeLine(mid);
          const segment = segmentOf(line)!;
          fc.pre(xOf(temperatureC) >= segment.x1 && xOf(temperatureC) <= segment.x2);
          expect(Math.abs(heightAt(segment, temperatureC) - yOf(kvAt(line, temperatureC)))).toBeLessThan(0.5);
        },
      ),
    );
  });

  it('the pointer reads what the method says, within a pixel', () => {
    const inside = (low: number, high: number) => fc.double({ min: low, max: high, noNaN: true });
    fc.assert(
      fc.property(
        inside(margin.left, chartWidth - margin.right),
        inside(margin.top, chartHeight - margin.bottom),
        (px, py) => {
          expect(Math.abs(xOf(temperatureAt(px)) - px)).toBeLessThan(0.01);
          expect(Math.abs(yOf(kvAtPixel(py)) - py)).toBeLessThan(0.2);
        },
      ),
    );
  });
});
