import { type FindingWhat, type FoundAt, type Urgency, asFinding, loweredByOwn } from '../words/findings';
import { type LookSign, lookAnswer } from '../words/looks';
import type { Grade } from '../words/sign-row';
import { signRow } from '../words/signs';
import { atConsequence, severityOf } from '../words/severity';

/** What was looked at and seen, in words. */
export type Looked = { what: string; seen: string };
/** What is to be written of something that was seen and is not as it should be. */
export type LookFinding = {
  what: FindingWhat;
  urgency: Urgency;
  proposed: Urgency;
  text: string;
  grade?: Grade;
  lowered?: string;
};

/**
 * The finding that something seen is: its sign, as urgent as what a sample did and what the point is make it.
 * @returns undefined where it is as it should be, or nothing that the table of looks knows
 * @example findingOfLook({ what: 'Oil ring', seen: 'stands still, or hangs' }, { kind: 'ring-oiler', consequence: 3 })?.urgency // 'act-now'
 */
export function findingOfLook({ what, seen }: Looked, { kind, consequence, own }: FoundAt): LookFinding | undefined {
  const sign: LookSign | undefined = lookAnswer(what, seen)?.answer.sign;
  if (!sign) return undefined;
  const { grade, standing } = sign;
  const row = signRow(sign.what, { grade, standing, kind, own, stage: 'steady' });
  const { urgency } = asFinding(atConsequence(severityOf(row), consequence));
  // What a finding is without its sample is what the book holds it to: less needs its reason, and the sample is one.
  const ruled = loweredByOwn({ what: sign.what, urgency, grade }, row.mark);
  const lowered = ruled && standing ? `A sample was left to stand: ${seen}.` : ruled;
  return {
    what: sign.what,
    urgency,
    proposed: urgency,
    text: `${what}: ${seen}.`,
    ...(grade && { grade }),
    ...(lowered && { lowered }),
  };
}
