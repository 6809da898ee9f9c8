import type { BelievedEntry } from './believed';
import { fillingKinds } from './kinds';

/** What went into a sump, and when; `seq` decides between two at one instant. */
export type Filling = { lubricantId: string; atMs: number; seq: number };

/** The filling that an entry tells of; undefined where it tells of none. */
export function fillingOf({ kind, kindVersion, body, happenedAt, seq }: BelievedEntry): Filling | undefined {
  const { lubricantId, volumeL } = body as { lubricantId?: string; volumeL?: number };
  // Naming a lubricant alone filled nothing; in the first version it was taken so.
  if (kind === 'commissioning' && kindVersion >= 2 && !volumeL) return undefined;
  return lubricantId && fillingKinds.includes(kind) ? { lubricantId, atMs: Date.parse(happenedAt), seq } : undefined;
}

/** The later of two fillings of the same sump. */
export const laterFilling = (a: Filling | undefined, b: Filling | undefined): Filling | undefined =>
  !a || !b ? (a ?? b) : b.atMs > a.atMs || (b.atMs === a.atMs && b.seq > a.seq) ? b : a;
