import { singleSpaced } from '../text';
import { celsiusOf } from './saybolt';
import { assumedIndex, carryTo40 } from './carry';
import type { Scale } from './translate';

/** What a plate asks for besides viscosity, as far as its words say it; the store room is searched by this first. */
export type TypeHint =
  | 'gear-ep'
  | 'gear-compounded'
  | 'gear'
  | 'hydraulic'
  | 'slideway'
  | 'spindle'
  | 'circulating'
  | 'compressor'
  | 'chain'
  | 'engine';

/** A plate read into a scale and a value, or words about what is missing. `read` says how it was understood. */
export type PlateReading =
  | { ok: true; scale: Scale; value: string; type?: TypeHint; read: string; note?: string }
  | { ok: false; reason: string; type?: TypeHint };

const number = String.raw`\d{1,9}(?:[.,]\d{1,9})?(?: ?(?:–|—|-|…|to) ?\d{1,9}(?:[.,]\d{1,9})?)?`;
const seconds = new RegExp(
  `(?:S\\.?[US]\\.?[USV]\\.?|SAYBOLT(?: UNIVERSAL)?(?: SECONDS)?|SECONDS SAYBOLT(?: UNIVERSAL)?) ?(?:VISCOSITY)? ?(${number})|(${number}) ?(?:S\\.?[US]\\.?[USV]\\.?|SECONDS SAYBOLT|SAYBOLT)`,
  'i',
);
const kinematic = new RegExp(`(${number}) ?(?:cSt|centistokes?|mm²/s|mm2/s)`, 'i');
const temperature = /(?:@|\bat\b)? ?(\d{1,9}(?:[.,]\d{1,9})?) ?(?:°|deg\.?)? ?([CF])\b/i;
/** A temperature without its unit, as in "150 SUS at 210". */
const bareTemperature = /(?:@|\bat\b) ?(\d{1,3})(?![\d.,°])/i;
/** 1,500 or 1.500: a thousand and a half, or one and a half. */
const ambiguous = /(?<![\d.,])\d{1,3}[.,]\d{3}(?![\d.,])/;

/** Words on a plate, most telling first. */
const hints: readonly [RegExp, TypeHint][] = [
  [/\bcomp(ounded|\.)?\b|steam cylinder/i, 'gear-compounded'],
  [/\bE\.?P\.?\b|extreme.pressure/i, 'gear-ep'],
  [/hydraul|\bH[LV]?L?P\b/i, 'hydraulic'],
  [/slide ?way|\bway oil|slide oil/i, 'slideway'],
  [/spindle/i, 'spindle'],
  [/compressor/i, 'compressor'],
  [/circulat|turbine|machine oil|R ?& ?O/i, 'circulating'],
  [/\bchain/i, 'chain'],
  [/\bgear|worm/i, 'gear'],
];

/**
 * Reads one line of a nameplate or an old manual: `SUS 150–200 at 100 °F`, `AGMA 8 compounded`, `SAE 90`, `ISO VG 68`,
 * `32 cSt at 40 °C`. Never takes the number inside a product's name for a grade.
 */
export const readPlate = (line: string): PlateReading => readPlates(line)[0]!;

/**
 * The same of a plate that names its oil by several scales, as "AGMA 5 EP, 1000 SUS at 100 °F": one reading by each, in the
 * order in which scales are looked for. Where none can be read, the one that says what is missing.
 */
export function readPlates(line: string): [PlateReading, ...PlateReading[]] {
  const text = singleSpaced(line);
  if (text === '')
    return [{ ok: false, reason: 'Type what the plate says, for example "AGMA 5 EP" or "300 SUS at 100 °F".' }];
  const thousands = ambiguous.exec(text)?.[0];
  if (thousands !== undefined)
    return [
      {
        ok: false,
        reason: `Is ${thousands} more than a thousand, or a number with decimals? Write it without the comma or point, or with one digit behind it.`,
      },
    ];
  const type = hints.find(([pattern]) => pattern.test(text))?.[1];
  const [first, ...others] = readers.flatMap((read) => {
    const reading = read(text, type);
    if (!reading) return [];
    return [reading.ok && type && !reading.type ? { ...reading, type } : reading];
  });
  return first ? [first, ...others] : [unread(text, type)];
}

