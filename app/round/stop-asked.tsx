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
  open,
}: {
  stop: WalkStop;
  seen: SeenHere;
  taken: TakenHere;
  open: (sheet: OpenSheet) => void;
}) => (
  <>
    <StopLevel level={stop.level} />
    <StopLooks asked={stop.looks} seen={seen} onLook={(look) => open({ look })} />
    <StopReadings asked={stop.readings} taken={taken} onRead={(asked) => open({ asked })} />
    <CoolantAdvice stop={stop} taken={taken} />
  </>
);
