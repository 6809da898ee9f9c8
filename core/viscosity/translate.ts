import { isOwn, own } from '../own';
import { singleSpaced } from '../text';
import { z } from 'zod';
import { kinematicViscosity, quantity } from '../fields/fields';
import { type Notice, type WorkingStep, answer, defineMethod, refuse, shown } from '../method';
import { assumedIndex, assumedMultigradeIndex, assumedWinterIndex, carryTo40, kv40FromIndex } from './carry';
import { gradeHalfWidth, isoGrades, nearestGradeIndex } from './iso-3448';
import {
  type HotRange,
  agmaAboveIso,
  agmaGrades,
  agmaSuffixes,
  openEndedFactor,
  saeEngineGrades,
  saeGearGrades,
} from './old-scales';
import { fewestEngler, fewestRedwood, kvOfEngler, kvOfRedwood } from './old-instruments';
import { celsiusOf, fewestSeconds, kvOfSeconds } from './saybolt';
import { highestKv, lowestKv } from './walther';

export const scales = [
  'kv40',
  'kv100',
  'iso-vg',
  'sus-100f',
  'sus-210f',
  'engler-20c',
  'engler-50c',
  'engler-100c',
  'redwood-1-70f',
  'redwood-1-100f',
  'redwood-1-140f',
  'redwood-1-200f',
  'agma',
  'sae-gear',
  'sae-engine',
] as const;
export type Scale = (typeof scales)[number];

/** One reading of a designation at 40 °C, with the edition or the grade it follows. */
type Reading = { min: number; typical: number; max: number; note: string };
type Readings = { ok: true; readings: Reading[]; working: WorkingStep[]; notices: Notice[]; aboveIso?: boolean };
type Refusal = ReturnType<typeof refuse>;

const isoGradeNumber = z.number().nullable().meta({ title: 'Nearest ISO grade', unit: 'ISO VG' });

/**
 * An old designation turned into a viscosity at 40 °C and the nearest ISO grade. Ranges stay ranges; what two editions
 * of a standard say differently is answered twice, named.
 * Example: 300 SUS at 100 °F → 64.6 mm²/s at 37.8 °C → 57.9 at 40 °C, nearest to VG 68.
 */
export const viscosityTranslate = defineMethod({
  id: 'viscosity.translate',
  version: 2,
  title: 'Translate an old designation',
  summary: 'What a worn plate or an old manual says, in mm²/s at 40 °C and as an ISO grade.',
  source:
    'ASTM D2161-20 (Saybolt); Ubbelohde (Engler); IP 70 (Redwood No. 1); AGMA 9005-D94 and ANSI/AGMA 9005-E02 (AGMA numbers); SAE J306 to 2019 and SAE J300 to 2021 (ranges at 100 °C); ISO 3448:1992; carried to 40 °C by ASTM D341-20 and ASTM D2270',
  input: z.strictObject({
    scale: z.enum(scales).meta({ title: 'Scale' }),
    value: z
      .union([z.number().meta({ title: 'Value' }), z.string().max(40)], {
        error: 'must be a number, or text such as "150–200" or "5 EP".',
      })
      .meta({ title: 'Value' }),
    viscosityIndex: quantity('Viscosity index, where known', '', { min: 0, max: 250 }).optional(),
  }),
  output: z.object({
    kv40: z
      .object({
        min: kinematicViscosity('Lowest'),
        typical: kinematicViscosity('Typical'),
        max: kinematicViscosity('Highest'),
      })
      .meta({ title: 'Viscosity at 40 °C' }),
    isoVg: isoGradeNumber,
    candidates: z
      .array(
        z.object({
          kv40: kinematicViscosity('Viscosity at 40 °C'),
          isoVg: isoGradeNumber,
          note: z.string().meta({ title: 'By' }),
        }),
      )
      .meta({ title: 'Candidates' }),
  }),
  rules: [
    'value is a number, a range such as "150–200", an AGMA number with its suffix such as "5 EP", or an SAE grade such as "75W-90".',
    'Below 32 Saybolt seconds, 1.1 degrees Engler or 30 seconds of Redwood No. 1 there is no reading.',
    'The number inside a product’s name is not a scale.',
  ],
  compute({ scale, value, viscosityIndex }) {
    const read = readingsOf(scale, String(value).trim(), viscosityIndex);
    if (!read.ok) return read;
    const { readings, working, notices, aboveIso = false } = read;
    const kv40 = {
      min: Math.min(...readings.map(({ min }) => min)),
      typical: readings[0]!.typical,
      max: Math.max(...readings.map(({ max }) => max)),
    };
    if (kv40.min < lowestKv || kv40.max > highestKv)
      return refuse(
        `This leads outside ${lowestKv} … 2·10⁷ mm²/s at 40 °C, where no oil is. Check the number and its scale.`,
        'value',
      );
    const gradeOf = (kv: number) => (aboveIso ? null : isoVgOf(kv));
    const isoVg = gradeOf(kv40.typical);
    if (isoVg === null && !aboveIso)
      notices.push({
        level: 'caution',
        text: `${shown(kv40.typical)} mm²/s at 40 °C lies outside the ISO scale (VG 2 … 3200).`,
      });
    const candidates =
      readings.length > 1
        ? readings.map(({ typical, note }) => ({ kv40: typical, isoVg: gradeOf(typical), note }))
        : aboveIso
          ? [{ kv40: kv40.typical, isoVg: null, note: readings[0]!.note }]
          : gradesWithin(kv40.min, kv40.max, readings[0]!.note);
    working.push({
      label: 'Nearest ISO grade',
      expression: `to ${shown(kv40.typical)} mm²/s, by ratio`,
      value: isoVg ?? 'none',
      unit: 'ISO VG',
    });
    return answer({ kv40, isoVg, candidates }, working, notices);
  },
});

