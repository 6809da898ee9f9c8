import { z } from 'zod';
import { quantity } from '../fields/fields';
import { answer, defineMethod, shown } from '../method';
import { highestKv } from './walther';

/** Below this (mm²/s) `ln ln(ν + 0.7)` runs away to minus infinity, and no lubricating oil is that thin. */
const thinnestPart = 0.5;
const sumSlack = 0.001;

const blendOrdinate = (kv: number) => Math.log(Math.log(kv + 0.7));

/** Viscosity of a blend at the one temperature of its parts. Example: half VG 32, half VG 220 → 75.9 mm²/s. */
export const viscosityBlend = defineMethod({
  id: 'viscosity.blend',
  version: 1,
  title: 'Viscosity of a blend',
  summary: 'What a mixture of oils is as thick as, for example what is left in a sump and what is poured on top.',
  source: 'ASTM D7152 form: ln ln(ν + 0.7) averaged by volume share, all parts at one temperature',
  input: z
    .strictObject({
      parts: z
        .array(
          z.strictObject({
            kv: quantity('Viscosity', 'mm²/s', { min: thinnestPart, max: highestKv }),
            share: quantity('Volume share', '', { min: 0, max: 1 }),
          }),
        )
        .min(1)
        .max(20)
        .meta({ title: 'Parts' }),
    })
    .superRefine(({ parts }, context) => {
      const sum = parts.reduce((total, { share }) => total + share, 0);
      if (Math.abs(sum - 1) > sumSlack)
        context.addIssue({
          code: 'custom',
          path: ['parts'],
          message: `the volume shares add up to ${shown(sum)}; together they must make 1 (0.999 to 1.001).`,
        });
    }),
  output: z.object({ kv: quantity('Viscosity of the blend', 'mm²/s', { above: 0 }) }),
  rules: ['The volume shares add up to 1 ± 0.001.', 'All viscosities are at one temperature.'],
  compute({ parts }) {
    const sum = parts.reduce((total, { share }) => total + share, 0);
    const ordinate = parts.reduce((total, { kv, share }) => total + (share / sum) * blendOrdinate(kv), 0);
    const kv = Math.exp(Math.exp(ordinate)) - 0.7;
    return answer(
      { kv },
      [
        ...parts.map(({ kv: part, share }) => ({
          label: `Part of ${shown(part)} mm²/s`,
          expression: `${shown(share)}·ln ln(${shown(part)} + 0.7)`,
          value: (share / sum) * blendOrdinate(part),
          unit: '',
        })),
        { label: 'Sum', expression: 'of the parts', value: ordinate, unit: '' },
        { label: 'Viscosity of the blend', expression: `exp exp(${shown(ordinate)}) − 0.7`, value: kv, unit: 'mm²/s' },
      ],
      [
        {
          level: 'info',
          text: 'A blend of unlike oils can be thicker or thinner than this, and may not be a lubricant at all: ask first whether they may touch each other.',
        },
      ],
    );
  },
});
