'use client';

import { Beside } from '@/components/beside';
import { useState } from 'react';
import { counts, pastLimit, slipOf } from '@/core/condition/reading';
import { isDeviceContent, signOfUse } from '@/core/condition/device-use';
import { type MachineState, machineStates } from '@/core/words/machine-states';
import { type Quantity, quantities } from '@/core/words/quantities';
import { GasReading } from './gas-reading';
import { LevelDrawings } from './level-drawings';
import { NumberPad, Sheet } from './number-pad';
import { hintOf, withUnit } from './stop-readings';
import type { AskedHere, OnTake, TakenHere, TakenReading } from './taken';
import { TimedReading } from './timed-reading';

type Place = {
  /** The state that the stop is done in. */
  machineState: string;
  pointKind: string;
  /** Grease has just gone in there. */
  justGreased: boolean;
};

/** Takes one reading, each quantity in its own way. */
export const ReadingSheet = ({
  asked,
  taken,
  place,
  onClose,
  onTake,
}: {
  asked: AskedHere | null;
  taken: TakenHere;
  place: Place;
  onClose: () => void;
  onTake: OnTake;
}) => (
  <Sheet open={asked !== null} onClose={onClose} title={asked?.name ?? ''}>
    {asked && (
      // One reading follows another: each begins empty.
      <OneReading key={asked.name} asked={asked} taken={taken} place={place} onTake={onTake} />
    )}
  </Sheet>
);

function OneReading(props: { asked: AskedHere; taken: TakenHere; place: Place; onTake: OnTake }) {
  switch (props.asked.quantity) {
    case 'temperature-rise':
      return <TimedReading {...props} before={props.taken[props.asked.name]} justGreased={props.place.justGreased} />;
    case 'precharge':
      return <GasReading {...props} />;
    default:
      return <PlainReading {...props} />;
  }
}

/** The oil as it was read here is as warm as the limits of a pressure drop are for. */
const isWarm = (taken: TakenHere, from: number): boolean =>
  Object.values(taken).some(({ value, oilRead }) => oilRead === true && value >= from);

/** A number, and where its limits hold only in one state or with warm oil, whether it was read so. */
function PlainReading({
  asked,
  taken,
  place,
  onTake,
}: {
  asked: AskedHere;
  taken: TakenHere;
  place: Place;
  onTake: OnTake;
}) {
  const [value, setValue] = useState<number | null>(null);
  /** Somebody says by himself that it was read in another state. */
  const [elsewhere, setElsewhere] = useState(false);
  // What was asked back because it is hard to believe: said again, it is taken.
  const [doubted, setDoubted] = useState<{ value: number; words: string } | null>(null);
  const here = place.machineState === 'any' ? undefined : (place.machineState as MachineState);
  const { oilFromC }: Quantity = quantities[asked.quantity];
  const take = (read: number, how: Pick<TakenReading, 'state' | 'observation'>) => {
    const atMs = Date.now();
    const last = asked.last && { value: asked.last.value, atMs: Date.parse(asked.last.at) };
    const sign =
      !how.observation && isDeviceContent(place.pointKind, asked.quantity)
        ? signOfUse({ atMs, value: read }, last ?? undefined, asked.usualPerDay ?? undefined)
        : undefined;
    onTake(asked, {
      value: read,
      ...(how.state && { state: how.state }),
      ...(how.observation && { observation: true as const }),
      ...(sign && { sign }),
      ...(asked.quantity === 'temperature' && { oilRead: true as const }),
    });
  };
  /** Whether the warmth of the oil matters for what was read: past its limit, and nobody has read it here. */
  const asksWarmth = (read: number) =>
    oilFromC !== undefined &&
    !isWarm(taken, oilFromC) &&
    pastLimit({ ...asked, validIn: null }, { value: read })?.side === 'high';
  const given = (read: number) => {
    if (elsewhere) take(read, { observation: true });
    else if (counts(asked, { state: here }) && !asksWarmth(read))
      take(read, asked.validIn === null ? {} : { state: here });
    else setValue(read);
  };
  if (value === null)
    return (
      <>
        {asked.validIn && asked.validIn !== 'any' && (
          <button
            type="button"
            className={`button mt-3 min-h-14 ${elsewhere ? 'button-first' : ''}`}
            aria-pressed={elsewhere}
            onClick={() => setElsewhere(!elsewhere)}
          >
            Not read {machineStates[asked.validIn]}
          </button>
        )}
        {asked.quantity === 'level' && asked.unit === '%' && (
          <LevelDrawings gauge={asked.gauge ?? 'glass'} onTake={given} />
        )}
        <NumberPad
          label={asked.name}
          unit={asked.unit}
          hint={hintOf(asked)}
          signed
          problem={doubted?.words ?? null}
          submitLabel={doubted ? 'It is right: take it' : 'Take this reading'}
          onSubmit={(read) => {
            const words = slipOf(asked, read, asked.last?.value);
            if (words && doubted?.value !== read) return setDoubted({ value: read, words });
            given(read);
          }}
        />
      </>
    );
  const warm = asksWarmth(value) && `the oil at ${oilFromC} °C or more`;
  const wanted = [asked.validIn && machineStates[asked.validIn], warm].filter(Boolean).join(', ');
  return (
    <div className="mt-4 grid gap-2">
      <p>
        {asked.name} <Beside>{withUnit(value, asked.unit)}</Beside>. Its limits hold{' '}
        {warm && !asked.validIn ? 'with ' : ''}
        {wanted}. Was it read so?
      </p>
      <button
        type="button"
        className="button button-first min-h-16 text-lg"
        onClick={() => take(value, asked.validIn ? { state: asked.validIn } : {})}
      >
        Yes, {wanted}
      </button>
      <button type="button" className="button min-h-16 text-lg" onClick={() => take(value, { observation: true })}>
        No: keep it as an observation
      </button>
    </div>
  );
}
