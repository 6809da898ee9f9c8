'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useWatch } from 'react-hook-form';
import { ulid } from 'ulid';
import { ChoiceField, DayField, NoteField, TextField } from '@/components/ui/fields';
import { type SaveAnswer, SavedForm } from '@/components/ui/saved-form';
import { type Draft, writeNow } from '@/components/use-outbox';

type Place = { personId: string; machineId: string; pointId: string | null; findingId: string };
type Option = { value: string; label: string };
type Said = Record<string, string | undefined>;

/** Writes what becomes of a finding; the form begins anew with what stands then. */
function useFollowUp({ findingId, ...place }: Place) {
  const router = useRouter();
  const [round, setRound] = useState(0);
  const write = async (said: Said, before: readonly Draft[] = []): Promise<SaveAnswer> => {
    const answer = await writeNow({ kind: 'follow-up', ...place, body: { findingId, ...said } }, before);
    if (answer.state === 'refused') return { ok: false, reason: answer.reason };
    setRound(round + 1);
    router.refresh();
    return { ok: true };
  };
  return { round, write };
}

/** Somebody takes it on, until a day. */
export function TakeForm({
  ownerId,
  byOn,
  people,
  ...place
}: Place & { ownerId: string; byOn: string; people: Option[] }) {
  const { round, write } = useFollowUp(place);
  return (
    <SavedForm<{ ownerId: string; byOn: string; note: string }>
      needs="write"
      key={`${round}${ownerId}${byOn}`}
      initial={{ ownerId, byOn, note: '' }}
      submitLabel="Write who follows it up"
      save={async (values) =>
        values.ownerId || values.byOn
          ? write({
              does: 'take',
              ...(values.ownerId && { ownerId: values.ownerId }),
              ...(values.byOn && { byOn: values.byOn }),
              ...(values.note.trim() && { note: values.note.trim() }),
            })
          : {
              ok: false,
              reason: 'Nothing was said.',
              fields: { ownerId: 'Say who follows it up, or by which day.' },
            }
      }
    >
      <div className="grid gap-4 sm:grid-cols-2">
        <ChoiceField name="ownerId" label="Followed up by" options={people} empty="nobody yet" />
        <DayField name="byOn" label="Until" />
      </div>
      <NoteField name="note" label="Remark" rows={2} />
    </SavedForm>
  );
}

type Closing = { cause: string; answeredBy: string; done: string };
/** What is chosen where the work is not in the book yet. */
const notWritten = 'not-written';

/** What it came from, and which work ended that: one that stands in the book, or one that is written with it. */
export function CloseForm({ causes, answers, ...place }: Place & { causes: readonly string[]; answers: Option[] }) {
  const { round, write } = useFollowUp(place);
  const { personId, machineId, pointId } = place;
  return (
    <SavedForm<Closing>
      needs="write"
      key={round}
      initial={{ cause: '', answeredBy: answers.length > 0 ? '' : notWritten, done: '' }}
      submitLabel="Close this finding"
      save={async ({ cause, answeredBy, done }) => {
        const fields = {
          ...(cause.trim().length < 3 && { cause: 'Say what it came from, in a few words.' }),
          ...(answeredBy === '' && { answeredBy: 'Choose the work that ended its cause, or write it.' }),
          ...(answeredBy === notWritten && done.trim().length < 3 && { done: 'Write what was done, and by whom.' }),
        };
        if (Object.keys(fields).length > 0) return { ok: false, reason: 'Some fields need another look.', fields };
        const closed = { does: 'close', cause: cause.trim() };
        if (answeredBy !== notWritten) return write({ ...closed, answeredBy });
        const note = { id: ulid(), kind: 'note' as const, personId, machineId, pointId, body: { text: done.trim() } };
        return write({ ...closed, answeredBy: note.id }, [note]);
      }}
    >
      <TextField
        name="cause"
        label="What it came from"
        suggestions={causes}
        required
        {...(causes.length > 0 && { hint: 'Choose a usual one, or write your own.' })}
      />
      <ChoiceField
        name="answeredBy"
        label="What ended that"
        options={[...answers, { value: notWritten, label: 'work that is not in the book yet' }]}
        empty="Choose the work"
        required
      />
      <Done />
    </SavedForm>
  );
}

function Done() {
  const answeredBy = useWatch<Closing, 'answeredBy'>({ name: 'answeredBy' });
  if (answeredBy !== notWritten) return null;
  return <NoteField name="done" label="What was done, and by whom" required rows={2} />;
}

/** It is not gone after all. */
export function ReopenForm(place: Place) {
  const { round, write } = useFollowUp(place);
  return (
    <SavedForm<{ reason: string }>
      needs="write"
      key={round}
      initial={{ reason: '' }}
      submitLabel="Open it again"
      save={async ({ reason }) =>
        reason.trim().length < 3
          ? { ok: false, reason: 'Say why.', fields: { reason: 'Say why it is open again, in a few words.' } }
          : write({ does: 'reopen', reason: reason.trim() })
      }
    >
      <NoteField name="reason" label="Why" required rows={2} />
    </SavedForm>
  );
}
