'use client';

import { Beside } from '@/components/beside';
import { useState } from 'react';
import { ulid } from 'ulid';
import { type Room, givenDoubt } from '@/components/entry/given-doubt';
import { readingDoubt } from '@/components/entry/reading-doubt';
import { measured, number } from '@/components/words';
import type { WalkDocument, WalkStop } from '@/core/walk/document';
import { urgencyOf } from '@/core/words/findings';
import { putsNothingIn } from '@/core/words/task-words';
import { type Gun, type Planned, doneEntry, gunsFor, plannedOf } from './planned';
import { GivenAmount } from './given-amount';
import { StopSheets } from './open-sheet';
import { type DoneWay, StopAnswers } from './stop-answers';
import { StopAsked } from './stop-asked';
import { StopMeanwhile, bothHappened } from './stop-meanwhile';
import { OpenWords, StandsOpen, StillSo } from './stop-open';
import { StopProcedure } from './stop-procedure';
import { type StopKept, foundAt } from './taken';
import { type AroundStop, nothingAround, stillOpenWords, useProcedure } from './use-procedure';
import { useTaken } from './use-taken';
import { StopWarnings } from './stop-warnings';
import { StopWork } from './stop-work';
import type { Answer } from './use-round';
import type { OnWrite, OpenSheet, StopDraft } from './stop-draft';

type Meter = WalkDocument['meters'][number];
type Props = {
  stop: WalkStop;
  answer: Answer | undefined;
  guns: Gun[];
  meters: Meter[];
  /** It came by answering another: a second tap is not meant for it. */
  shut?: boolean;
  /** Why it cannot be done yet, where something else comes first. */
  heldBack?: string | null;
  around?: AroundStop;
  /** What was read and seen here and is not written yet. */
  kept?: StopKept | undefined;
  onKeep?: (kept: StopKept) => void;
  onWrite: OnWrite;
  /** What was changed in its plan has been seen. */
  onSeen?: () => void;
  onNext: () => void;
};

/** What a stop has room for; a purge is no dose, and an oil change fills as much as is planned. */
const roomAt = ({ action, amount, holdsL, holdsG }: WalkStop, { value, most }: Planned): Room => ({
  dose: action === 'oil-change' ? amount : most === undefined ? value : null,
  holdsL,
  holdsG,
});

/** Why what went in is hard to believe; null where it is not. */
const doubtAt = (stop: WalkStop, planned: Planned, amount: number, drainedL: number | null): string | null =>
  givenDoubt({ kind: stop.action, amount, unit: planned.unit, drainedL }, roomAt(stop, planned));

/** A stop whose lubricant was taken away since it was planned. */
const nothingToGive =
  'No lubricant is assigned at this point, so nothing can be written as given. Skip it and tell whoever plans.';

