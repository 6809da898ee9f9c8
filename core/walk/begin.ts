import { z } from 'zod';
import { instant, ulid } from '../fields/fields';

/**
 * A walk as the device begins it: its identifier is made there, so that it can begin without signal and be sent as often
 * as need be.
 */
export const roundBegun = z.strictObject({
  id: ulid.meta({ title: 'Identifier' }),
  routeId: ulid.meta({ title: 'Route' }),
  personId: ulid.meta({ title: 'Person' }),
  startedAt: instant('Started at'),
  /** When its plan was read: what the book heard of later, whoever walks could not know. */
  plannedAt: instant('Planned at').optional(),
  /** Tasks in walking order. */
  stops: z.array(ulid).min(1).max(500).meta({ title: 'Stops' }),
});
export type RoundInput = z.infer<typeof roundBegun>;
