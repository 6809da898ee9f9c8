import { z } from 'zod';
import { quantity, viscosityIndexField } from '../fields/fields';
import { type Notice, type WorkingStep, answer, defineMethod, refuse, shown } from '../method';
import { type BaseOrUnknown, basesOrUnknown } from '../compat/vocabulary';
import { assumedIndex, lineByIndex } from '../viscosity/carry';
import { isoGrades, nearestGradeIndex } from '../viscosity/iso-3448';
import { startLimits, supplies } from '../viscosity/start-limits';
import { agmaGrades } from '../viscosity/old-scales';
import { type WaltherLine, highestKv, kvAt, waltherLine } from '../viscosity/walther';
import { heatOfSump, isSyntheticBase } from './sump-heat';
import {
  type AgmaRange,
  bySize as sizeTables,
  sizeColumns,
  velocityColumns,
  velocityRows,
  wormSpeedLimits,
  wormVelocityRows,
} from './agma-tables';

export const gearKinds = ['parallel', 'bevel', 'hypoid', 'planetary', 'gearmotor', 'high-speed', 'worm'] as const;
export const wheelMaterials = ['steel', 'cast-iron', 'bronze', 'polymer'] as const;
const thinnestHot = 10;
/** A compounded oil above this sump temperature loses its fat (°C). */
const compoundedUpperC = 80;
const pourMarginK = 5;
/** An index of a synthetic oil where only the table says that it is one. */
const syntheticIndex = 140;
/** A warm peak by so much (K) over a column, on fewer than this share of the days, does not move the column. */
const peakOverK = 5;
const peakDays = 0.1;
/** Schools further apart than so many grades are named as disagreeing. */
const gradesApart = 2;

const isoVgField = z.number().meta({ title: 'Grade', unit: 'ISO VG' });
const agmaText = (title: string) => z.string().meta({ title });
const sizeAnswer = {
  agma: z.object({ min: agmaText('From'), max: agmaText('To') }).meta({ title: 'AGMA number' }),
  isoVg: isoVgField,
};
const velocityAnswer = { agma: agmaText('AGMA number'), isoVg: isoVgField };
const checked = (title: string) =>
  z
    .object({ kv: quantity('Viscosity', 'mm²/s', { above: 0 }), ok: z.boolean().meta({ title: 'In order' }) })
    .optional()
    .meta({ title });

const input = z
  .strictObject({
    kind: z.enum(gearKinds).meta({ title: 'Gear kind' }),
    pitchLineVelocityMS: quantity('Pitch-line velocity, last stage', 'm/s', { above: 0, max: 250 }).optional(),
    centreDistanceMm: quantity('Centre distance, housing diameter or cone distance', 'mm', {
      above: 0,
      max: 20_000,
    }).optional(),
    reductions: z.int().min(1).max(3).optional().meta({ title: 'Reductions' }),
    wormSpeedRpm: quantity('Worm speed', 'rpm', { above: 0, max: 20_000 }).optional(),
    ambientMinC: quantity('Coldest ambient', '°C', { min: -60, max: 80 }),
    ambientMaxC: quantity('Warmest ambient', '°C', { min: -60, max: 80 }),
    sumpTemperatureC: quantity('Sump, running', '°C', { min: -40, max: 200 }).optional(),
    supply: z.enum(supplies).optional().meta({ title: 'How the oil gets there' }),
    wheelMaterial: z.enum(wheelMaterials).meta({ title: 'Wheel material' }),
    shock: z.boolean().meta({ title: 'Shock loads' }),
    viscosityIndex: viscosityIndexField.optional(),
    kv100: quantity('The product at 100 °C', 'mm²/s', { above: 0, max: 10_000 }).optional(),
    base: z
      .enum(Object.keys(basesOrUnknown) as [BaseOrUnknown, ...BaseOrUnknown[]])
      .optional()
      .meta({ title: 'Base oil' }),
    peakDaysShare: quantity('Share of days as warm as ambientMaxC', '', { min: 0, max: 1 }).optional(),
    pourPointC: quantity('Pour point of the oil', '°C', { min: -80, max: 40 }).optional(),
  })
  .superRefine((value, context) => {
    if (value.ambientMinC > value.ambientMaxC)
      context.addIssue({
        code: 'custom',
        path: ['ambientMinC'],
        message: 'must not be warmer than the warmest ambient. Were the two swapped?',
      });
    if (value.viscosityIndex !== undefined && value.kv100 !== undefined)
      context.addIssue({
        code: 'custom',
        path: ['kv100'],
        message: 'give either the viscosity index of the product or its viscosity at 100 °C, and not both.',
      });
  });
