'use client';

import type { AreaName } from '@/components/use-area-choices';
import { useId, useState } from 'react';
import { FormProblem } from '@/components/ui/notice';
import { counted } from '@/components/words';
import { type ManyField, manyFields, manyOptions } from '@/core/register/change-many';
import { applyChange, previewChange } from '../actions';
import { type DoneChange, DoneChanges } from './done-changes';
import { type PointChoice, PointPicker } from './point-picker';

type Preview = { pointId: string; before: string; after: string; skipped: string | null }[];
const away = {
  ok: false as const,
  reason: 'The server does not answer. What you picked is kept; try again.',
  fields: undefined,
};

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
  const [reason, setReason] = useState<string | null>(null);
  const [said, setSaid] = useState('');
  const [busy, setBusy] = useState(false);
  const options = manyOptions[field];
  const form = { pointIds: picked, field, value };
  const say = (problem: { reason: string; fields?: Record<string, string> | undefined } | null) =>
    setReason(problem ? (problem.fields ? Object.values(problem.fields)[0]! : problem.reason) : null);
  const forget = () => {
    setPreview(null);
    setSaid('');
  };

  const look = async () => {
    setBusy(true);
    const answer = await previewChange(form).catch(() => away);
    setBusy(false);
    say(answer.ok ? null : answer);
    setPreview(answer.ok ? answer.value : null);
  };
  const apply = async () => {
    setBusy(true);
    const answer = await applyChange(form).catch(() => away);
    setBusy(false);
    say(answer.ok ? null : answer);
    if (answer.ok) {
      setPreview(null);
      setSaid(`${counted(answer.value.changed, 'point')} changed. It can be taken back below.`);
    }
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
        <div className="mt-3 grid gap-4">
          <label>
            <span className="mb-1 block font-medium">Change</span>
            <select
              className="field"
              value={field}
              onChange={(event) => {
                setField(event.target.value as ManyField);
                setValue('');
                forget();
              }}
            >
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
              <select
                className="field"
                value={value}
                onChange={(event) => {
                  setValue(event.target.value);
                  forget();
                }}
              >
                <option value="">Choose</option>
                {Object.entries(options).map(([key, label]) => (
                  <option key={key} value={key}>
                    {label}
                  </option>
                ))}
              </select>
            ) : (
              <input
                className="field"
                value={value}
                onChange={(event) => {
                  setValue(event.target.value);
                  forget();
                }}
                autoComplete="off"
              />
            )}
          </label>
        </div>
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
          <table className="mt-2 w-full text-sm">
            <caption className="caption text-left">Nothing is changed yet.</caption>
            <thead>
              <tr className="border-b border-ink text-left">
                <th scope="col" className="py-1 pr-3">
                  Point
                </th>
                <th scope="col" className="py-1 pr-3">
                  Before
                </th>
                <th scope="col" className="py-1">
                  After
                </th>
              </tr>
            </thead>
            <tbody>
              {preview.slice(0, 200).map(({ pointId, before, after, skipped }) => (
                <tr key={pointId} className="rule-b align-top">
                  <th scope="row" className="py-1 pr-3">
                    {choices.find(({ id }) => id === pointId)?.label}
                  </th>
                  <td className="py-1 pr-3 text-muted">{before || 'empty'}</td>
                  <td className="py-1">
                    {skipped ? <span className="text-muted">left alone: {skipped}</span> : after}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        <DoneChanges done={done} />
      </section>
    </div>
  );
}
