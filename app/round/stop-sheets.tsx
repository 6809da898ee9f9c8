'use client';

import { useState } from 'react';
import { longestNote } from '@/core/units/typed-field';
import { Sheet } from './number-pad';
import { purgeWords } from '@/core/entry/kinds/grease';
import {
  type FindingWhat,
  type Urgency,
  actNowWords,
  findingWords,
  isLower,
  urgencies,
  urgencyOf,
} from '@/core/words/findings';
import { skipReasons } from '@/core/entry/kinds/skip';

type Open = { open: boolean; onClose: () => void };

/** Big buttons, one per line. */
function Choices({
  words,
  chosen,
  onChoose,
  columns = 1,
}: {
  words: Record<string, string>;
  chosen?: string | null;
  onChoose: (key: string) => void;
  columns?: 1 | 2;
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

export type Seen = { what: FindingWhat; urgency: Urgency; proposed: Urgency; lowered?: string; text?: string };

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
}: Open & { title?: string; point: { kind: string; consequence: number }; onWrite: (finding: Seen) => void }) {
  const [what, setWhat] = useState<FindingWhat | null>(null);
  const [chosen, setChosen] = useState<Urgency | null>(null);
  const [lowered, setLowered] = useState('');
  const proposed = what === null ? null : urgencyOf(what, point);
  const urgency = chosen ?? proposed;
  const needsReason = urgency !== null && proposed !== null && isLower(urgency, proposed);
  const [text, setText] = useState('');
  const tooLong = text.length > longestNote;
  return (
    <Sheet open={open} onClose={onClose} title={title}>
      <p className="mt-2">If anything is unclear or unsafe: stop, keep others away, ask the supervisor.</p>
      <h2 className="mt-4">What do you see?</h2>
      <Choices
        words={findingWords}
        chosen={what}
        onChoose={(key) => {
          setWhat(key as FindingWhat);
          setChosen(null);
        }}
        columns={2}
      />
      <h2 className="mt-5">How urgent?</h2>
      <Choices words={urgencies} chosen={urgency} onChoose={(key) => setChosen(key as Urgency)} />
      {urgency === 'act-now' && (
        <p role="status" className="mt-3 border-l-4 border-ink pl-3">
          <strong>{actNowWords}</strong>
        </p>
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
          onWrite({
            what: what!,
            urgency: urgency!,
            proposed: proposed!,
            ...(needsReason && { lowered: lowered.trim() }),
            ...(text.trim() && { text: text.trim() }),
          });
          setWhat(null);
          setChosen(null);
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
