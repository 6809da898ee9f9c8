import { isWalked } from '@/core/procedure/walk';
import type { WalkStop } from '@/core/walk/document';
import { CountSheet } from './count-sheet';
import { IsolationSheet } from './isolation-sheet';
import { OpenHere } from './open-here';
import { ProcedureSheet } from './procedure-sheet';
import type { OpenSheet, OnWrite } from './stop-draft';
import type { AroundStop, useProcedure } from './use-procedure';
import type { useTaken } from './use-taken';

/** How a stop is done, step by step, and what is open at its machine. */
export function StopProcedure({
  stop,
  around: { procedure, openThings, person, people },
  walk,
  here,
  sheet,
  onClose,
  onWrite,
}: {
  stop: WalkStop;
  around: AroundStop;
  walk: ReturnType<typeof useProcedure>;
  here: Pick<ReturnType<typeof useTaken>, 'keep'>;
  sheet: OpenSheet;
  onClose: () => void;
  onWrite: OnWrite;
}) {
  return (
    <>
      {procedure && !walk.isOffered && (
        <button type="button" className="button mt-3 min-h-14 w-full" onClick={() => walk.setWalking(true)}>
          {isWalked(procedure) ? 'Step by step' : 'How'}: {procedure.title}
        </button>
      )}
      {person && (
        <OpenHere
          things={openThings}
          person={person}
          people={people}
          onWrite={(draft, { taskId }) => void onWrite(taskId ? { ...draft, taskIds: [taskId] } : draft)}
        />
      )}
      {procedure && walk.progress && (
        <ProcedureSheet
          isOpen={walk.isWalking && sheet === null}
          onClose={() => walk.setWalking(false)}
          procedure={procedure}
          progress={walk.progress}
          at={walk.at}
          acts={walk.acts}
          onProgress={(progress) => void here.keep({ progress })}
        />
      )}
      {typeof sheet === 'object' && sheet && 'count' in sheet && (
        <CountSheet isOpen onClose={onClose} onCounted={(words) => walk.counted(sheet.count, words)} />
      )}
      <IsolationSheet
        stop={stop}
        lastLockNo={walk.lastLockNo}
        isOpen={sheet === 'isolation'}
        onClose={onClose}
        onLock={(body) => void walk.lock(body)}
        onUnsafe={() => void walk.leaveUnsafe()}
      />
    </>
  );
}
