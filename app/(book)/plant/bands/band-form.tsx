'use client';

import { Plus, X } from 'lucide-react';
import { useState } from 'react';
import { useFieldArray, useFormContext } from 'react-hook-form';
import { QuantityField, TextField } from '@/components/ui/fields';
import { SavedForm } from '@/components/ui/saved-form';
import { saveBands } from '../actions';

type Values = { bands: { was: string; name: string; fromC: string; toC: string }[] };

/** The plant's bands as one list, to be changed and saved together. */
export function BandForm({ initial }: { initial: Values }) {
  const [said, setSaid] = useState('');
  return (
    <>
      <SavedForm
        initial={initial}
        submitLabel="Save bands"
        save={async (values) => {
          setSaid('');
          const answer = await saveBands(values);
          if (answer.ok) setSaid('Saved, and written in the log.');
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
  const { fields, append, remove } = useFieldArray({ control, name: 'bands' });
  return (
    <>
      {fields.length === 0 && <p>No band: one lubricant serves all the year at every point.</p>}
      {fields.map(({ id }, index) => (
        <div key={id} className="rule-t grid grid-cols-2 gap-3 py-2 sm:grid-cols-[1.4fr_1fr_1fr_auto] sm:items-start">
          <div className="max-sm:col-span-2">
            <TextField name={`bands.${index}.name`} label="Name" required />
          </div>
          <QuantityField name={`bands.${index}.fromC`} label="From" dimension="temperature" required />
          <QuantityField name={`bands.${index}.toC`} label="To" dimension="temperature" required />
          <button
            type="button"
            className="button max-sm:col-span-2 sm:mt-7"
            onClick={() => remove(index)}
            aria-label={`Remove band ${index + 1}`}
          >
            <X aria-hidden="true" size={18} /> <span className="sm:hidden">Remove</span>
          </button>
        </div>
      ))}
      <p>
        <button type="button" className="button" onClick={() => append({ was: '', name: '', fromC: '', toC: '' })}>
          <Plus aria-hidden="true" size={18} /> Add a band
        </button>
      </p>
    </>
  );
}
