'use client';

import { useState } from 'react';
import { ChoiceField, TextField, optionsOf } from '../../../../../../../components/ui/fields';
import { SavedForm } from '../../../../../../../components/ui/saved-form';
import { sourceRanks } from '../../../../../../../core/register/point-kinds';
import { saveAssignment } from '../../../../actions';

/** Which lubricant, by whose word. */
export function AssignmentFields({ pointId, lubricants, today }: { pointId: string; lubricants: { value: string; label: string }[]; today: string }) {
  const [round, setRound] = useState(0);
  return (
    <SavedForm key={round} initial={{ lubricantId: '', source: 'manual', sourceText: '', sourceOn: today, climate: '', mounting: '' }} submitLabel="Record assignment" save={async (values) => {
      const answer = await saveAssignment(pointId, values);
      if (answer.ok) setRound(round + 1);
      return answer;
    }}>
      <div className="grid gap-4 sm:grid-cols-2">
        <ChoiceField name="lubricantId" label="Lubricant" options={lubricants} empty="Choose a lubricant" required />
        <ChoiceField name="source" label="Source" options={optionsOf(sourceRanks)} required hint="The higher-ranked source wins; the others stay visible" />
        <TextField name="sourceText" label="Which document or who" required />
        <TextField name="sourceOn" type="date" label="Date of the source" required />
        <TextField name="climate" label="Climate" hint="Ambient band it was written for, if any" />
        <TextField name="mounting" label="Mounting" hint="Position it was written for, if any" />
      </div>
    </SavedForm>
  );
}
