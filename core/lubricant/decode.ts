import { isOwn } from '../own';
import { runLength, singleSpaced } from '../text';
import { z } from 'zod';
import { type BaseOrUnknown, type Family, basesOrUnknown, families, keysOf } from '../compat/vocabulary';
import { type Notice, answer, defineMethod, refuse } from '../method';
import { isoGrades } from '../viscosity/iso-3448';
import { saeEngineGrades, saeGearGrades } from '../viscosity/old-scales';
import {
  type OilLetter,
  greaseAdditions,
  greaseLetters,
  lowerTemperaturesC,
  nlgiGrades,
  oilAdditions,
  oilLetters,
  syntheticLetters,
  upperLetters,
} from './din-51502';
import { isoGrease, isoSymbols, withoutGrade } from './iso-6743';
import { nlgiRanges } from './nlgi';

type Letter = { part: string; meaning: string };

const schemes = { 'din-51502': 'DIN 51502', 'iso-6743': 'ISO 6743', sae: 'SAE J306 or J300' } as const;

/**
 * What a designation says, letter by letter. Examples: `KP 2 K-20` is an EP bearing grease NLGI 2 for −20 … 120 °C that
 * hardly changes in water; `CLP 220` an EP circulating (gear) oil VG 220; `CGLP 68` a slideway oil; `HM 46` by ISO 6743 a
 * hydraulic oil with anti-wear additives; `80W-90` a multigrade gear oil.
 */
