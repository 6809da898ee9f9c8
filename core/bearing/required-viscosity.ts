import { z } from 'zod';
import { boreMm, diameterRule, outsideDiameterMm, quantity, speedRpm } from '../fields/fields';
import { answer, defineMethod, shown } from '../method';

/**
 * Mean diameter of a bearing in mm, (d + D)/2.
 * @example meanDiameterMm(60, 130) // 95
 */
export const meanDiameterMm = (boreMm: number, outsideDiameterMm: number) => (boreMm + outsideDiameterMm) / 2;

/**
 * Required viscosity ν1 in mm²/s at operating temperature, ISO 281:2007, 9.3.3.3.2, equations (31) and (32).
 * @example requiredViscosity(95, 1500) // 11.921
 */
export function requiredViscosity(meanDiameter: number, speedRpm: number): number {
  return speedRpm < 1000
    ? 45_000 * speedRpm ** -0.83 * meanDiameter ** -0.5
    : 4500 * speedRpm ** -0.5 * meanDiameter ** -0.5;
}

/** The viscosity a rolling bearing needs at its temperature. Example: dm 95 mm at 1500 rpm → 11.9 mm²/s. */
export const bearingRequiredViscosity = defineMethod({
  id: 'bearing.required-viscosity',
  version: 1,
  title: 'Required viscosity of a rolling bearing',
  summary: 'How thick the oil, or the base oil of a grease, must be at operating temperature.',
  source: 'ISO 281:2007, 9.3.3.3.2, reference viscosity ν1',
  input: z.strictObject({ boreMm, outsideDiameterMm, speedRpm }).superRefine(diameterRule.check),
  output: z.object({
    meanDiameterMm: quantity('Mean diameter dm', 'mm', { above: 0 }),
    nu1: quantity('Required viscosity ν1', 'mm²/s', { above: 0 }),
    speedFactor: quantity('Speed factor n·dm', 'mm/min', { above: 0 }),
  }),
  rules: [diameterRule.text],
  compute({ boreMm, outsideDiameterMm, speedRpm }) {
    const dm = meanDiameterMm(boreMm, outsideDiameterMm);
    const nu1 = requiredViscosity(dm, speedRpm);
    const speedFactor = speedRpm * dm;
    const formula =
      speedRpm < 1000
        ? `45000·${shown(speedRpm)}^−0.83·${shown(dm)}^−0.5`
        : `4500·${shown(speedRpm)}^−0.5·${shown(dm)}^−0.5`;
    return answer({ meanDiameterMm: dm, nu1, speedFactor }, [
      {
        label: 'Mean diameter dm',
        expression: `(${shown(boreMm)} + ${shown(outsideDiameterMm)}) / 2`,
        value: dm,
        unit: 'mm',
      },
      {
        label: `Required viscosity ν1 (${speedRpm < 1000 ? 'below' : 'from'} 1000 rpm)`,
        expression: formula,
        value: nu1,
        unit: 'mm²/s',
      },
      { label: 'Speed factor n·dm', expression: `${shown(speedRpm)}·${shown(dm)}`, value: speedFactor, unit: 'mm/min' },
    ]);
  },
});
