'use client';

import type { Action } from '@/core/people/rights';
import { FieldRows, type FieldRowsProps, type Row } from './field-rows';
import { SaidForm } from './said-form';
import type { SaveAnswer } from './saved-form';

type Values<Name extends string> = Record<Name, Row[]>;
type Props<Name extends string> = Omit<FieldRowsProps<Name>, 'words'> & {
  needs: Action;
  rows: Row[];
  words: FieldRowsProps<Name>['words'] & {
    submit: string;
    /** Said once it is saved. */
    saved: string;
  };
  save: (values: Values<Name>) => Promise<SaveAnswer>;
};

/** A list that is changed as a whole and saved together: rows are added, changed and taken away. */
export function RowsForm<Name extends string>({ needs, rows, save, ...props }: Props<Name>) {
  return (
    <SaidForm
      needs={needs}
      initial={{ [props.name]: rows } as Values<Name>}
      submitLabel={props.words.submit}
      saved={props.words.saved}
      save={save}
    >
      <FieldRows {...props} />
    </SaidForm>
  );
}
