/**
 * One parser for every quantity a person types. Comma or point decimal, spaces group thousands, known units convert
 * and are echoed; what can be read two ways is asked back, never guessed.
 */

import { isOwn, own } from '../own';
import { runLength, singleSpaced } from '../text';

export const dimensions = {
  length: { unit: 'mm', accepts: { mm: 1, cm: 10, m: 1000, in: 25.4, '"': 25.4 } },
  mass: { unit: 'g', accepts: { g: 1, kg: 1000, 'oz wt': 28.349523125, lb: 453.59237 } },
  volume: {
    unit: 'L',
    accepts: {
      l: 1,
      ml: 0.001,
      'cm³': 0.001,
      cm3: 0.001,
      'fl oz': 0.0295735295625,
      pt: 0.473176473,
      qt: 0.946352946,
      gal: 3.785411784,
    },
  },
  temperature: { unit: '°C', accepts: { '°c': 1, c: 1, '°f': 5 / 9, f: 5 / 9 } },
  speed: { unit: 'rpm', accepts: { rpm: 1, '1/min': 1, 'min-1': 1, '1/s': 60 } },
  hours: { unit: 'h', accepts: { h: 1, min: 1 / 60, d: 24, days: 24 } },
  days: { unit: 'd', accepts: { d: 1, day: 1, days: 1, wk: 7, weeks: 7 } },
  minutes: { unit: 'min', accepts: { min: 1, h: 60, s: 1 / 60 } },
  velocity: { unit: 'mm/s', accepts: { 'mm/s': 1, 'in/s': 25.4 } },
  viscosity: { unit: 'mm²/s', accepts: { 'mm²/s': 1, 'mm2/s': 1, cst: 1 } },
  pressure: { unit: 'bar', accepts: { bar: 1, psi: 0.0689475729, kpa: 0.01, mpa: 10 } },
  torque: { unit: 'Nm', accepts: { nm: 1, 'lb ft': 1.3558179483 } },
  'line-speed': { unit: 'm/s', accepts: { 'm/s': 1, 'ft/min': 0.00508 } },
  millilitres: { unit: 'mL', accepts: { ml: 1, 'cm³': 1, cm3: 1, l: 1000, 'fl oz': 29.5735295625 } },
  'cubic-centimetres': { unit: 'cm³', accepts: { 'cm³': 1, cm3: 1, ml: 1, l: 1000, 'fl oz': 29.5735295625 } },
  density: { unit: 'g/cm³', accepts: { 'g/cm³': 1, 'g/cm3': 1, 'kg/m³': 0.001, 'kg/m3': 0.001, 'kg/l': 1 } },
  percent: { unit: '%', accepts: { '%': 1 } },
  number: { unit: '', accepts: {} },
} as const satisfies Record<string, { unit: string; accepts: Record<string, number> }>;

export type Dimension = keyof typeof dimensions;

export type ParsedQuantity =
  | {
      ok: true;
      value: number;
      unit: string;
      typed: string;
      /** `130 °F = 54.4 °C` when something was converted. */ echo?: string;
    }
  | {
      ok: false;
      code: 'empty' | 'not-a-number' | 'ambiguous-number' | 'ambiguous-unit' | 'unknown-unit' | 'wrong-dimension';
      reason: string;
    };

