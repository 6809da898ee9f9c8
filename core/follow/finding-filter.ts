import { z } from 'zod';
import { keysOf } from '../compat/vocabulary';
import { urgencies } from '../words/findings';

/** Which findings are listed; the address holds it, so that a list can be sent to somebody. */
export const whichFindings = {
  open: 'open',
  late: 'past their day',
  nobody: 'followed up by nobody',
  mine: 'mine',
  closed: 'closed',
} as const;
export type WhichFindings = keyof typeof whichFindings;

/** Where the next page of a list begins: after the row of this urgency, day and name. */
const place = z
  .string()
  .regex(/^[0-2]_\d{4}-\d\d-\d\d_[0-9A-Z]{26}$|^\d{1,15}_[0-9A-Z]{26}$/)
  .optional()
  .catch(undefined);

/** Reads a filter from an address; what makes no sense is left out. */
export const findingFilter = z.object({
  which: z.enum(keysOf(whichFindings)).catch('open'),
  urgency: z.enum(keysOf(urgencies)).optional().catch(undefined),
  machine: z.string().trim().toUpperCase().min(1).max(20).optional().catch(undefined),
  after: place,
});
export type FindingFilter = z.infer<typeof findingFilter>;
