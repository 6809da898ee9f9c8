'use client';

import type { AreaName } from '@/components/use-area-choices';
import { useId, useState } from 'react';
import { FormProblem } from '@/components/ui/notice';
import { useMutation } from '@/components/ui/use-mutation';
import { counted } from '@/components/words';
import type { TemplatePreview } from '@/desk/plan/task-templates';
import { applyTemplate, previewTemplate } from '../actions';
import { type DoneChange, DoneChanges } from '../many/done-changes';
import { LeftAlone, Outcomes } from '../many/outcomes';
import { type PointChoice, PointPicker } from '../many/point-picker';

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
  const [said, setSaid] = useState('');
  const { busy, reason, send } = useMutation();
  const forget = () => {
    setPreview(null);
    setSaid('');
  };
  const form = { templateId, pointIds: picked };
  const look = async () => {
    const answer = await send(() => previewTemplate(form));
    setPreview(answer.ok ? answer.value : null);
  };
  const apply = async () => {
    const answer = await send(() => applyTemplate(form));
    if (!answer.ok) return;
    setPreview(null);
    setSaid(`Applied to ${counted(answer.value.changed, 'point')}. It can be taken back below.`);
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
          <button type="button" className="button" disabled={busy} onClick={() => void look()}>
            Show what would change
          </button>
          {wanted > 0 && (
            <button type="button" className="button button-first" disabled={busy} onClick={() => void apply()}>
              Apply to {counted(wanted, 'point')}
            </button>
          )}
        </p>
        <p role="status" className="mt-2">
          {said}
        </p>
        {preview && (
          <Outcomes
            columns={['Point', 'What becomes of it']}
            rows={preview.map(({ pointId, adds, changes, skipped }) => ({
              id: pointId,
              cells: [
                choices.find(({ id }) => id === pointId)?.label,
                skipped ? (
                  <LeftAlone key="why" why={skipped} />
                ) : (
                  <ul key="what">
                    {[...adds.map((words) => `adds ${words}`), ...changes].map((words) => (
                      <li key={words}>{words}</li>
                    ))}
                  </ul>
                ),
              ],
            }))}
          />
        )}
        <DoneChanges done={done} />
      </section>
    </div>
  );
}
