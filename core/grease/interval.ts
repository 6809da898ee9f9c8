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

/** Below this interval (h), or in water or severe abrasive dirt, frequent small doses or purging fit better. */
const shortH = 168;

const factor = (title: string) => quantity(title, '', { above: 0, max: 10 });

/** Machine hours between regreasings of a rolling bearing. Example: ball, d 60, 1500 rpm, all else 1 → 9649 h. */
export const greaseInterval = defineMethod({
  id: 'grease.interval',
  version: 1,
  title: 'Regreasing interval of a rolling bearing',
  summary: 'How many machine hours a bearing runs between doses of grease.',
  source:
    'Regreasing formula common in the maintenance literature: t = K·(14·10⁶/(n·√d) − 4d), K the product of six factors',
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
    capH: quantity('Calendar life of the grease', 'h', { above: 0, max: 262_800 }).default(17_520),
    greaseUpperC: quantity('Upper limit of the grease', '°C', { min: -20, max: 400 }).optional(),
  }),
  output: z.object({
    intervalH,
    uncappedH: quantity('Before the cap', 'h', { above: 0 }),
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
  rules: ['The bracket 14·10⁶/(n·√d) − 4d is above zero.', 'temperatureC is not above greaseUpperC.'],
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
    const interval = Math.min(uncappedH, capH);
    const notices: Notice[] = [];
    if (uncappedH > capH)
      notices.push({
        level: 'caution',
        text: `The formula gives ${shown(uncappedH)} h, longer than the grease lives in the tin and in the bearing: ${shown(capH)} h is its calendar life.`,
      });
    if (uncappedH < shortH || moisture === 'water' || contamination === 'severe-abrasive')
      notices.push({
        level: 'caution',
        text: 'Very short, wet or dirty: frequent small doses, an automatic lubricator or purging to relief fit better than this formula.',
      });
    if (speedRpm < 20)
      notices.push({
        level: 'caution',
        text: 'Very slow shaft: the film does not come from speed. Short intervals or purging fit better.',
      });
    return answer(
      { intervalH: interval, uncappedH, factors },
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
        { label: 'Interval before the cap', expression: `${shown(k)}·${shown(bracket)}`, value: uncappedH, unit: 'h' },
        {
          label: 'Interval, capped at the grease’s calendar life',
          expression: `min(${shown(uncappedH)}, ${shown(capH)})`,
          value: interval,
          unit: 'h',
        },
      ],
      notices,
    );
  },
});
