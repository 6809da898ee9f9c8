import { describe, expect, it } from 'vitest';
import { wearLeft } from './reading-trend';

const line = (from: number, per1000: number, count = 5) =>
  Array.from({ length: count }, (_, place) => ({ hours: place * 1000, value: from + place * per1000 }));

describe('how long what wears may last', () => {
  it('is the way to its limit at the pace of its readings, upwards or downwards', () => {
    expect(wearLeft('clearance', { warnHigh: 0.3, stopHigh: 0.4 }, line(0.2, 0.025))).toMatchObject({
      ok: true,
      limit: 0.4,
      mid: expect.closeTo(4000, 0) as number,
    });
    // A weld that is worn down has its limit below.
    expect(wearLeft('wear', { stopLow: 4 }, line(12, -1))).toMatchObject({
      ok: true,
      limit: 4,
      mid: expect.closeTo(4000, 0) as number,
    });
  });

  it('is asked where it went back towards new', () => {
    const jump = [...line(0.2, 0.03), { hours: 5000, value: 0.21 }, { hours: 6000, value: 0.23 }];
    expect(wearLeft('clearance', { stopHigh: 0.4 }, jump)).toMatchObject({
      ok: false,
      reason: expect.stringContaining('Was the part replaced?') as string,
    });
  });

  it('says nothing of what does not wear, has no limit, or was hardly measured', () => {
    expect(wearLeft('temperature', { stopHigh: 90 }, line(40, 5))).toBeUndefined();
    expect(wearLeft('slack', {}, line(10, 1))).toBeUndefined();
    expect(wearLeft('slack', { stopHigh: 20 }, line(10, 1, 2))).toBeUndefined();
  });
});
