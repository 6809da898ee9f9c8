import { Beside } from './beside';
import type { Procedure } from '@/core/procedure/step';
import { shownSteps } from '@/core/procedure/walk';
import { runsWords } from '@/core/words/runs-meanwhile';

/**
 * A procedure at a glance: what it takes, and all its steps with the cautions before them.
 * @param leftOut steps that a question left out
 * @param place of the step that comes next, where somebody walks it
 */
export const ProcedureSteps = ({
  procedure,
  leftOut = [],
  place,
}: {
  procedure: Procedure;
  leftOut?: readonly string[];
  place?: number;
}) => (
  <div className="grow">
    {(procedure.people > 1 || procedure.takes.length > 0) && (
      <p className="mt-3">
        <strong>Takes:</strong>{' '}
        {[...(procedure.people > 1 ? [`${procedure.people} people`] : []), ...procedure.takes].join('; ')}.
      </p>
    )}
    <ol className="mt-3 grid gap-2">
      {shownSteps(procedure, leftOut).map(({ cautions, step }, index) => (
        <li key={step.id} aria-current={index === place ? 'step' : undefined} className="grid grid-cols-[2.25rem_1fr]">
          <span className="font-semibold">{place !== undefined && index < place ? '✓' : index + 1}</span>
          <span className={index === place ? 'border-l-4 border-ink pl-2 font-semibold' : ''}>
            {cautions.map(({ id, says }) => (
              <span key={id} className="block">
                <strong>Caution.</strong> <Beside>{says}</Beside>
              </span>
            ))}
            <Beside>{step.says}</Beside>
            {step.kind === 'wait' && ` ${step.minutes} min: ${step.why}.`}
            {step.kind === 'open' && <span className="caption block">Open, {runsWords(step)}</span>}
          </span>
        </li>
      ))}
    </ol>
    <p className="caption mt-3">{procedure.source}. The site’s rules and the manufacturer come first.</p>
  </div>
);
