import type { SignWhat, Verdict } from './signs';

/** What a reading out of its band means: the sign that it is, and what it comes to at least. */
type Out = { sign: SignWhat; least: Verdict };
export type Quantity = { words: string; low?: Out; high?: Out };

/** What is read at machines, with the sign that a reading below or above its band is. */
export const quantities = {
  level: { words: 'level', low: { sign: 'level-low', least: 'watch' }, high: { sign: 'level-up', least: 'watch' } },
  temperature: { words: 'temperature', high: { sign: 'hot', least: 'plan' } },
  pressure: { words: 'pressure' },
  'pressure-drop': {
    words: 'pressure drop',
    low: { sign: 'dp-zero', least: 'plan' },
    high: { sign: 'dp-high', least: 'plan' },
  },
  flow: { words: 'flow', low: { sign: 'no-flow', least: 'plan' } },
  'drip-rate': { words: 'drops a minute', low: { sign: 'no-flow', least: 'plan' } },
  'line-pressure': { words: 'pressure in the line', low: { sign: 'lubricator-still', least: 'plan' } },
  'lubricator-position': { words: 'position of the lubricator', low: { sign: 'lubricator-still', least: 'plan' } },
  torque: { words: 'torque', low: { sign: 'bolt-moved', least: 'plan' } },
  slack: { words: 'slack' },
  clearance: { words: 'clearance' },
  wear: { words: 'wear, or weld height' },
  concentration: { words: 'concentration' },
  precharge: { words: 'gas pre-charge' },
  vibration: { words: 'vibration', high: { sign: 'vibration', least: 'plan' } },
  noise: { words: 'noise', high: { sign: 'noise', least: 'plan' } },
  'acid-number': { words: 'acid number', high: { sign: 'acid-up', least: 'plan' } },
  difference: { words: 'difference of two instruments', high: { sign: 'gauges-differ', least: 'plan' } },
  number: { words: 'another number' },
} as const satisfies Record<string, Quantity>;
export type QuantityName = keyof typeof quantities;

export const quantityWords = Object.fromEntries(
  Object.entries(quantities).map(([name, { words }]) => [name, words]),
) as Record<QuantityName, string>;
