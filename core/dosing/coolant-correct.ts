import { z } from 'zod';
import { quantity } from '../fields/fields';
import { type Notice, type WorkingStep, answer, defineMethod, refuse, shown } from '../method';

/**
 * What brings a coolant sump back to its concentration. Without `topUpL` only what is lacking is added: concentrate
 * into a thin sump, water into a rich one. With it, so many litres go in and their mix is found.
 * Example: 200 L at 4 %, target 6 % → 4.26 L of concentrate.
 */
export const coolantCorrect = defineMethod({
  id: 'coolant.correct',
  version: 1,
  title: 'Coolant correction',
  summary: 'Concentrate and water that bring a sump back to its percentage.',
  source: 'Mixing balance; refractometer reading × the fluid’s factor',
  input: z.strictObject({
    tankL: quantity('In the sump now', 'L', { above: 0, max: 1e6 }),
    readingPct: quantity('Refractometer reading', '%', { min: 0, max: 100 }),
    factor: quantity('Refractometer factor', '', { min: 0.1, max: 10 }).default(1),
    targetPct: quantity('Wanted', '%', { above: 0, max: 50 }),
    topUpL: quantity('To be topped up', 'L', { above: 0, max: 1e6 }).optional(),
  }),
  output: z.object({
    concentrateL: quantity('Concentrate', 'L', { min: 0 }),
    waterL: quantity('Water', 'L', { min: 0 }),
    topUpMixPct: quantity('Mix of the top-up', '%', { min: 0, max: 100 }).optional(),
  }),
  rules: ['readingPct × factor is at most 100 %.', 'The target can be reached by the amount to be topped up.'],
  compute({ tankL, readingPct, factor, targetPct, topUpL }) {
    const actual = readingPct * factor;
    if (actual > 100)
      return refuse(
        `${shown(readingPct)} × ${shown(factor)} is ${shown(actual)} %, more than pure concentrate. Check the reading and the factor.`,
        'readingPct',
        'factor',
      );
    const working: WorkingStep[] = [
      { label: 'Concentration now', expression: `${shown(readingPct)}·${shown(factor)}`, value: actual, unit: '%' },
    ];
    const notices: Notice[] = [
      {
        level: 'info',
        text: 'Stir concentrate into water, never water into concentrate; add it slowly while the pump runs, and read again after ten minutes.',
      },
    ];
    if (topUpL === undefined) {
      const concentrateL = actual < targetPct ? (tankL * (targetPct - actual)) / (100 - targetPct) : 0;
      const waterL = actual > targetPct ? tankL * (actual / targetPct - 1) : 0;
      if (waterL > tankL)
        notices.push({
          level: 'caution',
          text: 'More water than the sump holds now: draw some off first, or it runs over.',
        });
      working.push(
        {
          label: 'Concentrate',
          expression:
            actual < targetPct
              ? `${shown(tankL)}·(${shown(targetPct)} − ${shown(actual)}) / (100 − ${shown(targetPct)})`
              : 'none: it is not too thin',
          value: concentrateL,
          unit: 'L',
        },
        {
          label: 'Water',
          expression:
            actual > targetPct
              ? `${shown(tankL)}·(${shown(actual)} / ${shown(targetPct)} − 1)`
              : 'none: it is not too rich',
          value: waterL,
          unit: 'L',
        },
      );
      return answer({ concentrateL, waterL }, working, notices);
    }
    const concentrateL = (targetPct * (tankL + topUpL) - actual * tankL) / 100;
    if (concentrateL < -1e-12 || concentrateL > topUpL) {
      const reach = (mix: number) => (actual * tankL + mix * topUpL) / (tankL + topUpL);
      return refuse(
        `${shown(topUpL)} L on top of ${shown(tankL)} L at ${shown(actual)} % reach ${shown(reach(0))} % with plain water and ${shown(reach(100))} % with pure concentrate; ${shown(targetPct)} % is out of reach. Top up another amount, or draw some off first.`,
        'targetPct',
        'topUpL',
      );
    }
    const concentrate = Math.max(0, concentrateL);
    const mix = (100 * concentrate) / topUpL;
    working.push(
      {
        label: 'Concentrate',
        expression: `(${shown(targetPct)}·(${shown(tankL)} + ${shown(topUpL)}) − ${shown(actual)}·${shown(tankL)}) / 100`,
        value: concentrate,
        unit: 'L',
      },
      {
        label: 'Water',
        expression: `${shown(topUpL)} − ${shown(concentrate)}`,
        value: topUpL - concentrate,
        unit: 'L',
      },
      { label: 'Mix of the top-up', expression: `100·${shown(concentrate)} / ${shown(topUpL)}`, value: mix, unit: '%' },
    );
    return answer({ concentrateL: concentrate, waterL: topUpL - concentrate, topUpMixPct: mix }, working, notices);
  },
});