/**
 * The nearest ISO label, or null beyond the ends of the scale.
 * @example isoVgOf(205) // 220
 */
export function isoVgOf(kv40: number): number | null {
  const grade = isoGrades[nearestGradeIndex(kv40)]!;
  const beyond =
    (grade === isoGrades[0] && kv40 < grade.mid * (1 - gradeHalfWidth)) ||
    (grade === isoGrades.at(-1) && kv40 > grade.mid * (1 + gradeHalfWidth));
  return beyond ? null : grade.isoVg;
}

/** Every ISO grade that overlaps a range; the nearest one where none does. */
function gradesWithin(min: number, max: number, note: string) {
  const overlapping = isoGrades.filter(
    ({ mid }) => mid * (1 - gradeHalfWidth) <= max * (1 + 1e-12) && mid * (1 + gradeHalfWidth) >= min * (1 - 1e-12),
  );
  if (overlapping.length > 0) return overlapping.map(({ isoVg, mid }) => ({ kv40: mid, isoVg, note }));
  const typical = Math.sqrt(min * max);
  return [{ kv40: typical, isoVg: isoVgOf(typical), note: `${note}; lies between two grades, this is the nearer one` }];
}

function readingsOf(scale: Scale, text: string, viscosityIndex: number | undefined): Readings | Refusal {
  switch (scale) {
    case 'kv40':
      return fromRange(
        text,
        'mm²/s at 40 °C',
        (kv) => kv,
        () => [],
      );
    case 'iso-vg':
      return isoReading(text);
    case 'agma':
      return agmaReading(text, viscosityIndex);
    case 'sae-gear':
      return saeReading(text, saeGearGrades, 'SAE gear grade', viscosityIndex, []);
    case 'sae-engine':
      return saeReading(text, saeEngineGrades, 'SAE engine grade', viscosityIndex, [
        {
          level: 'caution',
          text: 'Engine oil is not a machine oil: its detergents hold dirt and water in suspension where they should settle. Take the viscosity, not the oil.',
        },
      ]);
    default:
      return atAnotherTemperature(text, instruments[scale], viscosityIndex ?? assumedIndex);
  }
}

