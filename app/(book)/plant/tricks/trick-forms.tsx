'use client';

import { useState } from 'react';
import { useRouter } from 'next/navigation';
import { FormProblem } from '@/components/ui/notice';
import { NoteField } from '@/components/ui/fields';
import { type SaveAnswer, SavedForm } from '@/components/ui/saved-form';
import { judgeTrick } from '../actions';

type Said = { text: string; hazard: string };

/** A planner says in which words a trick stands on rounds, or that it does not. */
export function TrickForms({ entryId, text, hazard }: Said & { entryId: string }) {
  const router = useRouter();
  const [problem, setProblem] = useState<string | null>(null);
  const judge = async (values: Said, state: 'approved' | 'declined'): Promise<SaveAnswer> => {
    const answer = await judgeTrick(entryId, values, state);
    if (!answer.ok) return answer;
    router.refresh();
    return { ok: true };
  };
  return (
    <div className="no-print mt-2">
      <SavedForm<Said>
        needs="plan"
        initial={{ text, hazard }}
        submitLabel="It is safe: show it on rounds"
        save={(values) => judge(values, 'approved')}
        aside={
          <button
            type="button"
            className="button"
            onClick={() =>
              void judge({ text, hazard }, 'declined').then((answer) => setProblem(answer.ok ? null : answer.reason))
            }
          >
            Do not show it
          </button>
        }
      >
        <NoteField name="text" label="The trick" rows={2} required />
        <NoteField name="hazard" label="What may hurt on the way" rows={2} />
      </SavedForm>
      <FormProblem reason={problem} />
    </div>
  );
}
