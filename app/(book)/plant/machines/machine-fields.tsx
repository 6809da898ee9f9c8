'use client';

import { Plus, X } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useFieldArray, useFormContext } from 'react-hook-form';
import { ChoiceField, NoteField, QuantityField, TextField } from '../../../../components/ui/fields';
import { SavedForm } from '../../../../components/ui/saved-form';
import { saveMachine, saveNewMachine } from '../actions';

export type MachineValues = { areaId: string; code: string; name: string; description: string; dutyHoursPerDay: string; fittingCount: string; energySources: { source: string; proofOfZero: string }[] };

/** The machine form, for a new machine or (with `known`) for changing one. */
export function MachineFields({ areas, initial, known }: { areas: { value: string; label: string }[]; initial: MachineValues; known?: { id: string; version: number } }) {
  const router = useRouter();
  return (
    <SavedForm initial={initial} submitLabel={known ? 'Save machine' : 'Add machine'} save={async (values) => {
      const answer = known ? await saveMachine(known.id, known.version, values) : await saveNewMachine(values);
      if (answer.ok) router.push(`/plant/machines/${answer.value.code}`);
      return answer;
    }}>
      <div className="grid gap-5 sm:grid-cols-2">
        <TextField name="code" label="Machine code" required hint="As painted on it, such as GL2-04. Old codes keep working." />
        <TextField name="name" label="Name" required />
        <ChoiceField name="areaId" label="Area" required options={areas} empty="Choose an area" />
        <QuantityField name="dutyHoursPerDay" label="Hours a day by plan" dimension="hours" hint="Used where no meter tells" />
        <QuantityField name="fittingCount" label="Fittings counted" dimension="number" hint="Count them on the machine: a forgotten one shows" />
      </div>
      <NoteField name="description" label="Description" />
      <EnergySources />
    </SavedForm>
  );
}

function EnergySources() {
  const { control } = useFormContext<MachineValues>();
  const { fields, append, remove } = useFieldArray({ control, name: 'energySources' });
  return (
    <fieldset>
      <legend className="text-lg font-semibold">Energy sources</legend>
      <p className="caption mb-3">What must be isolated before anyone reaches in, each with its own proof of zero. The site’s own isolation rules decide.</p>
      {fields.map((field, index) => (
        <div key={field.id} className="rule-t grid gap-3 py-3 sm:grid-cols-[1fr_1.6fr_auto] sm:items-start">
          <TextField name={`energySources.${index}.source`} label="Energy source" />
          <TextField name={`energySources.${index}.proofOfZero`} label="Proof of zero" />
          <button type="button" className="button sm:mt-7" onClick={() => remove(index)} aria-label={`Remove energy source ${index + 1}`}><X aria-hidden="true" size={18} /></button>
        </div>
      ))}
      <button type="button" className="button" onClick={() => append({ source: '', proofOfZero: '' })}><Plus aria-hidden="true" size={18} /> Add energy source</button>
    </fieldset>
  );
}