type Input = z.output<typeof input>;

/**
 * Oil grade of an enclosed gear by every school the inputs allow, side by side.
 * Example: parallel gears at 2.5 m/s → 315.5 mm²/s by film, nearest to VG 320.
 */
export const gearSelectGrade = defineMethod({
  id: 'gear.select-grade',
  version: 2,
  title: 'Oil grade of a gear unit',
  summary:
    'Which viscosity a gear case or worm unit wants, by speed, by size and by film, with what its metals forbid.',
  source:
    'By size: AGMA 250.04; by pitch-line velocity: AGMA 9005-D94, table 4; film: ν40 = 7000/√V with V in ft/min (common in the literature); start limits by supply: convention',
  input,
  output: z.object({
    film: z
      .object({ nu40: quantity('Wanted at 40 °C', 'mm²/s', { above: 0 }), isoVg: isoVgField })
      .optional()
      .meta({ title: 'By film' }),
    bySize: z
      .object({ ...sizeAnswer, coldSeason: z.object(sizeAnswer).optional().meta({ title: 'In the cold season' }) })
      .optional()
      .meta({ title: 'By size' }),
    byVelocity: z
      .object({
        ...velocityAnswer,
        coldSeason: z.object(velocityAnswer).optional().meta({ title: 'In the cold season' }),
      })
      .optional()
      .meta({ title: 'By pitch-line velocity' }),
    isoVg: isoVgField,
    baseRequired: z.enum(['synthetic']).optional().meta({ title: 'Base that the table asks for' }),
    disagreement: z
      .object({
        thinnest: z.object({ school: z.string(), isoVg: isoVgField }).meta({ title: 'Thinnest' }),
        thickest: z.object({ school: z.string(), isoVg: isoVgField }).meta({ title: 'Thickest' }),
        grades: z.number().int().meta({ title: 'Grades apart' }),
        why: z.string().meta({ title: 'Because' }),
      })
      .optional()
      .meta({ title: 'Where schools disagree by more than two grades' }),
    why: z.string().meta({ title: 'Because' }),
    ep: z.enum(['required', 'allowed', 'forbidden']).meta({ title: 'Extreme-pressure additives' }),
    start: checked('At the coldest start'),
    hot: checked('At running temperature'),
  }),
  rules: [
    'The coldest surroundings are not warmer than the warmest.',
    'Pitch line velocity or centre distance is given, or both (gearmotors and high-speed gears need neither).',
    'The viscosity index or the viscosity at 100 °C may be given, not both; the latter is below the proposed grade at 40 °C.',
    'Parallel shafts by size also need the number of reductions; worms over 150 mm by size also need the worm’s speed.',
    'Hypoid gears follow their manufacturer alone: the tables refuse them.',
  ],
  compute(value) {
    if (value.kind === 'hypoid')
      return refuse(
        'Hypoid gears slide hard: none of these tables may be used for them. They require an oil with extreme-pressure additives, of the grade their manufacturer names.',
        'kind',
      );
    const working: WorkingStep[] = [];
    const notices: Notice[] = [];
    const missing: string[] = [];
    const schools: Schools = {
      film: filmSchool(value, working),
      size: sizeSchool(value, working, notices, missing),
      velocity: velocitySchool(value, working, notices),
    };
    const { film, size, velocity } = schools;
    const isoVg = velocity?.isoVg ?? size?.isoVg ?? film?.isoVg;
    if (isoVg === undefined) return noSchool(notices, missing);
    const synthetic = (velocity?.agma ?? size?.agma.max ?? '').endsWith('S');
    const line = productLine(value, isoVg, synthetic);
    if (line === 'not below')
      return refuse(
        `The product has ${shown(value.kv100!)} mm²/s at 100 °C, not less than VG ${isoVg} has at 40 °C. Check the number.`,
        'kv100',
      );
    const disagreement = schoolNotices(value, schools, notices);
    const ep = epRule(value, notices);
    compoundedNotices(value, [velocity?.agma, size?.agma.max], notices);
    baseNotices(value, synthetic, notices);
    return answer(
      {
        ...published(schools),
        isoVg,
        ...(synthetic && { baseRequired: 'synthetic' as const }),
        ...(disagreement && { disagreement }),
        why: chosenBy(velocity, size),
        ep,
        ...checks(value, isoVg, line, working, notices),
      },
      working,
      notices,
    );
  },
});

