'use client';

import { DayField, TextField } from '@/components/ui/fields';
import { RowsForm } from '@/components/ui/rows-form';
import { saveClosures } from '../actions';

/** The days on which the plant stands, as one list. */
export const ClosureForm = ({ closures }: { closures: { name: string; from: string; to: string }[] }) => (
  <RowsForm
    needs="settings"
    name="closures"
    rows={closures}
    empty={{ name: '', from: '', to: '' }}
    save={saveClosures}
    words={{
      submit: 'Save',
      saved: 'Saved; every forecast heeds it.',
      none: 'No day is set: every machine is taken to run all year.',
      add: 'Add days',
      row: 'closure',
    }}
    columns="sm:grid-cols-[1.4fr_1fr_1fr_auto]"
  >
    {(prefix) => (
      <>
        <TextField name={`${prefix}.name`} label="Name" required />
        <DayField name={`${prefix}.from`} label="From" required />
        <DayField name={`${prefix}.to`} label="To" required />
      </>
    )}
  </RowsForm>
);
