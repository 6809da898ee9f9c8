'use client';

import { useState } from 'react';
import { TextField } from '../../../components/ui/fields';
import { SavedForm } from '../../../components/ui/saved-form';
import { saveArea } from './actions';

export function AreaFields() {
  const [saved, setSaved] = useState(0);
  return (
    <SavedForm key={saved} initial={{ code: '', name: '' }} submitLabel="Add area" save={async (values) => {
      const answer = await saveArea(values);
      if (answer.ok) setSaved(saved + 1);
      return answer;
    }}>
      <div className="grid gap-4 sm:grid-cols-[9rem_1fr]">
        <TextField name="code" label="Area code" required />
        <TextField name="name" label="Name" required />
      </div>
    </SavedForm>
  );
}
