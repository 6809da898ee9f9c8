import type { Verdict } from './sign-row';
import type { SignWhat } from './signs';

/** What a reading out of its band means: the sign that it is, and what it comes to at least. */
type Out = { sign: SignWhat; least: Verdict };
export type Quantity = {
  words: string;
  low?: Out;
  high?: Out;
  /** Its limits hold only with the oil so warm (°C): cold oil alone would lift it. */
  oilFromC?: number;
};

/** What is read at machines, with the sign that a reading below or above its band is. */
export const quantities = {
  level: { words: 'level', low: { sign: 'level-low', least: 'watch' }, high: { sign: 'level-up', least: 'watch' } },
  temperature: {
    words: 'temperature',
    low: { sign: 'too-cold', least: 'watch' },
    high: { sign: 'hot', least: 'plan' },
  },
  'temperature-rise': { words: 'temperature, read every few minutes', high: { sign: 'hot', least: 'plan' } },
  pressure: {
    words: 'pressure',
    low: { sign: 'pressure-low', least: 'plan' },
    high: { sign: 'pressure-high', least: 'plan' },
  },
  'pressure-drop': {
    words: 'pressure drop',
    low: { sign: 'dp-zero', least: 'plan' },
    high: { sign: 'dp-high', least: 'plan' },
    oilFromC: 40,
  },
  flow: { words: 'flow', low: { sign: 'no-flow', least: 'plan' } },
  'drip-rate': {
    words: 'drops a minute',
    low: { sign: 'no-flow', least: 'plan' },
    high: { sign: 'drips-fast', least: 'watch' },
  },
  'line-pressure': {
    words: 'pressure in the line',
    low: { sign: 'line-pressure-low', least: 'plan' },
    high: { sign: 'line-pressure-high', least: 'plan' },
  },
  'lubricator-position': { words: 'position of the lubricator', low: { sign: 'lubricator-still', least: 'plan' } },
  torque: {
    words: 'torque',
    low: { sign: 'bolt-moved', least: 'plan' },
    high: { sign: 'stiff', least: 'plan' },
  },
  slack: { words: 'slack', low: { sign: 'tight', least: 'plan' }, high: { sign: 'slack', least: 'plan' } },
  clearance: { words: 'clearance', low: { sign: 'tight', least: 'plan' }, high: { sign: 'worn', least: 'plan' } },
  wear: {
    words: 'wear, or weld height',
    low: { sign: 'worn', least: 'plan' },
    high: { sign: 'worn', least: 'plan' },
  },
  concentration: {
    words: 'concentration',
    low: { sign: 'coolant-thin', least: 'plan' },
    high: { sign: 'coolant-strong', least: 'watch' },
  },
  precharge: {
    words: 'gas pre-charge',
    low: { sign: 'precharge-low', least: 'plan' },
    high: { sign: 'precharge-high', least: 'plan' },
  },
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
