import { z } from 'zod';
import { quantity } from '../fields/fields';
import { type Notice, type WorkingStep, answer, defineMethod, refuse, shown } from '../method';

/** Concentrations (%) and shares of the wanted one outside which something is wrong. Convention of the trade. */
const thin = { pct: 4, share: 0.6 };
const rich = { pct: 12, share: 1.3 };
/** A deficit over this share of the sump is not made good in one go. */
const wholeDeficitShare = 0.02;

/** What a reading itself says, before anything is added. */
function readingNotices(readingPct: number, actual: number, targetPct: number): Notice[] {
  if (readingPct === 0)
    return [
      {
        level: 'stop',
        text: 'A reading of 0: plain water, a split emulsion, or a refractometer that is not zeroed. Zero it with the plant’s water and read again; layers or a split mean clean out and fill anew, not correct.',
      },
    ];
  if (actual < thin.pct || actual < thin.share * targetPct)
    return [
      {
        level: 'caution',
        text: 'So thin a coolant lets germs and rust grow: look for the cause, not only the number.',
      },
    ];
  return actual > rich.pct || actual > rich.share * targetPct
    ? [{ level: 'caution', text: 'So rich a coolant harms the skin and foams: find out who added concentrate.' }]
    : [];
}

/** Whether what is added runs over, and how much to draw off first so that it does not. */
function overflowNotices({
  tankL,
  actual,
  targetPct,
  capacityL,
  addedL,
  isGiven = false,
}: {
  tankL: number;
  actual: number;
  targetPct: number;
  capacityL: number | undefined;
  addedL: number;
  /** The amount added is given; otherwise it follows from what stays. */
  isGiven?: boolean;
}): Notice[] {
  if (capacityL === undefined)
    return addedL > tankL
      ? [
          {
            level: 'caution',
            text: 'More than the sump holds now is to be added: draw some off first, or it runs over.',
          },
        ]
      : [];
  if (tankL + addedL <= capacityL) return [];
  // What stays is brought to the wanted concentration by what fills the sump up: with concentrate, or with water.
  const bySelf = actual < targetPct ? (100 - targetPct) / (100 - actual) : targetPct / actual;
  const stays = isGiven ? capacityL - addedL : capacityL * bySelf;
  return [
    {
      level: 'stop',
      text: `${shown(tankL + addedL)} L do not go into ${shown(capacityL)} L: it runs over. Draw ${shown(tankL - stays)} L off first, then reckon again with what is left.`,
    },
  ];
}

/**
 * What brings a coolant sump back to its concentration. Without `topUpL` only what is lacking is added: concentrate
 * into a thin sump, water into a rich one. With it, so many litres go in and their mix is found.
 * Example: 200 L at 4 %, target 6 % → 4.26 L of concentrate.
 */
export const coolantCorrect = defineMethod({
  id: 'coolant.correct',
  version: 2,
  title: 'Coolant correction',
  summary: 'Concentrate and water that bring a sump back to its percentage.',
  source: 'Mixing balance; refractometer reading × the fluid’s factor',
  input: z.strictObject({
    tankL: quantity('In the sump now', 'L', { above: 0, max: 1e6 }),
    readingPct: quantity('Refractometer reading', '%', { min: 0, max: 100 }),
    factor: quantity('Refractometer factor', '', { min: 0.1, max: 10 }).default(1),
    targetPct: quantity('Wanted', '%', { above: 0, max: 50 }),
    capacityL: quantity('The sump holds', 'L', { above: 0, max: 1e6 }).optional(),
    topUpL: quantity('To be topped up', 'L', { above: 0, max: 1e6 }).optional(),
  }),
  output: z.object({
    concentrateL: quantity('Concentrate', 'L', { min: 0 }),
    waterL: quantity('Water', 'L', { min: 0 }),
    topUpMixPct: quantity('Mix of the top-up', '%', { min: 0, max: 100 }).optional(),
  }),
  rules: [
    'The tank holds no more than its capacity.',
    'The reading times the factor is at most 100 %.',
    'The target can be reached by the amount to be topped up.',
  ],
  compute({ tankL, readingPct, factor, targetPct, capacityL, topUpL }) {
    const actual = readingPct * factor;
    if (actual > 100)
      return refuse(
        `${shown(readingPct)} × ${shown(factor)} is ${shown(actual)} %, more than pure concentrate. Check the reading and the factor.`,
        'readingPct',
        'factor',
      );
    if (capacityL !== undefined && tankL > capacityL)
      return refuse(
        `${shown(tankL)} L are more than the sump holds (${shown(capacityL)} L). Check both.`,
        'tankL',
        'capacityL',
      );
    const working: WorkingStep[] = [
      { label: 'Concentration now', expression: `${shown(readingPct)}·${shown(factor)}`, value: actual, unit: '%' },
    ];
    const notices: Notice[] = [
      {
        level: 'info',
        text: 'Stir concentrate into water, never water into concentrate; add it slowly while the pump runs, and read again after ten minutes.',
      },
      ...readingNotices(readingPct, actual, targetPct),
    ];
    if (topUpL === undefined) {
      const concentrateL = actual < targetPct ? (tankL * (targetPct - actual)) / (100 - targetPct) : 0;
      const waterL = actual > targetPct ? tankL * (actual / targetPct - 1) : 0;
      notices.push(...overflowNotices({ tankL, actual, targetPct, capacityL, addedL: concentrateL + waterL }));
      if (concentrateL > wholeDeficitShare * tankL)
        notices.push({
          level: 'caution',
          text: `${shown(concentrateL)} L of concentrate are more than ${100 * wholeDeficitShare} % of what is in there: not in one go. Stir half of it in as premix, read, then the rest.`,
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
    notices.push(...overflowNotices({ tankL, actual, targetPct, capacityL, addedL: topUpL, isGiven: true }));
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