/** One stop: what to beware of, what to do, how much, how to tell it is enough; the answers in the lower third. */
export function StopView(props: Props) {
  const { stop, answer, guns, meters, shut = false, heldBack = null, around = nothingAround, onWrite, onNext } = props;
  const { fitting, gun, setGunId, tooCoarse } = useGun(stop, guns);
  const planned = plannedOf(stop, gun);
  const { given, typed, more, setChanged } = useGiven(planned);
  const [sheet, setSheet] = useState<OpenSheet>(null);
  const [asked, setAsked] = useState<string | null>(null);
  const { doubt, begin, read } = useReading(onWrite, setSheet);
  const { here, walk } = useHere(props, planned, setSheet);
  const counts = planned.unit !== '' && !putsNothingIn(stop.action);
  const isLook = putsNothingIn(stop.action);
  const barred = barredBy(stop, heldBack);
  const close = (after?: () => unknown) => {
    after?.();
    setSheet(null);
  };
  const write = (more: Parameters<typeof doneEntry>[3] = {}, ...before: StopDraft[]) => {
    const done = { drained: here.drainedL, ...here.body, ...more };
    const entry = { ...doneEntry(stop, planned, given, done), taskIds: [stop.taskId] };
    if (!stop.alsoBy || !counts) return onWrite(...before, ...here.written, entry);
    // Whoever does what somebody else did already does so knowingly.
    const id = ulid();
    return onWrite(...before, ...here.written, { ...entry, id }, bothHappened(stop.alsoBy, id));
  };
  const doubtful = counts ? doubtAt(stop, planned, given, here.drainedL) : null;
  const isAsked = doubtful !== null && asked === doubtful;
  const ways = walk.waysWith(here.firstWays, [
    ...here.leaveWays,
    ...doneWays({
      stop,
      planned,
      given,
      typed,
      counts,
      isLook,
      isSample: around.procedure?.writes === 'sample',
      isAsked,
      write: (how) => (doubtful !== null && !isAsked ? setAsked(doubtful) : void write(how)),
      open: setSheet,
    }),
    ...enoughWays(stop, here, (...before) => void write({}, ...before)),
  ]);
  const purged = (purge: 'shown' | 'not-shown') => {
    close();
    return write({ purge }, ...(purge === 'not-shown' ? [nothingShown(stop, given, planned.unit)] : []));
  };
  return (
    <>
      <div className="grow px-4 pt-3 pb-4">
        <StopHead stop={stop} openThings={around.openThings} />
        <StopMeanwhile {...props} />
        <StopWork
          stop={stop}
          planned={planned}
          guns={fitting}
          tooCoarse={tooCoarse}
          onOtherGun={() => setSheet('gun')}
        />
        {counts && (
          <GivenAmount
            given={given}
            unit={planned.unit}
            added={stop.amountKind === 'to-mark'}
            most={planned.most}
            onChange={more}
            onType={() => setSheet('amount')}
          />
        )}
        <StopAsked stop={stop} {...here} open={setSheet} />
        <Drained action={stop.action} litres={here.drainedL} onType={() => setSheet('drained')} />
        <StopProcedure
          stop={stop}
          around={around}
          walk={walk}
          here={here}
          sheet={sheet}
          onClose={close}
          onWrite={onWrite}
        />
        <StopNotes stop={stop} onWrite={onWrite} open={setSheet} />
        <MetersToRead meters={meters.filter(({ readInRound }) => !readInRound)} onRead={begin} />
      </div>

      <StopAnswers
        answer={answer}
        ways={barred === null ? ways : []}
        urgent={here.isUrgent}
        heldBack={barred ?? stillOpenWords(walk.stillOpen)}
        doubt={isAsked ? doubtful : null}
        stopped={stop.actNow !== null || stop.open.some(({ urgency }) => urgency === 'act-now')}
        shut={shut}
        onNext={onNext}
        onOff={isLook && !here.isOff ? () => setSheet('off') : undefined}
        onFinding={() => setSheet('finding')}
        onSkip={(reason) => (reason ? void here.leave(reason) : setSheet('skip'))}
      />

      <StopSheets
        stop={stop}
        sheet={sheet}
        unit={planned.unit}
        guns={fitting}
        doubt={doubt?.reason ?? null}
        here={here}
        onClose={close}
        onWrite={(...drafts) => {
          close();
          void onWrite(...drafts);
        }}
        onGiven={(value) => close(() => setChanged(value))}
        {...walk.measured}
        onGun={(id) =>
          close(() => {
            setGunId(id);
            setChanged(null);
          })
        }
        onPurged={(purge) => void purged(purge)}
        onRead={read}
      />
    </>
  );
}

/** What was read and seen at a stop, and how far its procedure is: what a step opened comes back to its step. */
function useHere(props: Props, planned: Planned, open: (sheet: OpenSheet) => void) {
  const { stop, around = nothingAround, onWrite } = props;
  const [isWalking, setWalking] = useState(false);
  const here = useTaken({ ...props, procedure: around.procedure }, (next) => open(isWalking ? null : next));
  const walk = useProcedure({ stop, around, here, planned, isWalking, setWalking, open, onWrite });
  return { here, walk };
}

