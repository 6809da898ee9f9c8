import { z } from 'zod';
import {
  bearingKind,
  boreMm,
  contamination,
  housingTemperatureC,
  intervalH,
  moisture,
  quantity,
  shaftPosition,
  speedRpm,
} from '../fields/fields';
import { type Notice, answer, defineMethod, refuse, shown } from '../method';
import { isSealPurge, surroundingsCap, surroundingsSource } from './surroundings';

/** Factors of the regreasing formula, as commonly tabled in the maintenance literature. */
const kindFactor = { ball: 10, cylindrical: 5, needle: 5, spherical: 1, tapered: 1, thrust: 1 } as const;
const contaminationFactor = {
  'light-non-abrasive': 1,
  'severe-non-abrasive': 0.7,
  'light-abrasive': 0.4,
  'severe-abrasive': 0.2,
} as const;
const moistureFactor = { dry: 1, humid: 0.7, condensation: 0.4, water: 0.1 } as const;
const positionFactor = { horizontal: 1, inclined: 0.5, vertical: 0.3 } as const;

/** Two rival temperature rules; only one applies. Steps by housing temperature, or halving per 15 K above 70 °C. */
function temperatureFactor(rule: 'steps' | 'halving', temperatureC: number): number {
  if (rule === 'halving') return temperatureC <= 70 ? 1 : 0.5 ** ((temperatureC - 70) / 15);
  if (temperatureC < 65) return 1;
  if (temperatureC < 80) return 0.5;
  return temperatureC < 93 ? 0.2 : 0.1;
}

function vibrationFactor(vibrationMmS: number): number {
  if (vibrationMmS < 5) return 1;
  return vibrationMmS <= 10 ? 0.6 : 0.3;
}

/** Under this interval (h) doses by hand cannot follow: continuous lubrication instead. */
const continuousBelowH = 8;

/** Below this interval (h), or in water or severe abrasive dirt, frequent small doses or purging fit better. */
const shortH = 168;

/** The steps rule is not used above this housing temperature (°C). */
const stepsUpToC = 120;

/** Planned distance to the upper limit of a grease (K), and the one within which its life is short. */
const plannedBelowUpperK = 40;
const nearUpperK = 30;

const factor = (title: string) => quantity(title, '', { above: 0, max: 10 });

/**
 * Machine hours, and calendar days besides, between regreasings of a rolling bearing. The formula speaks of wear by
 * speed; where the surroundings spoil the grease sooner, their caps decide, and `governs` says so.
 * Example: ball, d 60, 1500 rpm, all else 1 → 9649 h by the formula, 730 days at most.
 */
