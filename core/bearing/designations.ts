import { inserts, outsideDiameters, tapered, thrustBall, thrustRoller, widths } from './boundary-dimensions';

export type BearingKind = 'ball' | 'cylindrical' | 'needle' | 'spherical' | 'tapered' | 'thrust';
export type BoundaryDimensions = {
  boreMm: number;
  outsideDiameterMm: number;
  widthMm: number;
  /** Width of an insert's outer ring, where its inner ring is wider: doses go by it. */
  doseWidthMm?: number;
};
export type BearingSeries = {
  series: string;
  title: string;
  kind: BearingKind;
  sizes: ReadonlyMap<string, BoundaryDimensions>;
};

/**
 * Bore in mm of a bore code: 00 10, 01 12, 02 15, 03 17, then ×5; `/22` and one digit are the bore itself.
 * @example boreOfCode('10') // 50
 * @example boreOfCode('02') // 15
 */
export function boreOfCode(code: string): number {
  if (code.startsWith('/')) return Number(code.slice(1));
  if (code.length === 1) return Number(code);
  return { '00': 10, '01': 12, '02': 15, '03': 17 }[code] ?? Number(code) * 5;
}

const rowsOf = (text: string): [string, ...number[]][] =>
  text.split('|').map((row) => {
    const [code, ...numbers] = row.split(' ');
    return [code!, ...numbers.map(Number)];
  });

/**
 * A series whose D comes from its diameter series and whose width from its dimension series (ISO 15).
 * `oneDigit`: made for bores below 10 mm too; `between`: made for bores of 22, 28 and 32 mm too.
 */
function radial(
  series: string,
  title: string,
  kind: BearingKind,
  dimensionSeries: keyof typeof widths,
  { from = 0, to = Infinity, oneDigit = false, between = false } = {},
): BearingSeries {
  const diameters = new Map(
    rowsOf(outsideDiameters[dimensionSeries[1] as keyof typeof outsideDiameters]).map(([code, d]) => [code, d!]),
  );
  const sizes = rowsOf(widths[dimensionSeries]).flatMap(([code, widthMm]) => {
    const boreMm = boreOfCode(code);
    const outsideDiameterMm = diameters.get(code);
    if (
      outsideDiameterMm === undefined ||
      boreMm < from ||
      boreMm > to ||
      (code.length === 1 && !oneDigit) ||
      (/^\/(22|28|32)$/.test(code) && !between)
    )
      return [];
    return [[code, { boreMm, outsideDiameterMm, widthMm: widthMm! }] as const];
  });
  return { series, title, kind, sizes: new Map(sizes) };
}

/** A series whose rows give D and width together. */
const listed = (series: string, title: string, kind: BearingKind, text: string): BearingSeries => ({
  series,
  title,
  kind,
  sizes: new Map(
    rowsOf(text).map(([code, outsideDiameterMm, widthMm]) => [
      code,
      { boreMm: boreOfCode(code), outsideDiameterMm: outsideDiameterMm!, widthMm: widthMm! },
    ]),
  ),
});

/** Insert bearings for a cylindrical shaft: the inner ring is wider than the outer one. */
const insert = (series: keyof typeof inserts): BearingSeries => ({
  series,
  title: 'Insert bearing, width is that of the inner ring',
  kind: 'ball',
  sizes: new Map(
    rowsOf(inserts[series]).map(([code, outsideDiameterMm, widthMm, doseWidthMm]) => [
      code,
      {
        boreMm: boreOfCode(code),
        outsideDiameterMm: outsideDiameterMm!,
        widthMm: widthMm!,
        doseWidthMm: doseWidthMm!,
      },
    ]),
  ),
});

/** Insert bearings with a tapered bore for an adapter sleeve; only the outer ring is told apart by its maker's tables. */
const sleeveInsert = (series: string, like: keyof typeof inserts): BearingSeries => ({
  series,
  title: 'Insert bearing for an adapter sleeve, width is that of the outer ring',
  kind: 'ball',
  sizes: new Map(
    rowsOf(inserts[like])
      .filter(([code]) => Number(code) >= 5)
      .map(([code, outsideDiameterMm, , outerWidth]) => [
        code,
        {
          boreMm: boreOfCode(code),
          outsideDiameterMm: outsideDiameterMm!,
          widthMm: outerWidth!,
          doseWidthMm: outerWidth!,
        },
      ]),
  ),
});

/** Thrust bearings under their other names: an older numbering of four digits, and cylindrical rollers of the same sizes. */
const thrustTwins = [
  { series: '81', title: 'Thrust ball bearing, numbered with four digits, width is H', like: '511' },
  { series: '82', title: 'Thrust ball bearing, numbered with four digits, width is H', like: '512' },
  { series: '83', title: 'Thrust ball bearing, numbered with four digits, width is H', like: '513' },
  { series: '84', title: 'Thrust ball bearing, numbered with four digits, width is H', like: '514' },
  { series: '811', title: 'Cylindrical roller thrust bearing, width is H', like: '511' },
  { series: '812', title: 'Cylindrical roller thrust bearing, width is H', like: '512' },
] as const;

