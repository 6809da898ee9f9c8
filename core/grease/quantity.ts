import { z } from 'zod';
import { densityGCm3, intervalH, massG, outsideDiameterMm, quantity, widthMm } from '../fields/fields';
import { type Notice, answer, defineMethod, shown } from '../method';

/** Grams per mm² of D·B, fixed school: the dose for one relubrication whatever the interval. */
const fixedShare = { side: 0.005, centre: 0.002 } as const;

/** Grams per mm² of D·B, by-interval school: up to so many machine hours. */
const intervalShares = [
  { upToH: 168, share: 0.002, name: 'weekly' },
  { upToH: 730, share: 0.003, name: 'monthly' },
  { upToH: Infinity, share: 0.004, name: 'yearly' },
] as const;
const renewAboveH = 8760;

/** Grams of grease for one relubrication. Example: D 130, B 31, from the side → 20.15 g. */
export const greaseQuantity = defineMethod({
  id: 'grease.quantity',
  version: 1,
  title: 'Grease quantity for relubrication',
  summary: 'How many grams a rolling bearing gets each time, from its size.',
  source:
    'Common relubrication rules of the bearing literature: fixed school 0.005·D·B (side) and 0.002·D·B (centre groove); by-interval school x·D·B',
  input: z
    .strictObject({
      outsideDiameterMm,
      widthMm,
      school: z.enum(['fixed', 'by-interval']).meta({ title: 'School' }),
      intervalH: intervalH.optional(),
      feed: z.enum(['side', 'centre']).optional().meta({ title: 'Feed' }),
      densityGCm3,
    })
    .superRefine((value, context) => {
      if (value.school === 'by-interval' && value.intervalH === undefined)
        context.addIssue({
          code: 'custom',
          path: ['intervalH'],
          message: 'the by-interval school needs the interval in machine hours.',
        });
      if (value.school === 'by-interval' && value.feed !== undefined)
        context.addIssue({
          code: 'custom',
          path: ['feed'],
          message: 'belongs to the fixed school only; the by-interval school does not know it. Leave it out.',
        });
    }),
  output: z.object({ massG, volumeCm3: quantity('Grease volume', 'cm³', { above: 0 }) }),
  rules: ['The school by interval needs the interval.', 'feed belongs to school fixed only (side when not given).'],
  compute({ outsideDiameterMm, widthMm, school, intervalH, feed = 'side', densityGCm3 }) {
    const notices: Notice[] = [];
    let share: number;
    let label: string;
    if (school === 'fixed') {
      share = fixedShare[feed];
      label = feed === 'side' ? 'Fed from the side' : 'Fed through the centre groove';
    } else {
      const step = intervalShares.find(({ upToH }) => intervalH! <= upToH)!;
      share = step.share;
      label = `By interval, ${step.name}`;
      if (intervalH! > renewAboveH)
        notices.push({
          level: 'caution',
          text: `More than ${renewAboveH} machine hours between doses: renew the whole filling rather than add to it.`,
        });
    }
    const mass = share * outsideDiameterMm * widthMm;
    return answer(
      { massG: mass, volumeCm3: mass / densityGCm3 },
      [
        { label, expression: `${share}·${shown(outsideDiameterMm)}·${shown(widthMm)}`, value: mass, unit: 'g' },
        {
          label: 'Volume',
          expression: `${shown(mass)} / ${shown(densityGCm3)}`,
          value: mass / densityGCm3,
          unit: 'cm³',
        },
      ],
      notices,
    );
  },
});
