import { bearingRequiredViscosity } from '../bearing/required-viscosity';
import { bearingSelectGrade } from '../bearing/select-grade';
import type { Family } from '../compat/vocabulary';
import { gearSelectGrade } from '../gear/select-grade';
import { computeStored, shown } from '../method';
import { type PointKind, pointKinds } from '../register/point-kinds';
import { assumedIndex, lineByIndex } from '../viscosity/carry';
import { startLimits } from '../viscosity/start-limits';
import { isoGrades } from '../viscosity/iso-3448';
import { kvAt } from '../viscosity/walther';
import {
  type Ambient,
  type Asked,
  type Details,
  type Requirement,
  type Rule,
  type SchoolAnswer,
  fixedGrade,
  num,
  ownComputation,
} from './asked';
import { greasedPin, needleBed, pumpPowerEnd, rollingGuide, semiFluidGear } from './machine-elements';

export type { Ambient, Requirement, SchoolAnswer } from './asked';

/** Middle of the good range of a hydraulic pump's oil at running temperature, and its ends (mm²/s). Convention of the pump literature. */
const hydraulicKv = { thinnest: 13, best: 28, thickest: 54 };
/** Viscosity wanted in a plain bearing at running temperature (mm²/s) by surface speed (m/s). Convention, editable with experience. */
const plainBearingKv = [
  { below: 0.5, kv: 100 },
  { below: 1.5, kv: 60 },
  { below: 5, kv: 30 },
  { below: 10, kv: 20 },
  { below: Infinity, kv: 12 },
];
/** Spindle oil grade by speed (rpm). Convention of machine-tool manuals. */
const spindleGrades = [
  { below: 1500, isoVg: 32 },
  { below: 3600, isoVg: 22 },
  { below: 10_000, isoVg: 10 },
  { below: Infinity, isoVg: 5 },
];
/** Chain oil grade by chain temperature (°C). Convention of the chain literature. */
const chainGrades = [
  { below: 5, isoVg: 68 },
  { below: 25, isoVg: 100 },
  { below: 45, isoVg: 150 },
  { below: 65, isoVg: 220 },
  { below: Infinity, isoVg: 320 },
];

/** Base oil of a coupling grease at 40 °C (mm²/s), at least. Convention after AGMA CG-2 and CG-3. */
const couplingBaseKv40 = 320;
/** Thickest oil that the ring, wick or drops of a plain bearing still bring at the start (mm²/s). Mark: M C. */
const plainBearingStart = 2000;
/** Grade of a sliding-vane compressor by the warmest surroundings (°C). Convention: VG 68 to 150. */
const vaneGrades = [
  { upToC: 10, isoVg: 68 },
  { upToC: 30, isoVg: 100 },
  { upToC: Infinity, isoVg: 150 },
];

/**
 * What a point asks for, by its kind and fields: kinds of lubricant, grade or NLGI, limits, each school's answer.
 * @param ambient coldest and warmest surroundings the lubricant must stand
 */
export function requirementOf(kind: PointKind, details: Details, ambient: Ambient): Requirement {
  const runningC = num(details.temperatureC);
  const rule = rules[kind] ?? anything;
  const asked = rule(details, ambient);
  return {
    ep: 'allowed',
    wet: false,
    schools: [],
    notices: [],
    coldestC: ambient.minC,
    ...(runningC !== undefined && { runningC }),
    ...asked,
  };
}

const anything: Rule = () => ({
  families: [],
  typeWhy: 'Nothing is known of this kind of point: follow the manufacturer’s manual.',
});

