import { z } from 'zod';
import { massG, quantity } from '../fields/fields';
import { type Notice, answer, defineMethod, refuse, shown } from '../method';

/** One stroke larger than this multiple of the need is too coarse a measure. */
const coarseStroke = 1.5;

/** Whole strokes that miss the need by more than this (%), either way, are said. */
const missPct = 25;

/** More strokes than this tire and are miscounted; more than the second number are no work for a hand gun. */
const manyStrokes = 30;
const tooManyStrokes = 60;

/** Minutes of greasing by hand: 2.5 s a stroke, and 2 min for the fitting and the wiping. */
export const minutesOfStrokes = (strokes: number): number => (strokes * 2.5) / 60 + 2;

export type StrokeRounding = 'nearest' | 'down';

/**
 * Whole strokes of a gun for an amount; nearest, at least one, or down where more would push a lip seal out.
 * @returns 0 only where rounded down and one stroke is already more than the need
 * @example strokesOf(20.15, 1.2) // 17
 */
export function strokesOf(massG: number, gramsPerStroke: number, rounding: StrokeRounding = 'nearest'): number {
  // A need that is whole strokes up to the noise of arithmetic is that many.
  if (rounding === 'down') return Math.floor(massG / gramsPerStroke + 1e-9);
  return Math.max(1, Math.round(massG / gramsPerStroke));
}

/** Whole strokes of a gun for an amount: never less than half a stroke too little, or never too much. */
export const greaseStrokes = defineMethod({
  id: 'grease.strokes',
  version: 2,
  title: 'Strokes of a grease gun',
  summary: 'Grams turned into strokes of the gun in the hand; guns differ two to one.',
  source:
    'Arithmetic; grams per stroke from the calibration of this gun; limits of hand work a convention of the trade',
  input: z.strictObject({
    massG,
    gramsPerStroke: quantity('Grams per stroke', 'g', { above: 0, max: 1000 }),
    rounding: z.enum(['nearest', 'down']).default('nearest').meta({ title: 'Whole strokes' }),
  }),
  output: z.object({
    strokes: z.number().int().min(1).meta({ title: 'Strokes' }),
    deliveredG: quantity('Delivered', 'g', { above: 0 }),
    deviationPct: z.number().meta({ title: 'Deviation from the need', unit: '%' }),
  }),
  rules: ['Rounded down, one stroke is not more than the dose.'],
  compute({ massG, gramsPerStroke, rounding }) {
    const strokes = strokesOf(massG, gramsPerStroke, rounding);
    if (strokes === 0)
      return refuse(
        `One stroke gives ${shown(gramsPerStroke)} g, more than the ${shown(massG)} g that may go in. Take a finer gun.`,
        'gramsPerStroke',
      );
    const deliveredG = strokes * gramsPerStroke;
    const deviationPct = (100 * (deliveredG - massG)) / massG;
    const notices: Notice[] = [];
    const caution = (text: string) => notices.push({ level: 'caution', text });
    if (gramsPerStroke > coarseStroke * massG)
      caution(
        `One stroke gives ${shown(gramsPerStroke)} g, more than 1.5 times the ${shown(massG)} g needed. Take a finer gun, or a longer interval with a larger dose.`,
      );
    else if (Math.abs(deviationPct) > missPct)
      caution(
        `Whole strokes give ${shown(Math.abs(deviationPct))} % too ${deviationPct > 0 ? 'much' : 'little'}: ${shown(deliveredG)} g for ${shown(massG)} g. A finer gun comes nearer.`,
      );
    if (strokes > tooManyStrokes)
      caution(
        `${strokes} strokes, some ${shown(minutesOfStrokes(strokes))} min, are no work for a hand gun: propose a bucket pump or an automatic lubricator.`,
      );
    else if (strokes > manyStrokes)
      caution(
        `${strokes} strokes, some ${shown(minutesOfStrokes(strokes))} min, tire and are miscounted: take a metering pump or a gun that counts.`,
      );
    return answer(
      { strokes, deliveredG, deviationPct },
      [
        {
          label: rounding === 'down' ? 'Strokes, rounded down' : 'Strokes, nearest whole, at least one',
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
