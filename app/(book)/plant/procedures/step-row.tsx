'use client';

import { ListPlus, X } from 'lucide-react';
import { useFormContext, useWatch } from 'react-hook-form';
import { ChoiceField, NoteField, QuantityField, TextField, TickField, optionsOf } from '@/components/ui/fields';
import { SortableItem } from '@/components/ui/sortable';
import { longestStep, stepShows } from '@/core/procedure/step';
import { type TypedStep, afterNo, openedBy, stepKinds, stepPlace } from '@/core/procedure/typed';
import { lookWords } from '@/core/words/looks';
import { machineStates } from '@/core/words/machine-states';
import { quantityWords } from '@/core/words/quantities';
import { runsMeanwhile } from '@/core/words/runs-meanwhile';

type Steps = TypedStep[];
type Option = { value: string; label: string };

/** How a step is named where another refers to it. */
export function stepName(steps: Steps, index: number): string {
  const { says = '', name = '', kind = 'say' } = steps[index] ?? {};
  return `${stepPlace(steps, index)}: ${says || name || stepKinds[kind]}`.slice(0, 70);
}

/** What a step may refer to: steps before it, what is open by then, and the questions that take it. */
function choicesAt(steps: Steps, place: number, takesOver: readonly { thing: string; name: string }[]) {
  const before = steps.slice(0, place);
  const options = (some: Steps, value: (step: Steps[number]) => string): Option[] =>
    some.map((step) => ({ value: value(step), label: stepName(steps, steps.indexOf(step)) }));
  return {
    earlier: options(
      before.filter(({ kind }) => kind !== 'caution'),
      ({ id }) => id,
    ),
    questions: options(
      before.filter(({ kind, no }) => kind === 'confirm' && no === 'leave-out'),
      ({ steps: name }) => name,
    ),
    open: [
      ...takesOver.map(({ thing, name }) => ({ value: thing, label: `${name}, from an earlier visit` })),
      ...before
        .filter(({ kind }) => kind === 'open')
        .map((step) => ({ value: openedBy(step), label: step.name || stepName(steps, steps.indexOf(step)) })),
    ],
  };
}

/** One step of a procedure that is written: its line, and its fields where it is opened. */
export function StepRow({
  index,
  isOpened,
  onToggle,
  onAdd,
  onRemove,
}: {
  index: number;
  isOpened: boolean;
  onToggle: () => void;
  onAdd: () => void;
  onRemove: () => void;
}) {
  const { getFieldState, formState } = useFormContext();
  const [steps, takesOver] = useWatch({ name: ['steps', 'takesOver'] }) as [
    Steps,
    { thing: string; name: string }[] | undefined,
  ];
  const step = steps[index];
  if (!step) return null;
  const name = stepPlace(steps, index);
  const isWrong = getFieldState(`steps.${index}`, formState).error !== undefined;
  const isShown = isOpened || isWrong;
  return (
    <SortableItem id={step.id} name={name} className={`items-start ${step.only ? 'pl-6' : ''}`}>
      <span className="w-7 shrink-0 pt-2 text-right text-muted">
        {step.kind === 'caution' ? '' : name.replace('step ', '')}
      </span>
      <div className="min-w-0 grow">
        <button
          type="button"
          className="min-h-11 w-full py-1 text-left md:min-h-9"
          aria-expanded={isShown}
          onClick={onToggle}
        >
          <span className="mr-2 font-semibold">{stepKinds[step.kind]}</span>
          {step.says || 'says nothing yet'}
          {step.kind === 'wait' && step.minutes && <span className="text-muted"> {step.minutes} min</span>}
        </button>
        {isShown && (
          <div className="mb-3 grid gap-3 sm:grid-cols-2">
            <ChoiceField name={`steps.${index}.kind`} label="What it is" options={optionsOf(stepKinds)} />
            <OnlyField index={index} questions={choicesAt(steps, index, takesOver ?? []).questions} />
            <div className="sm:col-span-2">
              <NoteField
                name={`steps.${index}.says`}
                label="What the step says"
                rows={2}
                required
                hint={`${step.says.length} of ${longestStep} characters`}
              />
            </div>
            <KindFields index={index} step={step} choices={choicesAt(steps, index, takesOver ?? [])} />
          </div>
        )}
      </div>
      <button type="button" className="button button-quiet" onClick={onAdd} aria-label={`Another step after ${name}`}>
        <ListPlus aria-hidden="true" size={18} />
      </button>
      <button type="button" className="button button-quiet" onClick={onRemove} aria-label={`Take ${name} out`}>
        <X aria-hidden="true" size={18} />
      </button>
    </SortableItem>
  );
}

