import { Section } from '@/components/ui/section';
import { type StepDifference, differenceOf, isDifferent } from '@/core/procedure/difference';
import type { Procedure } from '@/core/procedure/step';
import { runsWords } from '@/core/words/runs-meanwhile';
import { stepKinds } from '@/core/procedure/typed';

const howWords = { same: '', new: 'New', gone: 'Left out', moved: 'Moved', changed: 'Changed' } as const;

/** What a step says, with what its kind adds. */
function stepWords(step: StepDifference['step']): string {
  if (step.kind === 'wait') return `${step.says} ${step.minutes} min: ${step.why}.`;
  if (step.kind === 'open') return `${step.says} (${step.name}: ${runsWords(step)})`;
  return step.kind === 'caution' ? `Caution. ${step.says}` : step.says;
}

/** How the plant’s own way differs from the one that it was written from, step by step. */
export function DifferenceSection({ base, own, of }: { base: Procedure; own: Procedure; of: string }) {
  const difference = differenceOf(base, own);
  if (!isDifferent(difference)) return <p className="mt-6">No step differs from {of}.</p>;
  return (
    <Section id="difference" title={`How it differs from ${of}`} className="mt-8" spaced>
      {difference.head.map(({ what, was, is }) => (
        <p key={what} className="mt-2">
          <strong>{what}:</strong> {is || 'none'} <del className="text-muted">{was || 'none'}</del>
        </p>
      ))}
      <ul className="mt-2">
        {difference.steps
          .filter(({ how }) => how !== 'same')
          .map((each) => (
            <li key={`${each.how} ${each.step.id}`} className="rule-b grid grid-cols-[5.5rem_1fr] gap-x-3 py-1">
              <strong>
                {howWords[each.how]}
                {each.how === 'changed' && each.isMoved ? ', moved' : ''}
              </strong>
              <span>
                {each.how === 'gone' ? <del>{stepWords(each.step)}</del> : stepWords(each.step)}
                {each.how === 'changed' && (
                  <del className="block text-muted">
                    {each.was.kind === each.step.kind ? '' : `${stepKinds[each.was.kind]}: `}
                    {stepWords(each.was)}
                  </del>
                )}
              </span>
            </li>
          ))}
      </ul>
    </Section>
  );
}
