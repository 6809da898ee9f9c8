'use client';

import { useState } from 'react';
import { longestNote } from '@/core/units/typed-field';
import { Sheet } from './number-pad';
import { findingWords, urgencies } from '@/core/entry/kinds/finding';
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

/** What was seen: writes a finding and stays at the stop. */
export function FindingSheet({
  open,
  onClose,
  onWrite,
}: Open & { onWrite: (finding: { what: string; urgency: string; text?: string }) => void }) {
  const [what, setWhat] = useState<string | null>(null);
  const [urgency, setUrgency] = useState<string>('plan');
  const [text, setText] = useState('');
  const tooLong = text.length > longestNote;
  return (
    <Sheet open={open} onClose={onClose} title="Something is off">
      <p className="mt-2">If anything is unclear or unsafe: stop, keep others away, ask the supervisor.</p>
      <h2 className="mt-4">What do you see?</h2>
      <Choices words={findingWords} chosen={what} onChoose={setWhat} columns={2} />
      <h2 className="mt-5">How urgent?</h2>
      <Choices words={urgencies} chosen={urgency} onChoose={setUrgency} />
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
        disabled={what === null || tooLong}
        onClick={() => {
          onWrite({ what: what!, urgency, ...(text.trim() && { text: text.trim() }) });
          setWhat(null);
          setText('');
        }}
      >
        {what === null ? 'Choose what you see' : 'Write the finding'}
      </button>
    </Sheet>
  );
}
