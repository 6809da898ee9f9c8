import { z } from 'zod';
import { boreMm, densityGCm3, diameterRule, outsideDiameterMm, quantity, share, widthMm } from '../fields/fields';
import { type Notice, type WorkingStep, answer, defineMethod, refuse, shown } from '../method';

const steelGCm3 = 7.8;

/** Share of the free volume to fill, by speed as a share of the limiting speed. A convention; plants may keep their own. */
const fillByShare = [
  { below: 0.2, fill: 0.9, name: 'slow' },
  { below: 0.8, fill: 0.4, name: 'medium' },
  { below: Infinity, fill: 0.25, name: 'fast' },
] as const;

/** Grease for a new or cleaned bearing. The free volume is overstated where the bearing's mass is not known. */
export const greaseInitialFill = defineMethod({
  id: 'grease.initial-fill',
  version: 1,
  title: 'First filling of a bearing with grease',
  summary: 'How much grease a clean bearing gets before its first start, by its free space and its speed.',
  source:
    'Free volume π/4·B·(D² − d²)·10⁻³ less the bearing’s own steel; fill shares 0.9 / 0.4 / 0.25 by speed, a convention of the maintenance literature',
  input: z
    .strictObject({
      boreMm,
      outsideDiameterMm,
      widthMm,
      bearingMassKg: quantity('Mass of the bearing', 'kg', { above: 0, max: 50_000 }).optional(),
      speedShare: quantity('Speed, as a share of the limiting speed', '', { min: 0, max: 2 }),
      densityGCm3,
    })
    .superRefine(diameterRule.check),
  output: z.object({
    freeVolumeCm3: quantity('Free volume', 'cm³', { above: 0 }),
    fillShare: share('Share to fill'),
    massG: quantity('Grease', 'g', { above: 0 }),
  }),
  rules: [diameterRule.text, 'The steel of the bearing’s mass fits into its boundary dimensions.'],
  compute({ boreMm, outsideDiameterMm, widthMm, bearingMassKg, speedShare, densityGCm3 }) {
    const gross = (Math.PI / 4) * widthMm * (outsideDiameterMm ** 2 - boreMm ** 2) * 1e-3;
    const steel = bearingMassKg === undefined ? 0 : (bearingMassKg * 1000) / steelGCm3;
    const freeVolumeCm3 = gross - steel;
    if (freeVolumeCm3 <= 0)
      return refuse(
        `${shown(bearingMassKg ?? 0)} kg of steel do not fit into these dimensions: they hold ${shown(gross)} cm³. Check the mass and the dimensions.`,
        'bearingMassKg',
      );
    const step = fillByShare.find(({ below }) => speedShare < below)!;
    const massG = freeVolumeCm3 * step.fill * densityGCm3;
    const notices: Notice[] = [];
    if (bearingMassKg === undefined)
      notices.push({
        level: 'caution',
        text: 'The bearing’s mass is not known, so its steel is counted as free space: the amount is too high, often by half. Weigh the bearing or look up its mass.',
      });
    if (speedShare > 1)
      notices.push({
        level: 'caution',
        text: 'Faster than its limiting speed: ask the bearing maker before it starts.',
      });
    const working: WorkingStep[] = [
      {
        label: 'Space within the boundary dimensions',
        expression: `π/4·${shown(widthMm)}·(${shown(outsideDiameterMm)}² − ${shown(boreMm)}²)·10⁻³`,
        value: gross,
        unit: 'cm³',
      },
      {
        label: 'Steel',
        expression: bearingMassKg === undefined ? 'mass not known' : `${shown(bearingMassKg)}·1000 / ${steelGCm3}`,
        value: steel,
        unit: 'cm³',
      },
      { label: 'Free volume', expression: `${shown(gross)} − ${shown(steel)}`, value: freeVolumeCm3, unit: 'cm³' },
      {
        label: 'Grease',
        expression: `${shown(freeVolumeCm3)}·${step.fill} (${step.name})·${shown(densityGCm3)}`,
        value: massG,
        unit: 'g',
      },
    ];
    return answer({ freeVolumeCm3, fillShare: step.fill, massG }, working, notices);
  },
});
