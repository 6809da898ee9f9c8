import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { AskedReading } from '../register/asked-reading';
import { keysOf } from '../compat/vocabulary';
import { quantities } from '../words/quantities';
import { findingOfReading, pastLimit, slipOf } from './reading';

const asked = (change: Partial<AskedReading> = {}): AskedReading => ({
  quantity: 'temperature',
  name: 'Oil temperature',
  unit: '°C',
  validIn: null,
  band: { stopLow: 10, warnLow: 20, warnHigh: 60, stopHigh: 80 },
  ...change,
});
const gear = { kind: 'gear-case', consequence: 2 };

describe('a reading past its limit', () => {
  it.each([
    ['glass', undefined, 'no-oil'],
    ['dipstick', 'dipstick', 'no-oil'],
    ['bottle, which only feeds', 'bottle', 'level-low'],
    ['tube of a central reservoir', 'tube', 'level-low'],
  ] as const)('nothing in a %s is what it means there', (_, gauge, what) => {
    const level = asked({ quantity: 'level', unit: '%', ...(gauge && { gauge }) });
    expect(findingOfReading(level, { value: 0 }, gear)).toMatchObject({ what, urgency: 'act-now' });
    expect(findingOfReading(level, { value: 0, observation: true }, gear)).toBeUndefined();
    expect(findingOfReading({ ...level, unit: 'mm' }, { value: 0 }, gear)!.what).toBe('level-low');
  });

  it.each([
    ['temperature', 85, 'hot', 'act-now'],
    ['temperature', 65, 'hot', 'plan'],
    ['temperature', 15, 'too-cold', 'watch'],
    ['level', 15, 'level-low', 'watch'],
    ['level', 5, 'level-low', 'act-now'],
    ['level', 65, 'level-up', 'plan'],
    ['pressure-drop', 65, 'dp-high', 'plan'],
    ['pressure-drop', 15, 'dp-zero', 'act-now'],
    ['flow', 15, 'no-flow', 'act-now'],
    ['vibration', 65, 'vibration', 'plan'],
    ['difference', 65, 'gauges-differ', 'plan'],
    ['concentration', 15, 'coolant-thin', 'plan'],
    ['concentration', 65, 'coolant-strong', 'watch'],
    ['line-pressure', 15, 'line-pressure-low', 'plan'],
    ['line-pressure', 65, 'line-pressure-high', 'plan'],
    ['slack', 15, 'tight', 'plan'],
    ['slack', 65, 'slack', 'plan'],
    ['wear', 15, 'worn', 'plan'],
    ['precharge', 15, 'precharge-low', 'plan'],
    ['torque', 65, 'stiff', 'plan'],
    ['acid-number', 85, 'other', 'act-now'],
  ] as const)('%s of %d is %s: %s', (quantity, value, what, urgency) => {
    expect(findingOfReading(asked({ quantity }), { value }, gear)).toMatchObject({ what, urgency });
  });

  it('says what was read and what it passed', () => {
    expect(findingOfReading(asked(), { value: 65 }, gear)!.text).toBe('Oil temperature 65 °C, above 60 °C.');
    expect(findingOfReading(asked({ unit: '' }), { value: 5 }, gear)!.text).toBe(
      'Oil temperature 5, below the stop at 10.',
    );
  });

  it('is more urgent where a failure costs most', () => {
    expect(findingOfReading(asked({ quantity: 'level' }), { value: 15 }, { ...gear, consequence: 4 })!.urgency).toBe(
      'plan',
    );
  });

  it('is none within its limits, in another state, or where nobody said any', () => {
    expect(findingOfReading(asked(), { value: 60 }, gear)).toBeUndefined();
    expect(findingOfReading(asked({ band: {} }), { value: 999 }, gear)).toBeUndefined();
    expect(findingOfReading(asked({ validIn: 'running-loaded' }), { value: 999 }, gear)).toBeUndefined();
    expect(pastLimit(asked({ validIn: 'running-loaded' }), { value: 999, state: 'isolated' })).toBeUndefined();
    expect(pastLimit(asked({ validIn: 'any' }), { value: 999 })?.isStop).toBe(true);
    const level = asked({ quantity: 'level', validIn: 'stopped-powered' });
    expect(pastLimit(level, { value: 5, state: 'isolated' })?.isStop).toBe(true);
    expect(pastLimit(level, { value: 5, state: 'running-idle' })).toBeUndefined();
  });

  it('farther past it is never less urgent', () => {
    const order = ['watch', 'plan', 'act-now'];
    fc.assert(
      fc.property(
        fc.constantFrom(...keysOf(quantities)),
        fc.integer({ min: 0, max: 120 }),
        fc.integer({ min: 0, max: 50 }),
        (quantity, value, more) => {
          const away = value < 40 ? -more : more;
          const [near, far] = [value, value + away].map((each) =>
            findingOfReading(asked({ quantity }), { value: each }, gear),
          );
          if (near) expect(order.indexOf(far!.urgency)).toBeGreaterThanOrEqual(order.indexOf(near.urgency));
        },
      ),
    );
  });
});

describe('a reading that is hard to believe', () => {
  const oil = { name: 'Oil', unit: '°C', band: { warnLow: 20, warnHigh: 70 } };
  it.each([
    [610, 61, 'Oil 610 °C lies far from 70 °C. Is it right?'],
    // Far from the last, but where such a reading may lie.
    [88, 2, undefined],
    [-4, 58, undefined],
    [400, undefined, 'Oil 400 °C lies far from 70 °C. Is it right?'],
    [88, 61, undefined],
    [5, 12, undefined],
  ])('%d after %s: %s', (value, last, words) => {
    expect(slipOf(oil, value, last)).toBe(words);
  });

  it('is measured by the last where nobody said limits', () => {
    expect(slipOf({ ...oil, band: {} }, 610, 61)).toBe('Oil 610 °C: the last was 61 °C. Is it right?');
    expect(slipOf({ ...oil, band: {} }, 120, 61)).toBeUndefined();
  });

  it('is none where nobody said limits and nothing was read before, nor one within its limits', () => {
    expect(slipOf({ ...oil, band: {} }, 1e6)).toBeUndefined();
    fc.assert(
      fc.property(fc.integer({ min: 20, max: 70 }), (value) => {
        expect(slipOf(oil, value)).toBeUndefined();
      }),
    );
  });
});
