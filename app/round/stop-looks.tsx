'use client';

import { type Look, type LookAnswer, type LookName, looks } from '@/core/words/looks';
import { LookDrawing } from './look-drawing';
import { Sheet } from './number-pad';

/** What was seen at this stop, by the name of the look: the key of its answer. */
export type SeenHere = Readonly<Partial<Record<LookName, string>>>;

const answersOf = (name: LookName): Readonly<Record<string, LookAnswer>> => (looks[name] as Look).answers;

/** Looks as the entry of a look holds them, in words. */
export const looksOf = (asked: readonly LookName[], seen: SeenHere) =>
  asked.flatMap((name) => {
    const answer = seen[name] === undefined ? undefined : answersOf(name)[seen[name]];
    return answer ? [{ what: looks[name].words, seen: answer.words }] : [];
  });

/** What is looked at here: one button each, with what was seen. */
export const StopLooks = ({
  asked,
  seen,
  onLook,
}: {
  asked: readonly LookName[];
  seen: SeenHere;
  onLook: (name: LookName) => void;
}) =>
  asked.map((name) => {
    const answer = seen[name] === undefined ? undefined : answersOf(name)[seen[name]];
    return (
      <button
        key={name}
        type="button"
        className="button mt-3 min-h-14 w-full justify-between gap-4 text-left"
        onClick={() => onLook(name)}
      >
        <span>{looks[name].words}</span>
        <span className="text-right">
          {answer ? (
            <strong>
              {answer.sign && '✗ '}
              {answer.words}
            </strong>
          ) : (
            'not looked at'
          )}
        </span>
      </button>
    );
  });

/** Takes what was seen with one tap: as it should be stands first. */
export const LookSheet = ({
  name,
  onClose,
  onSeen,
}: {
  name: LookName | null;
  onClose: () => void;
  onSeen: (name: LookName, answer: string) => void;
}) => (
  <Sheet open={name !== null} onClose={onClose} title={name === null ? '' : looks[name].words}>
    {name !== null && (
      <div className="mt-4 grid gap-2">
        {Object.entries(answersOf(name)).map(([key, { words, sign }]) => (
          <button
            key={key}
            type="button"
            className={`button min-h-16 justify-start gap-4 text-left ${sign ? '' : 'border-[3px] font-semibold'}`}
            onClick={() => onSeen(name, key)}
          >
            <LookDrawing name={name} answer={key} />
            <span>{words}</span>
          </button>
        ))}
      </div>
    )}
  </Sheet>
);