const rules: Partial<Record<PointKind, Rule>> = {
  'gear-case': (details, ambient) =>
    gears(details, ambient, String(details.gearKind ?? 'parallel'), String(details.wheelMaterial ?? 'steel')),
  'machine-tool-gearbox': machineToolGearbox,
  'semi-fluid-gear': semiFluidGear,
  'worm-unit': (details, ambient) => gears(details, ambient, 'worm', String(details.wheelMaterial ?? 'bronze')),
  'rolling-bearing': rollingBearing,
  'insert-bearing': rollingBearing,
  'sleeve-bearing': plainBearing(['circulating', 'spindle', 'slideway']),
  'ring-oiler': plainBearing(['circulating', 'turbine']),
  'bottle-oiler': plainBearing(['circulating', 'turbine']),
  'drip-oiler': plainBearing(['circulating', 'slideway']),
  'circulating-outlet': plainBearing(['circulating', 'turbine', 'gear']),
  'seal-flush-pot': () => ({
    families: ['circulating', 'spindle', 'hydraulic'],
    typeWhy:
      'Barrier fluid of a seal: light clean oil, VG 5 to 32, poor in additives, that the pumped medium tolerates; the seal maker decides.',
  }),
  slideway: ({ lie }) =>
    fixedGrade(
      ['slideway'],
      'Slideways creep and judder on plain oil: slideway oil clings and damps.',
      lie === 'vertical' ? 220 : 68,
      lie === 'vertical' ? 'vertical ways: thick enough to stay' : 'horizontal ways',
      'Machine-tool practice: VG 68 on horizontal, VG 220 on vertical ways',
    ),
  screw: () =>
    fixedGrade(
      ['slideway', 'circulating', 'grease'],
      'Lead screws move slowly under load: slideway oil clings; grease where chips cannot stick to it.',
      68,
      'slow screw',
      'Machine-tool practice: VG 68',
    ),
  'ball-screw': rollingGuide('Ball screw'),
  'linear-guide': rollingGuide('Linear guide'),
  'greased-pin': greasedPin,
  'needle-bed': needleBed,
  'pump-power-end': pumpPowerEnd,
  rack: () => ({
    families: ['grease', 'open-gear', 'slideway'],
    typeWhy: 'Open teeth: a lubricant that clings.',
    nlgi: ['2', '1'],
  }),
  'open-gear': ({ dust }) => ({
    families: dust === 'dusty' ? ['dry-film', 'open-gear', 'grease'] : ['open-gear', 'grease'],
    typeWhy:
      dust === 'dusty'
        ? 'In abrasive dust a dry film beats anything sticky; both schools are allowed.'
        : 'Open gears: a tacky open-gear lubricant, or grease; both schools are allowed.',
    nlgi: ['1', '0', '2'],
  }),
  chain,
  coupling: () => ({
    families: ['grease'],
    typeWhy: 'Couplings fling grease apart: a coupling grease with a thick base oil and EP that bleeds little.',
    nlgi: ['1', '2'],
    ep: 'required',
    leastBaseKv40: couplingBaseKv40,
  }),
  spindle: (details) => {
    const speedRpm = num(details.speedRpm);
    const { isoVg } = spindleGrades.find(({ below }) => (speedRpm ?? 1500) < below)!;
    return fixedGrade(
      ['spindle', 'circulating', 'hydraulic'],
      'Spindles run fast and true: thin clean oil without detergent.',
      isoVg,
      speedRpm === undefined ? 'speed not said, a usual spindle' : `${shown(speedRpm)} rpm`,
      'Machine-tool practice: VG 32 below 1500 rpm, 22 below 3600, 10 below 10 000, then 5',
    );
  },
  'hydraulic-set': hydraulicSet,
  'central-lubricator-outlet': () => ({
    families: ['semi-fluid', 'grease', 'slideway', 'circulating'],
    typeWhy: 'The whole system and its pump decide: semi-fluid grease or oil, as the maker of the lubricator says.',
    nlgi: ['00', '000', '1', '2'],
  }),
  'pneumatic-lubricator': () =>
    fixedGrade(
      ['pneumatic', 'circulating', 'hydraulic'],
      'Oil mist in air lines: light oil without resin; engine oil gums valves.',
      32,
      'air line',
      'Pneumatics practice: VG 32',
    ),
  'grease-cup': greased(['2', '3'], 'Grease cups: as stiff as the cup can push.'),
  'single-point-lubricator': greased(['2', '1'], 'The device pushes soft grease that does not bleed.'),
  'valve-stem': greased(['2', '1'], 'Valve stems: a grease that clings and stands the medium.'),
  apron: () =>
    fixedGrade(
      ['slideway', 'circulating'],
      'The apron feeds the ways as well as its own gears: slideway oil.',
      68,
      'lathe apron',
      'Machine-tool practice: VG 68 slideway oil',
    ),
  'coolant-sump': () => ({
    families: ['coolant'],
    typeWhy: 'A coolant cools and rinses; it is no lubricant for anything else, and no lubricant belongs into it.',
  }),
  compressor,
};

/** Thin oil that frees clutches and reaches every bearing; solids and EP make clutches slip. */
function machineToolGearbox({ clutches }: Details): Asked {
  const slips = clutches !== 'no';
  return {
    ...fixedGrade(
      slips ? ['circulating', 'hydraulic', 'turbine'] : ['circulating', 'hydraulic', 'turbine', 'gear'],
      slips
        ? 'Gearbox with clutches: thin clean oil without EP, graphite or molybdenum, which make clutches slip.'
        : 'Headstock or feed gearbox: thin clean machine oil; EP is not asked for.',
      slips ? 32 : 46,
      slips ? 'clutches or brakes inside' : 'no clutches',
      'Machine-tool practice: VG 32 to 68 without EP and solids; 32 with clutches',
    ),
    ...(slips ? { ep: 'forbidden', epSlips: true } : { ep: 'allowed' }),
    startLimit: startLimits.splash,
  };
}