/** An instrument with the temperature at which it was read; `fewest` where it says nothing below. */
type Instrument = {
  unit: string;
  temperatureC: number;
  toKv: (value: number) => number | undefined;
  /** How the viscosity there was found, of the middle of what was typed. */
  how?: (value: string) => string;
  fewest?: { value: number; words: string };
};

const saybolt = (fahrenheit: number): Instrument => ({
  unit: `SUS at ${fahrenheit} °F`,
  temperatureC: celsiusOf(fahrenheit),
  toKv: (seconds) => kvOfSeconds(seconds, fahrenheit),
  how: (seconds) => `ν with SUS(ν) = ${seconds}, by bisection`,
  fewest: { value: fewestSeconds, words: 'Saybolt seconds' },
});
const engler = (temperatureC: number): Instrument => ({
  unit: `°E at ${temperatureC} °C`,
  temperatureC,
  toKv: kvOfEngler,
  how: (degrees) => `7.31·${degrees} − 6.31/${degrees}`,
  fewest: { value: fewestEngler, words: 'degrees Engler' },
});
const redwood = (fahrenheit: number): Instrument => ({
  unit: `s Redwood No. 1 at ${fahrenheit} °F`,
  temperatureC: celsiusOf(fahrenheit),
  toKv: kvOfRedwood,
  how: (seconds) => `0.26·R − 179/R up to 100 s, 0.247·R − 50/R above, of R = ${seconds}`,
  fewest: { value: fewestRedwood, words: 'seconds of Redwood No. 1' },
});
const instruments: Record<Exclude<Scale, 'kv40' | 'iso-vg' | 'agma' | 'sae-gear' | 'sae-engine'>, Instrument> = {
  kv100: { unit: 'mm²/s at 100 °C', temperatureC: 100, toKv: (kv) => kv },
  'sus-100f': saybolt(100),
  'sus-210f': saybolt(210),
  'engler-20c': engler(20),
  'engler-50c': engler(50),
  'engler-100c': engler(100),
  'redwood-1-70f': redwood(70),
  'redwood-1-100f': redwood(100),
  'redwood-1-140f': redwood(140),
  'redwood-1-200f': redwood(200),
};

const decimal = String.raw`\d+(?:[.,]\d+)?`;
const rangePattern = new RegExp(`^(${decimal})(?:\\s*(?:–|—|-|…|\\.\\.\\.?|to)\\s*(${decimal}))?$`, 'i');

/** Reads `150` or `150–200`; undefined for anything else, for zero, and for a range that runs backwards. */
function readRange(text: string): [number, number] | undefined {
  const match = rangePattern.exec(text);
  if (!match) return undefined;
  const from = Number(match[1]!.replace(',', '.'));
  const to = match[2] === undefined ? from : Number(match[2].replace(',', '.'));
  return from > 0 && to >= from && Number.isFinite(to) ? [from, to] : undefined;
}

const notARange = (text: string, unit: string): Refusal =>
  refuse(
    `"${text}" is not a value in ${unit}. Write one number, or a range from low to high such as 150–200.`,
    'value',
  );

function fromRange(
  text: string,
  unit: string,
  toKv40: (value: number) => number | undefined,
  notices: () => Notice[],
): Readings | Refusal {
  const range = readRange(text);
  if (!range) return notARange(text, unit);
  const [from, to] = range;
  const [min, typical, max] = [from, Math.sqrt(from * to), to].map(toKv40);
  if (min === undefined || typical === undefined || max === undefined)
    return refuse(
      `${text} ${unit} leads outside the viscosities an oil can have. Check the number and its scale.`,
      'value',
    );
  const working: WorkingStep[] =
    from === to
      ? []
      : [
          {
            label: 'Middle of the range',
            expression: `√(${shown(from)}·${shown(to)})`,
            value: Math.sqrt(from * to),
            unit,
          },
        ];
  return {
    ok: true,
    readings: [{ min, typical, max, note: `${text} ${unit}` }],
    working: [
      ...working,
      {
        label: 'Viscosity at 40 °C',
        expression: from === to ? `${shown(from)} ${unit}` : `${shown(min)} … ${shown(max)}`,
        value: typical,
        unit: 'mm²/s',
      },
    ],
    notices: notices(),
  };
}

