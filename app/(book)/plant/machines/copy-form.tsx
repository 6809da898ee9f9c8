'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { ChoiceField, NoteField, TextField } from '@/components/ui/fields';
import { SavedForm } from '@/components/ui/saved-form';
import { duplicateMachine, createFromModel, makeModel } from '../actions';

type Option = { value: string; label: string };

const named = (areas: Option[]) => (
  <>
    <TextField name="name" label="Name" required />
    <ChoiceField name="areaId" label="Area" required options={areas} empty="Choose an area" />
  </>
);

/** Other machines with the points, reservoirs and tasks of this one. */
export function CopyForm({
  machineId,
  areas,
  initial,
}: {
  machineId: string;
  areas: Option[];
  initial: { codes: string; name: string; areaId: string };
}) {
  const router = useRouter();
  return (
    <SavedForm
      needs="plan"
      initial={initial}
      submitLabel="Duplicate with its points"
      save={async (values) => {
        const answer = await duplicateMachine(machineId, values);
        if (answer.ok) {
          const { codes } = answer.value;
          router.push(codes.length === 1 ? `/plant/machines/${codes[0]}` : '/plant');
        }
        return answer;
      }}
    >
      <NoteField
        name="codes"
        label="Machine codes"
        required
        rows={3}
        hint="As painted on them: one, or a whole list, a line or a comma between them"
      />
      <div className="grid gap-4 sm:grid-cols-2">{named(areas)}</div>
    </SavedForm>
  );
}

/** Keeps a machine as a model. */
export function ModelForm({ machineId }: { machineId: string }) {
  const [saved, setSaved] = useState<string | null>(null);
  return (
    <>
      <SavedForm
        needs="plan"
        initial={{ name: '', description: '' }}
        submitLabel="Make it a model"
        save={async (values) => {
          const answer = await makeModel(machineId, values);
          if (answer.ok) setSaved(values.name);
          return answer;
        }}
      >
        <TextField name="name" label="Name of the model" required />
        <NoteField name="description" label="Description" rows={2} />
      </SavedForm>
      <p role="status" className="mt-2">
        {saved && `“${saved}” is in the book.`}
      </p>
    </>
  );
}

/** A new machine from a model. */
export function FromModelForm({ models, areas }: { models: Option[]; areas: Option[] }) {
  const router = useRouter();
  return (
    <SavedForm
      needs="plan"
      initial={{ modelId: '', code: '', name: '', areaId: '' }}
      submitLabel="Add machine of this model"
      save={async (values) => {
        const answer = await createFromModel(values);
        if (answer.ok) router.push(`/plant/machines/${answer.value.code}`);
        return answer;
      }}
    >
      <div className="grid gap-4 sm:grid-cols-2">
        <ChoiceField name="modelId" label="Model" options={models} empty="Choose a model" required />
        <TextField name="code" label="Machine code" required hint="Of the new machine, as painted on it" />
        {named(areas)}
      </div>
    </SavedForm>
  );
}
