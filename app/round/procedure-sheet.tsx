'use client';

import { Beside } from '@/components/beside';
import { Square, SquareCheck } from 'lucide-react';
import { useEffect, useState } from 'react';
import { type MachineState, machineStates, runs } from '@/core/words/machine-states';
import { runsWords } from '@/core/words/runs-meanwhile';
import type { Procedure, Step, StepOf } from '@/core/procedure/step';
import {
  type Progress,
  type ShownStep,
  backward,
  onward,
  placeOf,
  saidNo,
  shownSteps,
  waitBegun,
  waitLeft,
} from '@/core/procedure/walk';
import { ProcedureSteps } from '@/components/procedure-steps';
import { Sheet } from './number-pad';

/** What a step needs of the stop that it is done at. */
export type AtStep = {
  /** What is to go in, as the stop says it. */
  amountWords: string;
  drainedL: number | null;
  /** How much flushing oil went in, once it is written; and how often it is flushed. */
  flushedL: number | null;
  flushWords: string;
  /** What the store holds of the oil, against what the change takes. */
  storeWords: string;
  /** The outlets of its system, and at which of them oil was seen. */
  outlets: readonly { name: string; isSeen: boolean }[];
  /** What was read and seen, by the name of the reading or look. */
  answered: (step: Step) => string | undefined;
  isOpen: (thing: string) => boolean;
  /** What went in and was counted: nothing where it is all out, undefined of what is not counted. */
  countedIn: (thing: string) => string | undefined;
  ownLock: string | undefined;
  /** What at the machine says no to a state that it is brought into. */
  forbids: (state: MachineState) => readonly string[];
};
/** What a step sets off at its stop. */
export type StepActs = {
  open: (step: StepOf<'open'>) => void;
  /** What goes in is counted. */
  count: (step: StepOf<'open'>) => void;
  close: (step: StepOf<'close'>) => void;
  lock: () => void;
  unlock: () => void;
  read: (step: StepOf<'read'>) => void;
  look: (step: StepOf<'look'>) => void;
  measure: () => void;
  /** What came out is written, once. */
  drained: () => void;
  flush: () => void;
  /** Oil was seen at an outlet, or not after all. */
  outlet: (name: string) => void;
  stopJob: () => void;
};

type Props = {
  isOpen: boolean;
  onClose: () => void;
  procedure: Procedure;
  progress: Progress;
  at: AtStep;
  acts: StepActs;
  onProgress: (progress: Progress) => void;
};

/** A procedure, one step at a time or as a whole; left and come back to without losing anything. */
export function ProcedureSheet({ isOpen, onClose, ...props }: Props) {
  const { procedure, progress } = props;
  const [asWhole, setAsWhole] = useState(false);
  const steps = shownSteps(procedure, progress.leftOut);
  const place = placeOf(procedure, progress);
  return (
    <Sheet open={isOpen} onClose={onClose} title={procedure.title}>
      {asWhole ? (
        <ProcedureSteps procedure={procedure} leftOut={progress.leftOut} place={place} />
      ) : (
        <OneStep
          key={`${progress.at} ${Object.values(progress.again).join()}`}
          shown={steps[place]}
          {...props}
          onClose={onClose}
        >
          <p className="caption mt-2">
            {place < steps.length ? `Step ${place + 1} of ${steps.length}` : `All ${steps.length} steps`}
          </p>
        </OneStep>
      )}
      <div className="mt-4 grid grid-cols-2 gap-4">
        <button
          type="button"
          className="button min-h-14"
          disabled={asWhole || place === 0}
          onClick={() => props.onProgress(backward(procedure, progress))}
        >
          One step back
        </button>
        <button type="button" className="button min-h-14" aria-pressed={asWhole} onClick={() => setAsWhole(!asWhole)}>
          {asWhole ? 'Step by step' : 'All steps'}
        </button>
      </div>
    </Sheet>
  );
}