function atAnotherTemperature(
  text: string,
  { unit, temperatureC, toKv, how = (value) => value, fewest }: Instrument,
  viscosityIndex: number,
): Readings | Refusal {
  const range = readRange(text);
  if (!range) return notARange(text, unit);
  if (fewest && range[0] < fewest.value)
    return refuse(
      `Below ${fewest.value} ${fewest.words} the instrument gives no reading. Is it another scale?`,
      'value',
    );
  const middle = Math.sqrt(range[0] * range[1]);
  const there = toKv(middle);
  const carried = fromRange(
    text,
    unit,
    (value) => {
      const kv = toKv(value);
      return kv === undefined ? undefined : carryTo40(kv, temperatureC, viscosityIndex);
    },
    () => [
      {
        level: 'info',
        text: `Measured at ${shown(temperatureC)} °C and carried to 40 °C along the line of an oil of viscosity index ${shown(viscosityIndex)}, which is assumed unless the plate says better.`,
      },
    ],
  );
  if (!carried.ok || there === undefined) return carried;
  return {
    ...carried,
    working: [
      {
        label: `Viscosity at ${shown(temperatureC)} °C`,
        expression: how(shown(middle)),
        value: there,
        unit: 'mm²/s',
      },
      ...carried.working,
    ],
  };
}

function isoReading(text: string): Readings | Refusal {
  const label = Number(text.replace(/^VG\s*/i, ''));
  const grade = isoGrades.find(({ isoVg }) => isoVg === label);
  if (!grade)
    return refuse(
      `There is no ISO grade VG ${text}. The grades are ${isoGrades.map(({ isoVg }) => isoVg).join(', ')}. A number inside a product’s name is no grade.`,
      'value',
    );
  const [min, max] = [grade.mid * (1 - gradeHalfWidth), grade.mid * (1 + gradeHalfWidth)];
  return {
    ok: true,
    readings: [{ min, typical: grade.mid, max, note: `ISO VG ${grade.isoVg}` }],
    working: [
      {
        label: `Mid-point of VG ${grade.isoVg}, ±10 %`,
        expression: `${shown(min)} … ${shown(max)}`,
        value: grade.mid,
        unit: 'mm²/s',
      },
    ],
    notices: [],
  };
}

function agmaReading(text: string, viscosityIndex: number | undefined): Readings | Refusal {
  const match = /^(\d{1,2}A?) ?(EP|COMP(?:OUNDED)?|C|S)?$/i.exec(
    singleSpaced(singleSpaced(text).replace(/\(?\bCOMP(OUNDED)?\b\)?\.?$/i, ' C')),
  );
  const number = match?.[1]?.toUpperCase();
  const suffix = match?.[2]?.toUpperCase();
  const known = number !== undefined && (isOwn(agmaGrades, number) || isOwn(agmaAboveIso, number));
  if (!match || number === undefined || !known)
    return refuse(
      `"${text}" is not an AGMA number. They run from 0 to 13, with 8A; EP, C (or Comp) or S may stand behind them.`,
      'value',
    );
  const notices: Notice[] =
    suffix && agmaSuffixes[suffix] ? [{ level: 'info', text: `${suffix}: ${agmaSuffixes[suffix]}.` }] : [];
  if (suffix === 'EP')
    notices.push({
      level: 'caution',
      text: 'Extreme-pressure additives with active sulphur attack bronze. Look at the wheel before you pour.',
    });
  const grade = agmaGrades[number];
  if (grade !== undefined) {
    const iso = isoReading(String(grade));
    return iso.ok
      ? {
          ...iso,
          readings: iso.readings.map((reading) => ({
            ...reading,
            note: `AGMA ${number}${suffix ?? ''} is ISO VG ${grade}`,
          })),
          notices,
        }
      : iso;
  }
  const { atC, min, max } = agmaAboveIso[number]!;
  const index = viscosityIndex ?? assumedIndex;
  const to40 = (kv: number) => (atC === 40 ? kv : kv40FromIndex(kv, index));
  notices.push({
    level: 'caution',
    text: `AGMA ${number} lies above the ISO scale: there is no VG for it.${atC === 100 ? ` It is defined at 100 °C; the value at 40 °C assumes a viscosity index of ${shown(index)}.` : ''}`,
  });
  const typical = to40(Math.sqrt(min * max));
  return {
    ok: true,
    aboveIso: true,
    readings: [{ min: to40(min), typical, max: to40(max), note: `AGMA ${number}: ${min}–${max} mm²/s at ${atC} °C` }],
    working: [
      {
        label: `AGMA ${number}`,
        expression: `${min} … ${max} mm²/s at ${atC} °C`,
        value: typical,
        unit: 'mm²/s at 40 °C',
      },
    ],
    notices,
  };
}