/** The answers of the schools that have one, under the names of the result. */
const published = ({ film, size, velocity }: Schools) => ({
  ...(film && { film }),
  ...(size && { bySize: size }),
  ...(velocity && { byVelocity: velocity }),
});

/** Says that the answer changes with the season, and where the schools disagree; answers the disagreement. */
function schoolNotices(value: Input, { film, size, velocity }: Schools, notices: Notice[]) {
  if (velocity?.coldSeason || size?.coldSeason) notices.push(overSeasons(value, velocity?.coldSeason?.agma));
  const disagreement = disagreementOf({ film, size, velocity });
  if (disagreement) notices.push({ level: 'caution', text: disagreement.why });
  return disagreement;
}

function noSchool(notices: readonly Notice[], missing: readonly string[]) {
  if (missing.length > 0) return refuse(notices.map(({ text }) => text).join(' '), ...missing);
  return notices.length > 0
    ? refuse(
        `No school reaches this ambient: ${notices.map(({ text }) => text).join(' ')}`,
        'ambientMaxC',
        'ambientMinC',
      )
    : refuse(
        'Give the pitch-line velocity or the size; without either no school has an answer.',
        'pitchLineVelocityMS',
        'centreDistanceMm',
      );
}

const overSeasons = ({ ambientMinC, ambientMaxC }: Input, coldAgma: string | undefined): Notice => ({
  level: 'caution',
  text: `${coldAgma?.endsWith('S') ? 'In the cold season the table asks for a synthetic oil. ' : ''}The ambient runs from ${shown(ambientMinC)} to ${shown(ambientMaxC)} °C, over more than one column: the grade proposed is for the warm season, the colder one stands beside it. Change the oil with the season, or take a synthetic oil of higher viscosity index that covers both.`,
});

function chosenBy(velocity: ReturnType<typeof velocitySchool>, size: ReturnType<typeof sizeSchool>): string {
  if (velocity) return `by pitch-line velocity, AGMA ${velocity.agma}`;
  if (!size) return 'by film alone: ν40 = 7000/√V';
  const { min, max } = size.agma;
  return `by size, the thicker of AGMA ${min}${min === max ? '' : ` and ${max}`}`;
}

type Schools = {
  film: ReturnType<typeof filmSchool>;
  size: ReturnType<typeof sizeSchool>;
  velocity: ReturnType<typeof velocitySchool>;
};

/** Which schools are further apart than two grades, and why they may be; undefined where they agree well enough. */
function disagreementOf({ film, size, velocity }: Schools) {
  const said = [
    ...(film ? [{ school: 'by film', isoVg: film.isoVg }] : []),
    ...(size ? [{ school: 'by size', isoVg: size.isoVg }] : []),
    ...(velocity ? [{ school: 'by pitch-line velocity', isoVg: velocity.isoVg }] : []),
  ].sort((a, b) => a.isoVg - b.isoVg);
  const [thinnest, thickest] = [said[0], said.at(-1)];
  if (!thinnest || !thickest) return undefined;
  const place = (isoVg: number) => isoGrades.findIndex((grade) => grade.isoVg === isoVg);
  const grades = place(thickest.isoVg) - place(thinnest.isoVg);
  if (grades <= gradesApart) return undefined;
  return {
    thinnest,
    thickest,
    grades,
    why: `The schools disagree by ${grades} grades: VG ${thinnest.isoVg} ${thinnest.school}, VG ${thickest.isoVg} ${thickest.school}. ${[thinnest, thickest].map(({ school }) => blindTo[school]).join(' ')} Ask the maker of the gear, or measure the sump’s temperature and judge by that.`,
  };
}

