'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { parseQuantity } from '@/core/units/parse-quantity';
import { NoteField, QuantityField } from '../ui/fields';
import { type SaveAnswer, SavedForm } from '../ui/saved-form';
import { writeNow } from '../use-outbox';
import { WhenField, instantOf, whenNow } from './when-field';

type Props = { meter: { id: string; machineId: string; unit: string }; personId: string; timeZone: string };

/** A replaced meter: what the old dial showed last, where the new one begins. Hours go on counting over both. */
export function NewDialForm({ meter, personId, timeZone }: Props) {
  const router = useRouter();
  const [round, setRound] = useState(0);
  const [said, setSaid] = useState('');
  const dimension = meter.unit === 'hours' ? ('hours' as const) : ('number' as const);
  return (
    <>
      <SavedForm
        needs="write"
        key={round}
        initial={{ oldValue: '', newValue: '0', when: whenNow(timeZone), note: '' }}
        submitLabel="Write new dial"
        save={async ({ oldValue, newValue, when, note }): Promise<SaveAnswer> => {
          setSaid('');
          const [before, after, happened] = [
            parseQuantity(oldValue, dimension),
            parseQuantity(newValue, dimension),
            instantOf(when, timeZone),
          ];
          const fields = {
            ...(!before.ok && { oldValue: before.reason }),
            ...(!after.ok && { newValue: after.reason }),
            ...(!happened.ok && { when: happened.reason }),
          };
          if (!before.ok || !after.ok || !happened.ok)
            return { ok: false, reason: 'Some fields need another look.', fields };
          const answer = await writeNow({
            kind: 'meter-change',
            personId,
            machineId: meter.machineId,
            happenedAt: happened.happenedAt,
            offsetMinutes: happened.offsetMinutes,
            body: {
              meterId: meter.id,
              oldValue: before.value,
              newValue: after.value,
              typed: { oldValue, newValue },
              ...(note.trim() && { note: note.trim() }),
            },
          });
          if (answer.state === 'refused') return { ok: false, reason: answer.reason };
          setSaid('New dial written.');
          setRound(round + 1);
          router.refresh();
          return { ok: true };
        }}
      >
        <QuantityField name="oldValue" label="Old dial showed last" dimension={dimension} required />
        <QuantityField name="newValue" label="New dial begins at" dimension={dimension} required />
        <WhenField timeZone={timeZone} />
        <NoteField name="note" label="Why it was replaced" rows={2} />
      </SavedForm>
      <p role="status" className="mt-2">
        {said}
      </p>
    </>
  );
}
