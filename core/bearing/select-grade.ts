import { z } from 'zod';
import {
  boreMm,
  diameterRule,
  oilTemperatureC,
  outsideDiameterMm,
  quantity,
  speedRpm,
  viscosityIndexField,
  widthMm,
} from '../fields/fields';
import { type Notice, answer, defineMethod, refuse, shown } from '../method';
import { extrapolationNotice } from '../viscosity/at-temperature';
import { lineByIndex } from '../viscosity/carry';
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
  version: 1,
  title: 'Oil grade for a rolling bearing',
  summary: 'The thinnest ISO VG grade that carries the bearing at its temperature.',
  source: 'ISO 281:2007, 9.3.3.3 (ν1, κ); ISO 3448:1992; ASTM D341-20; ASTM D2270-10(2016)',
  input: z
    .strictObject({
      boreMm,
      outsideDiameterMm,
      /** Not in the formula; taken so that the three boundary dimensions can be passed on as they are. */
      widthMm: widthMm.optional(),
      speedRpm,
      temperatureC: oilTemperatureC,
      viscosityIndex: viscosityIndexField.default(95),
      targetKappa: quantity('Wanted κ', '', { min: 0.1, max: 10 }).default(2),
      lowestStartC: quantity('Coldest start', '°C', { min: -60, max: 100 }).optional(),
    })
    .superRefine(diameterRule.check),
  output: candidate.extend({ alternatives: z.array(candidate).meta({ title: 'One grade thinner and one thicker' }) }),
  rules: [diameterRule.text],
  compute({ boreMm, outsideDiameterMm, speedRpm, temperatureC, viscosityIndex, targetKappa, lowestStartC }) {
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
    const index = candidates.findIndex(({ kappa }) => kappa >= targetKappa);
    const chosen = candidates[index];
    if (!chosen) {
      const reason =
        candidates.length === 0
          ? `No ISO grade with a viscosity index of ${shown(viscosityIndex)} can be followed to ${shown(temperatureC)} °C.`
          : `Even the thickest ISO grade reaches only κ ${shown(candidates.at(-1)!.kappa)} at ${shown(temperatureC)} °C. Lower the temperature or the wanted κ, or look at grease or circulation.`;
      return refuse(reason, 'temperatureC', 'targetKappa');
    }
    const notices: Notice[] = [...extrapolationNotice(temperatureC)];
    if (lowestStartC !== undefined) notices.push(...extrapolationNotice(lowestStartC));
    if (lowestStartC !== undefined && chosen.kvAtStart === undefined)
      notices.push({
        level: 'caution',
        text: `At ${shown(lowestStartC)} °C VG ${chosen.isoVg} is thicker than any scale: warm it before the start or choose a higher viscosity index.`,
      });
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
        alternatives: [candidates[index - 1], candidates[index + 1]].filter((other) => other !== undefined),
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
