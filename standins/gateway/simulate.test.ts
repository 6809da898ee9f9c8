import { describe, expect, it } from 'vitest';
import { type ApiMeter, chance, faultOn, readingsOf } from './simulate';

const hour = 3_600_000;
const now = Date.parse('2026-11-25T12:00:00Z');
const meter: ApiMeter = {
  id: 'm',
  machine: 'BM-1',
  name: 'Hour meter',
  unit: 'hours',
  rolloverAt: null,
  resolution: 0.1,
  maxPerDay: 24,
  last: { value: 1000, at: '2026-11-24T12:00:00Z' },
  perDay: { mid: 15 },
};
const read = (fault: Parameters<typeof readingsOf>[3], of = meter) => readingsOf(of, now, 8 * hour, fault, chance(1));

describe('the simulated gateway', () => {
  it('catches up from the last reading, rising about as fast as the machine runs', () => {
    const readings = read('none');
    expect(readings.map(({ at }) => at)).toEqual([
      '2026-11-24T20:00:00.000Z',
      '2026-11-25T04:00:00.000Z',
      '2026-11-25T12:00:00.000Z',
    ]);
    expect(readings.at(-1)!.value).toBeGreaterThan(1013);
    expect(readings.at(-1)!.value).toBeLessThan(1017);
  });

  it('has the faults of real ones', () => {
    expect(read('outage')).toEqual([]);
    expect(new Set(read('stuck').map(({ value }) => value))).toEqual(new Set([1000]));
    expect(read('jump').at(-1)!.value).toBeGreaterThan(10_000);
    const repeated = read('repeat');
    expect(repeated.at(-1)).toEqual(repeated.at(-2));
  });

  it('rolls over where the dial does', () => {
    expect(read('none', { ...meter, rolloverAt: 1005 }).at(-1)!.value).toBeLessThan(20);
  });

  it('is the same again for the same seed, and healthy as a rule', () => {
    const faults = (seed: number) => {
      const next = chance(seed);
      return Array.from({ length: 500 }, () => faultOn(next));
    };
    expect(faults(3)).toEqual(faults(3));
    expect(faults(3).filter((fault) => fault === 'none').length).toBeGreaterThan(400);
    expect(new Set(faults(3)).size).toBe(5);
  });
});
