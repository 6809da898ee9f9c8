import { z } from 'zod';
import { clockMinutes } from '../capacity/shifts';
import { besideWords } from '../units/beside';
import { line } from '../units/typed-field';
import { chosen } from './forms';

/** How the plant greases where a point says nothing of its own (`core/grease/plan.ts` works both out). */
export const plantSchools = {
  fixed: 'Measured grams from the size of the bearing',
  'by-interval': 'More for a longer interval',
} as const;

/** How a warmer bearing shortens its interval (`core/grease/interval.ts`). */
export const temperatureRules = {
  steps: 'In steps, by the table',
  halving: 'Half for every 15 K above 70 °C',
} as const;

/** The time zones that this computer knows, by their names in the database of zones. */
export const timeZones = (): string[] => Intl.supportedValuesOf('timeZone');

/** The plant's clock, schools and habits, as its form has them. */
export const plantSettingsForm = z.strictObject({
  name: line('Name', { required: true }),
  timeZone: z.string().refine((zone) => timeZones().includes(zone), { error: 'Time zone: one such as Europe/Vienna.' }),
  dayStartsAt: z
    .string()
    .refine((typed) => (clockMinutes(typed) ?? 1440) < 1440, { error: 'Day starts at: a time such as 06:00.' })
    .transform((typed) => clockMinutes(typed)!),
  greaseSchool: chosen('Amounts of grease', plantSchools),
  temperatureRule: chosen('Warm bearings', temperatureRules),
  airForCleaning: z.boolean(),
  unitsBeside: z.array(chosen('Other units', besideWords)),
});
