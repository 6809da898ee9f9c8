'use client';

import { useRouter } from 'next/navigation';
import { parseQuantity } from '@/core/units/parse-quantity';
import { ChoiceField, NoteField, QuantityField } from '../ui/fields';
import { type SaveAnswer, SavedForm } from '../ui/saved-form';
import { writeNow } from '../use-outbox';
import { SinceWhen } from './commissioned';
import { instantOf, whenNow } from './when-field';

type Props = {
  personId: string;
  machineId: string;
  pointId: string;
  timeZone: string;
  lubricants: { value: string; label: string }[];
  lubricantId: string;
  back: string;
};

/** A whole unit goes into use, new or overhauled: all its tasks begin anew and its first hours are planned. */
export function CommissionForm({ personId, machineId, pointId, timeZone, lubricants, lubricantId, back }: Props) {
  const router = useRouter();
  return (
    <SavedForm
      needs="write"
      initial={{ when: whenNow(timeZone), lubricantId, volume: '', hours: '', note: '' }}
      submitLabel="Write commissioning"
      save={async (values): Promise<SaveAnswer> => {
        const happened = instantOf(values.when, timeZone);
        const volume = values.volume.trim() ? parseQuantity(values.volume, 'volume') : undefined;
        const hours = values.hours.trim() ? parseQuantity(values.hours, 'hours') : undefined;
        const fields = {
          ...(!happened.ok && { when: happened.reason }),
          ...(volume && !volume.ok && { volume: volume.reason }),
          ...(hours && !hours.ok && { hours: hours.reason }),
        };
        if (!happened.ok || (volume && !volume.ok) || (hours && !hours.ok))
          return { ok: false, reason: 'Some fields need another look.', fields };
        const body = {
          basis: 'commissioned',
          ...(values.lubricantId && { lubricantId: values.lubricantId }),
          ...(volume && { volumeL: volume.value }),
          ...(hours && { hours: hours.value }),
          ...(values.note.trim() && { note: values.note.trim() }),
        };
        const answer = await writeNow({
          kind: 'commissioning',
          personId,
          machineId,
          pointId,
          taskIds: [],
          happenedAt: happened.happenedAt,
          offsetMinutes: happened.offsetMinutes,
          body,
        });
        if (answer.state === 'refused') return { ok: false, reason: answer.reason };
        router.push(back);
        return { ok: true };
      }}
    >
      <div className="grid gap-4 sm:grid-cols-2">
        <SinceWhen timeZone={timeZone} />
        <ChoiceField name="lubricantId" label="Filled with" options={lubricants} empty="not filled yet" />
        <QuantityField name="volume" label="Filled" dimension="volume" />
      </div>
      <NoteField name="note" label="What was done" rows={2} />
    </SavedForm>
  );
}
