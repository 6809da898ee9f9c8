'use client';

import { ChoicesField, QuantityField } from '@/components/ui/fields';
import { SavedForm } from '@/components/ui/saved-form';
import { severityFactors } from '@/core/interval/severity';
import { takeOilLife } from '@/app/(book)/plant/actions';

const choices = Object.entries(severityFactors).map(([value, { name, value: factor }]) => ({
  value,
  label: `${name} × ${factor}`,
}));

/** The life of the oil at its real temperature: halves for every ten kelvin more, shortened by what else it bears. */
export function OilLifeForm({
  taskId,
  temperatureC,
  hours,
}: {
  taskId: string;
  temperatureC: number | null;
  hours: number | null;
}) {
  return (
    <SavedForm
      needs="plan"
      initial={{
        baseLifeH: hours === null ? '' : String(hours),
        baseTemperatureC: '60',
        temperatureC: temperatureC === null ? '' : String(temperatureC),
        severity: [] as string[],
      }}
      submitLabel="Take this interval"
      save={(values) => takeOilLife(taskId, values)}
    >
      <div className="grid gap-4 sm:grid-cols-3">
        <QuantityField name="baseLifeH" label="Rated life" dimension="hours" required />
        <QuantityField name="baseTemperatureC" label="Rated at" dimension="temperature" required />
        <QuantityField name="temperatureC" label="Oil temperature here" dimension="temperature" required />
      </div>
      <ChoicesField name="severity" label="Harder than usual" options={choices} hint="Each shortens the life" />
    </SavedForm>
  );
}
