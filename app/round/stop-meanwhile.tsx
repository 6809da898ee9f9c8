import { clock, day as dayWords, measured } from '@/components/words';
import type { WalkStop } from '@/core/walk/document';
import { givingKinds } from '@/core/walk/twice';
import type { OnWrite, StopDraft } from './stop-draft';
import type { Answer } from './use-round';

type AlsoBy = NonNullable<WalkStop['alsoBy']>;

/** When somebody else did it and how much of it, by the clock of this device. */
const alsoWords = ({ initials, at, amount }: AlsoBy): string =>
  `${initials}, ${dayWords(at.slice(0, 10))} ${clock(at, Intl.DateTimeFormat().resolvedOptions().timeZone)}${amount ? `, ${measured(amount.value)} ${amount.unit}` : ''}`;

const isGiving = (kind: string): boolean => (givingKinds as readonly string[]).includes(kind);

/** Whether somebody has to say what becomes of a stop that was answered here. */
export const asksMeanwhile = ({ alsoBy, changed }: WalkStop, answer: Answer | undefined): boolean =>
  changed.length > 0 || (alsoBy !== null && answer !== undefined && isGiving(answer.kind));

/** That both happened, for whoever compares them later. */
export const bothHappened = (also: AlsoBy, entryId: string): StopDraft => ({
  kind: 'note',
  body: {
    text: `Both happened: ${alsoWords(also)}, and on this round.`,
    bothHappened: [also.entryId, entryId],
  },
});

type Props = {
  stop: WalkStop;
  answer: Answer | undefined;
  onWrite: OnWrite;
  onSeen?: () => void;
};

/** What happened at a stop while the round was without signal: somebody else did it too, or its plan was changed. */
export function StopMeanwhile({ stop, answer, onWrite, onSeen }: Props) {
  const { alsoBy, changed } = stop;
  return (
    <>
      {alsoBy && (answer === undefined || isGiving(answer.kind)) && (
        <AlsoBy also={alsoBy} answer={answer} taskId={stop.taskId} onWrite={onWrite} />
      )}
      {changed.length > 0 && (
        <div role="alert" className="mt-2 border-l-4 border-ink pl-3">
          <p>
            <strong>The plan was changed since this round came here.</strong> {changed.join(' ')}
            {answer && ' What is written here was done by the plan of before; it stands.'}
          </p>
          <button
            type="button"
            className="button mt-2 min-h-14 w-full"
            onClick={() => {
              if (answer && isGiving(answer.kind))
                void onWrite({ kind: 'note', body: { text: `Done by the plan of before. ${changed.join(' ')}` } });
              onSeen?.();
            }}
          >
            I have seen it
          </button>
        </div>
      )}
    </>
  );
}

/** Two records of one job: both are kept, and whoever stands there says what happened. */
function AlsoBy({
  also,
  answer,
  taskId,
  onWrite,
}: {
  also: AlsoBy;
  answer: Answer | undefined;
  taskId: string;
  onWrite: Props['onWrite'];
}) {
  const left: StopDraft = {
    kind: 'skip',
    body: { reason: 'not-needed', text: `Done by ${alsoWords(also)}.` },
    taskIds: [taskId],
  };
  if (!answer)
    return (
      <div role="alert" className="mt-2 border-l-4 border-ink pl-3">
        <p>
          <strong>Done already:</strong> {alsoWords(also)}. Done once more, both are in the book.
        </p>
        <button type="button" className="button mt-2 min-h-14 w-full" onClick={() => void onWrite(left)}>
          Leave it as {also.initials} did it
        </button>
      </div>
    );
  return (
    <div role="alert" className="mt-2 border-l-4 border-ink pl-3">
      <p>
        <strong>Written twice.</strong> Somebody else did this too: {alsoWords(also)}. Both records are kept. What
        happened?
      </p>
      <button
        type="button"
        className="button mt-2 min-h-14 w-full"
        onClick={() => void onWrite(bothHappened(also, answer.entryId))}
      >
        Both happened
      </button>
      <button
        type="button"
        className="button mt-3 min-h-14 w-full"
        onClick={() =>
          void onWrite(
            {
              kind: 'correction',
              body: { void: true, reason: `Did not happen: done by ${alsoWords(also)}.` },
              replacesId: answer.entryId,
            },
            left,
          )
        }
      >
        Mine did not happen
      </button>
    </div>
  );
}