/** What extreme-pressure additives a gear asks for where no table reaches it. */
function epWithoutTable(kind: string, wheelMaterial: string, shock: boolean): Requirement['ep'] {
  if (kind === 'hypoid') return 'required';
  if (wheelMaterial === 'bronze') return 'forbidden';
  return shock ? 'required' : 'allowed';
}

/** Kinds of oil for a gear by what it asks of extreme-pressure additives, best first. */
const gearTypes: Readonly<Record<Requirement['ep'] | 'high-speed', Pick<Requirement, 'families' | 'typeWhy'>>> = {
  'high-speed': {
    families: ['turbine', 'circulating', 'gear', 'gear-ep'],
    typeWhy: 'High-speed gear: turbine oil or another rust- and oxidation-inhibited oil first.',
  },
  forbidden: {
    families: ['gear-compounded', 'gear', 'gear-ep'],
    typeWhy: 'Bronze wheel: compounded oil, polyglycol, or an EP oil declared safe for yellow metals.',
  },
  required: { families: ['gear-ep'], typeWhy: 'Steel under shock or hypoid: extreme-pressure gear oil.' },
  allowed: {
    families: ['gear-ep', 'gear', 'circulating', 'gear-compounded'],
    typeWhy: 'Gear oil, with EP or without.',
  },
};

function gears(details: Details, { minC, maxC }: Ambient, kind: string, wheelMaterial: string): Asked {
  const sumpTemperatureC = num(details.temperatureC);
  const supply = (details.supply as keyof typeof startLimits | undefined) ?? 'splash';
  const run = computeStored(gearSelectGrade, {
    kind,
    wheelMaterial,
    shock: details.shock === 'yes',
    supply,
    sumpTemperatureC,
    ambientMinC: minC,
    ambientMaxC: maxC,
    pitchLineVelocityMS: num(details.pitchLineVelocityMS),
    centreDistanceMm: num(details.centreDistanceMm),
    reductions: kind === 'parallel' ? num(details.reductions) : undefined,
    wormSpeedRpm: kind === 'worm' ? num(details.wormSpeedRpm) : undefined,
  });
  const ep = run.ok ? run.result.ep : epWithoutTable(kind, wheelMaterial, details.shock === 'yes');
  const { families, typeWhy } = gearTypes[kind === 'high-speed' && ep !== 'required' ? 'high-speed' : ep];
  const schools: SchoolAnswer[] = [];
  if (run.ok) {
    const { film, bySize, byVelocity } = run.result;
    if (byVelocity)
      schools.push({
        school: 'By pitch-line velocity',
        answer: `AGMA ${byVelocity.agma}, VG ${byVelocity.isoVg}${byVelocity.coldSeason ? `; in the cold season VG ${byVelocity.coldSeason.isoVg}` : ''}`,
        isoVg: byVelocity.isoVg,
        stored: run.stored,
      });
    if (bySize)
      schools.push({
        school: 'By size',
        answer: `AGMA ${bySize.agma.min}${bySize.agma.min === bySize.agma.max ? '' : `–${bySize.agma.max}`}, VG ${bySize.isoVg}${bySize.coldSeason ? `; in the cold season VG ${bySize.coldSeason.isoVg}` : ''}`,
        isoVg: bySize.isoVg,
        stored: run.stored,
      });
    if (film)
      schools.push({
        school: 'By film',
        answer: `${shown(film.nu40)} mm²/s at 40 °C, VG ${film.isoVg}`,
        isoVg: film.isoVg,
        stored: run.stored,
      });
    return {
      families,
      typeWhy,
      ep,
      isoVg: run.result.isoVg,
      isGearSump: true,
      ...(run.result.baseRequired && { baseRequired: run.result.baseRequired }),
      startLimit: startLimits[supply],
      schools,
      notices: run.stored.notices.filter(({ level }) => level !== 'stop'),
    };
  }
  return {
    families,
    typeWhy,
    ep,
    isGearSump: true,
    startLimit: startLimits[supply],
    schools: [{ school: 'By size or speed', answer: run.reason }],
    notices: [],
  };
}

