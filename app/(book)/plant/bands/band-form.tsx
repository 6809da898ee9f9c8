'use client';

import { QuantityField, TextField } from '@/components/ui/fields';
import { RowsForm } from '@/components/ui/rows-form';
import { saveBands } from '../actions';

type Band = { was: string; name: string; fromC: string; toC: string };

/** The plant's bands as one list, to be changed and saved together. */
export const BandForm = ({ bands }: { bands: Band[] }) => (
  <RowsForm
    needs="settings"
    name="bands"
    rows={bands}
    empty={{ was: '', name: '', fromC: '', toC: '' }}
    save={saveBands}
    words={{
      submit: 'Save bands',
      saved: 'Saved, and written in the log.',
      none: 'No band: one lubricant serves all the year at every point.',
      add: 'Add a band',
      row: 'band',
    }}
    columns="sm:grid-cols-[1.4fr_1fr_1fr_auto]"
  >
    {(prefix) => (
      <>
        <TextField name={`${prefix}.name`} label="Name" required />
        <QuantityField name={`${prefix}.fromC`} label="From" dimension="temperature" required />
        <QuantityField name={`${prefix}.toC`} label="To" dimension="temperature" required />
      </>
    )}
  </RowsForm>
);
