import { useEffect, useRef } from 'react';
import type { WalkStop } from '@/core/walk/document';
import type { OpenSheet } from './stop-draft';
import { CoolantAdvice, StopLevel } from './stop-level';
import { type SeenHere, StopLooks } from './stop-looks';
import { StopReadings } from './stop-readings';
import type { TakenHere } from './taken';

/** What a stop asks to be looked at and read: how its level is read first, what follows from the readings last. */
export const StopAsked = ({
  stop,
  seen,
  taken,
  notEnough,
  open,
}: {
  stop: WalkStop;
  seen: SeenHere;
  taken: TakenHere;
  /** It was said that what went on was not enough. */
  notEnough: boolean;
  open: (sheet: OpenSheet) => void;
}) => {
  // What was just read, and what follows from it, stands in view: the answers cover the lower third.
  const end = useRef<HTMLDivElement>(null);
  const count = Object.keys(taken).length;
  useEffect(() => {
    if (count > 0) end.current?.scrollIntoView({ block: 'center' });
  }, [count]);
  return (
    <>
      <StopLevel level={stop.level} />
      <StopLooks asked={stop.looks} seen={seen} onLook={(look) => open({ look })} />
      <StopReadings asked={stop.readings} taken={taken} onRead={(asked) => open({ asked })} />
      {notEnough && (
        <p role="status" className="mt-3 border-l-4 border-ink pl-3">
          Written: not reached. Do it again and say done, or skip it.
        </p>
      )}
      <div ref={end}>
        <CoolantAdvice stop={stop} taken={taken} />
      </div>
    </>
  );
};