function rollingBearing(details: Details, { minC }: Ambient): Asked {
  const sizes = {
    boreMm: num(details.boreMm),
    outsideDiameterMm: num(details.outsideDiameterMm),
    speedRpm: num(details.speedRpm),
  };
  const required = computeStored(bearingRequiredViscosity, sizes);
  const temperatureC = num(details.temperatureC);
  const oil = computeStored(bearingSelectGrade, { ...sizes, temperatureC, lowestStartC: minC });
  const schools: SchoolAnswer[] = [];
  const nu1 = required.ok ? required.result.nu1 : undefined;
  if (required.ok)
    schools.push({
      school: 'Grease: base oil by κ',
      answer: `at least ${shown(required.result.nu1)} mm²/s at ${temperatureC === undefined ? 'running temperature' : `${shown(temperatureC)} °C`} (κ 1), twice that is good`,
      stored: required.stored,
    });
  schools.push(
    oil.ok
      ? {
          school: 'Oil by κ 2',
          answer: `VG ${oil.result.isoVg}, κ ${shown(oil.result.kappa)}`,
          isoVg: oil.result.isoVg,
          stored: oil.stored,
        }
      : { school: 'Oil by κ 2', answer: oil.reason },
  );
  const wet = details.moisture === 'water' || details.moisture === 'condensation';
  if (details.lubricatedBy === 'oil')
    return {
      families: ['circulating', 'turbine', 'gear', 'hydraulic', 'spindle'],
      typeWhy: 'Oil-lubricated rolling bearing: clean oil without detergent.',
      wet,
      schools,
      ...(nu1 !== undefined && { nu1 }),
      ...(oil.ok && { isoVg: oil.result.isoVg }),
    };
  const stiff = details.position === 'vertical' || Number(details.vibrationMmS ?? 0) > 10;
  return {
    families: ['grease'],
    typeWhy: `Greased rolling bearing${wet ? ', wet: a water-resistant thickener' : ''}${stiff ? '; vertical or shaken: a stiffer grease stays in' : ''}.`,
    nlgi: stiff ? ['3', '2'] : ['2', '1', '3'],
    wet,
    schools,
    ...(nu1 !== undefined && { nu1 }),
  };
}

/**
 * The thinnest grade whose mid-point oil (VI 95) still has `kv` mm²/s at a temperature.
 * @example thinnestGradeFor(12, 70) // 46
 */
export function thinnestGradeFor(kv: number, temperatureC: number): number | undefined {
  return isoGrades.find(({ mid }) => {
    const at = gradeKvAt(mid, temperatureC);
    return at !== undefined && at >= kv * (1 - 1e-9);
  })?.isoVg;
}

function gradeKvAt(mid: number, temperatureC: number): number | undefined {
  const line = lineByIndex(mid, assumedIndex);
  return line && kvAt(line, temperatureC);
}

function plainBearing(families: Family[]): Rule {
  return (details) => {
    const [bore, speedRpm, temperatureC] = [num(details.boreMm), num(details.speedRpm), num(details.temperatureC)];
    const typeWhy = 'Plain bearing: circulating or machine oil without detergent; water and dirt must settle.';
    if (bore === undefined || speedRpm === undefined)
      return {
        families,
        typeWhy,
        startLimit: plainBearingStart,
        schools: [{ school: 'By surface speed', answer: 'Give bore and speed of the journal.' }],
      };
    const surface = (Math.PI * bore * speedRpm) / 60_000;
    const { kv } = plainBearingKv.find(({ below }) => surface < below)!;
    const at = temperatureC ?? 50;
    const isoVg = thinnestGradeFor(kv, at);
    const working = [
      {
        label: 'Surface speed',
        expression: `π·${shown(bore)}·${shown(speedRpm)} / 60 000`,
        value: surface,
        unit: 'm/s',
      },
      { label: 'Viscosity wanted when running', expression: 'table by surface speed', value: kv, unit: 'mm²/s' },
      {
        label: `Thinnest grade that has it at ${shown(at)} °C`,
        expression: temperatureC === undefined ? '50 °C assumed' : 'running temperature',
        value: isoVg ?? 'none',
        unit: 'ISO VG',
      },
    ];
    return {
      families,
      typeWhy,
      startLimit: plainBearingStart,
      ...(isoVg !== undefined && { isoVg }),
      schools: [
        {
          school: 'By surface speed',
          answer: isoVg === undefined ? 'No grade is thick enough.' : `VG ${isoVg}`,
          ...(isoVg !== undefined && { isoVg }),
          stored: ownComputation(
            'Viscosity by surface speed, convention of the plain-bearing literature: 100, 60, 30, 20, 12 mm²/s below 0.5, 1.5, 5, 10 m/s and above',
            { boreMm: bore, speedRpm, temperatureC: at },
            working,
            { isoVg },
          ),
        },
      ],
    };
  };
}

