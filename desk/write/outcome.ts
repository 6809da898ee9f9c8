import { isClockAhead } from '@/core/entry/believed';
import type { Problem } from '@/core/problems';
import type { Appended } from '../log/append';

export type Written = { id: string; seq: number; hash: string; receivedAt: string; clockAhead: boolean };

/** `stored` is false when the same entry was there already and nothing was written. */
export type WriteOutcome =
  | { ok: true; stored: boolean; entry: Written }
  | { ok: false; code: 'invalid' | 'conflict'; reason: string; problems: Problem[] };

export const invalid = (problems: Problem[]): WriteOutcome & { ok: false } => ({
  ok: false,
  code: 'invalid',
  reason: problems.map(({ detail }) => detail).join(' '),
  problems,
});
export const conflict = (pointer: string, detail: string): WriteOutcome => ({
  ok: false,
  code: 'conflict',
  reason: detail,
  problems: [{ pointer, detail, code: 'conflict' }],
});

export const written = ({
  id,
  seq,
  hash,
  receivedAt,
  happenedAtUtc,
}: Pick<Appended, 'id' | 'seq' | 'hash' | 'receivedAt' | 'happenedAtUtc'>): Written => ({
  id,
  seq: Number(seq),
  hash,
  receivedAt: receivedAt.toISOString(),
  clockAhead: isClockAhead(happenedAtUtc.getTime(), receivedAt.getTime()),
});