/** How much went in: as planned, until somebody says otherwise. */
function useGiven({ value, step }: Planned) {
  const [changed, setChanged] = useState<number | null>(null);
  const given = changed ?? value;
  return {
    given,
    typed: changed !== null,
    more: (direction: 1 | -1) => setChanged(Math.max(0, Number((given + direction * step).toFixed(2)))),
    setChanged,
  };
}

/** Why a stop cannot be done: something comes first, or there is nothing to give. */
const barredBy = ({ action, lubricant }: WalkStop, heldBack: string | null): string | null =>
  heldBack ?? (putsNothingIn(action) || lubricant ? null : nothingToGive);

/** How much came out, where somebody measured it. */
const Drained = ({ action, litres, onType }: { action: string; litres: number | null; onType: () => void }) =>
  action !== 'oil-change' && action !== 'drain' ? null : (
    <button type="button" className="button mt-3 min-h-14 w-full" onClick={onType}>
      <Beside>{litres === null ? 'Drained: not measured' : `Drained: ${measured(litres)} L`}</Beside>
    </button>
  );

/** The gun in the hand, among those that carry the grease and are fine enough for the seal. */
function useGun(stop: WalkStop, guns: readonly Gun[]) {
  const { fitting, tooCoarse } = gunsFor(stop, guns);
  const [gunId, setGunId] = useState(fitting[0]?.id);
  const gun = fitting.find(({ id }) => id === gunId) ?? null;
  return { fitting, gun, setGunId, tooCoarse };
}

/** Reading a meter on the way: what is hard to believe is asked back, and kept when it is said again. */
function useReading(onWrite: Props['onWrite'], open: (sheet: OpenSheet) => void) {
  const [doubt, setDoubt] = useState<{ value: number; typed: string; reason: string } | null>(null);
  const read = async (meter: Meter, value: number, typed: string) => {
    const reason = readingDoubt(meter, value, Date.now());
    if (reason && doubt?.value !== value) return setDoubt({ value, typed, reason });
    await onWrite({
      kind: 'reading',
      body: {
        meterId: meter.id,
        value,
        typed: { value: typed },
        ...(reason && { confirmed: 'Read twice on the round.' }),
      },
    });
    setDoubt(null);
    open(null);
  };
  const begin = (meter: Meter) => {
    setDoubt(null);
    open({ meter });
  };

  return { doubt, begin, read };
}

/** Where it is, and what to beware of before anything else. */
const StopHead = ({ stop, openThings }: { stop: WalkStop; openThings: AroundStop['openThings'] }) => (
  <>
    <p className="flex flex-wrap items-baseline gap-x-3">
      <strong className="text-2xl">{stop.pointLabel}</strong>
      <span className="text-lg">{stop.pointName}</span>
    </p>
    <p>
      {stop.machineName}, {stop.location}
    </p>
    <StopWarnings stop={stop} />
    <OpenWords open={stop.open} />
    <StandsOpen things={openThings} />
  </>
);

/** What is open there, how to get there, how it is done, since when it is due. */
const StopNotes = ({ stop, onWrite, open }: Pick<Props, 'stop' | 'onWrite'> & { open: (sheet: OpenSheet) => void }) => (
  <>
    <StillSo open={stop.open} onWrite={onWrite} />
    {stop.accessNote && (
      <p className="mt-2">
        <strong>Getting there:</strong> <Beside>{stop.accessNote}</Beside>
      </p>
    )}
    {stop.tricks.map(({ text, hazard, by, at }) => (
      <p key={`${by}${at}`} className="mt-2 whitespace-pre-line">
        {hazard && (
          <>
            <strong>Mind:</strong> <Beside>{hazard}</Beside>{' '}
          </>
        )}
        <strong>Trick:</strong> <Beside>{text}</Beside> <span className="caption">{by}</span>
      </p>
    ))}
    {stop.procedureText && (
      <p className="mt-2 whitespace-pre-line">
        <strong>How:</strong> <Beside>{stop.procedureText}</Beside>
      </p>
    )}
    <p className="caption mt-2">{stop.dueWords}</p>
    <div className="mt-3 grid grid-cols-2 gap-4">
      <button type="button" className="button min-h-14 px-2" onClick={() => open('event')}>
        Something happened to the machine
      </button>
      <button type="button" className="button min-h-14 px-2" onClick={() => open('trick')}>
        I found a trick
      </button>
    </div>
  </>
);

