'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useFieldArray, useFormContext, useWatch } from 'react-hook-form';
import { ChoiceField, NoteField, QuantityField, TextField, TickField, optionsOf } from '@/components/ui/fields';
import { StagesField } from '@/components/ui/stages-field';
import { SavedForm } from '@/components/ui/saved-form';
import { machineStates } from '@/core/words/machine-states';
import { pointKinds } from '@/core/register/point-kinds';
import type { TypedReading } from '@/core/register/asked-reading';
import { AmountField } from '../amount-field';
import { AskedFields } from '../asked-fields';
import { ProcedureField } from '../procedure-field';
import { saveTaskTemplate } from '../actions';
import { amountKinds, taskActions, whoMay } from '@/core/words/task-words';
import { eventWords } from '@/core/words/events';

export type TypedTask = {
  action: string;
  title: string;
  amountKind: string;
  amount: string;
  machineState: string;
  minutes: string;
  who: string;
  when: string;
  event: string;
  procedureText: string;
  procedureCode: string;
  readings: TypedReading[];
  looks: string[];
};
export type TemplateValues = { name: string; pointKind: string; firstHours: boolean; tasks: TypedTask[] };
const emptyTask: TypedTask = {
  action: 'check',
  title: 'Check',
  amountKind: 'to-mark',
  amount: '',
  machineState: 'any',
  minutes: '3',
  who: 'technician',
  when: 'monthly',
  event: '',
  procedureText: '',
  procedureCode: '',
  readings: [],
  looks: [],
};
export const emptyTemplate: TemplateValues = {
  name: '',
  pointKind: 'gear-case',
  firstHours: false,
  tasks: [emptyTask],
};
const kinds = [
  { value: 'any', label: 'any kind' },
  ...Object.entries(pointKinds).map(([value, { label }]) => ({ value, label })),
];

/** A template, new or (with `known`) to be changed. */
export function TemplateForm({
  known,
  procedures,
  initial = emptyTemplate,
}: {
  /** What its tasks may be done by, by code. */
  procedures: Record<string, string>;
  known?: { id: string; version: number };
  initial?: TemplateValues;
}) {
  const router = useRouter();
  return (
    <SavedForm
      needs="plan"
      initial={initial}
      submitLabel={known ? 'Save template' : 'Make template'}
      save={async (values) => {
        const answer = await saveTaskTemplate(known ?? null, values);
        if (answer.ok) router.push('/plant/templates');
        return answer;
      }}
    >
      <div className="grid gap-4 sm:grid-cols-2">
        <TextField name="name" label="Name" required />
        <ChoiceField name="pointKind" label="For points of kind" options={kinds} required />
      </div>
      <TickField name="firstHours" label="Applies itself when a unit of this kind is commissioned or overhauled" />
      <TaskRows procedures={procedures} />
    </SavedForm>
  );
}

function TaskRows({ procedures }: { procedures: Record<string, string> }) {
  const { control, getValues } = useFormContext<TemplateValues>();
  const { fields, append, remove } = useFieldArray({ control, name: 'tasks' });
  const kind = useWatch({ control, name: 'pointKind' });
  const [shown] = useState(() => getValues('tasks'));
  return (
    <>
      {fields.map(({ id }, index) => (
        <fieldset key={id} className="rule-t pt-4">
          <legend className="float-left mb-2 font-medium">Task {index + 1}</legend>
          <div className="clear-both grid gap-4 sm:grid-cols-2 lg:grid-cols-4">
            <ChoiceField
              name={`tasks.${index}.action`}
              label="What is done"
              options={optionsOf(taskActions)}
              required
            />
            <TextField name={`tasks.${index}.title`} label="Title" required />
            <ChoiceField
              name={`tasks.${index}.amountKind`}
              label="Counted in"
              options={optionsOf(amountKinds)}
              required
            />
            <AmountField name={`tasks.${index}.amount`} countedIn={`tasks.${index}.amountKind`} />
            <ChoiceField
              name={`tasks.${index}.machineState`}
              label="Machine state"
              options={optionsOf(machineStates)}
              required
            />
            <QuantityField name={`tasks.${index}.minutes`} label="Time" dimension="minutes" required />
            <ChoiceField name={`tasks.${index}.who`} label="Done by" options={optionsOf(whoMay)} required />
            <ChoiceField
              name={`tasks.${index}.event`}
              label="Also after"
              options={optionsOf(eventWords)}
              empty="nothing else"
            />
            <div className="sm:col-span-2">
              <StagesField name={`tasks.${index}.when`} required />
            </div>
            <ProcedureField kind={kind} procedures={procedures} within={`tasks.${index}.`} />
            <div className="sm:col-span-2">
              <NoteField name={`tasks.${index}.procedureText`} label="How it is done" rows={2} />
            </div>
          </div>
          <details className="mt-3" open={(shown[index]?.readings.length ?? 0) + (shown[index]?.looks.length ?? 0) > 0}>
            <summary className="min-h-9 cursor-pointer">What is looked at and read</summary>
            <div className="mt-2 grid gap-4">
              <AskedFields kind={kind} within={`tasks.${index}.`} />
            </div>
          </details>
          {fields.length > 1 && (
            <button type="button" className="button mt-3" onClick={() => remove(index)}>
              Take this task out
            </button>
          )}
        </fieldset>
      ))}
      <p>
        <button type="button" className="button" onClick={() => append({ ...emptyTask, title: '' })}>
          Another task
        </button>
      </p>
    </>
  );
}
