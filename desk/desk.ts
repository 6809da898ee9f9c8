import type { ProblemCode } from '@/core/problem-codes';
import {
  type Database,
  type Write,
  connect,
  isBrokenOff,
  isDuplicate,
  isFull,
  isUnreachable,
  namesNothing,
  rowsInto,
} from '@/db/connection';

export { connect, isBrokenOff, isDuplicate, isUnreachable, namesNothing, rowsInto, type Database, type Write };

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

const words: Partial<Record<ProblemCode, string>> = {
  unavailable: 'The database does not answer just now. Try again in a moment.',
  busy: 'The book is busy just now. Try again in a moment.',
  'disk-full':
    'There is no room left on the disk of the database: nothing can be written, reading goes on. It goes on by itself when there is room again; tell whoever looks after the book.',
};

/** What keeps the database from doing its work just now, with what to tell people; undefined where it is something else. */
export function hindrance(error: unknown): { code: 'unavailable' | 'busy' | 'disk-full'; words: string } | undefined {
  const code = isFull(error)
    ? 'disk-full'
    : isBrokenOff(error) || (error as { digest?: unknown } | undefined)?.digest === 'BUSY'
      ? 'busy'
      : isUnreachable(error)
        ? 'unavailable'
        : undefined;
  return code && { code, words: words[code]! };
}