/** More than this is no quantity, whatever it says. */
const longest = 200;
const isFigure = (sign: string): boolean => /[\d\s.,']/.test(sign);

/** The number that a text begins with, and what stands behind it; undefined where it begins with none. */
function splitNumber(text: string): [number: string, unit: string] | undefined {
  const sign = /^[+\-−]/.test(text) ? 1 : 0;
  const start = sign + runLength(text.slice(sign), (each) => each === ' ');
  const end = start + runLength(text.slice(start), isFigure);
  if (!/^(?:\d|[.,]\d)/.test(text.slice(start, end))) return undefined;
  return [text.slice(0, end).trim(), text.slice(end)];
}

/**
 * Parses a typed quantity into the storage unit of a dimension.
 * @param typed what the person typed, such as `1,5`, `12 000 h`, `130 °F`, `2 gal`
 * @param dimension what the field measures; its own unit is assumed where none is typed
 * @example parseQuantity('130 °F', 'temperature').echo // '130 °F = 54.4 °C'
 * @example parseQuantity('1.5 kg', 'mass').value // 1500
 * @example parseQuantity('2,5', 'volume').value // 2.5
 */
export function parseQuantity(typed: string, dimension: Dimension): ParsedQuantity {
  const { unit, accepts } = dimensions[dimension];
  const text = typed.trim();
  if (text === '') return { ok: false, code: 'empty', reason: 'Nothing is typed here yet.' };
  const split = text.length > longest ? undefined : splitNumber(singleSpaced(text));
  const number = split && readNumber(split[0]);
  if (!split || !number)
    return {
      ok: false,
      code: 'not-a-number',
      reason: `"${clip(text)}" is not a number. Type digits${unit ? `, with or without ${unit}` : ''}.`,
    };
  if (!number.ok) return number;
  const typedUnit = split[1].trim().toLowerCase();
  if (typedUnit === '') return { ok: true, value: number.value, unit, typed };
  if (typedUnit === 'oz' || typedUnit === 'ounce' || typedUnit === 'ounces')
    return {
      ok: false,
      code: 'ambiguous-unit',
      reason: 'Ounces of weight or of volume? Write "oz wt" for weight or "fl oz" for volume.',
    };
  const factor =
    own(accepts as Record<string, number>, typedUnit) ?? (typedUnit === unit.toLowerCase() ? 1 : undefined);
  if (factor === undefined) return strangeUnit(split[1].trim(), dimension);
  const value =
    typedUnit.endsWith('f') && dimension === 'temperature' ? (number.value - 32) * factor : number.value * factor;
  return {
    ok: true,
    value,
    unit,
    typed,
    ...(typedUnit !== unit.toLowerCase() &&
      factor !== 1 && { echo: `${text} = ${Number(value.toPrecision(3))} ${unit}` }),
  };
}

/** A unit that the field does not take: of another dimension, or none that is known. */
function strangeUnit(typedUnit: string, dimension: Dimension): ParsedQuantity {
  const { unit, accepts } = dimensions[dimension];
  const elsewhere = Object.entries(dimensions).find(([, other]) => isOwn(other.accepts, typedUnit.toLowerCase()));
  const expected =
    unit === '' ? 'This field takes a plain number' : `This field takes ${unit}${listOf(Object.keys(accepts), unit)}`;
  return elsewhere
    ? { ok: false, code: 'wrong-dimension', reason: `"${typedUnit}" measures ${elsewhere[0]}. ${expected}.` }
    : { ok: false, code: 'unknown-unit', reason: `The unit "${clip(typedUnit)}" is not known here. ${expected}.` };
}

const clip = (text: string) => (text.length > 40 ? `${text.slice(0, 39)}…` : text);

const listOf = (names: string[], unit: string) => {
  const others = names.filter(
    (name) => name !== unit.toLowerCase() && !['c', 'f', 'cm3', 'mm2/s', 'days', 'day', 'weeks'].includes(name),
  );
  return others.length > 0 ? ` (or ${others.join(', ')})` : '';
};

/**
 * Reads a number: spaces group thousands; one comma or point is the decimal sign, unless exactly three digits follow
 * one to three others: `1,500` may be one and a half or fifteen hundred, so it is asked back.
 */
function readNumber(text: string): { ok: true; value: number } | Extract<ParsedQuantity, { ok: false }> | undefined {
  const negative = /^[-−]/.test(text);
  let digits = text.replace(/^[+\-−]\s*/, '').trim();
  if (/[\s\u00a0\u2009\u202f']/.test(digits)) {
    // Grouping must come in threes, else a space is a slip: "1 5" is not fifteen.
    if (!/^\d{1,3}([\s\u00a0\u2009\u202f']\d{3})+([.,]\d+)?$/.test(digits)) return undefined;
    digits = digits.replace(/[\s\u00a0\u2009\u202f']/g, '');
    return finish(digits.replace(',', '.'), negative);
  }
  if (/^[1-9]\d{0,2}[.,]\d{3}$/.test(digits)) {
    const [whole, rest] = digits.split(/[.,]/) as [string, string];
    return {
      ok: false,
      code: 'ambiguous-number',
      reason: `"${text}" can be read two ways. For ${whole}${rest} type "${whole} ${rest}"; for the decimal type "${whole}.${rest}0".`,
    };
  }
  if (/^\d*[.,]\d+$/.test(digits) || /^\d+[.,]?$/.test(digits)) return finish(digits.replace(',', '.'), negative);
  if (/^\d{1,3}(,\d{3})+\.\d+$/.test(digits) || /^\d{1,3}(,\d{3}){2,}$/.test(digits))
    return finish(digits.replaceAll(',', ''), negative);
  if (/^\d{1,3}(\.\d{3})+,\d+$/.test(digits) || /^\d{1,3}(\.\d{3}){2,}$/.test(digits))
    return finish(digits.replaceAll('.', '').replace(',', '.'), negative);
  return undefined;
}

function finish(digits: string, negative: boolean): { ok: true; value: number } | undefined {
  const value = Number(digits);
  return Number.isFinite(value) ? { ok: true, value: negative ? -value : value } : undefined;
}