/** The viscosity index that is usual for a grade: of gear oils by their winter grade, of engine oils that of a multigrade. */
function usualIndex(grades: typeof saeGearGrades, winter: string | undefined, number: string): number {
  const index = grades === saeGearGrades ? own(assumedWinterIndex, winter ?? number) : undefined;
  return index ?? (winter ? assumedMultigradeIndex : assumedIndex);
}

function saeReading(
  text: string,
  grades: Readonly<Record<string, readonly HotRange[]>>,
  scale: string,
  viscosityIndex: number | undefined,
  notices: Notice[],
): Readings | Refusal {
  const match = /^(?:(\d{1,2}W) ?[-–/]? ?)?(\d{1,3}W?)$/i.exec(singleSpaced(text).replace(/^SAE ?/i, ''));
  const winter = match?.[1]?.toUpperCase();
  const number = match?.[2]?.toUpperCase();
  const ranges = number === undefined ? undefined : own(grades, number);
  if (!ranges || number === undefined || (winter !== undefined && (!isOwn(grades, winter) || number.endsWith('W'))))
    return refuse(
      `"${text}" is no ${scale}. They are ${Object.keys(grades).join(', ')}, or two of them such as ${scale.includes('gear') ? '75W-90' : '10W-40'}.`,
      'value',
    );
  const index = viscosityIndex ?? usualIndex(grades, winter, number);
  const said: Notice[] = [
    ...notices,
    {
      level: 'info',
      text: `SAE grades are ranges at 100 °C; the values at 40 °C assume a viscosity index of ${shown(index)}${winter && viscosityIndex === undefined ? `, usual for ${winter}` : ''}.`,
    },
  ];
  if (ranges.length > 1)
    said.push({
      level: 'caution',
      text: `Editions differ: ${ranges.map(({ edition, min, max }) => `${edition} says ${min}–${max}`).join('; ')} mm²/s at 100 °C. Look for the year of the plate.`,
    });
  const working: WorkingStep[] = [];
  const readings = ranges.map(({ min, max, edition }): Reading => {
    const top = max ?? min * openEndedFactor;
    const middle = Math.sqrt(min * top);
    const typical = kv40FromIndex(middle, index);
    working.push(
      {
        label: `${scale} ${number}, ${edition}, at 100 °C`,
        expression: `√(${shown(min)}·${shown(top)})${max === undefined ? ', upper end assumed' : ''}`,
        value: middle,
        unit: 'mm²/s',
      },
      {
        label: 'The same at 40 °C',
        expression: `KV40 with VI(KV40, ${shown(middle)}) = ${shown(index)}`,
        value: typical,
        unit: 'mm²/s',
      },
    );
    return {
      min: kv40FromIndex(min, index),
      typical,
      max: kv40FromIndex(top, index),
      note: `${edition}: ${shown(min)}${max === undefined ? ' or more' : `–${shown(max)}`} mm²/s at 100 °C`,
    };
  });
  if (ranges.some(({ max }) => max === undefined))
    said.push({
      level: 'caution',
      text: `${number} sets a lower end only; ${openEndedFactor} times it is taken as the upper one.`,
    });
  return { ok: true, readings, working, notices: said };
}