function OneStep({
  shown,
  procedure,
  progress,
  at,
  acts,
  onProgress,
  onClose,
  children,
}: Omit<Props, 'isOpen'> & { shown: ShownStep | undefined; children: React.ReactNode }) {
  const [asks, setAsks] = useState<string | null>(null);
  const next = () => onProgress(onward(procedure, progress));
  if (!shown)
    return (
      <div className="grow">
        {children}
        <p className="mt-3 text-2xl">
          Every step is done. At the stop, say {putsIn(procedure) && 'how much went in and '}that it is done.
        </p>
        <button type="button" className="button button-first mt-5 min-h-16 w-full text-lg" onClick={onClose}>
          Back to the stop
        </button>
      </div>
    );
  const { cautions, step } = shown;
  return (
    <div className="flex grow flex-col">
      {children}
      {cautions.map(({ id, says }) => (
        <p key={id} className="mt-3 border-l-4 border-ink pl-3 text-lg">
          <strong>Caution.</strong> <Beside>{says}</Beside>
        </p>
      ))}
      <p className="mt-4 text-2xl leading-snug">
        <Beside>{step.says}</Beside>
      </p>
      <StepFacts step={step} at={at} />
      {step.kind === 'look' && step.shows === 'outlets' && <Outlets outlets={at.outlets} onTick={acts.outlet} />}
      {asks && (
        <p role="alert" className="mt-3 border-l-4 border-ink pl-3">
          {asks}
        </p>
      )}
      <div className="mt-auto grid gap-3 pt-6">
        {step.kind === 'wait' ? (
          <WaitAnswers step={step} progress={progress} onProgress={onProgress} onNext={next} onClose={onClose} />
        ) : (
          answersOf(step, {
            at,
            acts,
            next,
            no: () => {
              if (step.kind !== 'confirm') return;
              const after = saidNo(procedure, progress, step);
              if ('goesOn' in after) onProgress(after.goesOn);
              else if ('asks' in after) setAsks(after.asks);
              else acts.stopJob();
            },
          }).map(({ words, onPress, aside }, index) => (
            <button
              key={words}
              type="button"
              className={index === 0 && !aside ? 'button button-first min-h-16 text-lg' : 'button min-h-14'}
              onClick={onPress}
            >
              {words}
            </button>
          ))
        )}
      </div>
    </div>
  );
}

/** Every outlet by name, ticked where oil was seen: one glass says nothing of the next. */
const Outlets = ({ outlets, onTick }: { outlets: AtStep['outlets']; onTick: (name: string) => void }) => (
  <ul className="mt-3 grid gap-2">
    {outlets.map(({ name, isSeen }) => (
      <li key={name}>
        <button
          type="button"
          className="button min-h-14 w-full justify-start"
          aria-pressed={isSeen}
          onClick={() => onTick(name)}
        >
          {isSeen ? <SquareCheck aria-hidden="true" /> : <Square aria-hidden="true" />} {name}
        </button>
      </li>
    ))}
  </ul>
);

const putsIn = ({ steps }: Procedure): boolean => steps.some((step) => step.kind === 'put-in' && !step.flush);

/** What stands under the words of a step. */
function StepFacts({ step, at }: { step: Step; at: AtStep }) {
  const facts: string[] = [];
  if (step.kind === 'open' && !step.counts)
    facts.push(`While it is ${step.answer ? 'so' : 'open'}: ${runsWords(step)}.`);
  if (step.kind === 'confirm' && step.shows === 'store') facts.push(at.storeWords);
  if (step.kind === 'close' || step.kind === 'open') facts.push(at.countedIn(step.thing) ?? '');
  if (step.kind === 'reach') facts.push(`Machine: ${machineStates[step.state]}.`);
  if (step.kind === 'wait') facts.push(`Because ${step.why}.`);
  if (step.kind === 'put-in' && !step.flush) facts.push(at.amountWords);
  if (step.kind === 'put-in' && step.flush)
    facts.push(at.flushedL === null ? at.flushWords : `${at.flushedL} L went in: written.`);
  if (step.kind === 'take-out' && at.drainedL !== null) facts.push(`${at.drainedL} L came out.`);
  const answered = at.answered(step);
  if (answered) facts.push(answered);
  const forbidding = forbiddingAt(step, at);
  return (
    <>
      {facts.filter(Boolean).map((words) => (
        <p key={words} className="mt-2">
          <Beside>{words}</Beside>
        </p>
      ))}
      {forbidding.length > 0 && (
        <p role="alert" className="mt-3 border-l-4 border-ink pl-3">
          <strong className="text-stop">It must not run:</strong> {forbidding.join('; ')}. Closed first, and everybody’s
          own lock off.
        </p>
      )}
    </>
  );
}

/** What says no to a run, at a step that leads to one. */
const forbiddingAt = (step: Step, at: AtStep): readonly string[] => {
  if (step.kind === 'clear') return at.forbids('auxiliary-only');
  return step.kind === 'reach' && (runs(step.state) || step.state === 'auxiliary-only') ? at.forbids(step.state) : [];
};

type Answer = { words: string; onPress: () => void; aside?: boolean };

/** Seen with one's own eyes is more than the book knows, where somebody has not written it yet; one's own lock is off then too. */
const seenClosed = (
  step: Step,
  { ownLock }: AtStep,
  { next, unlock }: { next: () => void; unlock: () => void },
): Answer => ({
  words: 'I have seen it closed, and all locks off: go on',
  onPress: step.kind === 'clear' && ownLock ? unlock : next,
  aside: true,
});

type Answering = { at: AtStep; acts: StepActs; next: () => void; also: (act: () => void) => () => void };

function openAnswers(step: StepOf<'open'>, { at, acts, next, also }: Answering): Answer[] {
  if (at.isOpen(step.thing))
    return [
      {
        words: step.counts ? 'Go on' : step.answer ? `${step.answer} already: go on` : 'It is open already: go on',
        onPress: next,
      },
    ];
  return step.counts
    ? [
        { words: 'Count it', onPress: () => acts.count(step) },
        { words: 'Nothing goes in', onPress: next },
      ]
    : [{ words: step.answer ?? 'It is open', onPress: also(() => acts.open(step)) }];
}

