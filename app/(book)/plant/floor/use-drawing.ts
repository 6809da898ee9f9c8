'use client';

import { useState } from 'react';
import type { FloorPlan } from '@/core/floor/floor-plan';

/** So many steps can be undone. */
const mostUndone = 200;

type History = { past: FloorPlan[]; plan: FloorPlan; future: FloorPlan[] };

/** A plan under the pen: every step can be undone and done again. */
export function useDrawing(initial: FloorPlan) {
  const [{ past, plan, future }, setHistory] = useState<History>({ past: [], plan: initial, future: [] });
  return {
    plan,
    /** One step on. What is the same is no step. */
    draw: (next: FloorPlan) =>
      setHistory((before) =>
        next === before.plan
          ? before
          : { past: [...before.past.slice(-mostUndone), before.plan], plan: next, future: [] },
      ),
    /** Shows something while it is dragged; the step is the whole way. */
    preview: (next: FloorPlan) => setHistory((before) => ({ ...before, plan: next })),
    /** Ends a drag: what was there before it is what can be gone back to. */
    settle: (start: FloorPlan) =>
      setHistory((before) =>
        before.plan === start ? before : { ...before, past: [...before.past, start], future: [] },
      ),
    undo: () =>
      setHistory((before) =>
        before.past.length === 0
          ? before
          : {
              past: before.past.slice(0, -1),
              plan: before.past.at(-1)!,
              future: [before.plan, ...before.future],
            },
      ),
    redo: () =>
      setHistory((before) =>
        before.future.length === 0
          ? before
          : { past: [...before.past, before.plan], plan: before.future[0]!, future: before.future.slice(1) },
      ),
    mayUndo: past.length > 0,
    mayRedo: future.length > 0,
  };
}