export const greaseInterval = defineMethod({
  id: 'grease.interval',
  version: 2,
  title: 'Regreasing interval of a rolling bearing',
  summary: 'How many machine hours a bearing runs between doses of grease.',
  source: `Regreasing formula common in the maintenance literature: t = K·(14·10⁶/(n·√d) − 4d), K the product of six factors; ${surroundingsSource}`,
  input: z.strictObject({
    kind: bearingKind,
    boreMm,
    speedRpm,
    temperatureC: housingTemperatureC,
    contamination,
    moisture,
    vibrationMmS: quantity('Vibration (peak)', 'mm/s', { min: 0, max: 200 }),
    position: shaftPosition,
    temperatureRule: z.enum(['steps', 'halving']).meta({ title: 'Temperature rule' }),
    capH: quantity('Longest interval', 'h', { above: 0, max: 262_800 }).default(17_520),
    greaseUpperC: quantity('Upper limit of the grease', '°C', { min: -20, max: 400 }).optional(),
  }),
  output: z.object({
    intervalH,
    uncappedH: quantity('Before the caps', 'h', { above: 0 }),
    capDays: quantity('At most, by the calendar', 'd', { above: 0 }),
    governs: z.enum(['formula', 'surroundings', 'calendar']).meta({ title: 'What decides the hours' }),
    factors: z
      .object({
        kind: factor('Bearing kind'),
        temperature: factor('Temperature'),
        contamination: factor('Contamination'),
        moisture: factor('Moisture'),
        vibration: factor('Vibration'),
        position: factor('Shaft position'),
      })
      .meta({ title: 'Factors' }),
  }),
  rules: [
    'The bracket 14·10⁶/(n·√d) − 4d is above zero.',
    'The housing is not hotter than the upper limit of the grease.',
    `The steps rule is for housings up to ${stepsUpToC} °C.`,
    `The interval comes to at least ${continuousBelowH} h.`,
  ],
  compute({
    kind,
    boreMm,
    speedRpm,
    temperatureC,
    contamination,
    moisture,
    vibrationMmS,
    position,
    temperatureRule,
    capH,
    greaseUpperC,
  }) {
    if (greaseUpperC !== undefined && temperatureC > greaseUpperC)
      return refuse(
        `The housing is at ${shown(temperatureC)} °C, above the grease’s upper limit of ${shown(greaseUpperC)} °C. Choose a grease for the heat, or find out why it is so hot.`,
        'temperatureC',
      );
    if (temperatureRule === 'steps' && temperatureC > stepsUpToC)
      return refuse(
        `The steps are not used above ${stepsUpToC} °C, and the housing is at ${shown(temperatureC)} °C. Take the halving rule, or ask the maker of the grease how long it lives there.`,
        'temperatureC',
        'temperatureRule',
      );
    const bracket = 14e6 / (speedRpm * Math.sqrt(boreMm)) - 4 * boreMm;
    if (bracket <= 0)
      return refuse(
        `With d ${shown(boreMm)} mm at ${shown(speedRpm)} rpm the bearing is faster or larger than the formula knows. Ask the bearing maker.`,
        'speedRpm',
        'boreMm',
      );
    const factors = {
      kind: kindFactor[kind],
      temperature: temperatureFactor(temperatureRule, temperatureC),
      contamination: contaminationFactor[contamination],
      moisture: moistureFactor[moisture],
      vibration: vibrationFactor(vibrationMmS),
      position: positionFactor[position],
    };
    const k = Object.values(factors).reduce((product, value) => product * value, 1);
    const uncappedH = k * bracket;
    const cap = surroundingsCap(contamination, moisture);
    const interval = Math.min(uncappedH, cap.hours, capH);
    if (interval < continuousBelowH)
      return refuse(
        `The interval comes to ${shown(interval)} h, shorter than ${continuousBelowH} h: doses by hand cannot follow. Lubricate continuously, by an automatic lubricator, oil-air or circulating oil, or take away what shortens it.`,
        ...shortening(factors),
      );
    const governs: 'formula' | 'surroundings' | 'calendar' =
      uncappedH <= Math.min(cap.hours, capH) ? 'formula' : cap.hours <= capH ? 'surroundings' : 'calendar';
    const notices: Notice[] = [];
    if (governs === 'surroundings')
      notices.push({
        level: 'caution',
        text: `The formula gives ${shown(uncappedH)} h, longer than grease stays good in these surroundings (${cap.words}): ${shown(cap.hours)} h or ${cap.days} days, whichever comes first.`,
      });
    if (governs === 'calendar')
      notices.push({
        level: 'caution',
        text: `The formula gives ${shown(uncappedH)} h, longer than the cap of ${shown(capH)} h.`,
      });
    if (isSealPurge({ boreMm, speedRpm, contamination, moisture }))
      notices.push({
        level: 'caution',
        text: `So slow in dirt or water the film and the formula do not decide: grease is there to keep the seal shut. Small amounts often, or purging until clean grease shows, within ${shown(cap.hours)} h or ${cap.days} days.`,
      });
    else if (uncappedH < shortH || moisture === 'water' || contamination === 'severe-abrasive')
      notices.push({
        level: 'caution',
        text: 'Very short, wet or dirty: frequent small doses, an automatic lubricator or purging to relief fit better than this formula.',
      });
    if (speedRpm < 20)
      notices.push({
        level: 'caution',
        text: 'Very slow shaft: the film does not come from speed. Short intervals or purging fit better.',
      });
    notices.push(...heatNotices(temperatureC, greaseUpperC));
    return answer(
      { intervalH: interval, uncappedH, capDays: cap.days, governs, factors },
      [
        {
          label: 'Bracket',
          expression: `14·10⁶/(${shown(speedRpm)}·√${shown(boreMm)}) − 4·${shown(boreMm)}`,
          value: bracket,
          unit: 'h',
        },
        {
          label: 'K: kind · temperature · contamination · moisture · vibration · position',
          expression: Object.values(factors).map(shown).join(' · '),
          value: k,
          unit: '',
        },
        { label: 'Interval before the caps', expression: `${shown(k)}·${shown(bracket)}`, value: uncappedH, unit: 'h' },
        {
          label: `Cap of the surroundings: ${cap.words}`,
          expression: `${shown(cap.hours)} h or ${cap.days} days`,
          value: cap.hours,
          unit: 'h',
        },
        {
          label: 'Interval, the shortest of formula, surroundings and cap',
          expression: `min(${shown(uncappedH)}, ${shown(cap.hours)}, ${shown(capH)})`,
          value: interval,
          unit: 'h',
        },
        {
          label: 'By the calendar at most',
          expression: `surroundings: ${cap.words}`,
          value: cap.days,
          unit: 'd',
        },
      ],
      notices,
    );
  },
});

/** The fields whose factors shorten an interval, the strongest first; the speed where none does. */
function shortening(factors: Readonly<Record<string, number>>): string[] {
  const fieldsOf: [field: string, factor: number | undefined][] = [
    ['temperatureC', factors.temperature],
    ['contamination', factors.contamination],
    ['moisture', factors.moisture],
    ['vibrationMmS', factors.vibration],
    ['position', factors.position],
  ];
  const fields = fieldsOf
    .filter((each): each is [string, number] => each[1] !== undefined && each[1] < 1)
    .sort(([, a], [, b]) => a - b)
    .map(([field]) => field);
  return fields.length > 0 ? fields : ['speedRpm', 'boreMm'];
}

/** What warmth does to the grease itself, beside what it does to the interval. */
function heatNotices(temperatureC: number, greaseUpperC: number | undefined): Notice[] {
  const notices: Notice[] = [];
  if (temperatureC > stepsUpToC)
    notices.push({
      level: 'caution',
      text: `Above ${stepsUpToC} °C the halving is extrapolated: ask the maker of the grease, and look at the grease early.`,
    });
  if (greaseUpperC === undefined) return notices;
  const left = greaseUpperC - temperatureC;
  const limit = `The grease’s upper limit of ${shown(greaseUpperC)} °C means some 100 h on a test rig, not service`;
  if (left < nearUpperK)
    notices.push({
      level: 'caution',
      text: `${limit}, and the housing is within ${nearUpperK} K of it: the grease ages fast. Take one for more heat or look at it often.`,
    });
  else if (left < plannedBelowUpperK)
    notices.push({
      level: 'info',
      text: `${limit}; a grease is planned for ${plannedBelowUpperK} K below it and is ${shown(left)} K below here.`,
    });
  return notices;
}
