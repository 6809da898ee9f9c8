'use client';

import { useState } from 'react';
import { FieldRows, type FieldRowsProps, type Row } from './field-rows';
import { type SaveAnswer, SavedForm } from './saved-form';

type Values<Name extends string> = Record<Name, Row[]>;
type Props<Name extends string> = Omit<FieldRowsProps<Name>, 'words'> & {
  rows: Row[];
  words: FieldRowsProps<Name>['words'] & {
    submit: string;
    /** Said once it is saved. */
    saved: string;
  };
  save: (values: Values<Name>) => Promise<SaveAnswer>;
};

/** A list that is changed as a whole and saved together: rows are added, changed and taken away. */
export function RowsForm<Name extends string>({ rows, save, ...props }: Props<Name>) {
  const [said, setSaid] = useState('');
  return (
    <>
      <SavedForm
        initial={{ [props.name]: rows } as Values<Name>}
        submitLabel={props.words.submit}
        save={async (values) => {
          setSaid('');
          const answer = await save(values);
          if (answer.ok) setSaid(props.words.saved);
          return answer;
        }}
      >
        <FieldRows {...props} />
      </SavedForm>
      <p role="status" className="mt-2">
        {said}
      </p>
    </>
  );
}
