import { z } from 'zod';
import { massG, quantity } from '../fields/fields';
import { type Notice, answer, defineMethod, shown } from '../method';

/** Fewer strokes than this measure the scale's error rather than the gun's. */
const fewStrokes = 10;

/** Grams per stroke of one gun: so many strokes onto a scale. Example: 20 strokes, 24.1 g → 1.205 g. */
export const greaseGunCalibration = defineMethod({
  id: 'grease.gun-calibration',
  version: 1,
  title: 'Calibration of a grease gun',
  summary: 'What one stroke of this gun gives: pump some strokes onto a scale and divide.',
  source: 'Arithmetic; weighing on a scale that reads to a tenth of a gram',
  input: z.strictObject({ strokes: z.int().min(1).max(10_000).meta({ title: 'Strokes' }), massG }),
  output: z.object({ gramsPerStroke: quantity('Grams per stroke', 'g', { above: 0 }) }),
  rules: [],
  compute({ strokes, massG }) {
    const gramsPerStroke = massG / strokes;
    const notices: Notice[] = [];
    if (strokes < fewStrokes)
      notices.push({
        level: 'caution',
        text: `${strokes} strokes are few: pump at least ${fewStrokes}, so that air and the scale matter less.`,
      });
    if (gramsPerStroke < 0.2 || gramsPerStroke > 10)
      notices.push({
        level: 'caution',
        text: `${shown(gramsPerStroke)} g a stroke is unusual for a hand gun. Was the gun full and free of air, and the scale set to grams?`,
      });
    return answer(
      { gramsPerStroke },
      [{ label: 'Grams per stroke', expression: `${shown(massG)} / ${strokes}`, value: gramsPerStroke, unit: 'g' }],
      notices,
    );
  },
});
