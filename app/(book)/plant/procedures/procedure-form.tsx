'use client';

import { useRouter } from 'next/navigation';
import { useDeferredValue, useMemo, useState } from 'react';
import { type Control, useFieldArray, useFormContext, useWatch } from 'react-hook-form';
import { ProcedureSteps } from '@/components/procedure-steps';
import { FieldRows } from '@/components/ui/field-rows';
import { ChoiceField, NoteField, TextField, TickField, optionsOf } from '@/components/ui/fields';
import { SavedForm } from '@/components/ui/saved-form';
import { Sortable } from '@/components/ui/sortable';
import type { Procedure } from '@/core/procedure/step';
import { type TypedProcedure, emptyStep, procedureForm, stepPlace } from '@/core/procedure/typed';
import { runsMeanwhile } from '@/core/words/runs-meanwhile';
import { saveProcedure } from '../actions';
import { StepRow, stepName } from './step-row';
import { WalkThrough } from './walk-through';

type Values = TypedProcedure & { place: string; why: string; tookOver: boolean };

/**
 * A procedure of the plant’s own, new or its next version: its steps as a list, and beside it what the technician will see.
 * @param from what it is written from, and what of it was read; null for one from nothing
 * @param base the title of the shipped one that it may stand in the place of
 * @param movedOn the shipped one has changed since it was written from it
 */
export function ProcedureForm({
  from,
  initial,
  place,
  base,
  movedOn = false,
}: {
  from: { code: string; version: number } | null;
  initial: TypedProcedure;
  place: 'in-place' | 'beside';
  base: string | null;
  movedOn?: boolean;
}) {
  const router = useRouter();
  return (
    <SavedForm<Values>
      needs="plan"
      initial={{ ...initial, place, why: '', tookOver: false }}
      submitLabel="Keep this version"
      save={async ({ place: where, why, tookOver, ...written }) => {
        const answer = await saveProcedure(from, { written, place: where, why, tookOver });
        if (answer.ok) router.push(`/plant/procedures/${answer.value.code}`);
        return answer;
      }}
    >
      <div className="gap-10 lg:grid lg:grid-cols-[3fr_2fr]">
        <div className="grid content-start gap-4">
          <TextField name="title" label="Title" required />
          <div className="grid gap-4 sm:grid-cols-[8rem_1fr]">
            <TextField name="people" label="People" required />
            {base && (
              <ChoiceField
                name="place"
                label="Where it is used"
                options={[
                  { value: 'in-place', label: `wherever “${base}” was` },
                  { value: 'beside', label: 'only where a task names it' },
                ]}
              />
            )}
          </div>
          <NoteField name="takes" label="What it takes" rows={4} hint="A line each: tool and size, seal, torque, pan" />
          <StepList />
          <TakenOver />
          <NoteField name="why" label="What is different, and why" rows={2} required />
          {movedOn && (
            <TickField
              name="tookOver"
              label="What has changed in the shipped one since is in it, or is left out on purpose"
            />
          )}
        </div>
        <AsSeen />
      </div>
    </SavedForm>
  );
}

function StepList() {
  const { control, getValues } = useFormContext<Values>();
  const { fields, insert, append, move, remove } = useFieldArray({ control, name: 'steps', keyName: 'key' });
  const [opened, setOpened] = useState<ReadonlySet<string>>(new Set());
  const ids = fields.map(({ id }) => id);
  const fresh = (kind: Values['steps'][number]['kind'], only = '') => {
    const taken = new Set(getValues('steps').map(({ id }) => id));
    let number = taken.size + 1;
    while (taken.has(`step-${number}`)) number += 1;
    setOpened(new Set([...opened, `step-${number}`]));
    return { ...emptyStep(`step-${number}`, kind), only };
  };
  const toggle = (id: string) =>
    setOpened(new Set(opened.has(id) ? [...opened].filter((each) => each !== id) : [...opened, id]));
  return (
    <section aria-label="Steps">
      <h2 className="text-xl">Steps</h2>
      <p className="caption">
        Drag a step by its handle, or take it up with the space bar and move it with the arrows.
      </p>
      <Sortable
        ids={ids}
        nameOf={(id) => stepName(getValues('steps'), ids.indexOf(id))}
        label="Steps in order"
        onOrder={(_, from, to) => move(from, to)}
      >
        {fields.map(({ id }, index) => (
          <StepRow
            key={id}
            index={index}
            isOpened={opened.has(id)}
            onToggle={() => toggle(id)}
            onAdd={() => insert(index + 1, fresh('say', getValues(`steps.${index}.only`)))}
            onRemove={() => remove(index)}
          />
        ))}
      </Sortable>
      <p className="mt-2">
        <button type="button" className="button" onClick={() => append(fresh('say'))}>
          Another step at the end
        </button>
      </p>
    </section>
  );
}

/** What an earlier visit leaves open and this one closes. */
function TakenOver() {
  const { control } = useFormContext<Values>();
  const taken = useWatch({ control, name: 'takesOver' });
  return (
    <details open={taken.length > 0}>
      <summary className="min-h-9 cursor-pointer">What an earlier visit left open</summary>
      <FieldRows
        name="takesOver"
        empty={{ thing: '', name: '', runs: 'never' }}
        words={{ add: 'Something left open', row: 'left open' }}
        columns="sm:grid-cols-[1fr_1fr_1fr_auto]"
      >
        {(prefix) => (
          <>
            <TextField name={`${prefix}.name`} label="What is open" required />
            <TextField name={`${prefix}.thing`} label="Its short name there" required hint="as in the first visit" />
            <ChoiceField name={`${prefix}.runs`} label="Meanwhile" options={optionsOf(runsMeanwhile)} />
          </>
        )}
      </FieldRows>
    </details>
  );
}

/** What is typed, read as it will be kept: in order, or what is not, by step. */
function read(typed: TypedProcedure): { procedure: Procedure | null; problems: string[] } {
  const { title, people, takes, takesOver, steps } = typed;
  const parsed = procedureForm.safeParse({ title, people, takes, takesOver, steps });
  if (parsed.success)
    return { procedure: { ...parsed.data, code: 'written', version: 1, source: 'House way' }, problems: [] };
  return {
    procedure: null,
    problems: parsed.error.issues.map(({ path, message }) =>
      path[0] === 'steps' && typeof path[1] === 'number' ? `${stepPlace(steps, path[1])}: ${message}` : message,
    ),
  };
}

/** The procedure as the technician will have it, as it is typed now. */
function AsSeen() {
  const { control } = useFormContext<Values>();
  const typed = useDeferredValue(useWatch({ control: control as Control<Values> }) as Values);
  const { procedure, problems } = useMemo(() => read(typed), [typed]);
  return (
    <section aria-label="As the technician sees it" className="max-lg:mt-8 lg:border-l lg:border-rule lg:pl-8">
      <h2 className="text-xl">As the technician sees it</h2>
      {procedure ? (
        <>
          <p className="mt-2">
            <WalkThrough procedure={procedure} />
          </p>
          <ProcedureSteps procedure={procedure} />
        </>
      ) : (
        <div role="status" className="mt-3">
          <p>Not in order yet, and not kept before it is:</p>
          <ul className="mt-2 grid gap-1">
            {problems.map((words) => (
              <li key={words} className="border-l-4 border-ink pl-2">
                {words}
              </li>
            ))}
          </ul>
        </div>
      )}
    </section>
  );
}
