import { useState } from 'react';
import { longestNote } from '@/core/units/typed-field';
import { Sheet } from './number-pad';

/** How to get at that plug: in one's own words, with what may hurt on the way. A planner judges it before others see it. */
export function TrickSheet({
  open,
  onClose,
  onWrite,
}: {
  open: boolean;
  onClose: () => void;
  onWrite: (body: { text: string; trick: { hazard: string } }) => void;
}) {
  const [text, setText] = useState('');
  const [hazard, setHazard] = useState('');
  const tooLong = Math.max(text.length, hazard.length) > longestNote;
  return (
    <Sheet open={open} onClose={onClose} title="I found a trick">
      <p>It is kept at this point. Others see it on rounds once a planner has said that it is safe.</p>
      <label htmlFor="trick-text" className="mt-4 font-semibold">
        How it is done
      </label>
      <textarea
        id="trick-text"
        className="field mt-1"
        rows={3}
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <label htmlFor="trick-hazard" className="mt-4 font-semibold">
        What may hurt on the way
      </label>
      <textarea
        id="trick-hazard"
        className="field mt-1"
        rows={2}
        value={hazard}
        onChange={(event) => setHazard(event.target.value)}
      />
      {tooLong && (
        <p role="alert" className="mt-1 border-l-4 border-ink pl-2">
          At most {longestNote} characters fit. Shorten it; what you typed is kept.
        </p>
      )}
      <button
        type="button"
        className="button button-first mt-5 min-h-16 text-lg"
        disabled={tooLong || text.trim() === ''}
        onClick={() => {
          onWrite({ text: text.trim(), trick: { hazard: hazard.trim() } });
          setText('');
          setHazard('');
        }}
      >
        {text.trim() === '' ? 'Say how it is done' : 'Write the trick'}
      </button>
    </Sheet>
  );
}
