import type { ProblemCode } from '@/core/problem-codes';
import { type Database, connect, isUnreachable } from '@/db/connection';

export { connect, isUnreachable, type Database };

/** The acting person, as entries and overrides carry them. */
export type Actor = { id: string; initials: string; name: string };

/** What every use case works with: the database, the one instant it takes as now, and who acts. */
export type Desk = { db: Database; now: Date; actor: Actor };

/** Expected refusals; what HTTP calls them stands with all other codes in `core/problem-codes.ts`. */
export type RefusalCode = ProblemCode;

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