/** Why a plate cannot be read: what to write besides. */
function unread(text: string, type: TypeHint | undefined): PlateReading {
  const bare = /^\d+(?:[.,]\d+)?$/.test(text);
  if (bare)
    return {
      ok: false,
      reason: `${text} of what? Write the scale as well: "ISO VG ${text}", "SAE ${text}", "AGMA ${text}", "${text} SUS at 100 °F" or "${text} cSt at 40 °C".`,
    };
  if (type)
    return {
      ok: false,
      type,
      reason:
        'The plate says what kind of oil it is, but not how thick. Look for a grade: ISO VG, cSt, SUS, SAE or AGMA.',
    };
  return {
    ok: false,
    reason:
      'No viscosity scale can be read from this. The number inside a product’s name is not a grade: look for ISO VG, cSt, SUS or SSU, °E, SAE or AGMA on the plate, in the manual, or ask the supplier in writing.',
  };
}

/** Reads one scale off a line; undefined where the line does not speak of it. */
type ReadScale = (text: string, type: TypeHint | undefined) => PlateReading | undefined;

const reading = (
  scale: Scale,
  value: string,
  read: string,
  { type, note }: { type?: TypeHint; note?: string } = {},
): PlateReading => ({ ok: true, scale, value, read, ...(type && { type }), ...(note && { note }) });

const readAgma: ReadScale = (text, type) => {
  const agma = /\bAGMA ?(?:NO\.?|LUBRICANT|GRADE|NUMBER|#)? ?(\d{1,2}A?) ?(EP|E\.P\.|COMP(?:OUNDED)?|C|S)?\b/i.exec(
    text,
  );
  if (!agma) return undefined;
  const suffix = agmaSuffix(agma[2] ?? '', type);
  const value = `${agma[1]}${suffix && ` ${suffix}`}`;
  return reading('agma', value, `AGMA number ${value}`, {
    type: suffix === 'C' ? 'gear-compounded' : suffix === 'EP' ? 'gear-ep' : 'gear',
  });
};

function agmaSuffix(typed: string, type: TypeHint | undefined): string {
  if (/^E/i.test(typed)) return 'EP';
  return /^C/i.test(typed) || type === 'gear-compounded' ? 'C' : typed.toUpperCase();
}

const readSaybolt: ReadScale = (text) => {
  const saybolt = seconds.exec(text);
  if (!saybolt) return undefined;
  const value = (saybolt[1] ?? saybolt[2])!;
  const beside = text.replace(saybolt[0], ' ');
  const at = temperatureIn(beside) ?? usualTemperature(beside);
  if (at === undefined)
    return reading('sus-100f', value, `${value} Saybolt seconds at 100 °F`, {
      note: 'No temperature stands beside the seconds: 100 °F is taken, as was usual. At 210 °F it would be a far thicker oil.',
    });
  if (Math.abs(at - celsiusOf(100)) < 0.6) return reading('sus-100f', value, `${value} Saybolt seconds at 100 °F`);
  if (Math.abs(at - celsiusOf(210)) < 1.2) return reading('sus-210f', value, `${value} Saybolt seconds at 210 °F`);
  return {
    ok: false,
    reason: 'Saybolt seconds are given at 100 °F or at 210 °F. Which of the two does the plate mean?',
  };
};

/** "at 100" and "at 210" beside seconds are degrees Fahrenheit. */
function usualTemperature(text: string): number | undefined {
  const bare = bareTemperature.exec(text)?.[1];
  return bare === '100' || bare === '210' ? celsiusOf(Number(bare)) : undefined;
}

const engler = new RegExp(`(${number}) ?(?:°|deg(?:rees)?\\.?)? ?(?:E\\b|Engler)`, 'i');
const englerScales = { 20: 'engler-20c', 50: 'engler-50c', 100: 'engler-100c' } as const;

const readEngler: ReadScale = (text) => {
  const match = engler.exec(text);
  if (!match) return undefined;
  const value = match[1]!;
  const at = temperatureIn(text.replace(match[0], ' '));
  const temperatureC = ([20, 50, 100] as const).find((each) => at !== undefined && Math.abs(at - each) < 0.05);
  return temperatureC === undefined
    ? {
        ok: false,
        reason: `Degrees Engler are given at 20, 50 or 100 °C. At which were the ${value} °E measured? Write it behind, for example "${value} °E at 50 °C".`,
      }
    : reading(englerScales[temperatureC], value, `${value} degrees Engler at ${temperatureC} °C`);
};

