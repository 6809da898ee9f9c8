'use client';

import { useState } from 'react';
import { ChoiceField, DayField, NoteField, TextField, optionsOf } from '@/components/ui/fields';
import { SavedForm } from '@/components/ui/saved-form';
import { addReplacement } from '../actions';
import { sourceRanks } from '@/core/words/source-ranks';

/** A former product that this lubricant stands in for, by whose word. */
export function ReplacementForm({ lubricantId, today }: { lubricantId: string; today: string }) {
  const [round, setRound] = useState(0);
  return (
    <SavedForm
      needs="plan"
      key={round}
      initial={{ formerName: '', machineCode: '', source: 'supplier', sourceText: '', sourceOn: today, note: '' }}
      submitLabel="Record it"
      save={async (values) => {
        const answer = await addReplacement({ ...values, lubricantId });
        if (answer.ok) setRound(round + 1);
        return answer;
      }}
    >
      <div className="grid gap-4 sm:grid-cols-2">
        <TextField name="formerName" label="Former product" required hint="As the old chart or plate names it" />
        <TextField
          name="machineCode"
          label="Only on machine"
          hint="Its code, where it is a letter of that machine’s own chart, such as A"
        />
        <ChoiceField name="source" label="Source" options={optionsOf(sourceRanks)} required />
        <TextField name="sourceText" label="Which document or who" required />
        <DayField name="sourceOn" label="Date of the source" required />
      </div>
      <NoteField name="note" label="Note" rows={2} />
    </SavedForm>
  );
}
