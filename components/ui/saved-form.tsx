'use client';

import { type ReactNode, useState } from 'react';
import { type DefaultValues, type FieldValues, FormProvider, type Path, useForm } from 'react-hook-form';
import { type Action, whoDoes } from '@/core/people/rights';
import { useMay } from '../who-may';
import { FormProblem } from './notice';
import { type Refused, answerOf } from './use-mutation';

/** What a save answers: yes, or words for the form and its fields. */
export type SaveAnswer = { ok: true } | Refused;

type Props<Values extends FieldValues> = {
  /** What one has to be allowed to do: others read it, and are told whose it is. */
  needs: Action;
  initial: Values;
  save: (values: Values) => Promise<SaveAnswer>;
  submitLabel: string;
  children: ReactNode;
  aside?: ReactNode;
};

/**
 * The one form of the application. It sends what was typed to its save, puts refusals beside their fields, focuses the
 * first of them, and keeps everything typed until the save has said yes.
 */
export function SavedForm<Values extends FieldValues>({
  needs,
  initial,
  save,
  submitLabel,
  children,
  aside,
}: Props<Values>) {
  const isMine = useMay(needs);
  const form = useForm<Values>({ defaultValues: initial as DefaultValues<Values> });
  const [reason, setReason] = useState<string | null>(null);
  const submit = form.handleSubmit(async (values) => {
    setReason(null);
    const answer = await answerOf(save(values));
    if (answer.ok) return;
    setReason(answer.reason);
    Object.entries(answer.fields ?? {}).forEach(([name, message], index) =>
      form.setError(name as Path<Values>, { message }, { shouldFocus: index === 0 }),
    );
  });
  return (
    <FormProvider {...form}>
      <form
        onSubmit={(event) => {
          form.clearErrors();
          void submit(event);
        }}
        noValidate
        className="grid gap-5"
      >
        {isMine ? (
          <>
            {children}
            <FormProblem reason={reason} />
            <div className="flex flex-wrap items-center gap-3">
              <button className="button button-first" disabled={form.formState.isSubmitting}>
                {form.formState.isSubmitting ? 'Saving …' : submitLabel}
              </button>
              {aside}
            </div>
          </>
        ) : (
          <>
            <p>Not yours to change. {whoDoes(needs)}</p>
            <fieldset disabled className="not-yours">
              {children}
            </fieldset>
          </>
        )}
      </form>
    </FormProvider>
  );
}
