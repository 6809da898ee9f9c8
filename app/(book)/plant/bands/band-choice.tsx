'use client';

import { number } from '@/components/words';
import { useMutation } from '@/components/ui/use-mutation';
import { declareBand } from '../actions';

/** Declares which ambient band holds; where a sump holds another oil than the band wants, a change falls due. */
export function BandChoice({
  bands,
  now,
}: {
  bands: { name: string; fromC: number; toC: number }[];
  now: string | null;
}) {
  const { busy, reason, send } = useMutation();
  return (
    <>
      <label>
        <span className="caption">Ambient band now</span>
        <select
          className="field"
          value={now ?? ''}
          disabled={busy}
          onChange={(event) => void send(() => declareBand(event.target.value))}
        >
          <option value="">not followed</option>
          {bands.map(({ name, fromC, toC }) => (
            <option key={name} value={name}>
              {name}, {number(fromC)} to {number(toC)} °C
            </option>
          ))}
        </select>
      </label>
      <p role="alert" className="caption">
        {reason}
      </p>
    </>
  );
}
