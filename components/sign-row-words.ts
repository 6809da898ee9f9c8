import { pointKinds } from '@/core/register/point-kinds';
import { own } from '@/core/own';
import { type SignRow, actByWords, gradeWords, restartWords, verdicts, whereWords } from '@/core/words/sign-row';

const kindLabel = (kind: string): string => own<{ label: string }>(pointKinds, kind)?.label.toLowerCase() ?? kind;

/**
 * When a row of the table of signs holds, in words.
 * @param rows all of its sign
 */
export function whenWords({ when }: Pick<SignRow, 'when'>, rows: readonly SignRow[]): string {
  if (!when) return rows.length === 1 ? 'always' : 'else';
  const { grade, where, kinds, stage, standing, justGreased, visits } = when;
  return [
    grade?.map((each) => gradeWords[each]).join(' or '),
    where?.map((each) => whereWords[each]).join(' or '),
    kinds && `at: ${kinds.map(kindLabel).join(', ')}`,
    stage === 'run-in' && 'while running in',
    stage === 'steady' && 'after running in',
    standing === 'clears' && 'a sample clears',
    standing === 'stays' && 'a sample stays as it is',
    justGreased && 'just after greasing',
    visits && `from the visit number ${visits} on`,
  ]
    .filter(Boolean)
    .join('; ');
}

/** What a row comes to, in words: what to do, by when, and whether it may run. */
export const saysWords = ({
  verdict,
  actBy,
  restart = 'yes',
}: Pick<SignRow, 'verdict' | 'actBy' | 'restart'>): string =>
  [verdicts[verdict], actBy && actByWords[actBy], restart !== 'yes' && restartWords[restart]]
    .filter(Boolean)
    .join(', ');