/** What each school does not look at, which is where it goes wrong. */
const blindTo: Readonly<Record<string, string>> = {
  'by film': 'Film looks at speed alone: neither load nor ambient move it, and it runs thick for slow gears.',
  'by size': 'Size does not look at speed: it runs thick for fast gears and thin for slow ones.',
  'by pitch-line velocity':
    'Pitch-line velocity looks at the last stage and the ambient, not at size or faster stages.',
};

/** The oil that the checks follow: the product’s own line where it is told, else a usual oil of the grade. */
function productLine(
  { viscosityIndex, kv100 }: Input,
  isoVg: number,
  synthetic: boolean,
): { line: WaltherLine | undefined; words: string } | 'not below' {
  const mid = isoGrades.find((grade) => grade.isoVg === isoVg)!.mid;
  if (kv100 !== undefined)
    return kv100 >= mid
      ? 'not below'
      : {
          line: waltherLine({ temperatureC: 40, kv: mid }, { temperatureC: 100, kv: kv100 }),
          words: `${shown(kv100)} mm²/s at 100 °C`,
        };
  const index = viscosityIndex ?? (synthetic ? syntheticIndex : assumedIndex);
  return { line: lineByIndex(mid, index), words: `VI ${shown(index)}` };
}

/** What the base oil stands and what the table asks of it. */
function baseNotices({ base, sumpTemperatureC, viscosityIndex }: Input, required: boolean, notices: Notice[]) {
  const isSynthetic = base !== undefined && isSyntheticBase(base);
  if (required && base !== undefined && !isSynthetic)
    notices.push({
      level: 'stop',
      text: `The table asks for a synthetic oil here; this one is ${base === 'unknown' ? 'of a base that is not known' : basesOrUnknown[base]}.`,
    });
  if (required && base === undefined)
    notices.push({ level: 'info', text: 'The S of the number asks for a synthetic oil: it is part of the answer.' });
  if (required && viscosityIndex !== undefined && viscosityIndex < syntheticIndex)
    notices.push({
      level: 'caution',
      text: `A synthetic oil for this column has a viscosity index of at least ${syntheticIndex}; this one has ${shown(viscosityIndex)}.`,
    });
  if (sumpTemperatureC === undefined) return;
  const heat = heatOfSump(isSynthetic || (required && base === undefined), sumpTemperatureC);
  if (heat) notices.push(heat);
}

const isoOfAgma = (number: string): number => agmaGrades[number.replace(/[CS]$/, '')]!;

/** Rolling contact only: in worm and hypoid gears sliding decides, not the film of this formula. */
function filmSchool(
  { kind, pitchLineVelocityMS }: Input,
  working: WorkingStep[],
): { nu40: number; isoVg: number } | undefined {
  if (kind === 'worm' || pitchLineVelocityMS === undefined) return undefined;
  const feetPerMinute = (pitchLineVelocityMS * 60) / 0.3048;
  const nu40 = 7000 / Math.sqrt(feetPerMinute);
  const { isoVg } = isoGrades[nearestGradeIndex(nu40)]!;
  working.push({
    label: 'Film: viscosity wanted at 40 °C',
    expression: `7000/√${shown(feetPerMinute)} ft/min`,
    value: nu40,
    unit: 'mm²/s',
  });
  return { nu40, isoVg };
}

/** Columns of the warm and the cold end of the ambient; undefined where the table ends. */
function columnsFor(
  { ambientMinC, ambientMaxC, peakDaysShare }: Input,
  columns: readonly { from: number; to: number }[],
  table: string,
  notices: Notice[],
): { warm: number; cold: number } | undefined {
  const inside = columns.findIndex(({ to }) => ambientMaxC <= to);
  const isRare = peakDaysShare !== undefined && peakDaysShare < peakDays;
  const under = columns.findIndex(({ to }) => ambientMaxC > to && ambientMaxC <= to + peakOverK);
  const warm = isRare && under >= 0 && ambientMinC <= columns[under]!.to ? under : inside;
  if (warm === under && warm >= 0)
    notices.push({
      level: 'info',
      text: `${shown(ambientMaxC)} °C is at most ${peakOverK} K over the column up to ${columns[under]!.to} °C, ${table}, and only on ${shown(100 * peakDaysShare!)} % of the days: it does not move the column.`,
    });
  if (warm < 0 || ambientMaxC < columns[0]!.from) {
    notices.push({
      level: 'caution',
      text: `The table ${table} covers ${columns[0]!.from} … ${columns.at(-1)!.to} °C and says nothing for ${shown(ambientMaxC)} °C.`,
    });
    return undefined;
  }
  if (ambientMinC < columns[0]!.from)
    notices.push({
      level: 'caution',
      text: `The table ${table} begins at ${columns[0]!.from} °C; at ${shown(ambientMinC)} °C warm the oil before the start, or ask for a synthetic.`,
    });
  const cold = columns.findIndex(({ to }) => ambientMinC < to);
  return { warm, cold: Math.min(warm, cold < 0 ? warm : cold) };
}

