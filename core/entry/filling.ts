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

/**
 * A look at a level that needed nothing brought nothing in.
 * @example broughtNothing({ amountKind: 'litres', amount: 0 }) // true
 */
export const broughtNothing = ({ amountKind, amount }: { amountKind?: string; amount?: number }): boolean =>
  amountKind === 'litres' && amount === 0;

/** The other lubricants that were put on top of a filling, or of what nobody wrote, in the order of their names. */
export function mixedInto(filling: Filling | undefined, toppings: readonly Filling[]): string[] {
  const since = toppings.filter(
    (each) => each.lubricantId !== filling?.lubricantId && laterFilling(filling, each) === each,
  );
  return [...new Set(since.map(({ lubricantId }) => lubricantId))].sort();
}

/** What was put on top of what a sump holds; undefined where an entry tells of no such thing. */
export function toppingOf({ kind, body, happenedAt, seq }: BelievedEntry): Filling | undefined {
  const { lubricantId, ...given } = body as { lubricantId?: string; amountKind?: string; amount?: number };
  return kind === 'top-up' && lubricantId && !broughtNothing(given)
    ? { lubricantId, atMs: Date.parse(happenedAt), seq }
    : undefined;
}