const OnlyField = ({ index, questions }: { index: number; questions: Option[] }) =>
  questions.length === 0 ? null : (
    <ChoiceField name={`steps.${index}.only`} label="Taken" options={questions} empty="always" />
  );

const ShowsField = ({ name }: { name: string }) => (
  <ChoiceField name={name} label="It shows" options={optionsOf(stepShows)} empty="its words only" />
);

/** What a step of its kind asks for. */
function KindFields({
  index,
  step,
  choices,
}: {
  index: number;
  step: TypedStep;
  choices: ReturnType<typeof choicesAt>;
}) {
  const field = (name: keyof TypedStep) => `steps.${index}.${name}`;
  switch (step.kind) {
    case 'caution':
      return <p className="caption sm:col-span-2">It stands before the next step, and is read with it.</p>;
    case 'reach':
      return <ChoiceField name={field('state')} label="Into the state" options={optionsOf(machineStates)} required />;
    case 'open':
      return (
        <>
          <TextField name={field('name')} label="What is open" required hint="Drain plug, by-pass, cover" />
          <ChoiceField
            name={field('runs')}
            label="While it is open the machine"
            options={optionsOf(runsMeanwhile)}
            required
          />
          <QuantityField name={field('minutes')} label="So long at most" dimension="minutes" />
          <TextField name={field('answer')} label="Its button, where it is not “It is open”" />
          <TickField name={field('counts')} label="Tools, rags and loose parts are counted" />
          <TickField name={field('staysOpen')} label="It stays open for a later visit, handed over by name" />
        </>
      );
    case 'close':
      return (
        <>
          <ChoiceField name={field('thing')} label="What is closed" options={choices.open} empty="choose" required />
          <TextField name={field('answer')} label="Its button, where it is not “It is closed”" />
        </>
      );
    case 'wait':
      return (
        <>
          <QuantityField name={field('minutes')} label="How long" dimension="minutes" required />
          <TextField name={field('why')} label="Why" required />
          <QuantityField name={field('longerMinutes')} label="Or longer" dimension="minutes" />
          <TextField name={field('longerWhen')} label="Longer when" hint="VG 460 and thicker, below 10 °C" />
        </>
      );
    case 'read':
      return (
        <>
          <ChoiceField name={field('quantity')} label="What is read" options={optionsOf(quantityWords)} required />
          <TextField name={field('unit')} label="Unit" />
          <TextField name={field('name')} label="Kept under the name" required />
        </>
      );
    case 'look':
      return (
        <>
          <ChoiceField name={field('look')} label="What is looked at" options={optionsOf(lookWords)} required />
          <ShowsField name={field('shows')} />
        </>
      );
    case 'put-in':
      return <TickField name={field('flush')} label="It is a flush: it comes out again" />;
    case 'confirm':
      return (
        <>
          <ChoiceField name={field('no')} label="A no" options={optionsOf(afterNo)} required />
          <ShowsField name={field('shows')} />
          {step.no === 'again' && (
            <>
              <ChoiceField name={field('from')} label="Back to" options={choices.earlier} empty="choose" required />
              <TextField name={field('most')} label="So often at most" required />
            </>
          )}
          {step.no === 'leave-out' && (
            <p className="caption sm:col-span-2">Steps after it are taken by a yes: choose so under “Taken” there.</p>
          )}
        </>
      );
    default:
      return null;
  }
}
