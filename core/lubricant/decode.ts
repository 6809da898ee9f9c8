import { isOwn } from '../own';
import { runLength, singleSpaced } from '../text';
import { z } from 'zod';
import { bases, families, keysOf } from '../compat/vocabulary';
import { type Notice, answer, defineMethod, refuse } from '../method';
import { isoGrades } from '../viscosity/iso-3448';
import {
  greaseAdditions,
  greaseLetters,
  lowerTemperaturesC,
  nlgiNumbers,
  oilAdditions,
  oilLetters,
  syntheticLetters,
  upperLetters,
} from './din-51502';
import { nlgiRanges } from './nlgi';

type Letter = { part: string; meaning: string };

/**
 * What a DIN 51502 designation says, letter by letter. Examples: `KP 2 K-20` is an EP bearing grease NLGI 2 for −20 … 120 °C
 * that hardly changes in water; `CLP 220` an EP circulating (gear) oil VG 220; `CGLP 68` a slideway oil.
 */
export const lubricantDecode = defineMethod({
  id: 'lubricant.decode',
  version: 1,
  title: 'Decode a lubricant designation',
  summary: 'What the letters and numbers of KP 2 K-20, CLP 220 or HLP 46 mean.',
  source: 'DIN 51502:1990, tables 1 to 7; NLGI numbers: DIN 51818; ISO 3448:1992',
  input: z.strictObject({ designation: z.string().trim().min(1).max(60).meta({ title: 'Designation' }) }),
  output: z.object({
    type: z.enum(keysOf(families)).meta({ title: 'Type' }),
    additives: z.array(z.string()).meta({ title: 'Additives' }),
    base: z.enum(keysOf(bases)).meta({ title: 'Base oil' }),
    nlgi: z.enum(nlgiNumbers).optional().meta({ title: 'NLGI number' }),
    isoVg: z.number().optional().meta({ title: 'Grade', unit: 'ISO VG' }),
    upperC: z.number().optional().meta({ title: 'Upper service temperature', unit: '°C' }),
    lowerC: z.number().optional().meta({ title: 'Lower service temperature', unit: '°C' }),
    water: z.string().optional().meta({ title: 'In water' }),
    letters: z
      .array(z.object({ part: z.string().meta({ title: 'Part' }), meaning: z.string().meta({ title: 'Means' }) }))
      .meta({ title: 'Letter by letter' }),
  }),
  rules: [
    'Greases: letters, NLGI number, letter of the upper temperature, lower temperature, such as KP 2 K-20. Oils: letters, then the ISO grade, such as CLP 220 or CLP PG 460.',
  ],
  compute({ designation }) {
    const text = withoutStandard(singleSpaced(designation.toUpperCase().replace(/[−–]/g, '-')));
    // Older papers put dashes between the letters: HLP-D 46, C-LP 220, CLP-HC 320.
    return (
      readGrease(text) ??
      readOil(text) ??
      readOil(text.replaceAll('-', ' ')) ??
      readOil(text.replace(/[ -]/g, '')) ??
      refuse(
        `"${designation}" is not a designation after DIN 51502. Greases look like KP 2 K-20, oils like CLP 220 or HLP 46. A product’s name says nothing this way.`,
        'designation',
      )
    );
  },
});

/** Plates name the standard before or after the designation, with or without its part: DIN 51517-3 CLP 220. */
const standardNamed = /\bDIN ?(?:\d{4,5}(?: ?(?:-|T|TEIL) ?\d{1,2}\b)?)?/g;
const isSeparator = (sign: string): boolean => ' ,:/-'.includes(sign);

function withoutStandard(text: string): string {
  const left = text.split(standardNamed);
  if (left.length === 1) return text;
  // What stood between the designation and its standard goes with the standard.
  return left
    .map((part) => {
      const inner = part.slice(runLength(part, isSeparator));
      return inner.slice(0, inner.length - runLength([...inner].reverse().join(''), isSeparator));
    })
    .join('');
}

const workingOf = (letters: Letter[]) =>
  letters.map(({ part, meaning }) => ({ label: part, expression: meaning, value: part, unit: '' }));

const greasePattern = /^(OG|K|G|M)([FLP]*) ?(E|FK|HC|PH|PG|SI|X)? ?(000|00|[0-6]) ?(?:([A-U]) ?(-\d{2})?)?$/;

