import { type Database, connect, isUnreachable } from '@/db/connection';

export { connect, isUnreachable, type Database };

/** The acting person, as entries and overrides carry them. */
export type Actor = { id: string; initials: string; name: string };

/** What every use case works with: the database, the one instant it takes as now, and who acts. */
export type Desk = { db: Database; now: Date; actor: Actor };

/** Closed list of expected refusals. Their HTTP status stands in `statusOf`. */
export type RefusalCode = 'invalid' | 'not-found' | 'conflict' | 'edited-meanwhile' | 'unavailable' | 'fault';

/** An expected refusal: code, words for the person, and per field what is wrong (dotted path → words). */
export type Refusal = { ok: false; code: RefusalCode; reason: string; fields?: Record<string, string> };

export type Result<Value> = { ok: true; value: Value } | Refusal;

export const done = <Value>(value: Value): { ok: true; value: Value } => ({ ok: true, value });
export const refusal = (code: RefusalCode, reason: string, fields?: Record<string, string>): Refusal => ({
  ok: false,
  code,
  reason,
  ...(fields && { fields }),
});

/** HTTP status of each refusal. */
export const statusOf: Record<RefusalCode, number> = {
  invalid: 422,
  'not-found': 404,
  conflict: 409,
  'edited-meanwhile': 409,
  unavailable: 503,
  fault: 500,
};
