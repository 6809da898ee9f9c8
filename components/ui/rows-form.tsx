'use client';

import { Plus, X } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { useFieldArray, useFormContext } from 'react-hook-form';
import { type SaveAnswer, SavedForm } from './saved-form';

type Row = Record<string, string>;
type Values<Name extends string> = Record<Name, Row[]>;

type Words = {
  submit: string;
  /** Said once it is saved. */
  saved: string;
  /** Said where there is no row. */
  none: string;
  add: string;
  /** What one row is called, for whoever hears the button that removes it. */
  row: string;
};

type RowsProps<Name extends string> = {
  /** What the form calls its list. */
  name: Name;
  empty: Row;
  words: Words;
  /** How the fields of a row and the button beside them stand, as grid columns from a small screen on. */
  columns: string;
  /** The fields of one row; their names begin so. */
  children: (prefix: string) => ReactNode;
};

/** A list that is changed as a whole and saved together: rows are added, changed and taken away. */
export function RowsForm<Name extends string>({
  rows,
  save,
  ...props
}: RowsProps<Name> & { rows: Row[]; save: (values: Values<Name>) => Promise<SaveAnswer> }) {
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
        <Rows {...props} />
      </SavedForm>
      <p role="status" className="mt-2">
        {said}
      </p>
    </>
  );
}

function Rows<Name extends string>({ name, empty, words, columns, children }: RowsProps<Name>) {
  // Whatever the list is called, it is one of rows.
  const { control } = useFormContext<{ rows: Row[] }>();
  const { fields, append, remove } = useFieldArray({ control, name: name as 'rows' });
  return (
    <>
      {fields.length === 0 && <p>{words.none}</p>}
      {fields.map(({ id }, index) => (
        <div key={id} className={`rule-t grid gap-3 py-2 sm:items-start ${columns}`}>
          {children(`${name}.${index}`)}
          <button
            type="button"
            className="button sm:mt-7"
            onClick={() => remove(index)}
            aria-label={`Remove ${words.row} ${index + 1}`}
          >
            <X aria-hidden="true" size={18} /> <span className="sm:hidden">Remove</span>
          </button>
        </div>
      ))}
      <p>
        <button type="button" className="button" onClick={() => append(empty)}>
          <Plus aria-hidden="true" size={18} /> {words.add}
        </button>
      </p>
    </>
  );
}
