'use client';

import { ChoiceField, ChoicesField, TextField, TickField, optionsOf } from '@/components/ui/fields';
import { SaidForm } from '@/components/ui/said-form';
import { plantSchools, temperatureRules } from '@/core/register/plant-settings';
import { besideWords } from '@/core/units/beside';
import { savePlantSettings } from '../actions';

type Values = {
  name: string;
  timeZone: string;
  dayStartsAt: string;
  greaseSchool: string;
  temperatureRule: string;
  airForCleaning: boolean;
  unitsBeside: string[];
};

/** The plant's clock, schools and habits. @param zones that the server knows */
export function SettingsForm({ initial, zones }: { initial: Values; zones: readonly string[] }) {
  return (
    <SaidForm needs="settings" initial={initial} submitLabel="Save" saved="Saved." save={savePlantSettings}>
      <TextField name="name" label="Name" required />
      <div className="grid gap-4 sm:grid-cols-2 sm:items-start">
        <ChoiceField
          name="timeZone"
          label="Time zone"
          options={zones.map((zone) => ({ value: zone, label: zone }))}
          hint="Changing it derives every date anew; the log stays as it is"
        />
        <TextField
          name="dayStartsAt"
          label="Day starts at"
          hint="Whoever works at night writes on the page of the day before until then"
        />
      </div>
      <div className="grid gap-4 sm:grid-cols-2 sm:items-start">
        <ChoiceField
          name="greaseSchool"
          label="Amounts of grease"
          options={optionsOf(plantSchools)}
          hint="Where a point says nothing of its own"
        />
        <ChoiceField
          name="temperatureRule"
          label="Warm bearings"
          options={optionsOf(temperatureRules)}
          hint="How warmth shortens the interval"
        />
      </div>
      <div>
        <TickField name="airForCleaning" label="Compressed air may be used for cleaning here" />
        <p className="caption">
          Where it is not ticked, stops that clean say: brush and vacuum. Never towards a seal, a bearing or a person
          either way.
        </p>
      </div>
      <ChoicesField
        name="unitsBeside"
        label="Other units beside"
        options={optionsOf(besideWords)}
        hint="Said in brackets after what is shown. A number typed without a unit goes on meaning the unit of its field; with one it is converted."
      />
    </SaidForm>
  );
}
