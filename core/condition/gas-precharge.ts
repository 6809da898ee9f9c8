import { z } from 'zod';
import { keysOf } from '../compat/vocabulary';
import { quantity } from '../fields/fields';
import { type Notice, answer, defineMethod, refuse, shown } from '../method';

const kelvin = 273.15;
/** Atmosphere in bar: gauges read from there. */
const atmosphere = 1.013;
/** A loss of so large a share within a day of charging is a leak. */
const leakShare = 0.05;
const leakHours = 24;
/** So far below what is wanted it is planned for, or acted on. */
const lowShare = { plan: 0.1, act: 0.2 };

/** What is done about a pre-charge. */
const actions = {
  'in-order': 'in order',
  'within-allowance': 'outside the band, within what is allowed: read again at the next visit',
  correct: 'correct it by the procedure',
  'call-authorised': 'leave it, and call those who may',
  'act-now': 'take it out of service by the site’s rules, and call those who may',
} as const;
type Action = keyof typeof actions;

const gauge = (title: string) => quantity(title, 'bar', { min: -1, max: 1000 });

/**
 * Gas pre-charge of an accumulator or a counterbalance, brought to one temperature. Example: 100 bar read at 40 °C are
 * 93.55 bar at 20 °C.
 */
export const gasPrecharge = defineMethod({
  id: 'gas.precharge',
  version: 1,
  title: 'Gas pre-charge',
  summary: 'A reading brought to the reference temperature, and what is done about it.',
  source:
    'Gas at constant volume: p·T⁻¹ constant with absolute pressure and temperature. Limits: convention of the trade (−10 % plan, −20 % act; 5 % within a day is a leak)',
  input: z
    .strictObject({
      readingBar: gauge('Reading'),
      temperatureC: quantity('Gas temperature', '°C', { min: -60, max: 150 }),
      minBar: gauge('At least'),
      maxBar: gauge('At most'),
      referenceTemperatureC: quantity('Reference temperature', '°C', { min: -60, max: 150 }).default(20),
      allowanceBelowBar: quantity('Allowed below', 'bar', { min: 0, max: 1000 }).default(0),
      allowanceAboveBar: quantity('Allowed above', 'bar', { min: 0, max: 1000 }).default(0),
      permitted: z.enum(['none', 'authorised', 'correct']).default('none').meta({ title: 'What may be done here' }),
      lastBar: gauge('Last reading, corrected').optional(),
      hoursSinceLast: quantity('Since then', 'h', { above: 0, max: 1e6 }).optional(),
    })
    .superRefine(({ minBar, maxBar, lastBar, hoursSinceLast }, context) => {
      const issue = (path: string, message: string) => context.addIssue({ code: 'custom', path: [path], message });
      if (minBar > maxBar) issue('minBar', 'is above the most.');
      if (lastBar === undefined && hoursSinceLast !== undefined) issue('lastBar', 'is needed with the hours since.');
      if (lastBar !== undefined && hoursSinceLast === undefined)
        issue('hoursSinceLast', 'is needed with the last reading.');
    }),
  output: z.object({
    correctedBar: gauge('At the reference temperature'),
    action: z.enum(keysOf(actions)).meta({ title: 'What to do' }),
    leakSuspected: z.boolean().meta({ title: 'Leak suspected' }),
  }),
  rules: [
    'Pressures are gauge pressures; the least is not over the most; the last reading and the hours since it go together.',
  ],
  compute({ readingBar, temperatureC, minBar, maxBar, referenceTemperatureC, ...given }) {
    if (readingBar <= -atmosphere) return refuse('A gauge cannot read less than a vacuum.', 'readingBar');
    const [t1, t2] = [temperatureC + kelvin, referenceTemperatureC + kelvin];
    const correctedBar = ((readingBar + atmosphere) * t2) / t1 - atmosphere;
    const { lastBar, hoursSinceLast } = given;
    const leakSuspected = isLeak(correctedBar, lastBar, hoursSinceLast);
    const action = actionOf(correctedBar, { minBar, maxBar, ...given }, leakSuspected);
    const notices: Notice[] = [
      ...(action === 'in-order' || action === 'within-allowance'
        ? []
        : [
            {
              level: action === 'act-now' ? ('stop' as const) : ('caution' as const),
              text: `${capital(actions[action])}. Nitrogen only, by trained people, the oil side at zero and locked.`,
            },
          ]),
      ...(leakSuspected
        ? [
            {
              level: 'caution' as const,
              text: `It has lost ${shown((1 - correctedBar / lastBar!) * 100)} % in ${shown(hoursSinceLast!)} h: look for the leak before it is charged again.`,
            },
          ]
        : []),
      { level: 'info', text: 'The gas is as warm as its surroundings only after some quarter of an hour.' },
    ];
    return answer(
      { correctedBar, action, leakSuspected },
      [
        {
          label: 'At the reference temperature',
          expression: `(${shown(readingBar)} + ${atmosphere})·${shown(t2)}/${shown(t1)} − ${atmosphere}`,
          value: correctedBar,
          unit: 'bar',
        },
        { label: 'Band', expression: `${shown(minBar)} … ${shown(maxBar)}`, value: actions[action], unit: '' },
      ],
      notices,
    );
  },
});

const capital = (words: string) => words[0]!.toUpperCase() + words.slice(1);

/** Whether so much was lost in so short a time that it leaks; longer spans by their loss a day. */
const isLeak = (now: number, last: number | undefined, hours: number | undefined): boolean =>
  last !== undefined &&
  hours !== undefined &&
  last > 0 &&
  (1 - now / last) / Math.max(1, hours / leakHours) >= leakShare;

function actionOf(
  bar: number,
  {
    minBar,
    maxBar,
    allowanceBelowBar,
    allowanceAboveBar,
    permitted,
  }: {
    minBar: number;
    maxBar: number;
    allowanceBelowBar: number;
    allowanceAboveBar: number;
    permitted: 'none' | 'authorised' | 'correct';
  },
  leaks: boolean,
): Action {
  const isIn = bar >= minBar && bar <= maxBar;
  if (isIn && !leaks) return 'in-order';
  if (bar < minBar * (1 - lowShare.act)) return 'act-now';
  const isAllowed = bar >= minBar - allowanceBelowBar && bar <= maxBar + allowanceAboveBar;
  if (isAllowed && !leaks) return 'within-allowance';
  return permitted === 'correct' && !leaks ? 'correct' : 'call-authorised';
}