const cylindricalForms = ['N', 'NU', 'NJ', 'NUP'] as const;
const cylindricalSeries: readonly [string, keyof typeof widths, number, number][] = [
  ['10', '10', 25, 500],
  ['2', '02', 15, 320],
  ['22', '22', 17, 320],
  ['3', '03', 17, 280],
  ['23', '23', 20, 280],
  ['4', '04', 25, 150],
];

/** Every series this book knows, by the series part of the designation. The bounds are the sizes that are made. */
export const bearingSeries: ReadonlyMap<string, BearingSeries> = new Map(
  [
    radial('618', 'Deep groove ball bearing', 'ball', '18'),
    radial('619', 'Deep groove ball bearing', 'ball', '19'),
    radial('160', 'Deep groove ball bearing', 'ball', '00'),
    radial('60', 'Deep groove ball bearing', 'ball', '10', { oneDigit: true, between: true }),
    radial('62', 'Deep groove ball bearing', 'ball', '02', { oneDigit: true, between: true }),
    radial('63', 'Deep groove ball bearing', 'ball', '03', { oneDigit: true, between: true, to: 260 }),
    radial('64', 'Deep groove ball bearing', 'ball', '04', { to: 100 }),
    radial('72', 'Angular contact ball bearing', 'ball', '02', { from: 10, to: 240 }),
    radial('73', 'Angular contact ball bearing', 'ball', '03', { from: 10, to: 240 }),
    radial('32', 'Double row angular contact ball bearing', 'ball', '32', { to: 100 }),
    radial('33', 'Double row angular contact ball bearing', 'ball', '33', { to: 100 }),
    radial('12', 'Self-aligning ball bearing', 'ball', '02', { from: 10, to: 130 }),
    radial('13', 'Self-aligning ball bearing', 'ball', '03', { from: 10, to: 130 }),
    radial('22', 'Self-aligning ball bearing', 'ball', '22', { to: 130 }),
    radial('23', 'Self-aligning ball bearing', 'ball', '23', { to: 130 }),
    radial('213', 'Spherical roller bearing', 'spherical', '03', { from: 20, to: 110 }),
    radial('222', 'Spherical roller bearing', 'spherical', '22', { from: 25 }),
    radial('223', 'Spherical roller bearing', 'spherical', '23', { from: 40 }),
    radial('230', 'Spherical roller bearing', 'spherical', '30'),
    radial('231', 'Spherical roller bearing', 'spherical', '31'),
    radial('232', 'Spherical roller bearing', 'spherical', '32', { from: 90 }),
    radial('240', 'Spherical roller bearing', 'spherical', '40'),
    radial('241', 'Spherical roller bearing', 'spherical', '41'),
    ...cylindricalForms.flatMap((form) =>
      cylindricalSeries.map(([series, dimensionSeries, from, to]) =>
        radial(`${form}${series}`, 'Cylindrical roller bearing', 'cylindrical', dimensionSeries, { from, to }),
      ),
    ),
    ...Object.entries(tapered).map(([series, text]) =>
      listed(series, 'Tapered roller bearing, width is T', 'tapered', text),
    ),
    ...Object.entries(thrustBall).map(([series, text]) =>
      listed(series, 'Thrust ball bearing, width is H', 'thrust', text),
    ),
    ...Object.entries(thrustRoller).map(([series, text]) =>
      listed(series, 'Spherical roller thrust bearing, width is H', 'thrust', text),
    ),
    ...thrustTwins.map(({ series, title, like }) => listed(series, title, 'thrust', thrustBall[like])),
    radial('NA49', 'Needle roller bearing', 'needle', '49', { between: true }),
    insert('UC2'),
    insert('UC3'),
    sleeveInsert('UK2', 'UC2'),
    sleeveInsert('UK3', 'UC3'),
  ].map((each) => [each.series, each]),
);

/** How the sides of a bearing are closed. */
export type Closure = 'open' | 'one-side' | 'both-sides';

export type ReadDesignation = {
  series: BearingSeries;
  boreCode: string;
  dimensions: BoundaryDimensions;
  closure: Closure;
  centreGroove: boolean;
  taperedBore: boolean;
  isInsert: boolean;
  /** Suffixes with their meaning, in order; null where this book cannot read one. */
  suffixes: { suffix: string; meaning: string | null }[];
  /** Suffixes that cannot be read: one of them may close the bearing, or open it to grease. */
  unread: string[];
};

const bothSides = (what: string) => `${what} on both sides`;
const oneSide = (what: string) => `${what} on one side`;