function greased(nlgi: string[], typeWhy: string): Rule {
  return () => ({ families: ['grease'], typeWhy, nlgi });
}

function chain(details: Details, { maxC }: Ambient): Asked {
  const temperatureC = num(details.temperatureC) ?? maxC;
  if (details.dust === 'dusty')
    return {
      families: ['dry-film', 'chain'],
      typeWhy: 'In abrasive dust a dry film may beat oil: nothing for the dust to stick to. Both schools are allowed.',
    };
  if (temperatureC > 120)
    return {
      families: ['chain', 'dry-film'],
      typeWhy: 'A hot chain: synthetic chain oil that leaves no carbon, or a dry film.',
      schools: [
        {
          school: 'By chain temperature',
          answer: `${shown(temperatureC)} °C: beyond mineral oils; go by the upper limit of the product`,
        },
      ],
    };
  const { isoVg } = chainGrades.find(({ below }) => temperatureC < below)!;
  return fixedGrade(
    ['chain', 'slideway', 'gear'],
    'Chains want oil that creeps into the pins and then clings.',
    isoVg,
    `at ${shown(temperatureC)} °C`,
    'Chain practice: VG 68 below 5 °C, 100 below 25, 150 below 45, 220 below 65, then 320',
  );
}

function hydraulicSet(details: Details): Asked {
  const at = num(details.temperatureC) ?? 50;
  const reached = isoGrades.flatMap(({ isoVg, mid }) => {
    const kv = gradeKvAt(mid, at);
    return kv === undefined || kv < hydraulicKv.thinnest || kv > hydraulicKv.thickest ? [] : [{ isoVg, kv }];
  });
  const best = reached.sort(
    (a, b) => Math.abs(Math.log(a.kv / hydraulicKv.best)) - Math.abs(Math.log(b.kv / hydraulicKv.best)),
  )[0];
  const families: Family[] = ['hydraulic'];
  const typeWhy = 'Hydraulic oil with anti-wear additives; never engine oil, never with water held in suspension.';
  if (!best)
    return {
      families,
      typeWhy,
      startLimit: startLimits.hydraulic,
      schools: [
        {
          school: 'By running viscosity',
          answer: `No grade lies between ${hydraulicKv.thinnest} and ${hydraulicKv.thickest} mm²/s at ${shown(at)} °C.`,
        },
      ],
    };
  return {
    families,
    typeWhy,
    startLimit: startLimits.hydraulic,
    isoVg: best.isoVg,
    schools: [
      {
        school: 'By running viscosity',
        answer: `VG ${best.isoVg}: ${shown(best.kv)} mm²/s at ${shown(at)} °C`,
        isoVg: best.isoVg,
        stored: ownComputation(
          `Pump literature, convention: ${hydraulicKv.thinnest} to ${hydraulicKv.thickest} mm²/s when running, best near ${hydraulicKv.best}`,
          { temperatureC: at },
          [
            {
              label: `VG ${best.isoVg} at ${shown(at)} °C`,
              expression: `nearest to ${hydraulicKv.best} mm²/s, VI ${assumedIndex}`,
              value: best.kv,
              unit: 'mm²/s',
            },
          ],
          { isoVg: best.isoVg },
        ),
      },
    ],
  };
}

function compressor(details: Details, { maxC }: Ambient): Asked {
  const piston = details.compressorKind === 'piston';
  const discharge = num(details.dischargeC);
  const vane = details.compressorKind === 'vane';
  const screwVg = maxC > 30 ? 68 : 46;
  const rotaryVg = vane ? vaneGrades.find(({ upToC }) => maxC <= upToC)!.isoVg : screwVg;
  const isoVg = piston ? ((discharge ?? 0) > 160 ? 150 : 100) : rotaryVg;
  return fixedGrade(
    ['compressor'],
    piston
      ? 'Piston compressor: oil that leaves no carbon at the valves.'
      : 'Screw or vane compressor: compressor oil; carry-over comes with a wrong one.',
    isoVg,
    piston
      ? `piston${discharge === undefined ? '' : `, discharge ${shown(discharge)} °C`}`
      : `${vane ? 'sliding vane' : 'screw'}, up to ${shown(maxC)} °C around it`,
    'Compressor practice: screw VG 46, 68 in hot rooms; sliding vane VG 68 to 150 by the room; piston VG 100, 150 above 160 °C discharge',
  );
}

/**
 * Kinds whose lubricant is counted in grams or cartridges as a rule.
 * @example takesGrease('rolling-bearing') // true
 */
export const takesGrease = (kind: PointKind): boolean => ['grams', 'pieces'].includes(pointKinds[kind].amountKind);
