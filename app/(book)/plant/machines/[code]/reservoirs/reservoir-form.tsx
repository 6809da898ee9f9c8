'use client';

import { useRouter } from 'next/navigation';
import { useFormContext, useWatch } from 'react-hook-form';
import { FieldRows } from '@/components/ui/field-rows';
import { ChoiceField, ChoicesField, QuantityField, TextField, TickField, optionsOf } from '@/components/ui/fields';
import { SavedForm } from '@/components/ui/saved-form';
import { machineStates } from '@/core/words/machine-states';
import { createReservoir, updateReservoir } from '@/app/(book)/plant/actions';

export type ReservoirValues = {
  name: string;
  capacityL: string;
  residualL: string;
  fillMark: string;
  fillMarkState: string;
  checkMark: string;
  checkMarkState: string;
  posture: string;
  settleMinutes: string;
  mounting: string;
  fillTable: { position: string; volumeL: string; vent: string; drain: string }[];
  levelMarks: { levelMm: string; volumeL: string }[];
  holdsPressure: '' | 'yes' | 'no';
  comesEmpty: boolean;
  pointIds: string[];
};
export const emptyReservoir: ReservoirValues = {
  name: '',
  capacityL: '',
  residualL: '',
  fillMark: '',
  fillMarkState: '',
  checkMark: '',
  checkMarkState: '',
  posture: '',
  settleMinutes: '',
  mounting: '',
  fillTable: [],
  levelMarks: [],
  holdsPressure: '',
  comesEmpty: false,
  pointIds: [],
};

type Props = {
  machine: { id: string; code: string };
  points: { value: string; label: string }[];
  initial?: ReservoirValues;
  known?: { id: string; version: number };
};

/** The form of a reservoir: marks and their machine states, the fill by mounting position, the points it feeds. */
export function ReservoirForm({ machine, points, initial = emptyReservoir, known }: Props) {
  const router = useRouter();
  return (
    <SavedForm
      needs="plan"
      initial={initial}
      submitLabel={known ? 'Save reservoir' : 'Add reservoir'}
      save={async (values) => {
        const answer = known
          ? await updateReservoir(known.id, known.version, values)
          : await createReservoir(machine.id, values);
        if (answer.ok) router.push(`/plant/machines/${machine.code}/reservoirs/${answer.value.id}`);
        return answer;
      }}
    >
      <div className="grid gap-5 sm:grid-cols-2">
        <TextField name="name" label="Name" required />
        <QuantityField
          name="capacityL"
          label="Holds"
          dimension="volume"
          hint="Follows from the table below once its position is confirmed"
        />
        <TextField
          name="fillMark"
          label="Fill mark"
          hint="Where the oil stands when filled, such as middle of the glass"
        />
        <ChoiceField
          name="fillMarkState"
          label="Machine at the fill mark"
          options={optionsOf(machineStates)}
          empty="not said"
        />
        <TextField name="checkMark" label="Check mark" hint="Often another one: running and warm, or settled" />
        <ChoiceField
          name="checkMarkState"
          label="Machine at the check mark"
          options={optionsOf(machineStates)}
          empty="not said"
        />
        <TextField name="posture" label="Posture" hint="Ram retracted, door open, forks down" />
        <QuantityField name="settleMinutes" label="Settle or run before reading" dimension="minutes" />
        <ChoiceField
          name="holdsPressure"
          label="Stored pressure or accumulators"
          options={[
            { value: 'no', label: 'none' },
            { value: 'yes', label: 'yes: depressurised, its level says nothing' },
          ]}
          empty="not said"
        />
        <QuantityField name="residualL" label="Stays in lines after draining" dimension="volume" />
      </div>
      <FillTable />
      <LevelMarks />
      <TickField name="comesEmpty" label="Arrives without oil: not started before the first filling is in the book" />
      <ChoicesField
        name="pointIds"
        label="Feeds the points"
        options={points}
        hint="The lubricant is then assigned once, for all of them"
      />
    </SavedForm>
  );
}

function FillTable() {
  const { control } = useFormContext<ReservoirValues>();
  const rows = useWatch({ control, name: 'fillTable' });
  const positions = rows.map(({ position }) => position.trim()).filter(Boolean);
  return (
    <fieldset className="border-y border-rule py-4">
      <legend className="pr-3 text-lg font-semibold">Fill by mounting position</legend>
      <p className="caption">From the maker’s table. Turned over, the same unit may need half as much again.</p>
      <FieldRows
        name="fillTable"
        empty={{ position: '', volumeL: '', vent: '', drain: '' }}
        words={{ add: 'Add a position', row: 'position' }}
        columns="sm:grid-cols-[1fr_10rem_1fr_1fr_auto]"
      >
        {(row) => (
          <>
            <TextField name={`${row}.position`} label="Position" />
            <QuantityField name={`${row}.volumeL`} label="Fill" dimension="volume" />
            <TextField name={`${row}.vent`} label="Vent at" />
            <TextField name={`${row}.drain`} label="Drain at" />
          </>
        )}
      </FieldRows>
      {positions.length > 0 && (
        <div className="mt-4 max-w-sm">
          <ChoiceField
            name="mounting"
            label="Mounted now"
            options={positions.map((position) => ({ value: position, label: position }))}
            empty="Choose how it is mounted"
            required
            hint="Another position asks for fill, vent and drain to be confirmed"
          />
        </div>
      )}
    </fieldset>
  );
}

const LevelMarks = () => (
  <fieldset>
    <legend className="pr-3 text-lg font-semibold">Marks with litres</legend>
    <p className="caption">
      Sight glass, dipstick or rule: two marks or more give litres for every millimetre between them.
    </p>
    <FieldRows
      name="levelMarks"
      empty={{ levelMm: '', volumeL: '' }}
      words={{ add: 'Add a mark', row: 'mark' }}
      columns="grid-cols-[10rem_10rem_auto]"
    >
      {(row) => (
        <>
          <QuantityField name={`${row}.levelMm`} label="Level" dimension="length" />
          <QuantityField name={`${row}.volumeL`} label="Holds then" dimension="volume" />
        </>
      )}
    </FieldRows>
  </fieldset>
);
