'use client';

import { useId, useState } from 'react';
import { DayInput } from './day-input';

/** Fields of a filter that the address holds: plain form controls, sent with GET. */
export function FilterChoice({
  name,
  label,
  value,
  options,
  any = 'any',
}: {
  name: string;
  label: string;
  value: string | undefined;
  options: readonly (readonly [string, string])[];
  any?: string;
}) {
  return (
    <label className="block">
      <span className="caption">{label}</span>
      <select name={name} defaultValue={value ?? ''} className="field">
        <option value="">{any}</option>
        {options.map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </select>
    </label>
  );
}

export function FilterText({ name, label, value }: { name: string; label: string; value: string | undefined }) {
  return (
    <label className="block">
      <span className="caption">{label}</span>
      <input name={name} defaultValue={value ?? ''} className="field" />
    </label>
  );
}

/** A day as the address holds it: `2026-11-24`. */
export function FilterDay({ name, label, value }: { name: string; label: string; value: string | undefined }) {
  const id = useId();
  const [chosen, choose] = useState(value ?? '');
  return (
    <div>
      <label htmlFor={id} className="caption block">
        {label}
      </label>
      <input type="hidden" name={name} value={chosen} />
      <DayInput id={id} label={label} value={chosen} onChange={choose} />
    </div>
  );
}