export const lubricantDecode = defineMethod({
  id: 'lubricant.decode',
  version: 2,
  title: 'Decode a lubricant designation',
  summary: 'What the letters and numbers of KP 2 K-20, CLP 220, HM 46 or 80W-90 mean.',
  source:
    'DIN 51502:1990, tables 1 to 7, refrigerator oils DIN 51503-1:2011; ISO 6743 parts 1 to 13 and ISO 12925-1:2018; SAE J306:2019 and J300:2021; NLGI numbers: DIN 51818; ISO 3448:1992',
  input: z.strictObject({ designation: z.string().trim().min(1).max(60).meta({ title: 'Designation' }) }),
  output: z.object({
    scheme: z.enum(keysOf(schemes)).meta({ title: 'Read by' }),
    type: z.enum(keysOf(families)).meta({ title: 'Type' }),
    additives: z.array(z.string()).meta({ title: 'Additives' }),
    base: z.enum(keysOf(basesOrUnknown)).meta({ title: 'Base oil' }),
    nlgi: z.enum(nlgiGrades).optional().meta({ title: 'NLGI number' }),
    isoVg: z.number().optional().meta({ title: 'Grade', unit: 'ISO VG' }),
    saeGrade: z.string().optional().meta({ title: 'SAE number' }),
    upperC: z.number().optional().meta({ title: 'Upper service temperature', unit: '°C' }),
    lowerC: z.number().optional().meta({ title: 'Lower service temperature', unit: '°C' }),
    water: z.string().optional().meta({ title: 'In water' }),
    letters: z
      .array(z.object({ part: z.string().meta({ title: 'Part' }), meaning: z.string().meta({ title: 'Means' }) }))
      .meta({ title: 'Letter by letter' }),
  }),
  rules: [
    'Greases: letters, NLGI number or two neighbouring ones, letter of the upper temperature, lower temperature, such as KP 2 K-20 or KP 1-2 K-20. Oils: letters, then the ISO grade, such as CLP 220, CLP PG 460 or HM 46; hypoid and engine oils an SAE number, such as HYP 90. Greases by where they work, such as L-XCCEB 2.',
  ],
  compute({ designation }) {
    const text = withoutStandard(singleSpaced(designation.toUpperCase().replace(/[−–]/g, '-')));
    // Older papers put dashes between the letters: HLP-D 46, C-LP 220, CLP-HC 320.
    return (
      readGrease(text) ??
      readSae(text) ??
      readOil(text) ??
      readOil(text.replaceAll('-', ' ')) ??
      readOil(text.replace(/[ -]/g, '')) ??
      readIso(text) ??
      readIsoGrease(text) ??
      refuse(
        strangeLetters(text) ??
          `"${designation}" is not a designation after DIN 51502, ISO 6743 or SAE. Greases look like KP 2 K-20, oils like CLP 220, HM 46 or 80W-90. A product’s name says nothing this way.`,
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

const greasePattern =
  /^(OG|K|G|M)([FLP]*) ?(E|FK|HC|PH|PG|SI|X)? ?((?:000|00|[0-6])(?:[-/](?:00|[0-6]))?) ?(?:([A-U]) ?(-\d{2})?)?$/;

function readGrease(text: string) {
  const match = greasePattern.exec(text);
  if (!match) return undefined;
  const [, main = '', added = '', synthetic, number = '', upper, lower] = match;
  const nlgi = nlgiGrades.find((grade) => grade === number.replace('/', '-'));
  if (nlgi === undefined)
    return refuse(
      `${number} is no NLGI number: a grease may lie between two neighbours, softer first, such as 1-2.`,
      'designation',
    );
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
      scheme: 'din-51502' as const,
      type: nlgi.startsWith('0') && !nlgi.endsWith('1') ? ('semi-fluid' as const) : ('grease' as const),
      additives: [...added].map((letter) => greaseAdditions[letter]!.name),
      base: baseOf(synthetic),
      nlgi,
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
  const letters: Letter[] = [
    { part: main, meaning: greaseLetters.find((each) => each.letters === main)!.meaning },
    ...[...added].map((letter) => ({ part: letter, meaning: greaseAdditions[letter]!.meaning })),
  ];
  if (synthetic)
    letters.push({ part: synthetic, meaning: syntheticLetters[synthetic]?.meaning ?? 'another synthetic oil' });
  const [softer = nlgi, harder = nlgi] = nlgi.split('-');
  const [from, to] = [nlgiRanges[harder]!.from, nlgiRanges[softer]!.to];
  letters.push({
    part: nlgi,
    meaning: `NLGI ${nlgi}: worked penetration ${from}–${to}, ${softer === harder ? nlgiRanges[nlgi]!.feel : 'between the two'}`,
  });
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

const baseOf = (synthetic: string | undefined): BaseOrUnknown =>
  synthetic === undefined ? 'mineral' : synthetic === 'X' ? 'unknown' : syntheticLetters[synthetic]!.base;

const notGrade = (number: string) =>
  refuse(
    `${number} is no ISO grade, so this is no designation of an oil. The grades are ${isoGrades.map((grade) => grade.isoVg).join(', ')}.`,
    'designation',
  );
const isGrade = (number: string) => isoGrades.some(({ isoVg }) => isoVg === Number(number));
const gradeLetter = (number: string): Letter => ({ part: number, meaning: `ISO VG ${number} at 40 °C` });

const oilPattern = /^([A-Z]{1,6}) ?(E|FK|HC|PH|PG|SI|X)? ?(?:ISO )?(?:VG )?(\d{1,4})$/;
/** The main letters of a run, the longest that it begins with, and what follows them. */
function splitOil(run: string): { main: OilLetter; added: string[] } | undefined {
  const main = oilLetters.find(({ letters }) => run.startsWith(letters));
  return main && { main, added: [...run.slice(main.letters.length)] };
}
const belongs = ({ adds = '' }: OilLetter, letter: string) => adds.includes(letter);

function readOil(text: string) {
  const match = oilPattern.exec(text);
  if (!match) return undefined;
  const [, run = '', synthetic, number = ''] = match;
  const split = splitOil(run);
  if (!split || !split.added.every((letter) => belongs(split.main, letter))) return undefined;
  const { main, added } = split;
  if (main.sae) return undefined;
  if (!isGrade(number)) return notGrade(number);
  const isGearOil = main.letters === 'C' && added.includes('P');
  const notices: Notice[] = synthetic === 'X' ? [unknownBase] : [];
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
    gradeLetter(number),
  ];
  return answer(
    {
      scheme: 'din-51502' as const,
      type: isGearOil ? ('gear-ep' as const) : main.family,
      additives: [...(main.additives ?? []), ...added.map((letter) => oilAdditions[letter]!.name)],
      base: baseOf(synthetic),
      isoVg: Number(number),
      letters,
    },
    workingOf(letters),
    notices,
  );
}

/** Why letters that begin as an oil's do are none: which of them does not belong to the first. */
function strangeLetters(text: string): string | undefined {
  const run = oilPattern.exec(text)?.[1];
  const split = run === undefined ? undefined : splitOil(run);
  const strange = split?.added.find((letter) => !belongs(split.main, letter));
  if (!split || strange === undefined || !isOwn(oilAdditions, strange)) return undefined;
  const { letters, meaning, adds } = split.main;
  return `${strange} does not belong to ${letters}, ${meaning}. ${adds ? `Known behind it are ${[...adds].join(', ')}.` : 'No letter follows it.'}`;
}

const unknownBase: Notice = {
  level: 'caution',
  text: 'The base oil is not said. Ask before it meets anything else.',
};

function readIso(text: string) {
  const match = /^(?:ISO[ -]?)?(?:L[ -])?([A-Z]{2,5}) ?(?:(?:ISO )?(?:VG )?(\d{1,4}))?$/.exec(text);
  if (!match) return undefined;
  const [, run = '', number] = match;
  if (!isOwn(isoSymbols, run) || (number === undefined && !withoutGrade.includes(run))) return undefined;
  if (number !== undefined && !isGrade(number)) return notGrade(number);
  const { family, additives, base, meaning } = isoSymbols[run]!;
  const letters: Letter[] = [{ part: run, meaning }, ...(number === undefined ? [] : [gradeLetter(number)])];
  return answer(
    {
      scheme: 'iso-6743' as const,
      type: family,
      additives: [...additives],
      base,
      ...(number !== undefined && { isoVg: Number(number) }),
      letters,
    },
    workingOf(letters),
    base === 'unknown' ? [unknownBase] : [],
  );
}

const isoGreasePattern = /^(?:ISO[ -]?)?(?:L[ -]?)?X[ -]?([A-E])([A-G])([A-I])([AB])[ -]?(000|00|[0-6])$/;

/** A grease by where it works, `ISO-L-XCCEB 2`; of thickener and base oil its symbol says nothing. */
function readIsoGrease(text: string) {
  const match = isoGreasePattern.exec(text);
  if (!match) return undefined;
  const [, low, high, wet, load, nlgi] = match as unknown as [
    string,
    keyof typeof isoGrease.lowest,
    keyof typeof isoGrease.highest,
    keyof typeof isoGrease.water,
    keyof typeof isoGrease.load,
    (typeof nlgiGrades)[number],
  ];
  const { lowerC, meaning: downTo } = isoGrease.lowest[low];
  const { upperC, meaning: upTo } = isoGrease.highest[high];
  const water = isoGrease.water[wet];
  const { from, to, feel } = nlgiRanges[nlgi]!;
  const letters: Letter[] = [
    { part: 'X', meaning: 'grease' },
    { part: low, meaning: downTo },
    { part: high, meaning: upTo },
    { part: wet, meaning: water },
    { part: load, meaning: isoGrease.load[load] },
    { part: nlgi, meaning: `NLGI ${nlgi}: worked penetration ${from}–${to}, ${feel}` },
  ];
  return answer(
    {
      scheme: 'iso-6743' as const,
      type: nlgi.startsWith('0') ? ('semi-fluid' as const) : ('grease' as const),
      additives: load === 'B' ? ['ep'] : [],
      base: 'unknown' as const,
      nlgi,
      upperC,
      lowerC,
      water,
      letters,
    },
    workingOf(letters),
    [
      {
        level: 'caution',
        text: 'This symbol says where a grease works, neither thickener nor base oil: ask before it meets another.',
      },
    ],
  );
}

const saePattern =
  /^(HYP|HD)?[ -]?(?:SAE[ -]?)?(?:(\d{1,3}W)(?:[ -/]?(\d{2,3}))?|(\d{1,3}))(?: (?:API )?GL-?([1-6]))?$/;

/** Hypoid and engine oils by DIN, and what goes by its SAE number alone. */
function readSae(text: string) {
  const match = saePattern.exec(text);
  // A number alone is no designation: it might be anything.
  if (!match || /^\d+$/.test(text)) return undefined;
  const [, letters, winter, summer, single, service] = match;
  const numbers = [winter, summer, single].filter((each) => each !== undefined);
  const kind = saeKind(letters, numbers);
  return kind === undefined ? undefined : saeAnswer(kind, numbers.join('-'), letters, service);
}

const saeTables = { gear: saeGearGrades, engine: saeEngineGrades };

/** Whether numbers are grades of gear or of engine oils; undefined where they are neither, or not what the letters say. */
function saeKind(letters: string | undefined, numbers: readonly string[]): keyof typeof saeTables | undefined {
  const said = oilLetters.find((each) => each.letters === letters)?.sae;
  const fits = (kind: keyof typeof saeTables) => numbers.every((each) => isOwn(saeTables[kind], each));
  return (['gear', 'engine'] as const).find((kind) => (said === undefined || said === kind) && fits(kind));
}

function saeAnswer(
  kind: keyof typeof saeTables,
  saeGrade: string,
  main: string | undefined,
  service: string | undefined,
) {
  const row = oilLetters.find(({ letters }) => letters === main);
  // Service classes from GL-3 on carry additives for load; without one, today's oils do.
  const isPlain = service !== undefined && Number(service) < 3;
  const type: Family = kind === 'engine' ? 'engine' : isPlain ? 'gear' : 'gear-ep';
  const letters: Letter[] = [
    ...(row ? [{ part: row.letters, meaning: row.meaning }] : []),
    { part: saeGrade, meaning: `SAE ${saeGrade}, ${kind === 'gear' ? 'gear oil (J306)' : 'engine oil (J300)'}` },
    ...(service ? [{ part: `GL-${service}`, meaning: `API service class GL-${service} of gear oils` }] : []),
  ];
  const scheme: keyof typeof schemes = row ? 'din-51502' : 'sae';
  const base: BaseOrUnknown = 'unknown';
  return answer(
    {
      scheme,
      type,
      additives: kind === 'engine' ? ['detergent'] : isPlain ? [] : ['ep'],
      base,
      saeGrade,
      letters,
    },
    workingOf(letters),
    [
      {
        level: 'caution',
        text:
          kind === 'engine'
            ? 'An engine oil is not a machine oil: its detergent holds water and dirt in suspension.'
            : 'Oils for vehicle gears as a rule carry active sulphur: ask before it meets bronze.',
      },
    ],
  );
}
