/**
 * The plant's other units. Everything is kept, computed and asked for in the units of storage, so that a bare number means the
 * same wherever it is typed; a plant whose hands and gauges know other units has those said beside, in brackets.
 */
import { dimensions } from './parse-quantity';

type Other = {
  unit: string;
  inBase: number;
  /** From this many of the unit before on. */ from?: number;
  zero?: number;
};

const { mass, volume, length, pressure, velocity } = dimensions;

/** What may be said beside: the units that it goes for, as parts of the storage unit, and what each size is said in. */
const others = {
  temperature: { of: { '°C': 1 }, said: [{ unit: '°F', inBase: 5 / 9, zero: 32 }] },
  mass: {
    of: { g: 1, kg: 1000 },
    said: [
      { unit: 'oz wt', inBase: mass.accepts['oz wt'] },
      { unit: 'lb', inBase: mass.accepts.lb, from: mass.accepts.lb },
    ],
  },
  volume: {
    of: { mL: 0.001, 'cm³': 0.001, L: 1 },
    said: [
      { unit: 'fl oz', inBase: volume.accepts['fl oz'] },
      { unit: 'qt', inBase: volume.accepts.qt, from: volume.accepts.qt },
      { unit: 'gal', inBase: volume.accepts.gal, from: volume.accepts.gal },
    ],
  },
  length: { of: { mm: 1, cm: 10 }, said: [{ unit: 'in', inBase: length.accepts.in }] },
  pressure: { of: { bar: 1 }, said: [{ unit: 'psi', inBase: pressure.accepts.psi }] },
  velocity: { of: { 'mm/s': 1 }, said: [{ unit: 'in/s', inBase: velocity.accepts['in/s'] }] },
} as const satisfies Record<string, { of: Record<string, number>; said: readonly Other[] }>;

export type SaidBeside = keyof typeof others;
export const besideNames = Object.keys(others) as [SaidBeside, ...SaidBeside[]];

/** The choices as a person reads them. */
export const besideWords = {
  temperature: 'Fahrenheit beside °C',
  mass: 'Ounces and pounds beside grams',
  volume: 'US ounces, quarts and gallons beside litres',
  length: 'Inches beside millimetres',
  pressure: 'psi beside bar',
  velocity: 'Inches a second beside mm/s',
} as const satisfies Record<SaidBeside, string>;

const dimensionOf = new Map<string, SaidBeside>(
  besideNames.flatMap((dimension) => Object.keys(others[dimension].of).map((unit) => [unit, dimension] as const)),
);

/** Three figures, as far as anybody reads a dipstick; temperatures to the degree. */
const figures = (value: number, dimension: SaidBeside): string =>
  String(dimension === 'temperature' ? Math.round(value) : Number(value.toPrecision(3))).replace('-', '−');

/** Figures as the book writes them: a real minus, thousands apart, point or nothing. */
const figure = String.raw`[−-]?\d{1,3}(?:[\u202f ]\d{3}){0,4}(?:\.\d+)?|[−-]?\d+(?:\.\d+)?`;
const units = [...dimensionOf.keys()].sort((a, b) => b.length - a.length).join('|');
/** One figure or several of one unit: `12.5 L`, `−10 to 85 °C`, `25 × 52 mm`. No unit is the beginning of another word or unit. */
const measure = new RegExp(
  String.raw`(?<![\w.,·−\u202f-])((?:${figure})(?: (?:to|and|×|…) (?:${figure})){0,2})[ \u00a0](${units})(?![\w²³/·(])(?! \()`,
  'g',
);
const oneFigure = new RegExp(figure, 'g');

/**
 * A text of the book in which every figure with its unit is followed by the same in the plant's other unit.
 * @param text as the book writes figures; nothing else of it is changed
 * @param beside what is said in other units too
 * @example saidBeside('20.2 g of grease', ['mass']) // '20.2 g (0.713 oz wt) of grease'
 * @example saidBeside('−10 to 85 °C', ['temperature']) // '−10 to 85 °C (14 to 185 °F)'
 */
export function saidBeside(text: string, beside: readonly SaidBeside[]): string {
  if (beside.length === 0) return text;
  return text.replace(measure, (whole, values: string, unit: string) => {
    const dimension = dimensionOf.get(unit)!;
    if (!beside.includes(dimension)) return whole;
    const { of, said } = others[dimension] as { of: Record<string, number>; said: readonly Other[] };
    const inBase = (value: string) => Number(value.replace('−', '-').replace(/[\u202f ]/g, '')) * of[unit]!;
    const largest = Math.max(...values.match(oneFigure)!.map((value) => Math.abs(inBase(value))));
    const other = said.findLast(({ from = 0 }) => largest >= from)!;
    const turned = values.replace(oneFigure, (value) =>
      figures(inBase(value) / other.inBase + (other.zero ?? 0), dimension),
    );
    return `${whole} (${turned} ${other.unit})`;
  });
}