function sizeSchool(value: Input, working: WorkingStep[], notices: Notice[], missing: string[]) {
  const { kind, centreDistanceMm, reductions, wormSpeedRpm } = value;
  const needsSize = kind !== 'gearmotor' && kind !== 'high-speed';
  if (needsSize && centreDistanceMm === undefined) return undefined;
  let cells: [AgmaRange, AgmaRange];
  if (kind === 'worm') {
    const limit = wormSpeedLimits.find(({ upToMm }) => centreDistanceMm! <= upToMm)!.rpm;
    if (limit !== Infinity && wormSpeedRpm === undefined) {
      notices.push({
        level: 'info',
        text: `By size a worm of ${shown(centreDistanceMm!)} mm goes by the worm’s speed (${limit} rpm); it is not given.`,
      });
      missing.push('wormSpeedRpm');
      return undefined;
    }
    const warm = wormSpeedRpm === undefined || wormSpeedRpm <= limit ? '8C' : '7C';
    cells = [
      { min: '7C', max: '7C' },
      { min: warm, max: warm },
    ];
  } else {
    if (kind === 'parallel' && reductions === undefined) {
      notices.push({
        level: 'info',
        text: 'By size, parallel gears also go by the number of reductions; it is not given.',
      });
      missing.push('reductions');
      return undefined;
    }
    const row = sizeTables[(kind === 'parallel' ? `parallel-${reductions}` : kind) as keyof typeof sizeTables].find(
      ({ upToMm }) => (centreDistanceMm ?? 0) <= upToMm,
    )!;
    cells = [row.cold, row.warm];
  }
  const columns = columnsFor(value, sizeColumns, 'by size', notices);
  if (!columns) return undefined;
  const read = (column: number) => ({ agma: cells[column]!, isoVg: isoOfAgma(cells[column]!.max) });
  const warm = read(columns.warm);
  working.push({
    label: 'By size',
    expression: `${kind}${reductions ? `, ${reductions} reductions` : ''}${centreDistanceMm ? `, ${shown(centreDistanceMm)} mm` : ''}, column ${sizeColumns[columns.warm]!.from}…${sizeColumns[columns.warm]!.to} °C`,
    value: warm.agma.min === warm.agma.max ? warm.agma.max : `${warm.agma.min}–${warm.agma.max}`,
    unit: 'AGMA',
  });
  const cold = columns.cold < columns.warm ? read(columns.cold) : undefined;
  return { ...warm, ...(cold && { coldSeason: cold }) };
}

function velocitySchool(value: Input, working: WorkingStep[], notices: Notice[]) {
  if (value.pitchLineVelocityMS === undefined) return undefined;
  const row = (value.kind === 'worm' ? wormVelocityRows : velocityRows).find(({ includes }) =>
    includes(value.pitchLineVelocityMS!),
  )!;
  const columns = columnsFor(value, velocityColumns, 'by pitch-line velocity', notices);
  if (!columns) return undefined;
  const read = (column: number) => ({ agma: row.numbers[column]!, isoVg: isoOfAgma(row.numbers[column]!) });
  const warm = read(columns.warm);
  working.push({
    label: 'By pitch-line velocity',
    expression: `${row.name}, column ${velocityColumns[columns.warm]!.from}…${velocityColumns[columns.warm]!.to} °C`,
    value: warm.agma,
    unit: 'AGMA',
  });
  const cold = columns.cold < columns.warm ? read(columns.cold) : undefined;
  return { ...warm, ...(cold && { coldSeason: cold }) };
}

