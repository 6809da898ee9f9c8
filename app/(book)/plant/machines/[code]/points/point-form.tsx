'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useRef } from 'react';
import { useFormContext, useWatch } from 'react-hook-form';
import {
  ChoiceField,
  ChoicesField,
  NoteField,
  QuantityField,
  TextField,
  TickField,
  optionsOf,
} from '@/components/ui/fields';
import { SavedForm } from '@/components/ui/saved-form';
import { materials } from '@/core/compat/vocabulary';
import { machineStates } from '@/core/words/machine-states';
import { type FieldSpec, type PointKind, fieldsOf, pointKindNames, pointKinds } from '@/core/register/point-kinds';
import { createPoint, updatePoint } from '@/app/(book)/plant/actions';
import { usualDetails } from './usual-details';
import { consequences } from '@/core/words/consequences';

export type PointValues = {
  kind: PointKind;
  name: string;
  location: string;
  reservoirId: string;
  consequence: string;
  machineState: string;
  cautions: string;
  doNots: string;
  accessNote: string;
  enoughSign: string;
  forbidsAirGun: boolean;
  materials: string[];
  details: Record<string, string>;
};

const kindOptions = pointKindNames.map((kind) => ({ value: kind, label: pointKinds[kind].label }));

/** The point form; its fields follow the point's kind. */
export function PointForm({
  machine,
  reservoirs,
  initial,
  known,
}: {
  machine: { id: string; code: string };
  reservoirs: { value: string; label: string }[];
  initial: PointValues;
  known?: { id: string; version: number; number: number };
}) {
  const router = useRouter();
  return (
    <SavedForm
      needs="plan"
      initial={initial}
      submitLabel={known ? 'Save point' : 'Add point'}
      save={async (values) => {
        // Only the fields of the chosen kind are sent; what was typed for another kind stays in the form.
        const details = Object.fromEntries(fieldsOf(values.kind).map(({ key }) => [key, values.details[key] ?? '']));
        const answer = known
          ? await updatePoint(known.id, known.version, { ...values, details })
          : await createPoint(machine.id, { ...values, details });
        if (answer.ok)
          router.push(
            `/plant/machines/${machine.code}/points/${'number' in answer.value ? answer.value.number : known!.number}`,
          );
        return answer;
      }}
    >
      <div className="grid gap-5 sm:grid-cols-2">
        <ChoiceField name="kind" label="Kind" options={kindOptions} required />
        <TextField name="name" label="Name" required hint="Such as: motor bearing, drive end" />
        <TextField name="location" label="Where on the machine" required />
        <ChoiceField
          name="machineState"
          label="Machine state"
          options={optionsOf(machineStates)}
          required
          hint="As the task needs it"
        />
        <ChoiceField
          name="consequence"
          label="What a failure costs"
          options={optionsOf(Object.fromEntries(Object.entries(consequences)))}
          required
        />
        {reservoirs.length > 0 && (
          <ChoiceField name="reservoirId" label="Fed by reservoir" options={reservoirs} empty="none, its own" />
        )}
      </div>
      <KindFields />
      <div className="grid gap-5 sm:grid-cols-2">
        <NoteField name="cautions" label="Cautions" hint="Shown before the step. The site’s own rules decide." />
        <NoteField name="doNots" label="Do-nots" hint="A bolt that stays loose, a fitting that is not greased" />
        <NoteField name="accessNote" label="How to get to it" />
        <TextField name="enoughSign" label="How to tell it is enough" />
      </div>
      <details className="border-y border-rule py-3" open={initial.materials.length > 0}>
        <summary className="inline-flex min-h-11 cursor-pointer items-center font-semibold">
          What its lubricant touches: metals, seals, paint
        </summary>
        <ChoicesField
          name="materials"
          label="It touches"
          options={optionsOf(materials)}
          hint="Some additives eat bronze, some oils swell seals: what is ticked here is judged when a lubricant is chosen"
        />
      </details>
      <TickField name="forbidsAirGun" label="No air-powered gun here" />
    </SavedForm>
  );
}

function KindFields() {
  const {
    control,
    setValue,
    formState: { dirtyFields },
  } = useFormContext<PointValues>();
  const kind = useWatch({ control, name: 'kind' });
  const fields = fieldsOf(kind);
  const before = useRef(kind);
  useEffect(() => {
    // A kind just chosen begins at its own usual answers; what a person has set stands.
    if (before.current === kind) return;
    before.current = kind;
    for (const [key, value] of Object.entries(usualDetails(kind)))
      if (!dirtyFields.details?.[key]) setValue(`details.${key}`, value);
  }, [kind, dirtyFields.details, setValue]);
  if (fields.length === 0) return null;
  return (
    <fieldset className="border-y border-rule py-5">
      <legend className="pr-3 text-lg font-semibold">{pointKinds[kind].label}</legend>
      <div className="grid gap-5 sm:grid-cols-2 lg:grid-cols-3">
        {fields.map((field) => (
          <KindField key={`${kind}-${field.key}`} field={field} />
        ))}
      </div>
    </fieldset>
  );
}

function KindField({ field }: { field: FieldSpec }) {
  const common = {
    name: `details.${field.key}`,
    label: field.label,
    ...(field.required && { required: true }),
    ...(field.hint && { hint: field.hint }),
  };
  if (field.type === 'quantity') return <QuantityField {...common} dimension={field.dimension} />;
  if (field.type === 'choice')
    return <ChoiceField {...common} options={field.options} {...(!field.required && { empty: 'not said' })} />;
  return <TextField {...common} />;
}
