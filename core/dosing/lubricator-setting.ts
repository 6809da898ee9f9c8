import { z } from 'zod';
import { densityGCm3, intervalH, quantity } from '../fields/fields';
import { type Notice, answer, defineMethod, refuse, shown } from '../method';

/** Grease that lies longer than this in a small cartridge bleeds and ages (days). */
const longestDays = 365;

/**
 * Setting of a single-point lubricator that empties in a chosen number of days. The longest setting that still gives
 * what the bearing needs wins. Example: 20 g every 1000 h at 16 h a day, 120 cm³ → 0.32 g a day.
 */
export const lubricatorSetting = defineMethod({
  id: 'lubricator.setting',
  version: 1,
  title: 'Setting of a single-point lubricator',
  summary: 'Which setting gives enough, what it gives a day, and when the device is empty.',
  source: 'Arithmetic: grams needed a day against capacity·density ÷ days to empty',
  input: z.strictObject({
    requiredG: quantity('Needed each time', 'g', { above: 0, max: 1e5 }),
    intervalH,
    hoursPerDay: quantity('Runs a day', 'h', { above: 0, max: 24 }),
    capacityCm3: quantity('Device holds', 'cm³', { above: 0, max: 20_000 }),
    settingsDays: z
      .array(quantity('Empties in', 'd', { min: 1, max: 3650 }))
      .min(1)
      .max(40)
      .meta({ title: 'Settings, days to empty' }),
    densityGCm3,
  }),
  output: z.object({
    days: quantity('Setting', 'd', { above: 0 }),
    gramsPerDay: quantity('Gives', 'g/d', { above: 0 }),
    emptyAfterDays: quantity('Empty after', 'd', { above: 0 }),
  }),
  rules: ['At least one setting gives as much as is needed.'],
  compute({ requiredG, intervalH, hoursPerDay, capacityCm3, settingsDays, densityGCm3 }) {
    const needed = (requiredG / intervalH) * hoursPerDay;
    const content = capacityCm3 * densityGCm3;
    const enough = settingsDays.filter((days) => content / days >= needed * (1 - 1e-12)).sort((a, b) => b - a);
    const days = enough[0];
    if (days === undefined) {
      const shortest = Math.min(...settingsDays);
      return refuse(
        `Even emptied in ${shown(shortest)} days the device gives ${shown(content / shortest)} g a day; ${shown(needed)} g are needed. Take a larger device, two of them, or grease by hand.`,
        'settingsDays',
        'capacityCm3',
      );
    }
    const gramsPerDay = content / days;
    const notices: Notice[] = [];
    if (days > longestDays)
      notices.push({
        level: 'caution',
        text: `Grease that lies ${shown(days)} days in the device bleeds and ages: change it after a year at the latest.`,
      });
    if (gramsPerDay > 2 * needed)
      notices.push({
        level: 'caution',
        text: `This setting gives ${shown(gramsPerDay / needed)} times what is needed. Look for a slower setting or a smaller device; lip seals and fast bearings do not forgive it.`,
      });
    return answer(
      { days, gramsPerDay, emptyAfterDays: days },
      [
        {
          label: 'Needed a day',
          expression: `${shown(requiredG)} / ${shown(intervalH)}·${shown(hoursPerDay)}`,
          value: needed,
          unit: 'g/d',
        },
        {
          label: 'The device holds',
          expression: `${shown(capacityCm3)}·${shown(densityGCm3)}`,
          value: content,
          unit: 'g',
        },
        {
          label: `Gives a day, emptied in ${shown(days)} days`,
          expression: `${shown(content)} / ${shown(days)}`,
          value: gramsPerDay,
          unit: 'g/d',
        },
      ],
      notices,
    );
  },
});
