'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { ChoiceField, NoteField, TextField } from '@/components/ui/fields';
import { type SaveAnswer, SavedForm } from '@/components/ui/saved-form';
import { type Draft, writeNow } from '@/components/use-outbox';

type Place = {
  personId: string;
  machineId: string;
  pointId: string | null;
  openId: string;
  isLock: boolean;
  name: string;
  taskIds: string[];
};
type Said = Pick<Draft, 'kind' | 'body'>;

/** Writes what becomes of something that is open; the forms begin anew with what stands then. */
function useOpening({ personId, machineId, pointId, taskIds }: Place) {
  const router = useRouter();
  const [round, setRound] = useState(0);
  const write = async (said: Said): Promise<SaveAnswer> => {
    const answer = await writeNow({ ...said, personId, machineId, pointId, taskIds });
    if (answer.state === 'refused') return { ok: false, reason: answer.reason };
    setRound(round + 1);
    router.refresh();
    return { ok: true };
  };
  return { round, write };
}

/** It is closed, or the own lock is off. */
export function CloseThingForm(place: Place) {
  const { round, write } = useOpening(place);
  const { isLock, openId, name } = place;
  return (
    <SavedForm<{ note: string }>
      needs="write"
      key={round}
      initial={{ note: '' }}
      submitLabel={isLock ? 'My lock is off' : 'It is closed'}
      save={({ note }) => {
        const remark = note.trim() ? { note: note.trim() } : {};
        return write(
          isLock
            ? { kind: 'isolation', body: { does: 'unlock', lockId: openId, ...remark } }
            : { kind: 'close', body: { openId, name, ...remark } },
        );
      }}
    >
      <NoteField name="note" label="Remark" rows={2} />
    </SavedForm>
  );
}

/** Somebody else answers for it from now on. */
export function HandOnForm({ people, ...place }: Place & { people: { value: string; label: string }[] }) {
  const { round, write } = useOpening(place);
  const { isLock, openId, name } = place;
  return (
    <SavedForm<{ toId: string }>
      needs="write"
      key={round}
      initial={{ toId: '' }}
      submitLabel="Hand it on"
      save={async ({ toId }) =>
        toId
          ? write(
              isLock
                ? { kind: 'isolation', body: { does: 'hand-on', lockId: openId, toId } }
                : { kind: 'open', body: { does: 'hand-on', openId, toId, name } },
            )
          : { ok: false, reason: 'Nobody was named.', fields: { toId: 'Say who answers for it from now on.' } }
      }
    >
      <ChoiceField name="toId" label="Answers for it from now on" options={people} empty="Choose a person" required />
    </SavedForm>
  );
}

/** It stays open though it must not be: with a name and a reason. */
export function WaiverForm(place: Place) {
  const { round, write } = useOpening(place);
  const { openId, name } = place;
  return (
    <SavedForm<{ allowedBy: string; reason: string }>
      needs="write"
      key={round}
      initial={{ allowedBy: '', reason: '' }}
      submitLabel="Write the waiver"
      save={async ({ allowedBy, reason }) => {
        const fields = {
          ...(allowedBy.trim().length < 2 && { allowedBy: 'Say who allowed it, by name.' }),
          ...(reason.trim().length < 3 && { reason: 'Say why, in a few words.' }),
        };
        if (Object.keys(fields).length > 0) return { ok: false, reason: 'A name and a reason are missing.', fields };
        return write({
          kind: 'waiver',
          body: { openId, name, allowedBy: allowedBy.trim(), reason: reason.trim() },
        });
      }}
    >
      <TextField name="allowedBy" label="Who allowed it, by name" required />
      <NoteField name="reason" label="Why" rows={2} required />
    </SavedForm>
  );
}
