'use client';

import { useState } from 'react';
import { readingDoubt } from '@/components/entry/reading-form';
import { measured, number } from '@/components/words';
import type { WalkDocument, WalkStop } from '@/core/walk/document';
import { type Gun, doneEntry, plannedOf } from './planned';
import { GivenAmount } from './given-amount';
import { StopSheets } from './open-sheet';
import { StopAnswers } from './stop-answers';
import { StopWarnings } from './stop-warnings';
import { StopWork } from './stop-work';
import type { Answer } from './use-round';
import type { OpenSheet, StopDraft } from './stop-draft';

type Meter = WalkDocument['meters'][number];
type Props = {
  stop: WalkStop;
  answer: Answer | undefined;
  guns: Gun[];
  meters: Meter[];
  onWrite: (draft: StopDraft) => Promise<void>;
  onNext: () => void;
};

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
        <StopWork stop={stop} planned={planned} guns={fitting} onOtherGun={() => setSheet('gun')} />
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
        <MetersToRead
          meters={meters.filter(({ readInRound }) => !readInRound)}
          onRead={(meter) => {
            setDoubt(null);
            setSheet({ meter });
          }}
        />
      </div>

      <StopAnswers
        answer={answer}
        doneWords={
          given === planned.value || !counts ? 'Done as planned' : `Done with ${measured(given)} ${planned.unit}`
        }
        onDone={() => void done()}
        onNext={onNext}
        onFinding={() => setSheet('finding')}
        onSkip={() => setSheet('skip')}
      />

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
