import { z } from 'zod';
import {
  boreMm,
  diameterRule,
  kinematicViscosity,
  oilTemperatureC,
  outsideDiameterMm,
  quantity,
  speedRpm,
  viscosityIndexField,
  widthMm,
} from '../fields/fields';
import { type Notice, answer, defineMethod, refuse, shown } from '../method';
import { extrapolationNotice } from '../viscosity/at-temperature';
import { highestIndex, lowestIndex, lowestKv100ForIndex, viscosityIndexOf } from '../viscosity/astm-d2270';
import { type Supply, startLimits, supplies } from '../viscosity/start-limits';
import { assumedIndex, lineByIndex } from '../viscosity/carry';
import { isoGrades } from '../viscosity/iso-3448';
import { highestKv, kvAt, lowestKv } from '../viscosity/walther';
import { meanDiameterMm, requiredViscosity } from './required-viscosity';

const candidate = z.object({
  isoVg: z.number().meta({ title: 'Grade', unit: 'ISO VG' }),
  kvAtTemperature: quantity('Viscosity at operating temperature', 'mm²/s', { above: 0 }),
  kappa: quantity('Viscosity ratio κ', '', { above: 0 }),
  kvAtStart: quantity('Viscosity at the coldest start', 'mm²/s', { above: 0 }).optional(),
});
type Candidate = z.infer<typeof candidate>;

/**
 * The thinnest ISO grade whose mid-point oil reaches a wanted κ at operating temperature, with its neighbours.
 * A higher temperature never selects a thinner grade.
 */
export const bearingSelectGrade = defineMethod({
  id: 'bearing.select-grade',
  version: 2,
  title: 'Oil grade for a rolling bearing',
  summary: 'The thinnest ISO VG grade that carries the bearing at its temperature.',
  source:
    'ISO 281:2007, 9.3.3.3 (ν1, κ); ISO 3448:1992; ASTM D341-20; ASTM D2270-10(2016); start limits by supply: convention',
  input: z
    .strictObject({
      boreMm,
      outsideDiameterMm,
      /** Not in the formula; taken so that the three boundary dimensions can be passed on as they are. */
      widthMm: widthMm.optional(),
      speedRpm,
      temperatureC: oilTemperatureC,
      viscosityIndex: viscosityIndexField.optional(),
      /** A product whose viscosity index is followed, in place of an index. */
      kv40: kinematicViscosity('A product at 40 °C').optional(),
      kv100: kinematicViscosity('The same product at 100 °C').optional(),
      targetKappa: quantity('Wanted κ', '', { min: 0.1, max: 10 }).default(2),
      lowestStartC: quantity('Coldest start', '°C', { min: -60, max: 100 }).optional(),
      supply: z.enum(supplies).optional().meta({ title: 'How the oil gets there' }),
    })
    .superRefine(diameterRule.check)
    .superRefine((value, context) => {
      const half = (value.kv40 === undefined) !== (value.kv100 === undefined);
      if (half)
        context.addIssue({
          code: 'custom',
          path: [value.kv40 === undefined ? 'kv40' : 'kv100'],
          message: 'a product is told by both of its viscosities, at 40 and at 100 °C.',
        });
      else if (value.kv40 !== undefined && value.viscosityIndex !== undefined)
        context.addIssue({
          code: 'custom',
          path: ['viscosityIndex'],
          message: 'follows from kv40 and kv100. Leave it out.',
        });
    }),
  output: candidate.extend({
    start: z
      .object({ kv: quantity('Viscosity', 'mm²/s', { above: 0 }), ok: z.boolean().meta({ title: 'In order' }) })
      .optional()
      .meta({ title: 'At the coldest start' }),
    alternatives: z.array(candidate).meta({ title: 'One grade thinner and one thicker' }),
  }),
  rules: [
    diameterRule.text,
    'Viscosities at 40 °C and at 100 °C are given together, the latter lower, and then no viscosity index.',
  ],
  compute({ boreMm, outsideDiameterMm, speedRpm, temperatureC, targetKappa, lowestStartC, supply = 'splash', ...oil }) {
    const index = indexOf(oil);
    if (!index.ok) return index;
    const { viscosityIndex } = index;
    const dm = meanDiameterMm(boreMm, outsideDiameterMm);
    const nu1 = requiredViscosity(dm, speedRpm);
    const candidates = isoGrades.flatMap(({ isoVg, mid }): Candidate[] => {
      const line = lineByIndex(mid, viscosityIndex);
      if (line === undefined) return [];
      const kvAtTemperature = kvAt(line, temperatureC);
      if (!(kvAtTemperature >= lowestKv && kvAtTemperature <= highestKv)) return [];
      const kvAtStart = lowestStartC === undefined ? undefined : kvAt(line, lowestStartC);
      return [
        {
          isoVg,
          kvAtTemperature,
          kappa: kvAtTemperature / nu1,
          ...(kvAtStart !== undefined && kvAtStart <= highestKv && { kvAtStart }),
        },
      ];
    });
    const place = candidates.findIndex(({ kappa }) => kappa >= targetKappa);
    const chosen = candidates[place];
    if (!chosen) {
      const reason =
        candidates.length === 0
          ? `No ISO grade with a viscosity index of ${shown(viscosityIndex)} can be followed to ${shown(temperatureC)} °C.`
          : `Even the thickest ISO grade reaches only κ ${shown(candidates.at(-1)!.kappa)} at ${shown(temperatureC)} °C. Lower the temperature or the wanted κ, or look at grease or circulation.`;
      return refuse(reason, 'temperatureC', 'targetKappa');
    }
    const notices: Notice[] = [...extrapolationNotice(temperatureC)];
    if (lowestStartC !== undefined) notices.push(...extrapolationNotice(lowestStartC));
    const start = lowestStartC === undefined ? undefined : coldStart(chosen, lowestStartC, supply, notices);
    if (chosen.kappa > 4)
      notices.push({
        level: 'info',
        text: 'κ above 4: no further gain; this is the thinnest grade the search could follow.',
      });
    if (targetKappa < 1)
      notices.push({
        level: 'caution',
        text: 'A wanted κ below 1 counts on anti-wear or EP additives to protect the bearing.',
      });
    return answer(
      {
        ...chosen,
        ...(start && { start }),
        alternatives: [candidates[place - 1], candidates[place + 1]].filter((other) => other !== undefined),
      },
      [
        {
          label: 'Mean diameter dm',
          expression: `(${shown(boreMm)} + ${shown(outsideDiameterMm)}) / 2`,
          value: dm,
          unit: 'mm',
        },
        {
          label: 'Required viscosity ν1',
          expression:
            speedRpm < 1000
              ? `45000·${shown(speedRpm)}^−0.83·${shown(dm)}^−0.5`
              : `4500·${shown(speedRpm)}^−0.5·${shown(dm)}^−0.5`,
          value: nu1,
          unit: 'mm²/s',
        },
        {
          label: 'Wanted viscosity',
          expression: `${shown(targetKappa)}·${shown(nu1)}`,
          value: targetKappa * nu1,
          unit: 'mm²/s',
        },
        {
          label: `VG ${chosen.isoVg} (VI ${shown(viscosityIndex)}) at ${shown(temperatureC)} °C`,
          expression: 'mid-point oil along its Walther line',
          value: chosen.kvAtTemperature,
          unit: 'mm²/s',
        },
        ...(start
          ? [
              {
                label: `The same at ${shown(lowestStartC!)} °C`,
                expression: `at most ${startLimits[supply]} for ${supply}`,
                value: start.kv,
                unit: 'mm²/s',
              },
            ]
          : []),
        {
          label: 'Its κ',
          expression: `${shown(chosen.kvAtTemperature)} / ${shown(nu1)}`,
          value: chosen.kappa,
          unit: '',
        },
      ],
      notices,
    );
  },
});

