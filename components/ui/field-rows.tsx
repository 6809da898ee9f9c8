import { Plus, X } from 'lucide-react';
import type { ReactNode } from 'react';
import { useFieldArray, useFormContext } from 'react-hook-form';

export type Row = Record<string, string>;
export type FieldRowsProps<Name extends string> = {
  /** What the form calls its list. */
  name: Name;
  /** A row that was just added. */
  empty: Row;
  words: {
    /** Said where there is no row; nothing where it is left out. */
    none?: string;
    add: string;
    /** What one row is called, for whoever hears the button that removes it. */
    row: string;
  };
  /** How the fields of a row and the button beside them stand, as grid columns from a small screen on. */
  columns: string;
  /** The fields of one row; their names begin so. */
  children: (prefix: string, index: number) => ReactNode;
};

/** A list inside a form: rows are added, changed and taken away. */
export function FieldRows<Name extends string>({ name, empty, words, columns, children }: FieldRowsProps<Name>) {
  // Whatever the list is called, it is one of rows.
  const { control } = useFormContext<{ rows: Row[] }>();
  const { fields, append, remove } = useFieldArray({ control, name: name as 'rows' });
  return (
    <>
      {fields.length === 0 && words.none && <p>{words.none}</p>}
      {fields.map(({ id }, index) => (
        <div key={id} className={`rule-t grid gap-3 py-2 sm:items-start ${columns}`}>
          {children(`${name}.${index}`, index)}
          <button
            type="button"
            className="button w-fit sm:mt-7"
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
