'use client';

import { ChoiceField, NoteField, TextField, optionsOf } from '@/components/ui/fields';
import { SavedForm } from '@/components/ui/saved-form';
import { FormProblem } from '@/components/ui/notice';
import { useMutation } from '@/components/ui/use-mutation';
import type { typedOwnSign } from '@/core/register/own-sign-form';
import { actByWords, restartWords, verdicts } from '@/core/words/sign-row';
import { saveOwnSign } from '../../actions';

/** What is said here in place of one row: the table’s own words stand in it until they are changed. */
export function OwnSignForm({
  pointId,
  what,
  row,
  initial,
  isSaid,
}: {
  pointId: string | null;
  what: string;
  row: string;
  initial: ReturnType<typeof typedOwnSign>;
  /** Something is said here already, and can be taken back. */
  isSaid: boolean;
}) {
  const { busy, reason, send } = useMutation();
  return (
    <SavedForm
      needs="plan"
      initial={initial}
      submitLabel="Write this rule"
      save={(values) => saveOwnSign(pointId, { what, row }, values)}
      aside={
        isSaid && (
          <>
            <button
              type="button"
              className="button"
              disabled={busy}
              onClick={() => void send(() => saveOwnSign(pointId, { what, row }, null))}
            >
              Take it back: the table holds again
            </button>
            <FormProblem reason={reason} />
          </>
        )
      }
    >
      <div className="grid gap-4 sm:grid-cols-3">
        <ChoiceField name="verdict" label="What it comes to" options={optionsOf(verdicts)} required />
        <ChoiceField name="actBy" label="By when" options={optionsOf(actByWords)} empty="not said" />
        <ChoiceField name="restart" label="May it run" options={optionsOf(restartWords)} required />
      </div>
      <div className="grid gap-4 sm:grid-cols-2">
        <NoteField name="causes" label="Likely causes, one a line" rows={4} />
        <NoteField name="next" label="What to do next, one a line" rows={4} />
      </div>
      <TextField
        name="source"
        label="Whose word it is: manual and page, instruction, what the years have shown"
        required
      />
    </SavedForm>
  );
}
