import { describe, expect, it } from 'vitest';
import { type ApiTask, canObserve, identifier, observationsOf, usualOf } from './observe';
import { chance } from './simulate';

const at = Date.parse('2026-11-25T12:00:00Z');
const task: ApiTask = {
  taskId: 'T',
  pointId: 'P',
  machine: 'CP-O1',
  task: 'Read',
  readings: [
    {
      quantity: 'temperature',
      name: 'Oil',
      unit: '°C',
      validIn: 'running-loaded',
      band: { warnLow: 40, warnHigh: 60 },
    },
    { quantity: 'pressure', name: 'Feed', unit: 'bar', validIn: null, band: { warnLow: 2 } },
  ],
};
const observe = (fault: Parameters<typeof observationsOf>[2]) => observationsOf(task, at, fault, chance(1));

describe('the gateway that observes', () => {
  it('reads what an instrument can see, inside its limits as a rule', () => {
    expect(canObserve(task)).toBe(true);
    expect(canObserve({ ...task, readings: [] })).toBe(false);
    expect(canObserve({ ...task, readings: [{ ...task.readings[0]!, quantity: 'slack' }] })).toBe(false);
    const [observation] = observe('none');
    expect(observation!.values[0]!.value).toBeGreaterThan(40);
    expect(observation!.values[0]!.value).toBeLessThan(60);
    expect(observation!.values.map(({ state }) => state)).toEqual(['running-loaded', undefined]);
    expect([usualOf({}), usualOf({ stopHigh: 100 }), usualOf({ warnLow: 2 })]).toEqual([10, 70, 3]);
  });

  it('has the faults of real ones', () => {
    expect(observe('outage')).toEqual([]);
    expect(observe('jump')[0]!.values[0]!.value).toBeGreaterThan(400);
    expect(observe('stuck')[0]!.values.every(({ state }) => state === 'isolated')).toBe(true);
    const [once, again] = observe('repeat');
    expect(again).toEqual(once);
  });

  it('names each by its instant, as the API wants it', () => {
    expect(identifier(at, chance(2))).toMatch(/^[0-7][0-9A-HJKMNP-TV-Z]{25}$/);
    expect(identifier(at, chance(2)).slice(0, 10)).toBe(identifier(at, chance(3)).slice(0, 10));
    expect(identifier(at, chance(2))).not.toBe(identifier(at, chance(3)));
  });
});
