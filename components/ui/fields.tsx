'use client';

import { type ReactNode, useId, useState } from 'react';
import { useController, useFormContext, useWatch } from 'react-hook-form';
import { type Dimension, dimensions, parseQuantity } from '@/core/units/parse-quantity';
import { Beside, useBeside } from '../beside';
import { asRead } from '../words';
import { DayInput } from './day-input';
import { typedTime } from './typed-day';

type FieldProps = { name: string; label: string; hint?: string; required?: boolean };

/** The message of a field by its dotted path. */
function useFieldError(name: string): string | undefined {
  const { getFieldState, formState } = useFormContext();
  return getFieldState(name, formState).error?.message;
}

/** Label, control, hint and message in one column; the message carries a mark and a bar, not only a colour. */
function Field({
  id,
  name,
  label,
  hint,
  required,
  echo,
  children,
}: FieldProps & { id: string; echo?: string | undefined; children: ReactNode }) {
  const error = useFieldError(name);
  return (
    <div>
      <label htmlFor={id} className="mb-1 block font-medium">
        {label} {required ? <span className="caption needed font-normal">needed</span> : null}
      </label>
      {children}
      {echo && <p className="caption mt-1">{echo}</p>}
      {hint && !error && (
        <p id={`${id}-hint`} className="caption mt-1">
          <Beside>{hint}</Beside>
        </p>
      )}
      {error && (
        <p id={`${id}-error`} className="mt-1 border-l-4 border-ink pl-2 text-sm">
          <span aria-hidden="true">✗ </span>
          {error}
        </p>
      )}
    </div>
  );
}

function useControl(name: string, hint?: string) {
  const id = useId();
  const { register } = useFormContext();
  const error = useFieldError(name);
  return {
    id,
    control: {
      id,
      ...register(name),
      'aria-invalid': error ? true : undefined,
      'aria-describedby': error ? `${id}-error` : hint ? `${id}-hint` : undefined,
    },
  };
}

/** The same for a control of our own, which is told what it holds. */
function useHeld(name: string, hint?: string) {
  const id = useId();
  const { field } = useController<Record<string, string>>({ name });
  const error = useFieldError(name);
  return { id, field, invalid: Boolean(error), describedBy: error ? `${id}-error` : hint ? `${id}-hint` : undefined };
}

/** `suggestions`: what is usual, to choose from while typing; anything else may be typed as well. */
export function TextField(
  props: FieldProps & { autoComplete?: string; suggestions?: readonly string[]; type?: 'text' | 'password' },
) {
  const { id, control } = useControl(props.name, props.hint);
  const list = props.suggestions && `${id}-list`;
  return (
    <Field {...props} id={id}>
      <input
        {...control}
        type={props.type ?? 'text'}
        list={list}
        autoComplete={props.autoComplete ?? 'off'}
        className="field"
      />
      {list && (
        <datalist id={list}>
          {props.suggestions?.map((each) => (
            <option key={each} value={each} />
          ))}
        </datalist>
      )}
    </Field>
  );
}

/** A day; the form holds it as `2026-11-24`, or what was typed that is none. */
export function DayField(props: FieldProps) {
  const { id, field, invalid, describedBy } = useHeld(props.name, props.hint);
  return (
    <Field {...props} id={id}>
      <DayInput
        id={id}
        label={props.label}
        value={field.value}
        onChange={field.onChange}
        onBlur={field.onBlur}
        inputRef={field.ref}
        invalid={invalid}
        describedBy={describedBy}
      />
    </Field>
  );
}