const redwood = new RegExp(
  `Redwood(?: No\\.? ?(?:1|I)\\b)?(?: seconds)?,? ?(${number})|(${number}) ?(?:s(?:ec(?:onds)?)?\\.?|″|")? ?(?:of )?(?:Redwood(?: No\\.? ?(?:1|I)\\b)?|R\\.?I\\b)`,
  'i',
);
const redwoodScales = {
  70: 'redwood-1-70f',
  100: 'redwood-1-100f',
  140: 'redwood-1-140f',
  200: 'redwood-1-200f',
} as const;

const readRedwood: ReadScale = (text) => {
  const match = redwood.exec(text);
  if (!match) return undefined;
  const value = (match[1] ?? match[2])!;
  const beside = text.replace(match[0], ' ');
  const bare = bareTemperature.exec(beside)?.[1];
  const at = temperatureIn(beside) ?? (bare === undefined ? undefined : celsiusOf(Number(bare)));
  const fahrenheit = ([70, 100, 140, 200] as const).find(
    (each) => at !== undefined && Math.abs(at - celsiusOf(each)) < 0.6,
  );
  return fahrenheit === undefined
    ? {
        ok: false,
        reason: `Redwood seconds are given at 70, 100, 140 or 200 °F. At which were the ${value} s measured? Write it behind.`,
      }
    : reading(redwoodScales[fahrenheit], value, `${value} seconds of Redwood No. 1 at ${fahrenheit} °F`);
};

const readSae: ReadScale = (text, type) => {
  const sae =
    /\bSAE ?(?:NO\.?)? ?((?:\d{1,2}W ?[-–/]? ?)?\d{1,3}W?)(?![\w.])/i.exec(text) ??
    /(?<![\w.-])(\d{1,2}W ?[-–/]? ?\d{2,3})(?![\w.])/i.exec(text) ??
    /\bH(?:YP|D) ?(\d{2,3})(?![\w.])/i.exec(text);
  if (!sae) return undefined;
  const value = sae[1]!
    .toUpperCase()
    .replaceAll(' ', '')
    .replace(/W[-–/]?(?=\d)/, 'W-');
  const hot = Number(/(\d{1,3})W?$/.exec(value)![1]);
  return type?.startsWith('gear') || hot >= 70
    ? reading('sae-gear', value, `SAE gear grade ${value}`, { type: type ?? 'gear' })
    : reading('sae-engine', value, `SAE engine grade ${value}`, { type: type ?? 'engine' });
};

const readIsoVg: ReadScale = (text) => {
  const iso = /\b(?:ISO(?: ?-?VG)?|VG) ?-?(\d{1,4})\b/i.exec(text);
  return iso ? reading('iso-vg', iso[1]!, `ISO VG ${iso[1]}`) : undefined;
};

const readKinematic: ReadScale = (text) => {
  const direct = kinematic.exec(text);
  if (!direct) return undefined;
  const value = direct[1]!;
  const at = temperatureIn(text.replace(direct[0], ' '));
  if (at === undefined)
    return {
      ok: false,
      reason: `At which temperature has it ${value} mm²/s? Write it behind, for example "${value} cSt at 40 °C".`,
    };
  if (Math.abs(at - 40) < 0.05) return reading('kv40', value, `${value} mm²/s at 40 °C`);
  if (Math.abs(at - 100) < 0.05) return reading('kv100', value, `${value} mm²/s at 100 °C`);
  const ends = value
    .split(/–|—|-|…|to/)
    .map((end) => carryTo40(Number(end.trim().replace(',', '.')), at, assumedIndex));
  if (ends.some((end) => end === undefined))
    return { ok: false, reason: `No oil has ${value} mm²/s at ${at} °C. Check the number and its temperature.` };
  return reading(
    'kv40',
    ends.map((end) => Number(end!.toPrecision(4))).join('–'),
    `${value} mm²/s at ${Number(at.toFixed(1))} °C, carried to 40 °C at a viscosity index of ${assumedIndex}`,
  );
};

function temperatureIn(text: string): number | undefined {
  const match = temperature.exec(text);
  if (!match) return undefined;
  const value = Number(match[1]!.replace(',', '.'));
  return match[2]!.toUpperCase() === 'F' ? celsiusOf(value) : value;
}

/** Each scale that a line may speak of, the plainest first. */
const readers: readonly ReadScale[] = [
  readAgma,
  readSaybolt,
  readRedwood,
  readEngler,
  readSae,
  readIsoVg,
  readKinematic,
];
