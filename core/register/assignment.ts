import { type SourceRank, rankOf } from '../words/source-ranks';

type Ranked = { source: SourceRank; sourceOn: string; id: string };

/** Assignments best first: by rank of source, then the newer date. The first wins; the others stay visible. */
export function byRank<Assignment extends Ranked>(assignments: readonly Assignment[]): Assignment[] {
  return [...assignments].sort(
    (a, b) => rankOf(a.source) - rankOf(b.source) || b.sourceOn.localeCompare(a.sourceOn) || b.id.localeCompare(a.id),
  );
}

/** The best-ranked assignment for the ambient band that holds; one for no band in particular where none is for this one. */
export function winnerInBand<Assignment extends Ranked & { ambientBand?: string | null }>(
  assignments: readonly Assignment[],
  band: string | null,
): Assignment | undefined {
  const ranked = byRank(assignments);
  return (
    ranked.find(({ ambientBand }) => ambientBand != null && ambientBand === band) ??
    ranked.find(({ ambientBand }) => ambientBand == null) ??
    ranked[0]
  );
}

/**
 * A point's name on paper and screens: `P3·07`.
 * @example pointLabel('BM-1', 3) // 'BM-1·03'
 */
export const pointLabel = (machineCode: string, number: number): string =>
  `${machineCode}·${String(number).padStart(2, '0')}`;
