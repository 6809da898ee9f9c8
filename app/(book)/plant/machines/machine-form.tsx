'use client';

import { useRouter } from 'next/navigation';
import { useEffect } from 'react';
import { useFormContext, useWatch } from 'react-hook-form';
import { FieldRows } from '@/components/ui/field-rows';
import { ChoiceField, NoteField, QuantityField, TextField, TickField } from '@/components/ui/fields';
import { SavedForm } from '@/components/ui/saved-form';
import { energySources, usualProof } from '@/core/words/energy-sources';
import { updateMachine, createMachine } from '../actions';

export type MachineValues = {
  areaId: string;
  code: string;
  name: string;
  description: string;
  dutyHoursPerDay: string;
  hoursByWeekday: string[];
  dutySeasons: { from: string; to: string; percent: string }[];
  keepsRunning: boolean;
  fittingCount: string;
  energySources: { source: string; proofOfZero: string }[];
};

/** The machine form, for a new machine or (with `known`) for changing one. */
export function MachineForm({
  areas,
  initial,
  known,
}: {
  areas: { value: string; label: string }[];
  initial: MachineValues;
  known?: { id: string; version: number };
}) {
  const router = useRouter();
  return (
    <SavedForm
      needs="plan"
      initial={initial}
      submitLabel={known ? 'Save machine' : 'Add machine'}
      save={async (values) => {
        const answer = known ? await updateMachine(known.id, known.version, values) : await createMachine(values);
        if (answer.ok) router.push(`/plant/machines/${answer.value.code}`);
        return answer;
      }}
    >
      <div className="grid gap-5 sm:grid-cols-2">
        <TextField
          name="code"
          label="Machine code"
          required
          hint="As painted on it, such as GL2-04. Old codes keep working."
        />
        <TextField name="name" label="Name" required />
        <ChoiceField name="areaId" label="Area" required options={areas} empty="Choose an area" />
        <QuantityField
          name="dutyHoursPerDay"
          label="Hours a day by plan"
          dimension="hours"
          hint="Used where no meter tells"
        />
        <QuantityField
          name="fittingCount"
          label="Fittings counted"
          dimension="number"
          hint="Count them on the machine: a forgotten one shows"
        />
      </div>
      <DutyPlanFields />
      <NoteField name="description" label="Description" />
      <EnergySources />
    </SavedForm>
  );
}

const weekdays = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];

/** When the machine is meant to run: its hours are counted forward on this clock. */
function DutyPlanFields() {
  return (
    <fieldset className="grid gap-4">
      <legend className="text-lg font-semibold">Planned running</legend>
      <p className="caption">
        Hours on each weekday in place of the hours a day above; leave them all empty where every day is alike.
      </p>
      <div className="grid grid-cols-4 gap-3 sm:grid-cols-7">
        {weekdays.map((name, index) => (
          <QuantityField key={name} name={`hoursByWeekday.${index}`} label={name} dimension="hours" />
        ))}
      </div>
      <TickField name="keepsRunning" label="Runs on through the plant’s holidays and shutdowns" />
      <FieldRows
        name="dutySeasons"
        empty={{ from: '', to: '', percent: '50' }}
        words={{ add: 'Add a busy or quiet season', row: 'season' }}
        columns="sm:grid-cols-[1fr_1fr_1fr_auto]"
      >
        {(row) => (
          <>
            <TextField name={`${row}.from`} label="Every year from" hint="Month and day, such as 11-01" />
            <TextField name={`${row}.to`} label="To" />
            <QuantityField name={`${row}.percent`} label="% of the usual duty" dimension="number" />
          </>
        )}
      </FieldRows>
    </fieldset>
  );
}

const usualSources = Object.values(energySources).map(([source]) => source);

/** A source out of the usual ones brings its usual proof along, where none was written yet. */
function EnergySource({ index }: { index: number }) {
  const { getValues, setValue } = useFormContext<MachineValues>();
  const source = useWatch<MachineValues, `energySources.${number}.source`>({ name: `energySources.${index}.source` });
  useEffect(() => {
    const proof = usualProof(source);
    if (proof && !getValues(`energySources.${index}.proofOfZero`))
      setValue(`energySources.${index}.proofOfZero`, proof);
  }, [source, index, getValues, setValue]);
  return (
    <>
      <TextField
        name={`energySources.${index}.source`}
        label="Energy source"
        suggestions={usualSources}
        {...(index === 0 && { hint: 'Choose a usual one, or write your own.' })}
      />
      <TextField name={`energySources.${index}.proofOfZero`} label="Proof of zero" />
    </>
  );
}

function EnergySources() {
  return (
    <fieldset>
      <legend className="text-lg font-semibold">Energy sources</legend>
      <p className="caption mb-3">
        What must be isolated before anyone reaches in, each with its own proof of zero. The site’s own isolation rules
        decide.
      </p>
      <FieldRows
        name="energySources"
        empty={{ source: '', proofOfZero: '' }}
        words={{ add: 'Add energy source', row: 'energy source' }}
        columns="sm:grid-cols-[1fr_1.6fr_auto]"
      >
        {(_, index) => <EnergySource index={index} />}
      </FieldRows>
    </fieldset>
  );
}