function closeAnswers(step: StepOf<'close'>, { at, acts, also }: Omit<Answering, 'next'>): Answer[] {
  const close = also(() => acts.close(step));
  const inside = at.countedIn(step.thing);
  if (inside === undefined) return [{ words: step.answer ?? 'It is closed', onPress: close }];
  return inside === ''
    ? [{ words: 'Nothing is left in', onPress: close }]
    : [
        { words: 'All of it is out', onPress: close },
        { words: 'Something is missing', onPress: acts.stopJob },
      ];
}

/** How a step can be answered, the usual way first. */
function answersOf(
  step: Step,
  { at, acts, next, no }: { at: AtStep; acts: StepActs; next: () => void; no: () => void },
): Answer[] {
  const also = (act: () => void) => () => {
    act();
    next();
  };
  if (forbiddingAt(step, at).length > 0) return [seenClosed(step, at, { next, unlock: also(acts.unlock) })];
  switch (step.kind) {
    case 'open':
      return openAnswers(step, { at, acts, next, also });
    case 'close':
      return closeAnswers(step, { at, acts, also });
    case 'reach':
      if (!step.state.startsWith('isolated')) return [{ words: 'It is so', onPress: next }];
      return at.ownLock
        ? [{ words: `${at.ownLock} is on: go on`, onPress: next }]
        : [
            { words: 'Prove it, write my lock', onPress: acts.lock },
            { words: 'Locked, written on the site’s own sheet', onPress: next },
          ];
    case 'clear':
      return at.ownLock
        ? [{ words: `All out, ${at.ownLock.toLowerCase()} off`, onPress: also(acts.unlock) }]
        : [{ words: 'All out, own lock off', onPress: next }];
    case 'read':
      return at.answered(step)
        ? [
            { words: 'Go on', onPress: next },
            { words: 'Read it again', onPress: () => acts.read(step) },
          ]
        : [
            { words: 'Read it', onPress: () => acts.read(step) },
            { words: 'Cannot be read here', onPress: next },
          ];
    case 'look':
      return at.answered(step)
        ? [
            { words: 'Go on', onPress: next },
            { words: 'Look again', onPress: () => acts.look(step) },
          ]
        : [{ words: 'Say what you see', onPress: () => acts.look(step) }];
    case 'take-out':
      return at.drainedL === null
        ? [
            { words: 'How much came out?', onPress: acts.measure },
            { words: 'Not measured', onPress: next },
          ]
        : [
            { words: 'Go on', onPress: also(acts.drained) },
            { words: 'Measure again', onPress: acts.measure },
          ];
    case 'put-in':
      return step.flush && at.flushedL === null
        ? [
            { words: 'How much went in?', onPress: acts.flush },
            { words: 'It is in, not measured', onPress: next },
          ]
        : [{ words: 'It is in', onPress: next }];
    case 'confirm':
      return [
        { words: 'Yes', onPress: next },
        { words: 'No', onPress: no },
      ];
    default:
      return [{ words: 'Done', onPress: next }];
  }
}

const minutesAndSeconds = (ms: number): string => {
  const seconds = Math.ceil(ms / 1000);
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
};

/** A wait: begun, left running while other stops are done, over. */
function WaitAnswers({
  step,
  progress,
  onProgress,
  onNext,
  onClose,
}: {
  step: StepOf<'wait'>;
  progress: Progress;
  onProgress: (progress: Progress) => void;
  onNext: () => void;
  onClose: () => void;
}) {
  const [now, setNow] = useState(() => Date.now());
  const left = waitLeft(progress, step.id, now);
  useEffect(() => {
    if (!left) return undefined;
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, [left]);
  const begin = (minutes: number) => {
    setNow(Date.now());
    onProgress(waitBegun(progress, step, minutes, Date.now()));
  };
  if (left === undefined)
    return (
      <>
        <button type="button" className="button button-first min-h-16 text-lg" onClick={() => begin(step.minutes)}>
          Wait {step.minutes} min
        </button>
        {step.longer && (
          <button type="button" className="button min-h-14" onClick={() => begin(step.longer!.minutes)}>
            Wait {step.longer.minutes} min: {step.longer.when}
          </button>
        )}
        <button type="button" className="button min-h-14" onClick={onNext}>
          It has waited already
        </button>
      </>
    );
  if (left === 0)
    return (
      <>
        <p role="status" className="text-lg">
          <strong>The wait is over.</strong>
        </p>
        <button type="button" className="button button-first min-h-16 text-lg" onClick={onNext}>
          Go on
        </button>
      </>
    );
  return (
    <>
      <p role="timer" className="text-4xl font-semibold">
        {minutesAndSeconds(left)}
      </p>
      <button type="button" className="button button-first min-h-16 text-lg" onClick={onClose}>
        Do other stops meanwhile
      </button>
      <button type="button" className="button min-h-14" onClick={onNext}>
        Go on before its time
      </button>
    </>
  );
}
