'use client';

import { useState } from 'react';
import { declareBand } from './actions';

/** Declares which ambient band holds; where a sump holds another oil than the band wants, a change falls due. */
export function BandChoice({
  bands,
  now,
}: {
  bands: { name: string; fromC: number; toC: number }[];
  now: string | null;
}) {
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const declare = async (band: string) => {
    setBusy(true);
    const answer = await declareBand(band).catch(() => ({
      ok: false as const,
      reason: 'The server does not answer. Try again in a moment.',
    }));
    setBusy(false);
    setProblem(answer.ok ? null : answer.reason);
  };
  return (
    <>
      <label>
        <span className="caption">Ambient band now</span>
        <select
          className="field"
          value={now ?? ''}
          disabled={busy}
          onChange={(event) => void declare(event.target.value)}
        >
          <option value="">not followed</option>
          {bands.map(({ name, fromC, toC }) => (
            <option key={name} value={name}>
              {name}, {fromC} to {toC} °C
            </option>
          ))}
        </select>
      </label>
      <p role="alert" className="caption">
        {problem}
      </p>
    </>
  );
}
