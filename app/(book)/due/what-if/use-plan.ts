'use client';

import { useCallback, useEffect, useState } from 'react';
import type { Ahead, Planned } from '@/desk/ahead/planned';

export type PlannedWork = Ahead & { tasks: Planned[] };
export type Loading = { work: PlannedWork | null; share: number; reason: string | null; again: () => void };

/** Loads the plan to be tried on, line by line, and says how far it has come; leaving the page ends it. */
export function usePlan(): Loading {
  const [state, setState] = useState<Omit<Loading, 'again'>>({ work: null, share: 0, reason: null });
  const [turn, setTurn] = useState(0);
  useEffect(() => {
    const leaving = new AbortController();
    loadPlan(leaving.signal, (share) => setState((before) => ({ ...before, share })))
      .then((work) => setState({ work, share: 1, reason: null }))
      .catch(() => {
        if (!leaving.signal.aborted)
          setState((before) => ({
            ...before,
            reason: 'The plan could not be loaded. Open the page again when the server answers.',
          }));
      });
    return () => leaving.abort();
  }, [turn]);
  return { ...state, again: useCallback(() => setTurn((before) => before + 1), []) };
}

/** @param report called with the share that has come */
async function loadPlan(signal: AbortSignal, report: (share: number) => void): Promise<PlannedWork> {
  const response = await fetch('/api/planned-work', { signal });
  if (!response.ok || !response.body) throw new Error('not answered');
  const reader = response.body.pipeThrough(new TextDecoderStream()).getReader();
  let text = '';
  let come = 0;
  for (;;) {
    const { done, value } = await reader.read();
    if (done) break;
    text += value;
    come += value.split('"taskId":').length - 1;
    const count = /"count":(\d+)/.exec(text.slice(0, 100_000))?.[1];
    if (count) report(Math.min(1, come / Math.max(1, Number(count))));
  }
  return JSON.parse(text) as PlannedWork;
}
