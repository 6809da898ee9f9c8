'use client';

import { type EventName, eventWords } from '@/core/words/events';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { longestNote } from '@/core/units/typed-field';
import { SignDrawing } from './look-drawing';
import { Sheet } from './number-pad';
import { purgeWords } from '@/core/entry/kinds/grease';
import {
  type Closer,
  type FindingWhat,
  type FoundAt,
  type Urgency,
  findingWords,
  gradesOf,
  isLower,
  loweredByOwn,
  meaningOf,
  urgencies,
  wheresOf,
} from '@/core/words/findings';
import type { Grade, Where } from '@/core/words/sign-row';
import { findingsAt } from '@/core/register/finding-choices';
import { FindingMeaning } from '@/components/finding-meaning';
import { skipReasons } from '@/core/entry/kinds/skip';

type Open = { open: boolean; onClose: () => void };

/** Big buttons, one per line. */
function Choices({
  words,
  chosen,
  onChoose,
  columns = 1,
  drawn,
}: {
  words: Record<string, string>;
  chosen?: string | null;
  onChoose: (key: string) => void;
  columns?: 1 | 2;
  /** Drawn beside the words of each. */
  drawn?: (key: string) => ReactNode;
}) {
  return (
    <div className={`mt-3 grid gap-2 ${columns === 2 ? 'grid-cols-2' : ''}`}>
      {Object.entries(words).map(([key, label]) => (
        <button
          key={key}
          type="button"
          aria-pressed={chosen === undefined ? undefined : chosen === key}
          className={`button min-h-14 text-[16px] ${chosen === key ? 'button-first' : ''}`}
          onClick={() => onChoose(key)}
        >
          {drawn?.(key)}
          {label}
        </button>
      ))}
    </div>
  );
}

/** Why a stop is skipped: one tap. */
export function SkipSheet({ open, onClose, onSkip }: Open & { onSkip: (reason: string) => void }) {
  return (
    <Sheet open={open} onClose={onClose} title="Why is it skipped?">
      <Choices words={skipReasons} onChoose={onSkip} />
    </Sheet>
  );
}

/** How a purge ended. */
export function PurgeSheet({ open, onClose, onEnd }: Open & { onEnd: (purge: 'shown' | 'not-shown') => void }) {
  return (
    <Sheet open={open} onClose={onClose} title="What came out at the relief?">
      <p className="mt-2">
        Nothing by the maximum means blocked: stop, press no more in, and report it. Only the first purge of a dry
        housing may need its whole free space.
      </p>
      <Choices words={purgeWords} onChoose={(key) => onEnd(key as 'shown' | 'not-shown')} />
    </Sheet>
  );
}

export type Seen = Closer & {
  what: FindingWhat;
  urgency: Urgency;
  proposed: Urgency;
  lowered?: string;
  text?: string;
};

const drawingOf = (what: string) => <SignDrawing what={what as FindingWhat} />;

/** What may be seen here, the likeliest first; all the rest when it is asked for. */
function SignChoices({ kind, onChoose }: { kind: string; onChoose: (what: FindingWhat) => void }) {
  const [all, setAll] = useState(false);
  const { offered, others } = findingsAt(kind);
  return (
    <>
      <Choices words={offered} onChoose={(key) => onChoose(key as FindingWhat)} columns={2} drawn={drawingOf} />
      {all ? (
        <Choices words={others} onChoose={(key) => onChoose(key as FindingWhat)} columns={2} drawn={drawingOf} />
      ) : (
        <button type="button" className="button mt-2 min-h-14 w-full" onClick={() => setAll(true)}>
          None of these
        </button>
      )}
    </>
  );
}

/** How much of it, or which, and where, as far as that matters; what is pressed again is taken back. */
function CloserChoices({
  what,
  closer,
  onChoose,
}: {
  what: FindingWhat;
  closer: Closer;
  onChoose: (closer: Closer) => void;
}) {
  const [asked, places] = [gradesOf(what), wheresOf(what)];
  const { grade, where } = closer;
  return (
    <>
      {Object.keys(asked).length > 0 && (
        <>
          <h2 className="mt-5">How much, or which?</h2>
          <Choices
            words={asked}
            chosen={grade ?? null}
            columns={2}
            onChoose={(key) => onChoose({ ...(where && { where }), ...(key !== grade && { grade: key as Grade }) })}
          />
        </>
      )}
      {Object.keys(places).length > 0 && (
        <>
          <h2 className="mt-5">Where?</h2>
          <Choices
            words={places}
            chosen={where ?? null}
            columns={2}
            onChoose={(key) => onChoose({ ...(grade && { grade }), ...(key !== where && { where: key as Where }) })}
          />
        </>
      )}
    </>
  );
}

