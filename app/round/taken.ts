import type { Taken } from '@/core/condition/reading';
import type { StepOf } from '@/core/procedure/step';
import type { Progress } from '@/core/procedure/walk';
import type { WalkStop } from '@/core/walk/document';
import type { FoundAt } from '@/core/words/findings';
import type { SeenHere } from './stop-looks';

export type AskedHere = WalkStop['readings'][number];
/** A reading as it stands at the stop. */
export type TakenReading = Taken & {
  /** What was read with it, from which it was reckoned. */
  beside?: readonly { name: string; value: number; unit: string }[];
  /** Read every few minutes: since its first reading, and whether it still goes on. */
  series?: readonly { minutes: number; value: number }[];
  beganMs?: number;
  /** The temperature of the oil or what it runs in: whether a pressure drop was read warm. */
  oilRead?: true;
  goesOn?: true;
};
/** What was read at this stop, by the name of the reading. */
export type TakenHere = Readonly<Record<string, TakenReading>>;
/** Takes one reading of what is asked. */
export type OnTake = (asked: AskedHere, taken: TakenReading) => void;
/** What was read, seen and come to at a stop and is not written yet: kept on the device until it is. */
export type StopKept = {
  taken: TakenHere;
  seen: SeenHere;
  /** How much came out, and whether that is in the book by itself. */
  drainedL?: number;
  drainWritten?: boolean;
  /** How much flushing oil went in, once it is written. */
  flushedL?: number;
  /** The outlets at which oil was seen, by name. */
  outletsSeen?: readonly string[];
  /** Where its procedure stands, once somebody walks it step by step. */
  progress?: Progress;
};

/** What a step of a procedure asks to be read, with no limits of its own. */
export const askedAtStep = ({ quantity, name, unit }: StepOf<'read'>): AskedHere => ({
  quantity,
  name,
  unit,
  validIn: null,
  band: {},
  last: null,
  usualPerDay: null,
  worn: [],
  hoursNow: null,
  curve: [],
});

/** Where something is found at a stop. */
export const foundAt = ({ pointKind, consequence, own }: WalkStop): FoundAt => ({ kind: pointKind, consequence, own });

/** Readings as the entry of a look holds them; a series that still goes on is not over. */
export const readingsOf = (asked: readonly AskedHere[], taken: TakenHere) =>
  asked.flatMap(({ name: quantity, unit }) => {
    const each = taken[quantity];
    if (!each || each.goesOn) return [];
    const { value, state, observation, series, beside = [] } = each;
    const how = { unit, ...(state && { state }), ...(observation && { observation }) };
    return [
      ...(series
        ? series.map((read) => ({ quantity, value: read.value, ...how, afterMin: read.minutes }))
        : [{ quantity, value, ...how }]),
      ...beside.map((read) => ({ quantity: read.name, value: read.value, unit: read.unit })),
    ];
  });
