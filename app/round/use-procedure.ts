import { useState } from 'react';
import { isCounted } from '@/core/procedure/counted';
import { type Procedure, type Step, type StepOf, procedureKey } from '@/core/procedure/step';
import { type Progress, begun, opensWhatMustNot, placeOf, shownSteps } from '@/core/procedure/walk';
import type { WalkDocument, WalkOpenThing, WalkStop } from '@/core/walk/document';
import { forbidsRun, keepsOpen } from '@/core/walk/open-things';
import { urgencyOf } from '@/core/words/findings';
import { type Look, looks } from '@/core/words/looks';
import { closing } from './open-here';
import type { Planned } from './planned';
import type { AtStep, StepActs } from './procedure-sheet';
import type { DoneWay } from './stop-answers';
import type { OnWrite, OpenSheet } from './stop-draft';
import { withUnit } from './stop-readings';
import { askedAtStep, foundAt } from './taken';
import type { useTaken } from './use-taken';

/** By what procedure a stop is done, what is open at its machine, who is at it, and who may be named. */
export type AroundStop = {
  procedure: Procedure | null;
  openThings: readonly WalkOpenThing[];
  person: WalkDocument['person'] | undefined;
  people: WalkDocument['people'];
};
export const nothingAround: AroundStop = { procedure: null, openThings: [], person: undefined, people: [] };

type Asking = {
  stop: WalkStop;
  around: AroundStop;
  here: ReturnType<typeof useTaken>;
  planned: Planned;
  /** Its steps stand in front. */
  isWalking: boolean;
  setWalking: (isWalking: boolean) => void;
  open: (sheet: OpenSheet) => void;
  onWrite: OnWrite;
};

/**
 * The procedure of a stop as it is walked: where it stands, what its steps set off, and what of it keeps the stop from being
 * done. A sheet that a step opens comes back to the step.
 */
export function useProcedure({
  stop,
  around: { procedure, openThings, person },
  here,
  planned,
  isWalking,
  setWalking,
  open,
  onWrite,
}: Asking) {
  const [lastLockNo, setLastLockNo] = useState('');
  const progress: Progress | null = procedure && (here.progress ?? begun(procedure, stop.leftAfter ?? undefined));
  const isBegun = here.progress !== undefined || stop.leftAfter !== null;
  const ownLock = openThings.find(({ isLock, holder }) => isLock && holder.id === person?.id);
  const thingOf = (thing: string) => openThings.find((each) => each.taskId === stop.taskId && each.thing === thing);
  const stillOpen = keepsOpen(openThings, stop.taskId);
  const written = (step: Step) => ({
    at: { procedure: procedure ? procedureKey(procedure) : '', step: step.id },
  });
  const answered = (step: Step): string | undefined => {
    if (step.kind === 'read') {
      const read = here.taken[step.name];
      return read && `Read: ${withUnit(read.value, step.unit)}.`;
    }
    if (step.kind !== 'look') return undefined;
    const seen = here.seen[step.look];
    return seen === undefined ? undefined : `Seen: ${(looks[step.look] as Look).answers[seen]?.words ?? seen}.`;
  };
  const at: AtStep = {
    amountWords: [planned.words, stop.lubricant?.code].filter(Boolean).join(' · '),
    ...shownAt(stop, here),
    answered,
    isOpen: (thing) => thingOf(thing) !== undefined,
    countedIn: (thing) => (procedure && isCounted(procedure, thing) ? (thingOf(thing)?.name ?? '') : undefined),
    ownLock: ownLock?.name,
    forbids: (state) =>
      forbidsRun(openThings, person?.id, state).map(({ name, isLock, holder }) =>
        isLock ? `${name} of ${holder.initials} is on` : `${name} is open`,
      ),
  };
  const opened = (step: StepOf<'open'>, name = step.name) =>
    void onWrite({ ...opening(step, name, written(step)), taskIds: [stop.taskId] });
  const acts: StepActs = {
    open: (step) => opened(step),
    count: (step) => open({ count: step }),
    close: (step) => {
      const thing = thingOf(step.thing);
      if (!thing) return;
      const { kind, body } = closing(thing);
      void onWrite({ kind, body: { ...body, ...written(step) }, taskIds: [stop.taskId] });
    },
    lock: () => open('isolation'),
    unlock: () => {
      if (ownLock) void onWrite(closing(ownLock));
    },
    read: (step) => open({ asked: stop.readings.find(({ name }) => name === step.name) ?? askedAtStep(step) }),
    look: ({ look }) => open({ look }),
    measure: () => open('drained'),
    // What came out is in the book before anything else: whoever goes on another day knows it.
    drained: () => {
      if (here.drainedL === null || here.drainWritten) return;
      here.keep({ drainWritten: true });
      void onWrite({ kind: 'drain', body: { volumeL: here.drainedL, what: 'oil' } });
    },
    flush: () => open('flush'),
    outlet: (name) => here.keep({ outletsSeen: toggled(here.outletsSeen, name) }),
    stopJob: () => {
      setWalking(false);
      open('finding');
    },
  };
  const count = procedure && progress ? shownSteps(procedure, progress.leftOut).length : 0;
  // What must be closed again before it runs is worth its steps: they stand beside the answer.
  const isOfferedFirst = !isBegun && procedure !== null && opensWhatMustNot(procedure);
  const goOn: DoneWay[] =
    procedure && progress && isBegun && progress.at !== null
      ? [
          {
            words: `Go on: step ${placeOf(procedure, progress) + 1} of ${count}`,
            onDone: () => setWalking(true),
          },
        ]
      : [];
  const stepByStep: DoneWay = { words: 'Step by step', onDone: () => setWalking(true), aside: true };
  return {
    isWalking,
    setWalking,
    /** The answers lead to its steps. */
    isOffered: isOfferedFirst || goOn.length > 0,
    lastLockNo,
    progress,
    count,
    at,
    acts,
    stillOpen,
    /**
     * How the stop is gone on with while its procedure is under way; what is usual stands beside it, unless something is open.
     * What was read and seen comes first: that it is not in order is said whatever is open.
     */
    waysWith: waysBeside({ stillOpen, goOn, stepByStep: isOfferedFirst ? [stepByStep] : [] }),
    measured: measuredAt(stop, here, onWrite),
    /** What goes in was counted: its step says so until it is out again. */
    counted: (step: StepOf<'open'>, words: string) => {
      open(null);
      opened(step, words);
    },
    /** Isolating is not clear or not safe: it is written and the stop is left. */
    leaveUnsafe: async () => {
      setWalking(false);
      open(null);
      await here.leave('unsafe', {
        kind: 'finding',
        body: {
          what: 'unsafe-isolation',
          urgency: urgencyOf('unsafe-isolation', foundAt(stop)),
          text: 'Isolating is unclear or unsafe: left, others kept away.',
        },
      });
    },
    lock: async (body: Record<string, unknown>) => {
      setLastLockNo(String(body.lockNo));
      open(null);
      await onWrite({ kind: 'isolation', body, taskIds: [stop.taskId] });
    },
  };
}

