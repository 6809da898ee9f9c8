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
  | { ok: false; reason: string };

const number = String.raw`\d{1,9}(?:[.,]\d{1,9})?(?: ?(?:–|—|-|…|to) ?\d{1,9}(?:[.,]\d{1,9})?)?`;
const seconds = new RegExp(
  `(?:S\\.?[US]\\.?[USV]\\.?|SAYBOLT(?: UNIVERSAL)?(?: SECONDS)?|SECONDS SAYBOLT(?: UNIVERSAL)?) ?(?:VISCOSITY)? ?(${number})|(${number}) ?(?:S\\.?[US]\\.?[USV]\\.?|SECONDS SAYBOLT|SAYBOLT)`,
  'i',
);
const kinematic = new RegExp(`(${number}) ?(?:cSt|centistokes?|mm²/s|mm2/s)`, 'i');
const temperature = /(?:@|\bat\b)? ?(\d{1,9}(?:[.,]\d{1,9})?) ?(?:°|deg\.?)? ?([CF])\b/i;

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
export function readPlate(line: string): PlateReading {
  const text = singleSpaced(line);
  if (text === '')
    return { ok: false, reason: 'Type what the plate says, for example "AGMA 5 EP" or "300 SUS at 100 °F".' };
  const type = hints.find(([pattern]) => pattern.test(text))?.[1];
  for (const read of [readAgma, readSaybolt, readSae, readIsoVg, readKinematic]) {
    const reading = read(text, type);
    if (reading) return reading.ok && type && !reading.type ? { ...reading, type } : reading;
  }
  const bare = /^\d+(?:[.,]\d+)?$/.test(text);
  return {
    ok: false,
    reason: bare
      ? `${text} of what? Write the scale as well: "ISO VG ${text}", "SAE ${text}", "AGMA ${text}", "${text} SUS at 100 °F" or "${text} cSt at 40 °C".`
      : 'No viscosity scale can be read from this. The number inside a product’s name is not a grade: look for ISO VG, cSt, SUS or SSU, SAE or AGMA on the plate, in the manual, or ask the supplier in writing.',
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
  const at = temperatureIn(text.replace(saybolt[0], ' '));
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

const readSae: ReadScale = (text, type) => {
  const sae = /\bSAE ?(?:NO\.?)? ?((?:\d{1,2}W ?[-–/]? ?)?\d{1,3}W?)(?![\w.])/i.exec(text);
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
