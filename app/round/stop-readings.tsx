'use client';

import { useState } from 'react';
import { day, number } from '@/components/words';
import { bandWords } from '@/core/register/asked-reading';
import type { WalkStop } from '@/core/walk/document';
import { type Taken, counts, pastLimit, slipOf } from '@/core/condition/reading';
import { type MachineState, machineStates } from '@/core/words/machine-states';
import { NumberPad, Sheet } from './number-pad';

export type AskedHere = WalkStop['readings'][number];
/** What was read at this stop, by the name of the reading. */
export type TakenHere = Readonly<Record<string, Taken>>;

/** Readings as the entry of a look holds them. */
export const readingsOf = (asked: readonly AskedHere[], taken: TakenHere) =>
  asked.flatMap(({ name, unit }) => {
    const each = taken[name];
    return each ? [{ quantity: name, value: each.value, unit, ...(each.state && { state: each.state }) }] : [];
  });

const withUnit = (value: number, unit: string) => `${number(value)}${unit && ` ${unit}`}`;

/** Where it should lie, and what it was the last time. */
const hintOf = ({ band, unit, validIn, last }: AskedHere): string =>
  [
    bandWords(band, unit) || 'no limits said',
    last && `last ${withUnit(last.value, unit)} on ${day(last.at)}`,
    validIn && validIn !== 'any' && `counts when ${machineStates[validIn]}`,
  ]
    .filter(Boolean)
    .join('; ');

/** How a reading stands against its limits; empty where it lies within. */
function standingOf(asked: AskedHere, taken: Taken): string {
  if (!counts(asked, taken)) return 'an observation: read in another state';
  const past = pastLimit(asked, taken);
  if (!past) return '';
  return `${past.side === 'low' ? 'below' : 'above'} ${past.isStop ? 'its stop' : 'its warning'}`;
}

/** What is read at this stop: one button each, with where it should lie. */
export const StopReadings = ({
  asked,
  taken,
  onRead,
}: {
  asked: readonly AskedHere[];
  taken: TakenHere;
  onRead: (asked: AskedHere) => void;
}) =>
  asked.map((each) => {
    const read = taken[each.name];
    const standing = read ? standingOf(each, read) : '';
    return (
      <button
        key={each.name}
        type="button"
        className="button mt-3 min-h-14 w-full justify-between text-left"
        onClick={() => onRead(each)}
      >
        <span>
          {each.name}
          <span className="caption block">{hintOf(each)}</span>
        </span>
        <span className="text-right whitespace-nowrap">
          {read ? <strong>{withUnit(read.value, each.unit)}</strong> : 'not read'}
          {standing && <span className="block font-semibold">✗ {standing}</span>}
        </span>
      </button>
    );
  });

/** Takes one reading: the number, and where its limits hold in one state only, whether it was read there. */
export function ReadingSheet({
  asked,
  machineState,
  onClose,
  onTake,
}: {
  asked: AskedHere | null;
  /** The state that the stop is done in. */
  machineState: string;
  onClose: () => void;
  onTake: (asked: AskedHere, taken: Taken) => void;
}) {
  const [value, setValue] = useState<number | null>(null);
  // What was asked back because it is hard to believe: said again, it is taken.
  const [doubted, setDoubted] = useState<{ value: number; words: string } | null>(null);
  const take = (given: number, state: Taken['state']) => {
    setValue(null);
    setDoubted(null);
    onTake(asked!, state ? { value: given, state } : { value: given });
  };
  const here = machineState === 'any' ? undefined : (machineState as MachineState);
  return (
    <Sheet
      open={asked !== null}
      onClose={() => {
        setValue(null);
        setDoubted(null);
        onClose();
      }}
      title={asked?.name ?? ''}
    >
      {asked && value === null && (
        <NumberPad
          // One reading follows another: each begins empty.
          key={asked.name}
          label={asked.name}
          unit={asked.unit}
          hint={hintOf(asked)}
          signed
          problem={doubted?.words ?? null}
          submitLabel={doubted ? 'It is right: take it' : 'Take this reading'}
          onSubmit={(given) => {
            const words = slipOf(asked, given, asked.last?.value);
            if (words && doubted?.value !== given) return setDoubted({ value: given, words });
            if (counts(asked, { state: here })) take(given, asked.validIn === null ? undefined : here);
            else setValue(given);
          }}
        />
      )}
      {asked?.validIn && value !== null && (
        <div className="mt-4 grid gap-2">
          <p>
            {asked.name} {withUnit(value, asked.unit)}. Its limits hold {machineStates[asked.validIn]}. Was it read so?
          </p>
          <button
            type="button"
            className="button button-first min-h-16 text-lg"
            onClick={() => take(value, asked.validIn!)}
          >
            Yes, {machineStates[asked.validIn]}
          </button>
          <button type="button" className="button min-h-16 text-lg" onClick={() => take(value, undefined)}>
            No: keep it as an observation
          </button>
        </div>
      )}
    </Sheet>
  );
}
