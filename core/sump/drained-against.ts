/** What came out against what the book says was in there, by which a share says something. */
export const drainedLimits = {
  low: { share: 0.9, mark: 'M C', source: 'Practice of the trade: less than nine tenths came out' },
  high: { share: 1.05, mark: 'M C', source: 'Practice of the trade: a twentieth more came out' },
} as const;

/** What is lost unseen, and what is in there that should not be. */
export type DrainedSays = { what: 'use-high' | 'level-up'; share: number };

/**
 * What it says that some oil came out of a sump at its change; null where both agree as well as levels are read.
 * @param drainedL what came out, in litres
 * @param ledgerL what the book says was in there, in litres; more than nothing
 * @param residualL what always stays in lines and corners, in litres
 * @example drainedAgainst(40, 50, 0) // { what: 'use-high', share: 0.8 }
 * @example drainedAgainst(49, 50, 1) // null
 */
export function drainedAgainst(drainedL: number, ledgerL: number, residualL: number): DrainedSays | null {
  const expected = ledgerL - residualL;
  if (expected <= 0) return null;
  const share = drainedL / expected;
  if (share < drainedLimits.low.share) return { what: 'use-high', share };
  return share > drainedLimits.high.share ? { what: 'level-up', share } : null;
}
