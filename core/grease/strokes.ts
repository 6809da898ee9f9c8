import { z } from 'zod';
import { massG, quantity } from '../fields/fields';
import { type Notice, answer, defineMethod, shown } from '../method';

/** One stroke larger than this multiple of the need is too coarse a measure. */
const coarseStroke = 1.5;

/** Whole strokes of a gun for an amount: never less than half a stroke too little. */
export const greaseStrokes = defineMethod({
  id: 'grease.strokes',
  version: 1,
  title: 'Strokes of a grease gun',
  summary: 'Grams turned into strokes of the gun in the hand; guns differ two to one.',
  source: 'Arithmetic; grams per stroke from the calibration of this gun',
  input: z.strictObject({ massG, gramsPerStroke: quantity('Grams per stroke', 'g', { above: 0, max: 1000 }) }),
  output: z.object({
    strokes: z.number().int().min(1).meta({ title: 'Strokes' }),
    deliveredG: quantity('Delivered', 'g', { above: 0 }),
    deviationPct: z.number().meta({ title: 'Deviation from the need', unit: '%' }),
  }),
  rules: [],
  compute({ massG, gramsPerStroke }) {
    const strokes = Math.max(1, Math.round(massG / gramsPerStroke));
    const deliveredG = strokes * gramsPerStroke;
    const deviationPct = (100 * (deliveredG - massG)) / massG;
    const notices: Notice[] =
      gramsPerStroke > coarseStroke * massG
        ? [
            {
              level: 'caution',
              text: `One stroke gives ${shown(gramsPerStroke)} g, more than 1.5 times the ${shown(massG)} g needed. Take a finer gun, or a longer interval with a larger dose.`,
            },
          ]
        : [];
    return answer(
      { strokes, deliveredG, deviationPct },
      [
        {
          label: 'Strokes, nearest whole, at least one',
          expression: `${shown(massG)} / ${shown(gramsPerStroke)} = ${shown(massG / gramsPerStroke)}`,
          value: strokes,
          unit: 'strokes',
        },
        { label: 'Delivered', expression: `${strokes}·${shown(gramsPerStroke)}`, value: deliveredG, unit: 'g' },
        {
          label: 'Deviation',
          expression: `100·(${shown(deliveredG)} − ${shown(massG)}) / ${shown(massG)}`,
          value: deviationPct,
          unit: '%',
        },
      ],
      notices,
    );
  },
});
