'use client';

import type { AreaName } from '@/components/use-area-choices';
import { useId, useState } from 'react';
import { FormProblem } from '@/components/ui/notice';
import { counted } from '@/components/words';
import type { TemplatePreview } from '@/desk/plan/task-templates';
import { applyTemplate, previewTemplate } from '../actions';
import { type DoneChange, DoneChanges } from '../many/done-changes';
import { type PointChoice, PointPicker } from '../many/point-picker';

const away = {
  ok: false as const,
  reason: 'The server does not answer. What you picked is kept; try again.',
  fields: undefined,
};

/** Applies a template to the points picked: first what would become of each, then, confirmed, all of it. */
export function ApplyForm({
  templates,
  choices,
  areas,
  done,
}: {
  templates: { id: string; name: string }[];
  choices: PointChoice[];
  areas: readonly AreaName[] | null;
  done: DoneChange[];
}) {
  const base = useId();
  const [templateId, setTemplateId] = useState('');
  const [picked, setPicked] = useState<string[]>([]);
  const [preview, setPreview] = useState<TemplatePreview | null>(null);
  const [reason, setReason] = useState<string | null>(null);
  const [said, setSaid] = useState('');
  const [busy, setBusy] = useState(false);
  const forget = () => {
    setPreview(null);
    setSaid('');
  };
  const run = async <Value,>(work: typeof previewTemplate | typeof applyTemplate, then: (value: Value) => void) => {
    setBusy(true);
    const answer = await work({ templateId, pointIds: picked }).catch(() => away);
    setBusy(false);
    setReason(answer.ok ? null : (Object.values(answer.fields ?? {})[0] ?? answer.reason));
    if (answer.ok) then(answer.value as Value);
  };
  const wanted = preview?.filter(({ skipped }) => skipped === null).length ?? 0;
  return (
    <div className="mt-8 gap-10 lg:grid lg:grid-cols-2">
      <PointPicker
        title="Apply to points"
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
        <label className="mt-3 block">
          <span className="mb-1 block font-medium">Template</span>
          <select
            className="field"
            value={templateId}
            onChange={(event) => {
              setTemplateId(event.target.value);
              forget();
            }}
          >
            <option value="">Choose</option>
            {templates.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
        <div className="mt-3">
          <FormProblem reason={reason} />
        </div>
        <p className="mt-3 flex gap-3">
          <button
            type="button"
            className="button"
            disabled={busy}
            onClick={() => void run<TemplatePreview>(previewTemplate, setPreview)}
          >
            Show what would change
          </button>
          {wanted > 0 && (
            <button
              type="button"
              className="button button-first"
              disabled={busy}
              onClick={() =>
                void run<{ changed: number }>(applyTemplate, ({ changed }) => {
                  setPreview(null);
                  setSaid(`Applied to ${counted(changed, 'point')}. It can be taken back below.`);
                })
              }
            >
              Apply to {counted(wanted, 'point')}
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
                <th scope="col" className="py-1">
                  What becomes of it
                </th>
              </tr>
            </thead>
            <tbody>
              {preview.slice(0, 200).map(({ pointId, adds, changes, skipped }) => (
                <tr key={pointId} className="rule-b align-top">
                  <th scope="row" className="py-1 pr-3">
                    {choices.find(({ id }) => id === pointId)?.label}
                  </th>
                  <td className="py-1">
                    {skipped ? (
                      <span className="text-muted">left alone: {skipped}</span>
                    ) : (
                      <ul>
                        {adds.map((words) => (
                          <li key={words}>adds {words}</li>
                        ))}
                        {changes.map((words) => (
                          <li key={words}>{words}</li>
                        ))}
                      </ul>
                    )}
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
