'use client';

import { actNowWords } from '@/core/words/findings';
import type { Answer } from './use-round';

/** One way in which the work was done, as its button says it. */
export type DoneWay = {
  words: string;
  onDone: () => void;
  /** Not what is usual: it stands below, and is no first choice. */
  aside?: true;
};

/** The answers to a stop, in reach of a thumb. */
export function StopAnswers({
  answer,
  ways,
  heldBack,
  doubt,
  stopped,
  urgent,
  shut,
  onNext,
  onOff,
  onFinding,
  onSkip,
}: {
  answer: Answer | undefined;
  ways: readonly DoneWay[];
  /** Why it cannot be done yet. */
  heldBack: string | null;
  /** Why what went in is hard to believe, once it was pressed. */
  doubt: string | null;
  /** Something was found here that asks to stop: going on is not what is offered first. */
  stopped: boolean;
  /** What was just read or seen asks to stop: it is written first. */
  urgent: boolean;
  /** The stop has only just come: a second tap was meant for the one before. */
  shut: boolean;
  onNext: () => void;
  /** A look may find that something is not in order; undefined for what is no look. */
  onOff: (() => void) | undefined;
  onFinding: () => void;
  onSkip: (reason?: 'unsafe') => void;
}) {
  return (
    <div className="sticky bottom-0 grid gap-4 border-t border-ink bg-ground px-4 pt-3 pb-4">
      {(stopped || urgent) && (
        <p role="status" className="border-l-4 border-ink pl-3">
          <strong>{actNowWords}</strong>
        </p>
      )}
      {answer ? (
        <>
          <p className="text-lg">
            <strong>{answer.kind === 'skip' ? 'Skipped.' : answer.off ? 'Not in order.' : 'Done.'}</strong> This stop is
            written.
          </p>
          <button type="button" className="button button-first min-h-16 text-lg" onClick={onNext}>
            Next open stop
          </button>
        </>
      ) : (
        <>
          {stopped && !urgent && (
            <button
              type="button"
              className="button button-first min-h-16 text-lg"
              disabled={shut}
              onClick={() => onSkip('unsafe')}
            >
              Leave it: not safe
            </button>
          )}
          {heldBack && (
            <p role="status" className="border-l-4 border-ink pl-3">
              {heldBack}
            </p>
          )}
          {doubt && (
            <p role="alert" className="border-l-4 border-ink pl-3">
              {doubt} If it is right, press again.
            </p>
          )}
          <div className={ways.length > 1 ? 'grid grid-cols-2 gap-4' : 'grid'}>
            {ways.map(({ words, onDone, aside }, place) => (
              <button
                key={words}
                type="button"
                className={`button ${isWhole(ways, place) ? 'col-span-2' : ''} ${aside || (urgent ? place > 0 : stopped) ? 'min-h-14' : 'button-first min-h-16 text-lg'}`}
                disabled={shut}
                onClick={onDone}
              >
                {words}
              </button>
            ))}
          </div>
        </>
      )}
      <div className={`grid ${onOff && !answer ? 'grid-cols-3 gap-2' : 'grid-cols-2 gap-4'}`}>
        {onOff && !answer && (
          <button type="button" className="button min-h-14 px-2" disabled={shut} onClick={onOff}>
            Not in order
          </button>
        )}
        <button type="button" className="button min-h-14 px-2" onClick={onFinding}>
          Something is off
        </button>
        <button
          type="button"
          className="button min-h-14"
          disabled={answer !== undefined || shut}
          onClick={() => onSkip()}
        >
          Skip
        </button>
      </div>
    </div>
  );
}

/** Whether an answer takes the whole width: the usual one above those beside it, and a single one beside it. */
const isWhole = (ways: readonly DoneWay[], place: number): boolean =>
  ways[place]!.aside ? ways.filter(({ aside }) => aside).length === 1 : ways[place + 1]?.aside === true;
