import { shown } from '../method';
import { startLimits } from '../viscosity/start-limits';
import { type Asked, type Details, type Rule, fixedGrade, num } from './asked';

/** What elements ask for that no table of gears or bearings reaches: by practice, each with its source. */

/** Above this the teeth throw a semi-fluid grease off and run dry in a tunnel of it (m/s). Convention. Mark: M C. */
const semiFluidUpTo = 4;

/** Oil of a pump's power end by the warmest surroundings (°C). Convention of the pump trade. Mark: M C. */
const powerEndGrades = [
  { upToC: 10, isoVg: 100 },
  { upToC: 30, isoVg: 150 },
  { upToC: Infinity, isoVg: 220 },
];

/** Base oil of the grease of a slow loaded pin at 40 °C (mm²/s), at least. Convention. Mark: M C. */
const pinBaseKv40 = 150;

/** Rolling elements that travel instead of turning: a metered film, nothing that builds up on their tracks. */
export const rollingGuide =
  (what: string): Rule =>
  ({ lubricatedBy, washed }) => {
    if (lubricatedBy === 'oil')
      return {
        ...fixedGrade(
          ['slideway', 'circulating'],
          `${what}, oiled: an oil that clings where it stands still and does not gum the balls.`,
          68,
          'rolling elements that travel',
          'Machine-tool practice: VG 32 to 100, 68 as a rule; the maker of the element decides',
        ),
        noSolids: true,
      };
    return {
      families: ['grease'],
      typeWhy: `${what}: rolling elements that travel. A metered bearing grease; no graphite or molybdenum, which build up on the tracks.`,
      nlgi: ['2', '1'],
      wet: washed === 'yes',
      noSolids: true,
    };
  };

/** As careful as where it is bronze, and said. */
const bushingNotKnown = {
  ep: 'forbidden' as const,
  notKnown: 'What the bushing is made of is not known: bronze is assumed. Look, or ask, before EP or solids go in.',
};
const isKnown = (bushing: Details[string] | undefined): boolean => bushing !== undefined && bushing !== 'unknown';

/** A pin or bushing that swings under load: grease that stays and carries, or oil. */
export const greasedPin: Rule = ({ bushing, lubricatedBy }) => {
  const bronze = bushing === 'bronze';
  if (lubricatedBy === 'oil')
    return {
      families: ['slideway', 'circulating', 'gear'],
      typeWhy: 'Pin that is oiled: a clinging oil, little and often.',
      ...(bronze && { ep: 'forbidden' as const }),
      ...(!isKnown(bushing) && bushingNotKnown),
    };
  return {
    families: ['grease'],
    typeWhy:
      bushing === 'polymer'
        ? 'Pin in a polymer bushing: most run dry; grease only where the maker asks for it, and without solids.'
        : 'Pin that swings under load: a film never builds, so that a thick base oil with EP or solids must carry.',
    nlgi: ['2', '1'],
    ...(bushing === 'polymer' ? { noSolids: true } : { leastBaseKv40: pinBaseKv40 }),
    // What cannot float on oil lives on additives; on a copper alloy they may not be active.
    ...(bronze ? { ep: 'forbidden' as const } : bushing === 'steel' && { ep: 'required' as const }),
    ...(!isKnown(bushing) && { ...bushingNotKnown, noSolids: true }),
  };
};

/** Needles of knitting and sewing machines: what washes out of the product again. */
export const needleBed: Rule = ({ speedRpm }) => {
  const fast = (num(speedRpm) ?? 0) > 1000;
  return {
    ...fixedGrade(
      ['needle'],
      'Needle bed: light needle oil that washes out of the product; nothing may drip on it.',
      fast ? 22 : 32,
      fast ? 'more than 1000 strokes a minute' : 'usual speed',
      'Practice of knitting and sewing: VG 22 for fast needles, else 32',
    ),
    startLimit: startLimits.splash,
  };
};

/** Crankcase, crosshead and bearings of a piston pump. */
export const pumpPowerEnd: Rule = ({ bushing, supply }, { maxC }) => {
  const { isoVg } = powerEndGrades.find(({ upToC }) => maxC <= upToC)!;
  const bronze = bushing !== 'steel';
  return {
    ...fixedGrade(
      bronze ? ['gear', 'circulating', 'gear-ep'] : ['gear-ep', 'gear', 'circulating'],
      bronze
        ? 'Power end with bronze in crosshead or small end: gear or machine oil without active sulphur.'
        : 'Power end of a pump: gear oil, with EP or without.',
      isoVg,
      `up to ${shown(maxC)} °C around it`,
      'Pump practice: VG 100 in the cold, 150, 220 above 30 °C; a written instruction goes before an old plate',
    ),
    ep: bronze ? 'forbidden' : 'allowed',
    ...(!isKnown(bushing) && bushingNotKnown),
    startLimit: startLimits[supply === 'pumped' ? 'pumped' : 'splash'],
  };
};

/** A slow gear that is filled with semi-fluid grease, as it could not hold oil. */
export function semiFluidGear(details: Details): Asked {
  const velocity = num(details.pitchLineVelocityMS);
  const bronze = details.wheelMaterial === 'bronze';
  return {
    families: ['semi-fluid', 'grease'],
    typeWhy: 'Slow gear without oil-tight seals: semi-fluid grease that runs back between the teeth, NLGI 00 or 000.',
    nlgi: ['00', '000', '0'],
    ep: bronze ? 'forbidden' : details.shock === 'yes' ? 'required' : 'allowed',
    notices:
      velocity !== undefined && velocity > semiFluidUpTo
        ? [
            {
              level: 'caution',
              text: `At ${shown(velocity)} m/s the teeth throw semi-fluid grease off (${semiFluidUpTo} m/s at most): such a gear wants oil.`,
            },
          ]
        : [],
  };
}
