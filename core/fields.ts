import { z } from 'zod';

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

/** Instant between 1900 and 2200, ISO 8601 with offset or Z, seconds optional. */
export const instant = (title: string) =>
  z.iso
    .datetime({ offset: true })
    .refine((text) => Date.parse(text) >= Date.UTC(1900, 0, 1) && Date.parse(text) < Date.UTC(2200, 0, 1), { error: 'must lie between 1900 and 2200.' })
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

export const contamination = z.enum(['light-non-abrasive', 'severe-non-abrasive', 'light-abrasive', 'severe-abrasive']).meta({ title: 'Contamination' });
export const moisture = z.enum(['dry', 'humid', 'condensation', 'water']).meta({ title: 'Moisture' });
export const shaftPosition = z.enum(['horizontal', 'inclined', 'vertical']).meta({ title: 'Shaft position' });
export const bearingKind = z.enum(['ball', 'cylindrical', 'needle', 'spherical', 'tapered', 'thrust']).meta({ title: 'Bearing kind' });

/** The rule that the outside diameter exceeds the bore, for schemas that hold both. */
export const diameterRule = { text: 'outsideDiameterMm is larger than boreMm.', check: checkDiameters };

function checkDiameters(value: { boreMm: number; outsideDiameterMm: number }, context: z.RefinementCtx) {
  if (value.outsideDiameterMm <= value.boreMm) {
    context.addIssue({ code: 'custom', path: ['outsideDiameterMm'], message: 'must be larger than the bore. Were the two swapped?' });
  }
}
