import {
  type Additive,
  type Base,
  type Thickener,
  additives as additiveWords,
  bases,
  thickeners,
} from '../compat/vocabulary';
import type { JudgedLubricant } from './judge';
import { shown } from '../method';
import { isoGrades } from '../viscosity/iso-3448';
import { nlgiApart } from '../lubricant/nlgi';

/** Two lubricants of the house that could be one: why, and what would be lost by keeping only the first. */
export type Merger = { keep: string; giveUp: string; reasons: string[]; lost: string[] };

const placeOf = (isoVg: number | null): number | null =>
  isoVg === null ? null : isoGrades.findIndex((grade) => grade.isoVg === isoVg);

/** Additives that may not be gained or lost when two become one. */
const decisive: readonly Additive[] = ['ep-active', 'compounded', 'detergent', 'solid', 'emulsifier'];

/**
 * Pairs of nearly equal lubricants: same kind, base and thickener, grades at most one apart, NLGI at most one apart, no
 * decisive additive in one only. The one with more uses is kept.
 * @param uses points that use each lubricant, by id
 */
export function possibleMergers(lubricants: readonly JudgedLubricant[], uses: ReadonlyMap<string, number>): Merger[] {
  const mergers: Merger[] = [];
  for (const [index, a] of lubricants.entries()) {
    for (const b of lubricants.slice(index + 1)) {
      const [keep, giveUp] = (uses.get(b.id) ?? 0) > (uses.get(a.id) ?? 0) ? [b, a] : [a, b];
      const merger = compare(keep, giveUp);
      if (merger) mergers.push(merger);
    }
  }
  return mergers;
}

function compare(keep: JudgedLubricant, giveUp: JudgedLubricant): Merger | undefined {
  if (!mayMerge(keep, giveUp)) return undefined;
  const { reasons, lost } = gradesBeside(keep, giveUp);
  lost.push(...temperaturesLost(keep, giveUp));
  const onlyThere = giveUp.additives.filter((additive) => !keep.additives.includes(additive));
  if (onlyThere.length > 0) lost.push(`${onlyThere.map((additive) => additiveWords[additive]).join(', ')}.`);
  if (lost.length === 0) lost.push('Nothing that the book knows of. Ask the supplier before the last can is empty.');
  return { keep: keep.id, giveUp: giveUp.id, reasons, lost };
}

const baseOf = ({ baseOil }: JudgedLubricant): Base => (baseOil ?? 'mineral') as Base;

/** One kind, base and thickener, no decisive additive in one alone, and at most a grade apart. */
function mayMerge(keep: JudgedLubricant, giveUp: JudgedLubricant): boolean {
  if (keep.kind !== giveUp.kind || baseOf(keep) !== baseOf(giveUp) || keep.thickener !== giveUp.thickener) return false;
  if (decisive.some((additive) => keep.additives.includes(additive) !== giveUp.additives.includes(additive)))
    return false;
  const [gradeA, gradeB] = [placeOf(keep.isoVg), placeOf(giveUp.isoVg)];
  if (gradeA !== null && gradeB !== null && Math.abs(gradeA - gradeB) > 1) return false;
  return keep.nlgi === null || giveUp.nlgi === null || nlgiApart(keep.nlgi, giveUp.nlgi) <= 1;
}

function gradesBeside(keep: JudgedLubricant, giveUp: JudgedLubricant): { reasons: string[]; lost: string[] } {
  const reasons = [
    `Same kind${keep.thickener ? `, both ${thickeners[keep.thickener as Thickener]}` : ''}, both ${bases[baseOf(keep)]}.`,
  ];
  const lost: string[] = [];
  if (keep.isoVg !== null && giveUp.isoVg !== null) {
    if (keep.isoVg === giveUp.isoVg) reasons.push(`Both VG ${keep.isoVg}.`);
    else
      lost.push(
        `VG ${giveUp.isoVg} where VG ${keep.isoVg} is ${keep.isoVg > giveUp.isoVg ? 'a grade thicker' : 'a grade thinner'}: check cold start and hot film at each point.`,
      );
  }
  if (keep.nlgi !== null && giveUp.nlgi !== null) {
    if (keep.nlgi === giveUp.nlgi) reasons.push(`Both NLGI ${keep.nlgi}.`);
    else lost.push(`NLGI ${giveUp.nlgi}.`);
  }
  return { reasons, lost };
}

function temperaturesLost(keep: JudgedLubricant, giveUp: JudgedLubricant): string[] {
  const ends = (limitC: number | null) => (limitC === null ? '' : `; ${keep.code} ends at ${shown(limitC)} °C`);
  const lost: string[] = [];
  if (giveUp.upperC !== null && (keep.upperC ?? -Infinity) < giveUp.upperC)
    lost.push(`Use up to ${shown(giveUp.upperC)} °C${ends(keep.upperC)}.`);
  if (giveUp.lowerC !== null && (keep.lowerC ?? Infinity) > giveUp.lowerC)
    lost.push(`Use down to ${shown(giveUp.lowerC)} °C${ends(keep.lowerC)}.`);
  return lost;
}
