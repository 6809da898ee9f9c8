'use client';

import { FieldRows } from '@/components/ui/field-rows';
import { ChoiceField, ChoicesField, DayField, TextField, optionsOf } from '@/components/ui/fields';
import { SaidForm } from '@/components/ui/said-form';
import { useMutation } from '@/components/ui/use-mutation';
import { certifiable } from '@/core/people/certificates';
import { roles } from '@/core/people/rights';
import { whoMay } from '@/core/words/task-words';
import { addPerson, changePerson, setActive } from '../actions';

type Values = {
  initials: string;
  name: string;
  role: string;
  mayDo: string[];
  roles: string[];
  certificates: { name: string; who: string; endsOn: string }[];
  directoryName: string;
};
const nobody: Values = {
  initials: '',
  name: '',
  role: '',
  mayDo: [],
  roles: ['technician'],
  certificates: [],
  directoryName: '',
};

/** A person for the list, or what is said of one who is on it. */
export function PersonForm({
  id,
  initial = nobody,
  hasDirectory,
}: {
  id?: string;
  initial?: Values;
  hasDirectory: boolean;
}) {
  return (
    <SaidForm
      needs="administer"
      initial={initial}
      submitLabel={id === undefined ? 'Put on the list' : 'Save'}
      saved={({ name }) =>
        id === undefined ? `${name} is on the list. Make a link, and they choose a password.` : 'Saved.'
      }
      clears={id === undefined}
      save={(values) => (id === undefined ? addPerson(values) : changePerson(id, values))}
    >
      <div className="grid gap-4 sm:grid-cols-[8rem_1fr_1fr] sm:items-start">
        <TextField name="initials" label="Initials" required />
        <TextField name="name" label="Name" required />
        <TextField name="role" label="Works as" required />
      </div>
      <ChoicesField
        name="roles"
        label="In the book as"
        options={optionsOf(roles)}
        hint="What each may do stands below. One may be several."
      />
      <ChoicesField
        name="mayDo"
        label="May do the work of"
        options={optionsOf(whoMay)}
        hint="As the site has it by its own rules. None ticked: nobody has said, and no stop remarks on it."
      />
      {hasDirectory && (
        <TextField
          name="directoryName"
          label="Name in the directory"
          hint="As they sign in there; empty for whoever signs in by password alone"
        />
      )}
      <fieldset>
        <legend className="font-semibold">Certificates</legend>
        <p className="caption mt-1 mb-2">
          Work that rests on one is remarked on at its stop from the day after the last one has ended.
        </p>
        <FieldRows
          name="certificates"
          empty={{ name: '', who: 'authorised-service', endsOn: '' }}
          words={{ add: 'Add a certificate', row: 'certificate' }}
          columns="sm:grid-cols-[1.4fr_1fr_1fr_auto]"
        >
          {(prefix) => (
            <>
              <TextField name={`${prefix}.name`} label="Certificate" required />
              <ChoiceField name={`${prefix}.who`} label="For the work of" options={optionsOf(certifiable)} required />
              <DayField name={`${prefix}.endsOn`} label="Good until" required />
            </>
          )}
        </FieldRows>
      </fieldset>
    </SaidForm>
  );
}

/** Takes a person off the list, or puts them on it again. */
export function ActiveButton({ id, name, active }: { id: string; name: string; active: boolean }) {
  const { busy, reason, send } = useMutation();
  return (
    <div>
      <button
        type="button"
        className="button"
        disabled={busy}
        onClick={() => void send(() => setActive(id, !active))}
        aria-label={active ? `Take ${name} off the list` : `Put ${name} on the list again`}
      >
        {active ? 'Take off the list' : 'Put on the list again'}
      </button>
      <p role="alert" className="caption">
        {reason}
      </p>
    </div>
  );
}
