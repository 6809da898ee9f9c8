import { z } from 'zod';
import { additives, bases, families, keysOf, thickeners } from '../compat/vocabulary';
import { nlgiNumbers } from '../lubricant/din-51502';
import { isPlantDay } from '../time/plant-day';
import { line, longText, requiredQuantity, typedQuantity } from '../units/typed-field';
import { isoGrades } from '../viscosity/iso-3448';
import { hazards } from '../words/hazards';
import { sourceRanks } from '../words/source-ranks';
import { ulid } from '../fields/fields';

/** Forms of the store room: lubricants, what they replace, containers, guns. Typed text goes in, storage units come out. */

const optionalOf = <Words extends Record<string, unknown>>(words: Words) =>
  z
    .union([z.enum(keysOf(words)), z.literal('')])
    .default('')
    .transform((value) => value || null);
const day = (label: string) => z.string().refine(isPlantDay, { error: `${label}: choose a day.` });
const optionalDay = (label: string) =>
  z
    .union([day(label), z.literal('')])
    .default('')
    .transform((value) => value || null);
const houseCode = z
  .string()
  .trim()
  .transform((text) => text.toUpperCase())
  .pipe(
    z.string().regex(/^[A-Z0-9][A-Z0-9-]{0,11}$/, {
      error: 'House code: use 1 to 12 letters, digits or dashes, such as G-22.',
    }),
  );

/**
 * Kinds that are greases: counted in grams, with a thickener and an NLGI number.
 * @example isGreaseKind('semi-fluid') // true
 * @example isGreaseKind('gear-ep') // false
 */
export const isGreaseKind = (kind: string): boolean => kind === 'grease' || kind === 'semi-fluid';
/** Kinds without a viscosity grade. */
const gradeless = ['dry-film', 'open-gear', 'coolant'];

export const lubricantForm = z
  .strictObject({
    code: houseCode,
    name: line('Name', { required: true, max: 160 }),
    kind: z.enum(keysOf(families), { error: 'Kind: choose one.' }),
    designation: line('Designation', { max: 60 }),
    description: longText('Description'),
    baseOil: optionalOf(bases),
    thickener: optionalOf(thickeners),
    nlgi: z
      .union([z.enum(nlgiNumbers), z.literal('')])
      .default('')
      .transform((value) => value || null),
    isoVg: typedQuantity('number', { label: 'ISO VG', above: 0, max: 3200 }),
    kv40: typedQuantity('viscosity', { label: 'Viscosity at 40 °C', min: 0.3, max: 2e7 }),
    kv100: typedQuantity('viscosity', { label: 'Viscosity at 100 °C', min: 0.3, max: 2e7 }),
    densityGCm3: typedQuantity('density', { label: 'Density', min: 0.5, max: 2 }),
    pourPointC: typedQuantity('temperature', { label: 'Pour point', min: -90, max: 60 }),
    lowerC: typedQuantity('temperature', { label: 'Used from', min: -90, max: 100 }),
    upperC: typedQuantity('temperature', { label: 'Used up to', min: 0, max: 400 }),
    additives: z
      .array(z.enum(keysOf(additives)))
      .max(9)
      .default([]),
    hazards: z
      .array(z.enum(keysOf(hazards)))
      .max(5)
      .default([]),
  })
  .superRefine((form, context) => {
    const issue = (path: string, message: string) => context.addIssue({ code: 'custom', path: [path], message });
    if (isGreaseKind(form.kind) && !form.nlgi) issue('nlgi', 'NLGI: a grease is chosen by it. Choose one.');
    if (!isGreaseKind(form.kind) && form.thickener)
      issue('thickener', 'Thickener: only greases have one. Choose none, or the kind grease.');
    if (
      !isGreaseKind(form.kind) &&
      !gradeless.includes(form.kind) &&
      form.isoVg === undefined &&
      form.kv40 === undefined
    )
      issue(
        'isoVg',
        'ISO VG: give the grade or the viscosity at 40 °C. The number inside a product’s name is neither.',
      );
    if (form.isoVg !== undefined && !isoGrades.some(({ isoVg }) => isoVg === form.isoVg))
      issue(
        'isoVg',
        `ISO VG: ${form.isoVg} is no grade. The grades are ${isoGrades.map(({ isoVg }) => isoVg).join(', ')}.`,
      );
    if (form.kv40 !== undefined && form.kv100 !== undefined && form.kv100 >= form.kv40)
      issue('kv100', 'Viscosity at 100 °C: must be lower than the one at 40 °C. Were the two swapped?');
    if (form.kv100 !== undefined && form.kv40 === undefined && form.isoVg === undefined)
      issue('kv40', 'Viscosity at 40 °C: is needed beside the one at 100 °C.');
    if (form.lowerC !== undefined && form.upperC !== undefined && form.lowerC >= form.upperC)
      issue('upperC', 'Used up to: must be warmer than where it is used from.');
  });

export const replacementForm = z.strictObject({
  formerName: line('Former product', { required: true, max: 160 }),
  machineCode: line('Only on machine', { max: 20 }),
  lubricantId: z
    .union([ulid, z.literal('')])
    .refine((id) => id !== '', { error: 'Stands in for it: choose a lubricant.' }),
  source: z.enum(keysOf(sourceRanks), { error: 'Source: choose one.' }),
  sourceText: line('Which document or who', { required: true, max: 200 }),
  sourceOn: day('Date of the source'),
  note: longText('Note'),
});

export const stockForm = z
  .strictObject({
    batch: line('Batch', { required: true, max: 60 }),
    container: line('Container', { required: true }),
    place: line('Place', { max: 120 }),
    amount: line('In it', { required: true, max: 40 }),
    receivedOn: day('Received on'),
    openedOn: optionalDay('Opened on'),
    bestBeforeOn: optionalDay('Best before'),
  })
  .superRefine((form, context) => {
    if (form.openedOn && form.openedOn < form.receivedOn)
      context.addIssue({ code: 'custom', path: ['openedOn'], message: 'Opened on: this lies before the day it came.' });
  });

export const calibrationForm = z.strictObject({
  strokes: requiredQuantity('number', { label: 'Strokes pumped', min: 1, max: 10_000 }).refine(Number.isInteger, {
    error: 'Strokes pumped: whole strokes only.',
  }),
  massG: requiredQuantity('mass', { label: 'They weighed', above: 0, max: 1e6 }),
});

export const gunForm = z.strictObject({
  code: houseCode,
  name: line('Name', { required: true }),
  lubricantId: z
    .union([ulid, z.literal('')])
    .refine((id) => id !== '', { error: 'Grease: choose the one it is dedicated to.' }),
  airPowered: z.boolean().default(false),
  ...calibrationForm.shape,
});
