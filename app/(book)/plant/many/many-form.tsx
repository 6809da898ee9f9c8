'use client';

import type { AreaName } from '@/components/use-area-choices';
import { useId, useState } from 'react';
import { FormProblem } from '@/components/ui/notice';
import { useMutation } from '@/components/ui/use-mutation';
import { counted } from '@/components/words';
import { type ManyField, manyFields, manyOptions } from '@/core/register/change-many';
import { applyChange, previewChange } from '../actions';
import { type DoneChange, DoneChanges } from './done-changes';
import { LeftAlone, Outcomes } from './outcomes';
import { type PointChoice, PointPicker } from './point-picker';

type Preview = { pointId: string; before: string; after: string; skipped: string | null }[];

export function ManyForm({
  choices,
  areas,
  done,
}: {
  choices: PointChoice[];
  areas: readonly AreaName[] | null;
  done: DoneChange[];
}) {
  const base = useId();
  const [picked, setPicked] = useState<string[]>([]);
  const [field, setField] = useState<ManyField>('machineState');
  const [value, setValue] = useState('');
  const [preview, setPreview] = useState<Preview | null>(null);
  const [said, setSaid] = useState('');
  const { busy, reason, send } = useMutation();
  const form = { pointIds: picked, field, value };
  const forget = () => {
    setPreview(null);
    setSaid('');
  };

  const look = async () => {
    const answer = await send(() => previewChange(form));
    setPreview(answer.ok ? answer.value : null);
  };
  const apply = async () => {
    const answer = await send(() => applyChange(form));
    if (!answer.ok) return;
    setPreview(null);
    setSaid(`${counted(answer.value.changed, 'point')} changed. It can be taken back below.`);
  };
  return (
    <div className="mt-6 gap-10 lg:grid lg:grid-cols-2">
      <PointPicker
        choices={choices}
        areas={areas}
        picked={picked}
        onPick={(ids) => {
          setPicked(ids);
          forget();
        }}
      />
      <section aria-labelledby={`${base}-what`} className="max-lg:mt-8">
        <h2 id={`${base}-what`} className="text-xl">
          What becomes of them
        </h2>
        <WhatChanges
          field={field}
          value={value}
          onField={(next) => {
            setField(next);
            setValue('');
            forget();
          }}
          onValue={(next) => {
            setValue(next);
            forget();
          }}
        />
        <div className="mt-3">
          <FormProblem reason={reason} />
        </div>
        <p className="mt-3 flex gap-3">
          <button type="button" className="button" disabled={busy} onClick={() => void look()}>
            Show what would change
          </button>
          {preview && preview.some(({ skipped }) => skipped === null) && (
            <button type="button" className="button button-first" disabled={busy} onClick={() => void apply()}>
              Change {counted(preview.filter(({ skipped }) => skipped === null).length, 'point')}
            </button>
          )}
        </p>
        <p role="status" className="mt-2">
          {said}
        </p>
        {preview && (
          <Outcomes
            columns={['Point', 'Before', 'After']}
            rows={preview.map(({ pointId, before, after, skipped }) => ({
              id: pointId,
              cells: [
                choices.find(({ id }) => id === pointId)?.label,
                <span key="before" className="text-muted">
                  {before || 'empty'}
                </span>,
                skipped ? <LeftAlone key="after" why={skipped} /> : after,
              ],
            }))}
          />
        )}
        <DoneChanges done={done} />
      </section>
    </div>
  );
}

/** Which field is changed, and to what: one of a list, or words. */
function WhatChanges({
  field,
  value,
  onField,
  onValue,
}: {
  field: ManyField;
  value: string;
  onField: (field: ManyField) => void;
  onValue: (value: string) => void;
}) {
  const options = manyOptions[field];
  return (
    <div className="mt-3 grid gap-4">
      <label>
        <span className="mb-1 block font-medium">Change</span>
        <select className="field" value={field} onChange={(event) => onField(event.target.value as ManyField)}>
          {Object.entries(manyFields).map(([key, { label }]) => (
            <option key={key} value={key}>
              {label}
            </option>
          ))}
        </select>
      </label>
      <label>
        <span className="mb-1 block font-medium">To</span>
        {options ? (
          <select className="field" value={value} onChange={(event) => onValue(event.target.value)}>
            <option value="">Choose</option>
            {Object.entries(options).map(([key, label]) => (
              <option key={key} value={key}>
                {label}
              </option>
            ))}
          </select>
        ) : (
          <input className="field" value={value} onChange={(event) => onValue(event.target.value)} autoComplete="off" />
        )}
      </label>
    </div>
  );
}
