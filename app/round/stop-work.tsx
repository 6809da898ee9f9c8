'use client';

import { Beside, useBeside } from '@/components/beside';
import type { WalkStop } from '@/core/walk/document';
import type { plannedOf } from './planned';
import { type Gun, plannedDetail } from './planned';
import { isOwn } from '@/core/own';
import { type Who, putsNothingIn, taskActions, whoMay } from '@/core/words/task-words';

/** What is to be done at a stop, with what, and how to tell that it is enough. */
export function StopWork({
  stop,
  planned,
  guns,
  tooCoarse,
  onOtherGun,
}: {
  stop: WalkStop;
  planned: ReturnType<typeof plannedOf>;
  guns: readonly Gun[];
  /** A gun carries this grease and gives more with one stroke than the seal takes. */
  tooCoarse: boolean;
  onOtherGun: () => void;
}) {
  const beside = useBeside();
  const said = putsNothingIn(stop.action) ? planned.words : beside(planned.words);
  return (
    <>
      {stop.operatorCard && <p className="mt-3">{stop.operatorCard}</p>}
      <p className="mt-4">{stop.title}</p>
      {stop.who !== 'technician' && (
        <p>
          <strong>Done by:</strong> {isOwn(whoMay, stop.who) ? whoMay[stop.who as Who] : stop.who}
        </p>
      )}
      <p className="flex flex-wrap items-center gap-x-3 text-[40px] leading-tight font-semibold">
        <span>
          {stop.action === 'check'
            ? 'Look and judge'
            : putsNothingIn(stop.action)
              ? taskActions[stop.action]
              : planned.words}
        </span>
        {stop.lubricant && !putsNothingIn(stop.action) && (
          <>
            <span aria-hidden="true">·</span>
            <span className="house-code text-[34px]">{stop.lubricant.code}</span>
          </>
        )}
      </p>
      {/* In the largest type there is no room for both. */}
      {said !== planned.words && <p>{said}</p>}
      <p>
        <Beside>{plannedDetail(stop, planned)}</Beside>
        {guns.length > 1 && !putsNothingIn(stop.action) && (
          <button type="button" className="ml-2 min-h-14 underline" onClick={onOtherGun}>
            Other gun
          </button>
        )}
        {stop.amountKind === 'grams' && guns.length === 0 && whyWeighed(stop, tooCoarse)}
      </p>
      {stop.enoughSign && (
        <p className="mt-1">
          <strong>Enough:</strong> {stop.enoughSign}
        </p>
      )}
    </>
  );
}

/** Why the grease of a stop is not counted in strokes of a gun. */
function whyWeighed({ filledByHand }: WalkStop, tooCoarse: boolean): string {
  if (filledByHand) return 'Packed in by hand, without air below it.';
  return tooCoarse
    ? 'One stroke of the gun that carries this grease is more than the seal takes: weigh it, or take a finer gun.'
    : 'No gun carries this grease: weigh it.';
}
