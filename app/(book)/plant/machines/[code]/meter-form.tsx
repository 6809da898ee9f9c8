'use client';

import { useState } from 'react';
import { ChoiceField, QuantityField, TextField, optionsOf } from '@/components/ui/fields';
import { SavedForm } from '@/components/ui/saved-form';
import { meterUnits } from '@/core/words/meter-units';
import { updateMeter, createMeter } from '@/app/(book)/plant/actions';

export type MeterValues = { name: string; unit: string; rolloverAt: string; resolution: string; maxPerDay: string };
const emptyMeter: MeterValues = {
  name: 'Hour meter',
  unit: 'hours',
  rolloverAt: '',
  resolution: '0.1',
  maxPerDay: '24',
};

/** The meter form, for a new meter of a machine or (with `known`) for changing one. */
export function MeterForm({
  machineId,
  known,
  initial = emptyMeter,
}: {
  machineId: string;
  known?: { id: string; version: number };
  initial?: MeterValues;
}) {
  const [round, setRound] = useState(0);
  return (
    <SavedForm
      needs="plan"
      key={round}
      initial={initial}
      submitLabel={known ? 'Save meter' : 'Add meter'}
      save={async (values) => {
        const answer = known
          ? await updateMeter(known.id, known.version, values)
          : await createMeter(machineId, values);
        if (answer.ok) setRound(round + 1);
        return answer;
      }}
    >
      <div className="grid gap-4 sm:grid-cols-2">
        <TextField name="name" label="Meter name" required />
        <ChoiceField name="unit" label="Counts" options={optionsOf(meterUnits)} required />
        <QuantityField
          name="rolloverAt"
          label="Rolls over at"
          dimension="number"
          hint="First value the dial cannot show, such as 10 000; empty when it never does"
        />
        <QuantityField name="resolution" label="Smallest step" dimension="number" required />
        <QuantityField
          name="maxPerDay"
          label="At most per day"
          dimension="number"
          required
          hint="Faster readings are left out as mistyped"
        />
      </div>
    </SavedForm>
  );
}