/** The viscosity index that grades are followed with: said, of a product, or a usual one. */
function indexOf({
  viscosityIndex,
  kv40,
  kv100,
}: {
  viscosityIndex?: number | undefined;
  kv40?: number | undefined;
  kv100?: number | undefined;
}): { ok: true; viscosityIndex: number } | ReturnType<typeof refuse> {
  if (kv40 === undefined || kv100 === undefined) return { ok: true, viscosityIndex: viscosityIndex ?? assumedIndex };
  if (kv100 >= kv40)
    return refuse('The viscosity at 100 °C must be lower than the one at 40 °C. Were the two swapped?', 'kv100');
  const own = kv100 < lowestKv100ForIndex ? undefined : viscosityIndexOf(kv40, kv100);
  return own !== undefined && own >= lowestIndex && own <= highestIndex
    ? { ok: true, viscosityIndex: own }
    : refuse(
        'These two viscosities have no viscosity index: it is defined from 2 mm²/s at 100 °C on, and no oil is so steep. Check both.',
        'kv100',
        'kv40',
      );
}

/** Whether the supply still moves the oil at the coldest start; said where it does not. */
function coldStart(
  { isoVg, kvAtStart }: Candidate,
  lowestStartC: number,
  supply: Supply,
  notices: Notice[],
): { kv: number; ok: boolean } | undefined {
  const ok = kvAtStart !== undefined && kvAtStart <= startLimits[supply];
  if (!ok)
    notices.push({
      level: 'caution',
      text: `At ${shown(lowestStartC)} °C VG ${isoVg} ${kvAtStart === undefined ? 'is thicker than any scale' : `has ${shown(kvAtStart)} mm²/s`}, too thick for ${supply} (${startLimits[supply]} at most): warm it before the start, or take a higher viscosity index.`,
    });
  return kvAtStart === undefined ? undefined : { kv: kvAtStart, ok };
}
