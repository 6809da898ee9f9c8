'use client';

import { useState } from 'react';
import { ChoiceField, QuantityField, TextField, TickField } from '@/components/ui/fields';
import { SavedForm } from '@/components/ui/saved-form';
import { calibrateGun, createGun } from '../actions';

const weighing = (
  <>
    <QuantityField name="strokes" label="Strokes pumped" dimension="number" required hint="Ten at least" />
    <QuantityField name="massG" label="They weighed" dimension="mass" required />
  </>
);

/** A new weighing of a gun. */
export function CalibrationForm({ gunId }: { gunId: string }) {
  const [round, setRound] = useState(0);
  return (
    <SavedForm
      needs="store"
      key={round}
      initial={{ strokes: '', massG: '' }}
      submitLabel="Calibrate"
      save={async (values) => {
        const answer = await calibrateGun(gunId, values);
        if (answer.ok) setRound(round + 1);
        return answer;
      }}
    >
      <div className="grid gap-4 sm:grid-cols-2">{weighing}</div>
    </SavedForm>
  );
}

/** A new gun with its first weighing. */
export function GunForm({ greases }: { greases: { value: string; label: string }[] }) {
  const [round, setRound] = useState(0);
  return (
    <SavedForm
      needs="store"
      key={round}
      initial={{ code: '', name: '', lubricantId: '', airPowered: false, strokes: '', massG: '' }}
      submitLabel="Add gun"
      save={async (values) => {
        const answer = await createGun(values);
        if (answer.ok) setRound(round + 1);
        return answer;
      }}
    >
      <div className="grid gap-4 sm:grid-cols-2">
        <TextField name="code" label="Gun code" required hint="As it stands on the gun" />
        <TextField name="name" label="Name" required />
        <ChoiceField name="lubricantId" label="Grease" options={greases} empty="Choose the one it carries" required />
        {weighing}
      </div>
      <TickField name="airPowered" label="Air-powered" />
    </SavedForm>
  );
}