/** Suffixes as makers commonly use them. What is not here is unread, never guessed. */
const knownSuffixes: readonly [RegExp, string][] = [
  [/^(2ZR?|ZZ)$/, bothSides('shield')],
  [/^ZR?$/, oneSide('shield')],
  [/^2RS[A-Z]?\d?$|^2(H|B)RSH?$|^DD[UW]?$|^LLU$|^2CS\d?$|^2LS$|^2NSE$|^2RU$/, bothSides('rubbing seal')],
  [/^RS[A-Z]?\d?$|^(H|B)RSH?$|^DU$|^LU$|^CS\d?$|^LS$|^NSE$|^RU$/, oneSide('rubbing seal')],
  [/^2RZ$|^VV$|^LL[BHC]$|^2NSL$|^2RD$/, bothSides('seal of low friction')],
  [/^RZ$|^L[BH]$|^NSL$|^RD$/, oneSide('seal of low friction')],
  [/^K$/, 'tapered bore 1:12'],
  [/^K30$/, 'tapered bore 1:30'],
  [/^W33X?$/, 'groove and holes in the outer ring for grease'],
  [/^W20$|^D1$/, 'holes in the outer ring for grease'],
  [/^C[1-5]$|^C[NM]$/, 'internal clearance'],
  [/^NR?$/, 'groove (and ring) for a snap ring'],
  [/^M[ABLP]?\d?$/, 'brass cage'],
  [/^(TN\d?|TNHA?|TNG|TVP[B2]?|TVH|P)$/, 'polymer cage'],
  [/^J\d?$|^Y$/, 'metal cage'],
  [/^P[0456]$/, 'tighter tolerances'],
  [/^S[0-4]$/, 'rings kept true when hot'],
  [/^[XABCEQ]$|^XL$|^E[1A]$|^B[ET]?P?$|^[ABC]?C$|^CC$|^BE?[CG][ABC]?[PMY]?$/, 'design variant'],
];

/** An insert bearing named with its housing: pillow block, flange or take-up unit. */
const housedInsert = /^(UC|UK)(PA?|F[LCB]?|T|PH|HA)(?=\d)/;

/**
 * Reads a designation such as `6312-2Z`, `22220-K-C3-W33`, `NU 2212 E`, `UC 205`, `NA 4906` or `230/500`.
 * @returns undefined where the series or the bore code is not in the tables
 */
export function readDesignation(typed: string): ReadDesignation | undefined {
  const text = typed
    .trim()
    .toUpperCase()
    .replace(/[\s_]+/g, '-')
    .replace(/^([A-Z]+)-(?=\d)/, '$1')
    .replace(housedInsert, '$1');
  const match = /^([A-Z]{0,3})(\d{2,5})(\/\d{1,3}(?!\d))?(.*)$/.exec(text);
  if (!match) return undefined;
  const [, prefix = '', digits = '', slash, rest = ''] = match;
  const found = slash ? { series: bearingSeries.get(prefix + digits), code: slash } : splitDigits(prefix, digits);
  const dimensions = found?.series?.sizes.get(found.code);
  if (!found?.series || !dimensions) return undefined;
  // Suffixes may be run together with the number: 22220K, 6312ZZ, 22220CCK.
  const suffixes = rest
    .split(/[-/.,]+/)
    .flatMap((part) => splitSuffix(part))
    .map((suffix) => ({
      suffix,
      meaning: knownSuffixes.find(([pattern]) => pattern.test(suffix))?.[1] ?? null,
    }));
  const has = (meaning: string) => suffixes.some((each) => each.meaning?.includes(meaning));
  const isInsert = dimensions.doseWidthMm !== undefined;
  return {
    series: found.series,
    boreCode: found.code,
    dimensions,
    isInsert,
    suffixes,
    unread: suffixes.filter(({ meaning }) => meaning === null).map(({ suffix }) => suffix),
    closure: has('both sides') || isInsert ? 'both-sides' : has('one side') ? 'one-side' : 'open',
    centreGroove: has('outer ring for grease'),
    taperedBore: has('tapered bore') || found.series.series.startsWith('UK'),
  };
}

/** The longest series that leaves a bore code found in its table: 22212 is series 222, 2212 is series 22. */
function splitDigits(prefix: string, digits: string): { series: BearingSeries | undefined; code: string } | undefined {
  for (const length of [2, 1]) {
    const series = bearingSeries.get(prefix + digits.slice(0, -length));
    const code = digits.slice(-length);
    if (series?.sizes.has(code)) return { series, code };
  }
  return undefined;
}

/** Splits what stands between two dashes into known suffixes where the whole is none: `KC3W33` is K, C3, W33. */
function splitSuffix(part: string): string[] {
  if (part === '') return [];
  // From the end: for each place the longest known suffix from which the rest can be read to its end.
  const lengthAt = new Array<number>(part.length + 1).fill(0);
  for (let at = part.length - 1; at >= 0; at -= 1)
    for (let length = Math.min(longestSuffix, part.length - at); length > 0; length -= 1) {
      const rest = at + length;
      if ((rest < part.length && lengthAt[rest] === 0) || !isKnownSuffix(part.slice(at, rest))) continue;
      lengthAt[at] = length;
      break;
    }
  if (lengthAt[0] === 0) return [part];
  const suffixes: string[] = [];
  for (let at = 0; at < part.length; at += lengthAt[at]!) suffixes.push(part.slice(at, at + lengthAt[at]!));
  return suffixes;
}

/** No pattern of `knownSuffixes` matches more signs than this. */
const longestSuffix = 5;
const isKnownSuffix = (text: string): boolean => knownSuffixes.some(([pattern]) => pattern.test(text));
