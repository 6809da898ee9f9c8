import { z } from 'zod';
import { monthDay, quantity } from '../fields/fields';
import type { YearlyDay } from './limits';
import { type EventName, eventWords } from '../words/events';

/** What makes a task due beside its intervals: something that happens to the machine, or a day of every year. */
export const trigger = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('event'), event: z.enum(Object.keys(eventWords) as [EventName, ...EventName[]]) }),
  z.strictObject({
    kind: z.literal('yearly'),
    name: z.string().trim().min(1).max(80),
    on: monthDay('On'),
    daysBefore: quantity('Days before', 'd', { min: 0, max: 180 }),
  }),
]);
export type Trigger = z.infer<typeof trigger>;

/** The events that a task answers to. */
export const eventsOf = (triggers: readonly Trigger[]): EventName[] =>
  triggers.flatMap((each) => (each.kind === 'event' ? [each.event] : []));

/** The days of every year before which a task is wanted. */
export const yearlyDaysOf = (triggers: readonly Trigger[]): YearlyDay[] =>
  triggers.flatMap((each) =>
    each.kind === 'yearly' ? [{ name: each.name, on: each.on, daysBefore: each.daysBefore }] : [],
  );

/** A trigger in words: `after a flood or wash-down`, `14 days before the frost (1 Nov)`. */
export const triggerWords = (each: Trigger): string =>
  each.kind === 'event'
    ? `after: ${eventWords[each.event]}`
    : `${each.daysBefore} days before ${each.name} (${each.on})`;
