'use client';

import { useState } from 'react';
import { ChoicesField, TextField, optionsOf } from '@/components/ui/fields';
import { SavedForm } from '@/components/ui/saved-form';
import { scopes } from '@/core/people/rights';
import { ShownOnce } from '@/app/shown-once';
import { addClient } from '../actions';

/** Lets a machine in, and shows its token this once. */
export function ClientForm() {
  const [token, setToken] = useState<string>();
  const [added, setAdded] = useState(0);
  return (
    <>
      <SavedForm
        needs="administer"
        key={added}
        initial={{ name: '', scopes: ['readings'] as string[], days: '365' }}
        submitLabel="Make its token"
        save={async (values) => {
          const answer = await addClient(values);
          if (answer.ok) {
            setToken(answer.value.token);
            setAdded(added + 1);
          }
          return answer;
        }}
      >
        <div className="grid gap-4 sm:grid-cols-[1fr_14rem] sm:items-start">
          <TextField name="name" label="What it is" required />
          <TextField name="days" label="Good for (days)" required />
        </div>
        <ChoicesField name="scopes" label="What for" options={optionsOf(scopes)} />
      </SavedForm>
      {token && <ShownOnce label="Token" text={token} />}
    </>
  );
}