/** A day and a time of it; the form holds them as `2026-11-24T07:45`, or what was typed that is none. */
export function DayAndTimeField(props: FieldProps) {
  const { id, field, invalid, describedBy } = useHeld(props.name, props.hint);
  const [on = '', ...at] = field.value.split('T');
  const time = at.join('T');
  const [typed, setTyped] = useState<string>();
  return (
    <Field {...props} id={id}>
      {/* In a narrow column the time goes below the day. */}
      <div className="flex flex-wrap gap-2">
        <div className="min-w-44 grow basis-44">
          <DayInput
            id={id}
            label={props.label}
            // A day in words could hold the letter that stands between day and time.
            value={on}
            onChange={(next) => field.onChange(`${next.replaceAll('T', 't')}T${time}`)}
            onBlur={field.onBlur}
            inputRef={field.ref}
            invalid={invalid}
            describedBy={describedBy}
          />
        </div>
        <input
          aria-label={`Time: ${props.label}`}
          className="field w-20 shrink-0"
          inputMode="numeric"
          autoComplete="off"
          placeholder="07:45"
          value={typed ?? time}
          onChange={({ target }) => {
            setTyped(target.value);
            field.onChange(`${on}T${typedTime(target.value) ?? target.value}`);
          }}
          onBlur={() => {
            setTyped(undefined);
            field.onBlur();
          }}
          aria-invalid={invalid ? true : undefined}
          aria-describedby={describedBy}
        />
      </div>
    </Field>
  );
}

export function NoteField(props: FieldProps & { rows?: number }) {
  const { id, control } = useControl(props.name, props.hint);
  return (
    <Field {...props} id={id}>
      <textarea {...control} rows={props.rows ?? 3} className="field" />
    </Field>
  );
}

/** A typed quantity with its unit; a conversion is shown as soon as it is typed. */
export function QuantityField({ dimension, ...props }: FieldProps & { dimension: Dimension }) {
  const { id, control } = useControl(props.name, props.hint);
  const typed = useWatch({ name: props.name }) as string | undefined;
  const parsed = typed ? parseQuantity(typed, dimension) : undefined;
  const unit = dimensions[dimension].unit;
  const beside = useBeside();
  const read = parsed?.ok ? `${asRead(parsed.value)} ${unit}` : '';
  const echo = parsed?.ok && parsed.echo ? parsed.echo : beside(read);
  return (
    <Field {...props} id={id} echo={echo === read ? undefined : echo}>
      <div className="flex items-center gap-2">
        <input {...control} inputMode="decimal" autoComplete="off" className="field max-w-40 text-right" />
        {unit && <span className="caption">{unit}</span>}
      </div>
    </Field>
  );
}

export function ChoiceField({
  options,
  empty,
  ...props
}: FieldProps & { options: readonly { value: string; label: string }[]; empty?: string }) {
  const { id, control } = useControl(props.name, props.hint);
  return (
    <Field {...props} id={id}>
      <select {...control} className="field">
        {empty !== undefined && <option value="">{empty}</option>}
        {options.map(({ value, label }) => (
          <option key={value} value={value}>
            {label}
          </option>
        ))}
      </select>
    </Field>
  );
}

export function TickField({ name, label }: { name: string; label: string }) {
  const { id, control } = useControl(name);
  return (
    <div className="flex min-h-11 items-center gap-3">
      <input {...control} type="checkbox" className="size-5 shrink-0 accent-ink" />
      <label htmlFor={id}>{label}</label>
    </div>
  );
}

/** Several of a list, as ticks; the form holds the list of chosen values. */
export function ChoicesField({
  name,
  label,
  options,
  hint,
}: {
  name: string;
  label: string;
  options: readonly { value: string; label: string }[];
  hint?: string;
}) {
  const { register } = useFormContext();
  return (
    <fieldset>
      <legend className="mb-1 font-medium">{label}</legend>
      {hint && (
        <p className="caption">
          <Beside>{hint}</Beside>
        </p>
      )}
      <div className="grid grid-cols-[repeat(auto-fill,minmax(11rem,1fr))] gap-x-4">
        {options.map((option) => (
          <label key={option.value} className="flex min-h-9 items-center gap-3">
            <input {...register(name)} type="checkbox" value={option.value} className="size-5 shrink-0 accent-ink" />
            {option.label}
          </label>
        ))}
      </div>
    </fieldset>
  );
}

/** Options of a words table, in its order. */
export const optionsOf = (words: Record<string, string>) =>
  Object.entries(words).map(([value, label]) => ({ value, label }));
