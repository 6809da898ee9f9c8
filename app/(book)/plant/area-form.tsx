'use client';

import { useState } from 'react';
import { QuantityField, TextField } from '@/components/ui/fields';
import { SavedForm } from '@/components/ui/saved-form';
import { createArea } from './actions';

export function AreaForm() {
  const [saved, setSaved] = useState(0);
  return (
    <SavedForm
      needs="plan"
      key={saved}
      initial={{ code: '', name: '', coldestC: '', warmestC: '' }}
      submitLabel="Add area"
      save={async (values) => {
        const answer = await createArea(values);
        if (answer.ok) setSaved(saved + 1);
        return answer;
      }}
    >
      <div className="grid gap-4 sm:grid-cols-[9rem_1fr]">
        <TextField name="code" label="Area code" required />
        <TextField name="name" label="Name" required />
        <QuantityField name="coldestC" label="Coldest there" dimension="temperature" />
        <QuantityField
          name="warmestC"
          label="Warmest there"
          dimension="temperature"
          hint="Lubricants are judged for it; the plant’s bands where not said"
        />
      </div>
    </SavedForm>
  );
}