/**
 * What was seen: writes a finding and stays at the stop. What it is decides how urgent it is; a person may raise that, and
 * lowers it with a reason.
 */
export function FindingSheet({
  open,
  title = 'Something is off',
  point,
  onClose,
  onWrite,
}: Open & { title?: string; point: FoundAt; onWrite: (finding: Seen) => void }) {
  const [what, setWhat] = useState<FindingWhat | null>(null);
  const [closer, setCloser] = useState<Closer>({});
  const another = useRef<HTMLButtonElement>(null);
  // What was pressed has gone: the keyboard goes on from what stands in its place.
  useEffect(() => {
    if (what !== null) another.current?.focus({ preventScroll: true });
  }, [what]);
  const [chosen, setChosen] = useState<Urgency | null>(null);
  const [lowered, setLowered] = useState('');
  const meaning = what === null ? null : meaningOf(what, point, closer);
  const proposed = meaning?.urgency ?? null;
  const urgency = chosen ?? proposed;
  const needsReason = urgency !== null && proposed !== null && isLower(urgency, proposed);
  const [text, setText] = useState('');
  const tooLong = text.length > longestNote;
  const choose = (sign: FindingWhat | null) => {
    setWhat(sign);
    setCloser({});
    setChosen(null);
  };
  return (
    <Sheet open={open} onClose={onClose} title={title}>
      <p className="mt-2">If anything is unclear or unsafe: stop, keep others away, ask the supervisor.</p>
      <h2 className="mt-4">What do you see?</h2>
      {what === null ? (
        <SignChoices kind={point.kind} onChoose={choose} />
      ) : (
        <div className="mt-3 grid grid-cols-[1fr_auto] items-center gap-3">
          <p className="text-lg">
            <strong>{findingWords[what]}</strong>
          </p>
          <button ref={another} type="button" className="button min-h-14" onClick={() => choose(null)}>
            Choose another
          </button>
        </div>
      )}
      {what !== null && (
        <CloserChoices what={what} closer={closer} onChoose={(said) => (setCloser(said), setChosen(null))} />
      )}
      {meaning && (
        <>
          <h2 className="mt-5">How urgent?</h2>
          <Choices words={urgencies} chosen={urgency} onChoose={(key) => setChosen(key as Urgency)} />
          <FindingMeaning meaning={{ ...meaning, urgency: urgency! }} className="mt-3" />
        </>
      )}
      {needsReason && (
        <>
          <label htmlFor="finding-lowered" className="mt-4 block font-semibold">
            By the rules this is “{urgencies[proposed]}”. Why less?
          </label>
          <input
            id="finding-lowered"
            className="field mt-1"
            maxLength={200}
            value={lowered}
            onChange={(event) => setLowered(event.target.value)}
            autoComplete="off"
          />
        </>
      )}
      <label htmlFor="finding-text" className="mt-5 font-semibold">
        In your words
      </label>
      <textarea
        id="finding-text"
        className="field mt-1"
        rows={3}
        value={text}
        onChange={(event) => setText(event.target.value)}
        aria-invalid={tooLong || undefined}
      />
      {tooLong && (
        <p role="alert" className="mt-1 border-l-4 border-ink pl-2">
          {text.length} characters; at most {longestNote} fit. Shorten it; what you typed is kept.
        </p>
      )}
      <button
        type="button"
        className="button button-first mt-5 min-h-16 text-lg"
        disabled={what === null || tooLong || (needsReason && lowered.trim().length < 3)}
        onClick={() => {
          const byOwn = loweredByOwn({ what: what!, urgency: urgency!, ...closer }, meaning!.mark);
          onWrite({
            what: what!,
            ...closer,
            urgency: urgency!,
            proposed: proposed!,
            ...(needsReason ? { lowered: lowered.trim() } : byOwn && { lowered: byOwn }),
            ...(text.trim() && { text: text.trim() }),
          });
          choose(null);
          setLowered('');
          setText('');
        }}
      >
        {what === null
          ? 'Choose what you see'
          : needsReason && lowered.trim().length < 3
            ? 'Say why it is less urgent'
            : 'Write the finding'}
      </button>
    </Sheet>
  );
}

/** Something that happened to the machine, with one tap: what is due after it follows by itself. */
export const EventSheet = ({
  open,
  onClose,
  onEvent,
}: {
  open: boolean;
  onClose: () => void;
  onEvent: (event: EventName) => void;
}) => (
  <Sheet open={open} onClose={onClose} title="What happened?">
    <p>What is to be done after it falls due by itself.</p>
    <div className="mt-4 grid gap-2">
      {(Object.keys(eventWords) as EventName[]).map((event) => (
        <button key={event} type="button" className="button min-h-16" onClick={() => onEvent(event)}>
          {eventWords[event]}
        </button>
      ))}
    </div>
  </Sheet>
);
