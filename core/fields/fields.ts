import { z } from 'zod';
import { isPlantDay } from '../time/plant-day';

/**
 * Fields that several methods share: each number with its title, unit and the physical range beyond which a value
 * is a slip of the pen rather than a machine.
 */

type Range = { min?: number; max?: number; above?: number };

/** A number with title, unit and range. `above` excludes its bound, `min` and `max` include theirs. */
export function quantity(title: string, unit: string, { min, max, above }: Range) {
  let schema = z.number();
  if (above !== undefined) schema = schema.gt(above);
  if (min !== undefined) schema = schema.gte(min);
  if (max !== undefined) schema = schema.lte(max);
  return schema.meta({ title, unit });
}

/** A share of a whole, 0..1. */
export const share = (title: string) => quantity(title, '', { min: 0, max: 1 });

/** Kinematic viscosity in mm²/s within the range of ASTM D341. */
export const kinematicViscosity = (title: string) => quantity(title, 'mm²/s', { min: 0.3, max: 2e7 });
export const viscosityIndexField = quantity('Viscosity index', '', { min: -100, max: 400 });
export const oilTemperatureC = quantity('Oil temperature', '°C', { min: -90, max: 400 });
export const housingTemperatureC = quantity('Housing temperature', '°C', { min: -60, max: 300 });

export const boreMm = quantity('Bore d', 'mm', { min: 1, max: 5000 });
export const outsideDiameterMm = quantity('Outside diameter D', 'mm', { min: 2, max: 8000 });
export const widthMm = quantity('Width B', 'mm', { min: 0.5, max: 3000 });
export const speedRpm = quantity('Speed', 'rpm', { above: 0, max: 200_000 });
export const massG = quantity('Grease mass', 'g', { above: 0, max: 1e6 });
export const densityGCm3 = quantity('Density', 'g/cm³', { min: 0.5, max: 2 }).default(0.9);
export const intervalH = quantity('Interval', 'h', { above: 0, max: 1e6 });

const isoInstant = /^\d{4}-\d{2}-\d{2}T([01]\d|2[0-3]):[0-5]\d(:[0-5]\d(\.\d{1,9})?)?(Z|[+-]([01]\d|2[0-3]):[0-5]\d)$/;

/** Instant between 1900 and 2200, ISO 8601 with offset or Z, seconds optional. */
export const instant = (title: string) =>
  z
    .string()
    .max(40)
    .regex(isoInstant, { error: 'must be an instant such as 2026-03-01T06:00:00Z or 2026-03-01T07:00+01:00.' })
    .refine((text) => !isoInstant.test(text) || isPlantDay(text.slice(0, 10)), {
      error: 'names a day that does not exist.',
    })
    .refine((text) => !isoInstant.test(text) || (text >= '1900' && text < '2200'), {
      error: 'must lie between 1900 and 2200.',
    })
    .meta({ title, format: 'date-time' });

/** Identifier made by whoever creates the row, also offline (26 characters, Crockford base 32). */
export const ulid = z
  .string()
  .regex(/^[0-7][0-9A-HJKMNP-TV-Z]{25}$/, { error: 'is not an identifier of this book (ULID).' });

/** A calendar day of the plant. */
export const plantDay = (title: string) =>
  z.string().refine(isPlantDay, { error: 'must be a day such as 2026-03-01.' }).meta({ title });

/** A day of every year, without the year. */
export const monthDay = (title: string) =>
  z
    .string()
    .regex(/^(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/, { error: 'must be a month and day such as 03-01' })
    .meta({ title });

/** IANA time zone name. */
export const timeZone = z
  .string()
  .max(64)
  .refine(isTimeZone, { error: 'is not a known time zone. Write it like Europe/Vienna or UTC.' })
  .meta({ title: 'Time zone' });

function isTimeZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return true;
  } catch {
    return false;
  }
}

/** When a plant's day begins, on the clock on the wall. */
export const dayStartsAtMinutes = z.int().min(0).max(1439).default(0).meta({ title: 'Day starts at', unit: 'min' });

export const contamination = z
  .enum(['light-non-abrasive', 'severe-non-abrasive', 'light-abrasive', 'severe-abrasive'])
  .meta({ title: 'Contamination' });
export const moisture = z.enum(['dry', 'humid', 'condensation', 'water']).meta({ title: 'Moisture' });
export const shaftPosition = z.enum(['horizontal', 'inclined', 'vertical']).meta({ title: 'Shaft position' });
export const bearingKind = z
  .enum(['ball', 'cylindrical', 'needle', 'spherical', 'tapered', 'thrust'])
  .meta({ title: 'Bearing kind' });

/** The rule that the outside diameter exceeds the bore, for schemas that hold both. */
export const diameterRule = { text: 'The outside diameter is larger than the bore.', check: checkDiameters };

function checkDiameters(value: { boreMm: number; outsideDiameterMm: number }, context: z.RefinementCtx) {
  if (value.outsideDiameterMm <= value.boreMm) {
    context.addIssue({
      code: 'custom',
      path: ['outsideDiameterMm'],
      message: 'must be larger than the bore. Were the two swapped?',
    });
  }
}
