'use client';

import type { Answer } from './use-round';

/** The answers to a stop, in reach of a thumb. */
export function StopAnswers({
  answer,
  doneWords,
  onDone,
  onNext,
  onFinding,
  onSkip,
}: {
  answer: Answer | undefined;
  doneWords: string;
  onDone: () => void;
  onNext: () => void;
  onFinding: () => void;
  onSkip: () => void;
}) {
  return (
    <div className="sticky bottom-0 grid gap-4 border-t border-ink bg-ground px-4 pt-3 pb-4">
      {answer ? (
        <>
          <p className="text-lg">
            <strong>{answer.kind === 'skip' ? 'Skipped.' : 'Done.'}</strong> This stop is written.
          </p>
          <button type="button" className="button button-first min-h-16 text-lg" onClick={onNext}>
            Next open stop
          </button>
        </>
      ) : (
        <button type="button" className="button button-first min-h-16 text-lg" onClick={onDone}>
          {doneWords}
        </button>
      )}
      <div className="grid grid-cols-2 gap-4">
        <button type="button" className="button min-h-14" onClick={onFinding}>
          Something is off
        </button>
        <button type="button" className="button min-h-14" disabled={answer !== undefined} onClick={onSkip}>
          Skip
        </button>
      </div>
    </div>
  );
}
