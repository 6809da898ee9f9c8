import type { Procedure } from './step';

/** What is counted before it goes to an open machine, and again before the covers go on. (H B) */
export const countedThings = {
  tools: 'Tools',
  rags: 'Rags',
  parts: 'Nuts and loose parts',
} as const;
export type CountedThing = keyof typeof countedThings;
export type Counts = Record<CountedThing, number>;
export const countedNames = Object.keys(countedThings) as CountedThing[];
export const nothingCounted: Counts = { tools: 0, rags: 0, parts: 0 };
/** As many of a kind as one counts. */
export const mostCounted = 99;

/** Whether what is opened under a name is what was counted in. */
export const isCounted = ({ steps }: Procedure, thing: string): boolean =>
  steps.some((step) => step.kind === 'open' && step.thing === thing && step.counts);

/** Under what name shipped procedures open and close it. */
export const countedThing = 'counted';

/**
 * What went in, as the open thing says it; empty where nothing did.
 * @example countedWords({ tools: 4, rags: 3, parts: 0 }) // 'In the machine: tools 4, rags 3'
 */
export const countedWords = (counts: Counts): string => {
  const some = countedNames.filter((name) => counts[name] > 0).map((name) => `${shortly[name]} ${counts[name]}`);
  return some.length > 0 ? `In the machine: ${some.join(', ')}` : '';
};
const shortly: Readonly<Record<CountedThing, string>> = { tools: 'tools', rags: 'rags', parts: 'loose parts' };
