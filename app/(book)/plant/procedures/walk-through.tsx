'use client';

import { Footprints } from 'lucide-react';
import { useState } from 'react';
import { isCounted } from '@/core/procedure/counted';
import type { Procedure, Step, StepOf } from '@/core/procedure/step';
import { type Progress, begun } from '@/core/procedure/walk';
import { runs } from '@/core/words/machine-states';
import { ProcedureSheet, type AtStep, type StepActs } from '@/app/round/procedure-sheet';

type Tried = {
  progress: Progress;
  open: Record<string, StepOf<'open'>>;
  hasLock: boolean;
  answered: string[];
  drained: boolean;
  flushed: boolean;
};
const start = (procedure: Procedure): Tried => ({
  progress: begun(procedure),
  open: Object.fromEntries(
    procedure.takesOver.map((each) => [
      each.thing,
      { kind: 'open', id: each.thing, says: each.name, ...each } satisfies StepOf<'open'>,
    ]),
  ),
  hasLock: false,
  answered: [],
  drained: false,
  flushed: false,
});

/** A procedure as the technician has it on the round, step by step, at no machine: nothing is written. */
export function WalkThrough({ procedure }: { procedure: Procedure }) {
  const [tried, setTried] = useState<Tried | null>(null);
  const keep = (change: Partial<Tried>) => setTried((before) => before && { ...before, ...change });
  const answer = (step: Step) => keep({ answered: [...(tried?.answered ?? []), step.id] });
  const at: AtStep = {
    amountWords: 'On the round: how much of which lubricant.',
    drainedL: tried?.drained ? 1 : null,
    flushedL: tried?.flushed ? 1 : null,
    storeWords: 'On the round: what the store holds of the oil.',
    outlets: [],
    flushWords: 'On the round: how often it is flushed.',
    answered: (step) => (tried?.answered.includes(step.id) ? 'Tried: nothing is written here.' : undefined),
    countedIn: (thing) => (isCounted(procedure, thing) ? (tried?.open[thing]?.name ?? '') : undefined),
    isOpen: (thing) => Object.hasOwn(tried?.open ?? {}, thing),
    ownLock: tried?.hasLock ? 'Lock' : undefined,
    forbids: (state) =>
      Object.values(tried?.open ?? {})
        .filter((thing) => thing.runs === 'never' || (thing.runs === 'auxiliary' && runs(state)))
        .map(({ name }) => `${name} is open`),
  };
  const acts: StepActs = {
    open: (step) => keep({ open: { ...tried?.open, [step.thing]: step } }),
    count: (step) => keep({ open: { ...tried?.open, [step.thing]: step } }),
    close: (step) =>
      keep({ open: Object.fromEntries(Object.entries(tried?.open ?? {}).filter(([thing]) => thing !== step.thing)) }),
    lock: () => keep({ hasLock: true }),
    unlock: () => keep({ hasLock: false }),
    read: answer,
    look: answer,
    measure: () => keep({ drained: true }),
    drained: () => undefined,
    flush: () => keep({ flushed: true }),
    outlet: () => undefined,
    stopJob: () => setTried(null),
  };
  return (
    <>
      <button type="button" className="button no-print" onClick={() => setTried(start(procedure))}>
        <Footprints aria-hidden="true" size={18} /> Walk through it
      </button>
      {tried && (
        <ProcedureSheet
          isOpen
          onClose={() => setTried(null)}
          procedure={procedure}
          progress={tried.progress}
          at={at}
          acts={acts}
          onProgress={(progress) => keep({ progress })}
        />
      )}
    </>
  );
}