function epRule({ wheelMaterial, kind, shock }: Input, notices: Notice[]): 'required' | 'allowed' | 'forbidden' {
  if (wheelMaterial === 'bronze') {
    notices.push({
      level: 'stop',
      text: 'Bronze wheel: no additives with active sulphur or chlorine, they eat it. Take a compounded oil, a polyglycol, or an EP oil declared safe for yellow metals.',
    });
    notices.push({
      level: 'info',
      text: 'Polyglycol never goes onto residues of mineral oil: flush first, and mind paints and seals.',
    });
    return 'forbidden';
  }
  if (kind === 'high-speed')
    notices.push({
      level: 'info',
      text: 'High-speed gears: a turbine oil or another rust- and oxidation-inhibited oil first; EP only where their maker wants it.',
    });
  if (wheelMaterial === 'polymer') return 'allowed';
  if (!shock) return 'allowed';
  notices.push({
    level: 'info',
    text: `${kind === 'worm' ? 'Steel worm gears' : 'Steel gears'} under shock: an oil with extreme-pressure additives.`,
  });
  return 'required';
}

function compoundedNotices({ sumpTemperatureC }: Input, numbers: (string | undefined)[], notices: Notice[]) {
  if (
    numbers.some((number) => number?.endsWith('C')) &&
    sumpTemperatureC !== undefined &&
    sumpTemperatureC > compoundedUpperC
  )
    notices.push({
      level: 'caution',
      text: `A compounded oil loses its fat above ${compoundedUpperC} °C; the sump has ${shown(sumpTemperatureC)} °C. A synthetic suits better.`,
    });
}

/** How thick the proposed grade is at the coldest start and how thin when hot, along the line of the product. */
function checks(
  { ambientMinC, sumpTemperatureC, supply = 'splash', pourPointC }: Input,
  isoVg: number,
  { line, words }: { line: WaltherLine | undefined; words: string },
  working: WorkingStep[],
  notices: Notice[],
) {
  if (line === undefined) {
    notices.push({
      level: 'caution',
      text: `There is no VG ${isoVg} oil of ${words}; cold start and hot film are not checked.`,
    });
    return {};
  }
  const startKv = kvAt(line, ambientMinC);
  const nearPour = pourPointC !== undefined && ambientMinC < pourPointC + pourMarginK;
  const start = startKv <= highestKv ? { kv: startKv, ok: startKv <= startLimits[supply] && !nearPour } : undefined;
  if (start)
    working.push({
      label: `VG ${isoVg} (${words}) at ${shown(ambientMinC)} °C`,
      expression: `at most ${startLimits[supply]} for ${supply}`,
      value: startKv,
      unit: 'mm²/s',
    });
  if (!start?.ok)
    notices.push({
      level: 'caution',
      text: nearPour
        ? `${shown(ambientMinC)} °C is within ${pourMarginK} K of the pour point: it will not flow to the gears. Warm the oil before the start.`
        : `At ${shown(ambientMinC)} °C it has ${start ? `${shown(startKv)} mm²/s` : 'no flow to speak of'}, too thick for ${supply} (${startLimits[supply]} at most): warm the oil before the start, or take a higher viscosity index.`,
    });
  const hotKv = sumpTemperatureC === undefined ? undefined : kvAt(line, sumpTemperatureC);
  if (hotKv !== undefined)
    working.push({
      label: `VG ${isoVg} at ${shown(sumpTemperatureC!)} °C`,
      expression: `at least ${thinnestHot}`,
      value: hotKv,
      unit: 'mm²/s',
    });
  if (hotKv !== undefined && hotKv < thinnestHot)
    notices.push({
      level: 'caution',
      text: `At ${shown(sumpTemperatureC!)} °C only ${shown(hotKv)} mm²/s are left, less than ${thinnestHot}: the film is lost. Cool the unit or take a thicker or higher-index oil.`,
    });
  return { ...(start && { start }), ...(hotKv !== undefined && { hot: { kv: hotKv, ok: hotKv >= thinnestHot } }) };
}
