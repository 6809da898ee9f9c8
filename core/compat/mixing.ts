import { computeStored } from '../method';
import { type MixVerdict, compatLubricants } from './lubricants';
import type { Additive, Base, Family, Thickener } from './vocabulary';

/** A lubricant of the store room as far as mixing goes. */
type Mixed = {
  id: string;
  kind: Family;
  baseOil: Base | null;
  thickener: Thickener | null;
  additives: readonly Additive[];
};

const compositionOf = ({ kind, baseOil, thickener, additives }: Mixed) => ({
  family: kind,
  base: baseOil ?? ('unknown' as const),
  ...(thickener && { thickener }),
  additives: [...additives],
});

/** Whether a lubricant may go onto what is in there, and why not; two entries of one product are the same. */
export function mixingOf(inThere: Mixed, added: Mixed): { verdict: MixVerdict; reasons: string[] } {
  if (inThere.id === added.id) return { verdict: 'same', reasons: [] };
  const run = computeStored(compatLubricants, { a: compositionOf(inThere), b: compositionOf(added) });
  return run.ok
    ? { verdict: run.result.verdict, reasons: run.result.reasons }
    : { verdict: 'test-first', reasons: [run.reason] };
}

/** What may not go in without a person who takes it on: the pair is known to be bad, or nobody knows. */
export const doesNotBelong = (verdict: MixVerdict): boolean => verdict === 'never' || verdict === 'test-first';
