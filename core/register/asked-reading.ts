import { z } from 'zod';
import { keysOf } from '../compat/vocabulary';
import type { Band } from '../fields/band';
import { line, typedQuantity } from '../units/typed-field';
import { type LevelGauge, levelGauges } from '../words/level-gauges';
import { type MachineState, machineStateNames } from '../words/machine-states';
import { type QuantityName, quantities } from '../words/quantities';

/** What a task asks to be read: which quantity, by what name, in which unit, in which state it counts, where it should lie. */
export type AskedReading = {
  quantity: QuantityName;
  name: string;
  unit: string;
  /** Read in another state it is an observation and judges nothing; null where it counts in any. */
  validIn: MachineState | null;
  band: Band;
  /** Who acts, and what it means, where it lies outside; absent where nobody said. */
  whoActs?: string | undefined;
  means?: string | undefined;
  /** What a level is seen on; absent for any other quantity, and for a round glass. */
  gauge?: LevelGauge | undefined;
};

/** A name or unit without the signs that set readings apart in a table. */
const word = (label: string, more: { required?: boolean; max: number }) =>
  line(label, more).refine((text) => !/[|;]/.test(text), { error: `${label}: without | and ;, please.` });

/** One of some names, or nothing chosen. */
const oneOrNone = <const Name extends string>(names: readonly [Name, ...Name[]], label: string) =>
  z.enum([...names, ''], { error: `${label}: choose one.` });

const limit = (label: string) => typedQuantity('number', { label, min: -1e9, max: 1e9 });
const sides = ['stopLow', 'warnLow', 'warnHigh', 'stopHigh'] as const;

/** One reading as it is typed. */
export const askedReadingForm = z
  .strictObject({
    quantity: z.enum(keysOf(quantities), { error: 'Quantity: choose one.' }),
    name: word('What is read', { required: true, max: 60 }),
    unit: word('Unit', { max: 12 }),
    validIn: oneOrNone(machineStateNames, 'Counts only when read').default(''),
    stopLow: limit('Stop below'),
    warnLow: limit('Warn below'),
    warnHigh: limit('Warn above'),
    stopHigh: limit('Stop above'),
    whoActs: word('Who acts', { max: 60 }).default(''),
    means: word('What it means', { max: 120 }).default(''),
    gauge: oneOrNone(keysOf(levelGauges), 'Level is seen on').default(''),
  })
  .transform(({ quantity, name, unit, validIn, whoActs, means, gauge, ...typed }, context): AskedReading => {
    const given = sides.filter((side) => typed[side] !== undefined);
    const wrong = given.find((side, place) => place > 0 && typed[side]! < typed[given[place - 1]!]!);
    if (wrong)
      context.addIssue({
        code: 'custom',
        path: [wrong],
        message: 'The limits rise from stop below over warn below and warn above to stop above.',
      });
    const band = Object.fromEntries(given.map((side) => [side, typed[side]]));
    return {
      quantity,
      name,
      unit,
      validIn: validIn === '' ? null : validIn,
      band,
      ...(whoActs && { whoActs }),
      ...(means && { means }),
      ...(gauge && quantity === 'level' && { gauge }),
    };
  });

/** A reading as the form shows it. */
export const typedReading = ({
  quantity,
  name,
  unit,
  validIn,
  band,
  whoActs = '',
  means = '',
  gauge,
}: AskedReading) => {
  const typed = (side: (typeof sides)[number]) => (band[side] === undefined ? '' : String(band[side]));
  return {
    quantity,
    name,
    unit,
    validIn: validIn ?? ('' as const),
    stopLow: typed('stopLow'),
    warnLow: typed('warnLow'),
    warnHigh: typed('warnHigh'),
    stopHigh: typed('stopHigh'),
    whoActs,
    means,
    gauge: gauge ?? ('' as const),
  };
};
export type TypedReading = ReturnType<typeof typedReading>;

const shownLimit = (value: number, unit: string) => `${value}${unit && ` ${unit}`}`;

/**
 * Where a reading should lie, in words; empty where nobody said.
 * @example bandWords({ warnLow: 20, warnHigh: 60 }, 'bar') // '20 to 60 bar'
 * @example bandWords({ warnHigh: 60 }, '°C') // 'up to 60 °C'
 */
export function bandWords({ stopLow, warnLow, warnHigh, stopHigh }: Band, unit: string): string {
  const [from, to] = [warnLow ?? stopLow, warnHigh ?? stopHigh];
  if (from !== undefined && to !== undefined) return `${from} to ${shownLimit(to, unit)}`;
  if (from !== undefined) return `at least ${shownLimit(from, unit)}`;
  return to === undefined ? '' : `up to ${shownLimit(to, unit)}`;
}

/**
 * The same with the limits to stop at, for paper and for whoever compares.
 * @example limitsWords({ warnHigh: 90, stopHigh: 95 }, '°C') // 'up to 90 °C, stop above 95 °C'
 * @example limitsWords({ stopLow: 4 }, 'mm') // 'stop below 4 mm'
 */
export function limitsWords(band: Band, unit: string): string {
  const { stopLow, stopHigh, ...warned } = band;
  return [
    bandWords(warned, unit),
    stopLow !== undefined && `stop below ${shownLimit(stopLow, unit)}`,
    stopHigh !== undefined && `stop above ${shownLimit(stopHigh, unit)}`,
  ]
    .filter(Boolean)
    .join(', ');
}
