'use client';

import { useState } from 'react';
import { readingDoubt } from '@/components/entry/reading-form';
import { measured, number } from '@/components/words';
import type { WalkDocument, WalkStop } from '@/core/walk/document';
import { type Gun, doneEntry, plannedDetail, plannedOf } from './planned';
import { GivenAmount } from './given-amount';
import { StopSheets } from './open-sheet';
import { StopWarnings } from './stop-warnings';
import type { Answer } from './use-round';
import { putsNothingIn, taskActions } from '@/core/words/task-words';

export type StopDraft = {
  kind: 'grease' | 'oil-change' | 'top-up' | 'check' | 'skip' | 'finding' | 'reading';
  body: Record<string, unknown>;
  taskIds?: string[];
};
type Meter = WalkDocument['meters'][number];
type Props = {
  stop: WalkStop;
  answer: Answer | undefined;
  guns: Gun[];
  meters: Meter[];
  onWrite: (draft: StopDraft) => Promise<void>;
  onNext: () => void;
};
export type OpenSheet = 'amount' | 'drained' | 'skip' | 'finding' | 'gun' | { meter: Meter } | null;

/** One stop: what to beware of, what to do, how much, how to tell it is enough; the answers in the lower third. */
export function StopView({ stop, answer, guns, meters, onWrite, onNext }: Props) {
  const fitting = guns.filter(
    ({ lubricantId, airPowered }) => lubricantId === stop.lubricant?.id && !(stop.forbidsAirGun && airPowered),
  );
  const [gunId, setGunId] = useState(fitting[0]?.id);
  const gun = fitting.find(({ id }) => id === gunId) ?? null;
  const planned = plannedOf(stop, gun);
  const [changed, setChanged] = useState<number | null>(null);
  const [drained, setDrained] = useState<number | null>(null);
  const [sheet, setSheet] = useState<OpenSheet>(null);
  const [doubt, setDoubt] = useState<{ value: number; typed: string; reason: string } | null>(null);
  const given = changed ?? planned.value;
  const step = (direction: 1 | -1) => setChanged(Math.max(0, Number((given + direction * planned.step).toFixed(2))));
  const counts = planned.unit !== '' && stop.action !== 'check';
  const asPlanned = given === planned.value;
  const close = () => setSheet(null);
  const done = async () => onWrite({ ...doneEntry(stop, planned, given, drained), taskIds: [stop.taskId] });
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
    close();
  };

  return (
    <>
      <div className="grow px-4 pt-3 pb-4">
        <p className="flex flex-wrap items-baseline gap-x-3">
          <strong className="text-2xl">{stop.pointLabel}</strong>
          <span className="text-lg">{stop.pointName}</span>
        </p>
        <p>
          {stop.machineName}, {stop.location}
        </p>
        <StopWarnings stop={stop} />
        {stop.operatorCard && <p className="mt-3">{stop.operatorCard}</p>}
        <p className="mt-4">{stop.title}</p>
        <p className="flex flex-wrap items-center gap-x-3 text-[40px] leading-tight font-semibold">
          <span>
            {stop.action === 'check'
              ? 'Look and judge'
              : putsNothingIn(stop.action)
                ? taskActions[stop.action]
                : planned.words}
          </span>
          {stop.lubricant && (
            <>
              <span aria-hidden="true">·</span>
              <span className="house-code text-[34px]">{stop.lubricant.code}</span>
            </>
          )}
        </p>
        <p>
          {plannedDetail(stop, planned)}
          {fitting.length > 1 && (
            <button type="button" className="ml-2 min-h-14 underline" onClick={() => setSheet('gun')}>
              Other gun
            </button>
          )}
          {stop.amountKind === 'grams' && fitting.length === 0 && 'No gun carries this grease: weigh it.'}
        </p>
        {stop.enoughSign && (
          <p className="mt-1">
            <strong>Enough:</strong> {stop.enoughSign}
          </p>
        )}
        {counts && (
          <GivenAmount
            given={given}
            unit={planned.unit}
            added={stop.amountKind === 'to-mark'}
            onChange={step}
            onType={() => setSheet('amount')}
          />
        )}
        {stop.action === 'oil-change' && (
          <button type="button" className="button mt-3 min-h-14 w-full" onClick={() => setSheet('drained')}>
            {drained === null ? 'Drained: not measured' : `Drained: ${measured(drained)} L`}
          </button>
        )}
        {stop.accessNote && (
          <p className="mt-2">
            <strong>Getting there:</strong> {stop.accessNote}
          </p>
        )}
        {stop.procedureText && (
          <p className="mt-2 whitespace-pre-line">
            <strong>How:</strong> {stop.procedureText}
          </p>
        )}
        <p className="caption mt-2">{stop.dueWords}</p>
        {meters
          .filter(({ readInRound }) => !readInRound)
          .map((meter) => (
            <button
              key={meter.id}
              type="button"
              className="button mt-3 min-h-14 w-full justify-between"
              onClick={() => {
                setDoubt(null);
                setSheet({ meter });
              }}
            >
              <span>Read {meter.name.toLowerCase()}</span>
              <span className="caption">
                {meter.lastValue === null ? 'never read' : `last ${number(meter.lastValue)}`}
              </span>
            </button>
          ))}
      </div>

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
          <button type="button" className="button button-first min-h-16 text-lg" onClick={() => void done()}>
            {asPlanned || !counts ? 'Done as planned' : `Done with ${measured(given)} ${planned.unit}`}
          </button>
        )}
        <div className="grid grid-cols-2 gap-4">
          <button type="button" className="button min-h-14" onClick={() => setSheet('finding')}>
            Something is off
          </button>
          <button
            type="button"
            className="button min-h-14"
            disabled={answer !== undefined}
            onClick={() => setSheet('skip')}
          >
            Skip
          </button>
        </div>
      </div>

      <StopSheets
        stop={stop}
        sheet={sheet}
        unit={planned.unit}
        guns={fitting}
        doubt={doubt?.reason ?? null}
        onClose={close}
        onWrite={(draft) => {
          close();
          void onWrite(draft);
        }}
        onGiven={(value) => {
          setChanged(value);
          close();
        }}
        onDrained={(value) => {
          setDrained(value);
          close();
        }}
        onGun={(id) => {
          setGunId(id);
          setChanged(null);
          close();
        }}
        onRead={read}
      />
    </>
  );
}
