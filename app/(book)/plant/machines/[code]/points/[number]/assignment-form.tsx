'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useFormContext } from 'react-hook-form';
import { ChoiceField, DayField, NoteField, TextField, optionsOf } from '@/components/ui/fields';
import { SavedForm } from '@/components/ui/saved-form';
import { addAssignment } from '@/app/(book)/plant/actions';
import { sourceRanks } from '@/core/words/source-ranks';

type Values = {
  lubricantId: string;
  source: string;
  sourceText: string;
  sourceOn: string;
  climate: string;
  mounting: string;
  ambientBand: string;
  overruledBecause: string;
};
type Props = {
  pointId: string;
  lubricants: { value: string; label: string }[];
  bands: string[];
  today: string;
  initial?: Partial<Values>;
  /** A finding says stop: the reason is asked for at once. */ stopped?: boolean;
  backTo?: string;
};

/** Which lubricant, by whose word. What is stopped is taken only with a reason, which stays at the point. */
export function AssignmentForm({ pointId, lubricants, bands, today, initial, stopped = false, backTo }: Props) {
  const router = useRouter();
  const [round, setRound] = useState(0);
  const [asked, setAsked] = useState(stopped);
  return (
    <SavedForm<Values>
      needs="plan"
      key={round}
      initial={{
        lubricantId: '',
        source: '',
        sourceText: '',
        sourceOn: today,
        climate: '',
        mounting: '',
        ambientBand: '',
        overruledBecause: '',
        ...initial,
      }}
      submitLabel="Record assignment"
      save={async (values) => {
        const answer = await addAssignment(pointId, values);
        if (answer.ok) {
          setRound(round + 1);
          if (backTo) router.push(backTo);
        } else if (answer.fields?.overruledBecause) setAsked(true);
        return answer;
      }}
    >
      <div className="grid gap-4 sm:grid-cols-2">
        <ChoiceField name="lubricantId" label="Lubricant" options={lubricants} empty="Choose a lubricant" required />
        <ChoiceField
          name="source"
          label="Source"
          options={optionsOf(sourceRanks)}
          empty="Choose whose word it is"
          required
          hint="The higher-ranked source wins; the others stay visible"
        />
        <TextField name="sourceText" label="Which document or who" required />
        <DayField name="sourceOn" label="Date of the source" required />
        {bands.length > 0 && (
          <ChoiceField
            name="ambientBand"
            label="For the ambient band"
            options={bands.map((band) => ({ value: band, label: band }))}
            empty="all of them"
            hint="When the band changes, a change falls due; nothing is switched silently"
          />
        )}
        <TextField name="climate" label="Climate" hint="As the source words it, if at all" />
        <TextField name="mounting" label="Mounting" hint="Position it was written for, if any" />
      </div>
      <Overrule asked={asked} />
    </SavedForm>
  );
}

/** The reason for taking what is stopped; shown once it is asked for. */
function Overrule({ asked }: { asked: boolean }) {
  const { getFieldState, formState } = useFormContext<Values>();
  if (!asked && !getFieldState('overruledBecause', formState).error) return null;
  return (
    <NoteField
      name="overruledBecause"
      label="Why it is taken all the same"
      rows={2}
      hint="Your name and these words stay at the point ever after"
    />
  );
}
