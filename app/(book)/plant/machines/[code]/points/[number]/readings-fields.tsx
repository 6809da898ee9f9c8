'use client';

import { Plus, X } from 'lucide-react';
import { useFieldArray, useFormContext, useWatch } from 'react-hook-form';
import { ChoiceField, TextField, optionsOf } from '@/components/ui/fields';
import type { TypedReading } from '@/core/register/asked-reading';
import type { TypedTask } from '@/core/register/task-form';
import { machineStates } from '@/core/words/machine-states';
import { quantityWords } from '@/core/words/quantities';
import { putsNothingIn } from '@/core/words/task-words';

const nothing: TypedReading = {
  quantity: 'temperature',
  name: '',
  unit: '',
  validIn: '',
  stopLow: '',
  warnLow: '',
  warnHigh: '',
  stopHigh: '',
};

/** What is read when a look is done: asked at the stop, and judged by its limits there. */
export function ReadingsFields() {
  const { control } = useFormContext<TypedTask>();
  const action = useWatch({ control, name: 'action' });
  const { fields, append, remove } = useFieldArray({ control, name: 'readings' });
  if (!putsNothingIn(action)) return null;
  return (
    <fieldset className="sm:col-span-2">
      <legend className="font-medium">What is read</legend>
      <p className="caption mb-2">
        Asked at the stop. Past a warning the look is not in order and a finding is written; past a stop it asks to act
        now. A limit that nobody said stays empty.
      </p>
      {fields.map(({ id }, index) => (
        <div key={id} className="rule-t grid grid-cols-2 gap-3 py-3 sm:grid-cols-4">
          <div className="col-span-2">
            <TextField name={`readings.${index}.name`} label="What is read" required />
          </div>
          <ChoiceField
            name={`readings.${index}.quantity`}
            label="Quantity"
            options={optionsOf(quantityWords)}
            required
          />
          <TextField name={`readings.${index}.unit`} label="Unit" />
          <TextField name={`readings.${index}.stopLow`} label="Stop below" />
          <TextField name={`readings.${index}.warnLow`} label="Warn below" />
          <TextField name={`readings.${index}.warnHigh`} label="Warn above" />
          <TextField name={`readings.${index}.stopHigh`} label="Stop above" />
          <div className="col-span-2 sm:col-span-3">
            <ChoiceField
              name={`readings.${index}.validIn`}
              label="Counts only when read"
              options={optionsOf(machineStates)}
              empty="in any state"
            />
          </div>
          <button
            type="button"
            className="button self-end justify-self-end"
            onClick={() => remove(index)}
            aria-label={`Remove reading ${index + 1}`}
          >
            <X aria-hidden="true" size={18} />
          </button>
        </div>
      ))}
      <button type="button" className="button" onClick={() => append(nothing)}>
        <Plus aria-hidden="true" size={18} /> Add a reading
      </button>
    </fieldset>
  );
}