/** The finding of a purge that showed nothing by its maximum. */
const nothingShown = (stop: WalkStop, given: number, unit: string): StopDraft => ({
  kind: 'finding',
  body: {
    what: 'relief-blocked',
    urgency: urgencyOf('relief-blocked', foundAt(stop)),
    text: `Nothing showed at the relief after ${measured(given)} ${unit}.`,
  },
});

/** The ways in which a stop can be done, as its buttons say them. */
function doneWays({
  stop,
  planned,
  given,
  typed,
  counts,
  isLook,
  isSample,
  isAsked,
  write,
  open,
}: {
  stop: WalkStop;
  planned: Planned;
  given: number;
  /** Somebody said how much went in. */
  typed: boolean;
  counts: boolean;
  isLook: boolean;
  isSample: boolean;
  /** What went in was doubted, and is said again. */
  isAsked: boolean;
  write: (more?: Parameters<typeof doneEntry>[3]) => void;
  open: (sheet: OpenSheet) => void;
}): DoneWay[] {
  if (stop.action === 'turn')
    return [
      { words: 'Done: turned', onDone: () => write({ part: 'turned' }) },
      { words: 'Done: replaced', onDone: () => write({ part: 'replaced' }) },
    ];
  if (isSample) return [{ words: 'Drawn: which bottle?', onDone: () => open('sample') }];
  if (isLook) return [{ words: stop.action === 'check' ? 'Done: in order' : 'Done as planned', onDone: () => write() }];
  if (planned.most !== undefined)
    return typed && given > 0
      ? [{ words: `Done with ${measured(given)} ${planned.unit}`, onDone: () => open('purge') }]
      : [{ words: 'How much went in?', onDone: () => open('amount') }];
  const words = given === planned.value || !counts ? 'Done as planned' : `Done with ${measured(given)} ${planned.unit}`;
  return [{ words: isAsked ? 'It is right: write it' : words, onDone: () => write() }];
}

/** By its look, not by its amount: of a film, of passes and of drops it is said whether it was enough. */
const byLook: readonly string[] = ['film', 'passes', 'drops'];

/** Not reached, or too much, each one tap; of a stop that is told by its look and asks nothing of it before. */
const enoughWays = (
  { amountKind, action, looks: asked }: WalkStop,
  {
    enoughSaid,
    sayNotReached,
    notEnough,
  }: Pick<ReturnType<typeof useTaken>, 'enoughSaid' | 'sayNotReached' | 'notEnough'>,
  write: (...before: StopDraft[]) => void,
): DoneWay[] =>
  byLook.includes(amountKind) && !putsNothingIn(action) && !asked.includes('enough') && !notEnough
    ? [
        { words: 'Not reached', aside: true, onDone: () => void sayNotReached() },
        { words: 'Too much', aside: true, onDone: () => write(...enoughSaid('too-much')) },
      ]
    : [];

const MetersToRead = ({ meters, onRead }: { meters: readonly Meter[]; onRead: (meter: Meter) => void }) =>
  meters.map((meter) => (
    <button
      key={meter.id}
      type="button"
      className="button mt-3 min-h-14 w-full justify-between"
      onClick={() => onRead(meter)}
    >
      <span>Read {meter.name.toLowerCase()}</span>
      <span className="caption">{meter.lastValue === null ? 'never read' : `last ${number(meter.lastValue)}`}</span>
    </button>
  ));