function readGrease(text: string) {
  const match = greasePattern.exec(text);
  if (!match) return undefined;
  const [, main = '', added = '', synthetic, nlgi = '', upper, lower] = match;
  const upperRow = upper === undefined ? undefined : upperLetters[upper];
  if (upper !== undefined && !upperRow)
    return refuse(
      `The letter ${upper} behind the NLGI number stands for no temperature. Known are ${Object.keys(upperLetters).join(', ')}.`,
      'designation',
    );
  const lowerC = lower === undefined ? undefined : Number(lower);
  if (lowerC !== undefined && !(lowerTemperaturesC as readonly number[]).includes(lowerC))
    return refuse(
      `${lower} is no lower temperature of the standard. Known are ${lowerTemperaturesC.join(', ')} °C.`,
      'designation',
    );
  const letters = greaseLettersOf({ main, added, synthetic, nlgi, upper, lowerC });
  return answer(
    {
      type: Number(nlgi) === 0 ? ('semi-fluid' as const) : ('grease' as const),
      additives: [...added].map((letter) => greaseAdditions[letter]!.name),
      base: synthetic && synthetic !== 'X' ? syntheticLetters[synthetic]!.base : 'mineral',
      nlgi: nlgi as (typeof nlgiNumbers)[number],
      ...(upperRow && { upperC: upperRow.upperC, water: upperRow.water }),
      ...(lowerC !== undefined && { lowerC }),
      letters,
    },
    workingOf(letters),
    greaseNotices(upper, synthetic),
  );
}

type GreaseParts = {
  main: string;
  added: string;
  synthetic: string | undefined;
  nlgi: string;
  upper: string | undefined;
  lowerC: number | undefined;
};

/** Each part of a grease's designation with what it stands for. */
function greaseLettersOf({ main, added, synthetic, nlgi, upper, lowerC }: GreaseParts): Letter[] {
  const range = nlgiRanges[nlgi]!;
  const letters: Letter[] = [
    { part: main, meaning: greaseLetters.find((each) => each.letters === main)!.meaning },
    ...[...added].map((letter) => ({ part: letter, meaning: greaseAdditions[letter]!.meaning })),
  ];
  if (synthetic)
    letters.push({ part: synthetic, meaning: syntheticLetters[synthetic]?.meaning ?? 'another synthetic oil' });
  letters.push({ part: nlgi, meaning: `NLGI ${nlgi}: worked penetration ${range.from}–${range.to}, ${range.feel}` });
  if (upper !== undefined) {
    const { upperC, water } = upperLetters[upper]!;
    letters.push({ part: upper, meaning: `up to ${upper === 'U' ? 'more than 220' : upperC} °C; ${water}` });
  }
  if (lowerC !== undefined) letters.push({ part: String(lowerC), meaning: `down to ${lowerC} °C` });
  return letters;
}

function greaseNotices(upper: string | undefined, synthetic: string | undefined): Notice[] {
  const notices: Notice[] = [];
  if (upper === 'U') notices.push({ level: 'info', text: 'U means above 220 °C, by agreement; 221 is shown.' });
  if (synthetic === 'X')
    notices.push({
      level: 'caution',
      text: 'X: another synthetic oil, not said which. Ask before it meets anything else.',
    });
  return notices;
}

function readOil(text: string) {
  const match = /^([A-Z]{1,5}) ?(E|FK|HC|PH|PG|SI|X)? ?(?:ISO )?(?:VG )?(\d{1,4})$/.exec(text);
  if (!match) return undefined;
  const [, run = '', synthetic, number] = match;
  const main = oilLetters.find(
    ({ letters }) =>
      run.startsWith(letters) && [...run.slice(letters.length)].every((letter) => isOwn(oilAdditions, letter)),
  );
  if (!main) return undefined;
  const isoVg = Number(number);
  if (!isoGrades.some((grade) => grade.isoVg === isoVg))
    return refuse(
      `${number} is no ISO grade, so this is no designation after DIN 51502. The grades are ${isoGrades.map((grade) => grade.isoVg).join(', ')}.`,
      'designation',
    );
  const added = [...run.slice(main.letters.length)];
  // HLP and its kin carry their additives in the main letters.
  const within =
    main.family === 'hydraulic' ? [...main.letters.slice(1)].filter((letter) => letter === 'L' || letter === 'P') : [];
  const additives = [...within, ...added].map((letter) => oilAdditions[letter]!.name);
  const isGearOil = main.letters === 'C' && added.includes('P');
  const base = synthetic && synthetic !== 'X' ? syntheticLetters[synthetic]!.base : 'mineral';
  const notices: Notice[] = [];
  if (isGearOil)
    notices.push({
      level: 'info',
      text: 'CLP oils are the usual gear oils. P may be active sulphur: ask before it meets bronze.',
    });
  if (added.includes('D'))
    notices.push({ level: 'caution', text: 'Detergent: water and dirt stay in suspension instead of settling.' });
  const letters: Letter[] = [
    { part: main.letters, meaning: main.meaning },
    ...added.map((letter) => ({ part: letter, meaning: oilAdditions[letter]!.meaning })),
    ...(synthetic
      ? [{ part: synthetic, meaning: syntheticLetters[synthetic]?.meaning ?? 'another synthetic oil' }]
      : []),
    { part: String(isoVg), meaning: `ISO VG ${isoVg} at 40 °C` },
  ];
  return answer(
    { type: isGearOil ? ('gear-ep' as const) : main.family, additives, base, isoVg, letters },
    workingOf(letters),
    notices,
  );
}
