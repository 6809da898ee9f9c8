import type { BelievedEntry } from './believed';
import type { EntryKind } from './kinds';

/** What went into a sump, and when; `seq` decides between two at one instant. */
export type Filling = { lubricantId: string; atMs: number; seq: number };

/** Kinds after which a sump holds what they name. A top-up does not change what is in there: a wrong one is a mixture. */
export const fillingKinds: readonly EntryKind[] = ['oil-change', 'grease', 'commissioning'];

/** The filling that an entry tells of; undefined where it tells of none. */
export function fillingOf({
  kind,
  body,
  happenedAt,
  seq,
}: Pick<BelievedEntry, 'kind' | 'body' | 'happenedAt' | 'seq'>): Filling | undefined {
  const lubricantId = body.lubricantId as string | undefined;
  return lubricantId && fillingKinds.includes(kind) ? { lubricantId, atMs: Date.parse(happenedAt), seq } : undefined;
}

/** The later of two fillings of the same sump. */
export const laterFilling = (a: Filling | undefined, b: Filling | undefined): Filling | undefined =>
  !a || !b ? (a ?? b) : b.atMs > a.atMs || (b.atMs === a.atMs && b.seq > a.seq) ? b : a;
