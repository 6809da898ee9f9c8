'use client';

import { useId, useState } from 'react';
import { AreaChoice } from '@/components/ui/area-choice';
import { type AreaName, useAreaChoices } from '@/components/use-area-choices';
import { counted } from '@/components/words';

export type PointChoice = { id: string; label: string; name: string; machine: string; area: string; kind: string };
const filters = { area: 'Area', machine: 'Machine', kind: 'Kind' } as const;
type Filter = keyof typeof filters;

/** Picks many of something at points, narrowed by area, machine and kind. */
export function PointPicker({
  choices: given,
  picked,
  onPick,
  title = 'Pick points',
  one = 'point',
  areas = null,
}: {
  choices: readonly PointChoice[];
  picked: readonly string[];
  onPick: (ids: string[]) => void;
  title?: string;
  one?: string;
  /** Where the plant is large its points are fetched area by area, and `choices` is empty. */ areas?:
    readonly AreaName[] | null;
}) {
  const base = useId();
  const { choices, area, reason } = useAreaChoices(given, areas, '/api/points', 'points');
  const [wanted, setWanted] = useState<Partial<Record<Filter, string>>>({});
  const shown = choices.filter((choice) =>
    (Object.keys(filters) as Filter[]).every((key) => !wanted[key] || choice[key] === wanted[key]),
  );
  return (
    <section aria-labelledby={`${base}-pick`}>
      <h2 id={`${base}-pick`} className="text-xl">
        {title}
      </h2>
      <AreaChoice area={area} reason={reason} />
      <div className="mt-3 grid grid-cols-3 gap-3">
        {(Object.entries(filters) as [Filter, string][]).map(([key, label]) => (
          <label key={key}>
            <span className="caption">{label}</span>
            <select
              className="field"
              value={wanted[key] ?? ''}
              onChange={(event) => setWanted({ ...wanted, [key]: event.target.value })}
            >
              <option value="">any</option>
              {[...new Set(choices.map((choice) => choice[key]))].map((each) => (
                <option key={each} value={each}>
                  {each}
                </option>
              ))}
            </select>
          </label>
        ))}
      </div>
      <p className="mt-3 flex flex-wrap items-center gap-3">
        <button
          type="button"
          className="button"
          onClick={() => onPick([...new Set([...picked, ...shown.map(({ id }) => id)])])}
        >
          Pick all {shown.length} shown
        </button>
        {picked.length > 0 && (
          <button type="button" className="button button-quiet" onClick={() => onPick([])}>
            Pick none
          </button>
        )}
        <span role="status">{counted(picked.length, one)} picked</span>
      </p>
      <ul className="mt-2 max-h-[60vh] overflow-y-auto" aria-label="Points">
        {shown.slice(0, 200).map(({ id, label, name, kind }) => (
          <li key={id} className="rule-t">
            <label className="flex min-h-9 items-center gap-3">
              <input
                type="checkbox"
                className="size-5 shrink-0 accent-ink"
                checked={picked.includes(id)}
                onChange={(event) =>
                  onPick(event.target.checked ? [...picked, id] : picked.filter((each) => each !== id))
                }
              />
              <strong className="whitespace-nowrap">{label}</strong>{' '}
              <span className="min-w-0 truncate">
                {name} <span className="text-muted">{kind.toLowerCase()}</span>
              </span>
            </label>
          </li>
        ))}
      </ul>
      {shown.length > 200 && (
        <p className="caption">The first 200 are shown; narrow the filter for the rest, or pick all.</p>
      )}
    </section>
  );
}
