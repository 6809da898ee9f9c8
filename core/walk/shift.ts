import { z } from 'zod';
import { walkDocument } from './document';

const person = z.object({ id: z.string(), initials: z.string(), name: z.string() });

/** What a device takes along for a shift: whose it is, the walks that have something wanted, and the walks not signed yet. */
export const shiftList = z.object({
  person,
  timeZone: z.string(),
  readAt: z.string(),
  routes: z.array(
    z.object({ id: z.string(), code: z.string(), name: z.string(), wanted: z.number(), overdue: z.number() }),
  ),
  /** Other routes have work as well. */
  more: z.boolean(),
  /** Rounds that this person has begun and not signed, newest first. */
  rounds: z.array(z.string()),
});
export type ShiftList = z.infer<typeof shiftList>;

/** A walk that somebody has begun and not signed. */
const unsignedWalk = z.object({
  id: z.string(),
  startedAt: z.string(),
  stops: z.number(),
  done: z.number(),
  skipped: z.number(),
});
export type UnsignedWalk = z.infer<typeof unsignedWalk>;

/** What a device needs to begin a walk of a route by itself, also when it has no signal then. */
export const walkPlan = z.object({
  /** A round of every stop, with no identifier yet. */
  document: walkDocument,
  /** Tasks that are due, overdue, due within a week or of unknown last service. */
  wanted: z.array(z.string()),
  /** The newest walk of this route that this person has begun and not signed. */
  unsigned: unsignedWalk.nullable(),
});
export type WalkPlan = z.infer<typeof walkPlan>;
/** A plan without what its reader fills in by itself. */
export type LeanPlan = z.input<typeof walkPlan>;
