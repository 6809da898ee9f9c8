'use client';

import { useRouter } from 'next/navigation';
import { useFormContext, useWatch } from 'react-hook-form';
import { ChoiceField, ChoicesField, NoteField, QuantityField, TextField, optionsOf } from '@/components/ui/fields';
import { SavedForm } from '@/components/ui/saved-form';
import { additives, bases, families, thickeners } from '@/core/compat/vocabulary';
import { nlgiNumbers } from '@/core/lubricant/din-51502';
import { hazards } from '@/core/words/hazards';
import { isGreaseKind } from '@/core/store/store-room';
import { updateLubricant, createLubricant } from './actions';

export type LubricantValues = {
  code: string;
  name: string;
  kind: string;
  designation: string;
  description: string;
  baseOil: string;
  thickener: string;
  nlgi: string;
  isoVg: string;
  kv40: string;
  kv100: string;
  densityGCm3: string;
  pourPointC: string;
  lowerC: string;
  upperC: string;
  additives: string[];
  hazards: string[];
};
export const emptyLubricant: LubricantValues = {
  code: '',
  name: '',
  kind: 'gear-ep',
  designation: '',
  description: '',
  baseOil: 'mineral',
  thickener: '',
  nlgi: '',
  isoVg: '',
  kv40: '',
  kv100: '',
  densityGCm3: '',
  pourPointC: '',
  lowerC: '',
  upperC: '',
  additives: [],
  hazards: [],
};

/** The form of a lubricant, new or (with `known`) as it stands. */
export function LubricantForm({
  initial = emptyLubricant,
  known,
}: {
  initial?: LubricantValues;
  known?: { id: string; version: number };
}) {
  const router = useRouter();
  return (
    <SavedForm
      needs="plan"
      initial={initial}
      submitLabel={known ? 'Save lubricant' : 'Add lubricant'}
      save={async (values) => {
        const answer = known ? await updateLubricant(known.id, known.version, values) : await createLubricant(values);
        if (answer.ok) router.push(`/lubricants/${answer.value.code}`);
        return answer;
      }}
    >
      <div className="grid gap-5 sm:grid-cols-2">
        <TextField name="code" label="House code" required hint="Short, as it stands on cans and guns, such as G-22" />
        <TextField name="name" label="Name" required hint="What it is, in plain words" />
        <ChoiceField
          name="kind"
          label="Kind"
          options={optionsOf(families)}
          required
          hint="Points ask for the kind first, then for the viscosity"
        />
        <TextField
          name="designation"
          label="Designation"
          hint="By the norm, such as KP 2 K-20 or CLP 220; the bench decodes it"
        />
        <ChoiceField name="baseOil" label="Base oil" options={optionsOf(bases)} empty="not known" />
      </div>
      <Properties />
      <ChoicesField name="additives" label="Additives that matter" options={optionsOf(additives)} />
      <ChoicesField
        name="hazards"
        label="To mind when handling it"
        options={optionsOf(hazards)}
        hint="The safety data sheet and the site’s rules decide."
      />
      <NoteField name="description" label="Remarks" />
    </SavedForm>
  );
}

function Properties() {
  const { control } = useFormContext<LubricantValues>();
  const grease = isGreaseKind(useWatch({ control, name: 'kind' }));
  return (
    <div className="grid gap-5 border-y border-rule py-5 sm:grid-cols-2 lg:grid-cols-3">
      {grease && <ChoiceField name="thickener" label="Thickener" options={optionsOf(thickeners)} empty="not known" />}
      {grease && (
        <ChoiceField
          name="nlgi"
          label="NLGI number"
          options={nlgiNumbers.map((value) => ({ value, label: value }))}
          empty="choose"
          required
        />
      )}
      <QuantityField name="isoVg" label={grease ? 'ISO VG of its base oil' : 'ISO VG'} dimension="number" />
      <QuantityField name="kv40" label="Viscosity at 40 °C" dimension="viscosity" />
      <QuantityField name="kv100" label="Viscosity at 100 °C" dimension="viscosity" />
      <QuantityField name="densityGCm3" label="Density" dimension="density" hint="0.9 when not said" />
      <QuantityField name="pourPointC" label="Pour point" dimension="temperature" />
      <QuantityField name="lowerC" label="Used from" dimension="temperature" />
      <QuantityField name="upperC" label="Used up to" dimension="temperature" />
    </div>
  );
}