/** What its steps show of a stop, and of what was done there until now. */
const shownAt = ({ flush, store, outlets }: WalkStop, { drainedL, flushedL, outletsSeen }: Asking['here']) => ({
  drainedL,
  flushedL,
  flushWords: flush,
  storeWords: store,
  outlets: outlets.map((name) => ({ name, isSeen: outletsSeen.includes(name) })),
});

const toggled = (names: readonly string[], name: string) =>
  names.includes(name) ? names.filter((each) => each !== name) : [...names, name];

/** What a step opens, as it is written. */
const opening = ({ runs, minutes, thing }: StepOf<'open'>, name: string, at: object) => ({
  kind: 'open' as const,
  body: { does: 'open', name, runs, ...(minutes && { minutes }), thing, ...at },
});

/** What is measured on the way: what came out, and what went in only to come out again. */
const measuredAt = (stop: WalkStop, here: Asking['here'], onWrite: OnWrite) => ({
  onDrained: (drainedL: number) => void here.keep({ drainedL, drainWritten: false }),
  onFlushed: (volumeL: number) => {
    here.keep({ flushedL: volumeL });
    void onWrite({ kind: 'flush', body: { times: 1, volumeL }, taskIds: [stop.taskId] });
  },
});

/** The answers of a stop with its steps beside them, or in front once they are under way. */
const waysBeside =
  ({ stillOpen, goOn, stepByStep }: { stillOpen: readonly WalkOpenThing[]; goOn: DoneWay[]; stepByStep: DoneWay[] }) =>
  (first: readonly DoneWay[] | undefined, ways: readonly DoneWay[]): DoneWay[] => {
    const beside = (some: readonly DoneWay[]) => some.map((way) => ({ ...way, aside: true as const }));
    if (first) return [...first, ...beside(goOn.length > 0 ? goOn : stepByStep)];
    if (stillOpen.length > 0) return goOn;
    return goOn.length > 0 ? [...goOn, ...beside(ways)] : [...ways, ...stepByStep];
  };

/** What keeps a stop from being done, in words; null where nothing does. */
export const stillOpenWords = (things: readonly WalkOpenThing[]): string | null =>
  things.length === 0
    ? null
    : `Still open: ${things.map(({ name }) => name).join(', ')}. It is closed, handed on or waived before this is done.`;
