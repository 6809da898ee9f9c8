import { measured } from '../words';

/** More than so many planned doses are doubted; filled and drained may differ by this share, and so may a fill and its plan. */
const dosesDoubted = 3;
const shareDoubted = 0.1;

/** What is said to have gone in. */
export type Given = { kind: string; amount: number; unit: string; drainedL?: number | null };

/** What was to go in, and what there is room for; null where nobody has said. */
export type Room = { dose: number | null; holdsL: number | null; holdsG: number | null };

/**
 * Why what is said to have gone in is hard to believe; null where it is not. It is asked, never swallowed: said again it is
 * written.
 * @example givenDoubt({ kind: 'grease', amount: 70, unit: 'g' }, { dose: 20, holdsL: null, holdsG: null }) // '70 g are more than 3 doses.'
 */
export function givenDoubt(
  { kind, amount, unit, drainedL = null }: Given,
  { dose, holdsL, holdsG }: Room,
): string | null {
  const said = `${measured(amount)} ${unit}`;
  if (kind === 'oil-change') {
    const fill = dose ?? holdsL;
    if (fill !== null && amount > fill * (1 + shareDoubted))
      return `${said} are more than it holds (${measured(fill)} L).`;
    if (drainedL !== null && amount > 0 && Math.abs(amount - drainedL) > shareDoubted * amount)
      return `${measured(drainedL)} L came out and ${said} went in: oil was lost unseen, or something else got in.`;
    return null;
  }
  if (unit === 'L' && holdsL !== null && amount > holdsL)
    return `${said} are more than it holds (${measured(holdsL)} L).`;
  if (unit === 'g' && holdsG !== null && amount > holdsG)
    return `${said} are more than it holds (${measured(holdsG)} g).`;
  if (unit !== 'L' && dose !== null && dose > 0 && amount > dosesDoubted * dose)
    return `${said} are more than ${dosesDoubted} doses.`;
  return null;
}
