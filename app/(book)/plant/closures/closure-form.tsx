'use client';

import { Plus, X } from 'lucide-react';
import { useState } from 'react';
import { useFieldArray, useFormContext } from 'react-hook-form';
import { DayField, TextField } from '@/components/ui/fields';
import { SavedForm } from '@/components/ui/saved-form';
import { saveClosures } from '../actions';

type Values = { closures: { name: string; from: string; to: string }[] };

export function ClosureForm({ initial }: { initial: Values }) {
  const [said, setSaid] = useState('');
  return (
    <>
      <SavedForm
        initial={initial}
        submitLabel="Save"
        save={async (values) => {
          setSaid('');
          const answer = await saveClosures(values);
          if (answer.ok) setSaid('Saved; every forecast heeds it.');
          return answer;
        }}
      >
        <Rows />
      </SavedForm>
      <p role="status" className="mt-2">
        {said}
      </p>
    </>
  );
}

function Rows() {
  const { control } = useFormContext<Values>();
  const { fields, append, remove } = useFieldArray({ control, name: 'closures' });
  return (
    <>
      {fields.length === 0 && <p>No day is set: every machine is taken to run all year.</p>}
      {fields.map(({ id }, index) => (
        <div key={id} className="rule-t grid gap-3 py-2 sm:grid-cols-[1.4fr_1fr_1fr_auto] sm:items-start">
          <TextField name={`closures.${index}.name`} label="Name" required />
          <DayField name={`closures.${index}.from`} label="From" required />
          <DayField name={`closures.${index}.to`} label="To" required />
          <button
            type="button"
            className="button sm:mt-7"
            onClick={() => remove(index)}
            aria-label={`Remove closure ${index + 1}`}
          >
            <X aria-hidden="true" size={18} />
          </button>
        </div>
      ))}
      <p>
        <button type="button" className="button" onClick={() => append({ name: '', from: '', to: '' })}>
          <Plus aria-hidden="true" size={18} /> Add days
        </button>
      </p>
    </>
  );
}
