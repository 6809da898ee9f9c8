'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { isPlantDay } from '@/core/time/plant-day';
import { DayField, NoteField } from '../ui/fields';
import { type SaveAnswer, SavedForm } from '../ui/saved-form';
import { writeNow } from '../use-outbox';
import { day } from '../words';

type Props = { personId: string; machineId: string; pointId: string; taskId: string; dueOn: string; latest: string };

/** Puts one task off, with a reason and no further than its cap. The day it was due stays beside the new one. */
export function PostponeForm({ personId, machineId, pointId, taskId, dueOn, latest }: Props) {
  const router = useRouter();
  const [round, setRound] = useState(0);
  const [said, setSaid] = useState('');
  return (
    <>
      <SavedForm<{ untilOn: string; reason: string }>
        needs="write"
        key={round}
        initial={{ untilOn: latest, reason: '' }}
        submitLabel="Put off"
        save={async ({ untilOn, reason }): Promise<SaveAnswer> => {
          setSaid('');
          if (!isPlantDay(untilOn))
            return { ok: false, reason: 'The day needs another look.', fields: { untilOn: 'Choose a day.' } };
          if (reason.trim().length < 3)
            return {
              ok: false,
              reason: 'Putting off needs its reason.',
              fields: { reason: 'Say why, in a few words: whoever walks next will read it.' },
            };
          const answer = await writeNow({
            kind: 'postpone',
            personId,
            machineId,
            pointId,
            taskIds: [taskId],
            body: { untilOn, wasDueOn: dueOn, reason: reason.trim() },
          });
          if (answer.state === 'refused')
            return {
              ok: false,
              reason: answer.reason,
              fields: Object.fromEntries(
                answer.problems.map(({ pointer, detail }) => [pointer.replace('/body/', ''), detail]),
              ),
            };
          setSaid(`Put off until ${day(untilOn)}.`);
          setRound(round + 1);
          router.refresh();
          return { ok: true };
        }}
      >
        <DayField name="untilOn" label="Put off until" required hint={`${day(latest)} at the latest`} />
        <NoteField name="reason" label="Why" required rows={2} />
      </SavedForm>
      <p role="status" className="mt-2">
        {said}
      </p>
    </>
  );
}
