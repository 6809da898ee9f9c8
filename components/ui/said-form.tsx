'use client';

import { useState } from 'react';
import type { FieldValues } from 'react-hook-form';
import { type SaveAnswer, SavedForm } from './saved-form';

type Props<Values extends FieldValues> = Parameters<typeof SavedForm<Values>>[0] & {
  save: (values: Values) => Promise<SaveAnswer>;
  /** Said once it is saved. */
  saved: string | ((values: Values) => string);
  /** It stands empty for the next one then. */
  clears?: boolean;
};

/**
 * A form that stays where it is and says that it has saved. What is stored then may read otherwise than what was typed: the
 * form begins anew from it, and what was said stays.
 */
export function SaidForm<Values extends FieldValues>({ save, saved, clears = false, ...props }: Props<Values>) {
  const [said, setSaid] = useState('');
  const [times, setTimes] = useState(0);
  return (
    <>
      <SavedForm
        {...props}
        key={`${times} ${JSON.stringify(props.initial)}`}
        save={async (values: Values) => {
          setSaid('');
          const answer = await save(values);
          if (answer.ok) {
            setSaid(typeof saved === 'string' ? saved : saved(values));
            if (clears) setTimes(times + 1);
          }
          return answer;
        }}
      />
      <p role="status" className="mt-2">
        {said}
      </p>
    </>
  );
}
