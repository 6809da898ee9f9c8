import { z } from 'zod';
import { ulid } from '../entry/kinds';
import { isPlantDay } from '../time/plant-day';
import { line, longText, requiredQuantity, typedQuantity } from '../units/typed-field';
import { machineStates } from './machine-states';
import { type FieldSpec, type PointKind, amountKinds, fieldsOf, pointKindNames, sourceRanks, taskActions } from './point-kinds';

/**
 * The forms of the register and the plan: one schema each, shared by the form, the action behind it and imports.
 * What goes in is what was typed; what comes out is in storage units.
 */

const keysOf = <Words extends Record<string, unknown>>(words: Words) => Object.keys(words) as [keyof Words & string, ...(keyof Words & string)[]];
const chosen = <Words extends Record<string, unknown>>(label: string, words: Words) => z.enum(keysOf(words), { error: `${label}: choose one.` });
const reference = (label: string) => ulid.or(z.literal('')).refine((id) => id !== '', { error: `${label}: choose one.` });
const optionalReference = ulid.or(z.literal('')).default('').transform((id) => id || null);
const ticked = z.boolean().default(false);
/** A day as a date field gives it. Whether it may lie in the future is checked where "now" is known. */
const dayField = (label: string) => z.string().refine(isPlantDay, { error: `${label}: choose a day.` });

/** Codes are short, upper case, and fit on a label. */
const code = (label: string) => z.string().trim().transform((text) => text.toUpperCase()).pipe(z.string().regex(/^[A-Z0-9][A-Z0-9-]{0,19}$/, { error: `${label}: use 1 to 20 letters, digits or dashes, such as GL2-04.` }));

export const areaForm = z.strictObject({ code: code('Area code'), name: line('Name', { required: true }) });

export const machineForm = z.strictObject({
  areaId: reference('Area'),
  code: code('Machine code'),
  name: line('Name', { required: true }),
  description: longText('Description'),
  dutyHoursPerDay: typedQuantity('hours', { label: 'Hours a day by plan', min: 0, max: 24 }),
  fittingCount: typedQuantity('number', { label: 'Fittings counted', min: 0, max: 2000 }),
  energySources: z.array(z.strictObject({ source: line('Energy source', { required: true }), proofOfZero: line('Proof of zero', { required: true, max: 200 }) })).max(12).default([]),
});

export const meterUnits = { hours: 'hours', cycles: 'cycles, strokes or cuts', tonnes: 'tonnes', starts: 'starts' } as const;

export const meterForm = z.strictObject({
  name: line('Name', { required: true, max: 80 }),
  unit: chosen('Counts', meterUnits),
  rolloverAt: typedQuantity('number', { label: 'Rolls over at', above: 0, max: 1e12 }),
  resolution: requiredQuantity('number', { label: 'Smallest step', above: 0, max: 1e6 }),
  maxPerDay: requiredQuantity('number', { label: 'At most per day', above: 0, max: 1e9 }),
});

/** Parses the typed fields of a point's kind; issues are put at `details.<key>`. */
function parseDetails(kind: PointKind, typed: Record<string, string>, context: z.RefinementCtx): Record<string, number | string> {
  const details: Record<string, number | string> = {};
  for (const field of fieldsOf(kind)) {
    const parsed = fieldSchema(field).safeParse(typed[field.key] ?? '');
    if (!parsed.success) context.addIssue({ code: 'custom', path: ['details', field.key], message: parsed.error.issues[0]!.message });
    else if (parsed.data !== undefined && parsed.data !== '') details[field.key] = parsed.data;
  }
  const { boreMm, outsideDiameterMm } = details;
  if (typeof boreMm === 'number' && typeof outsideDiameterMm === 'number' && outsideDiameterMm <= boreMm) {
    context.addIssue({ code: 'custom', path: ['details', 'outsideDiameterMm'], message: 'Outside diameter D: must be larger than the bore. Were the two swapped?' });
  }
  return details;
}

function fieldSchema(field: FieldSpec): z.ZodType<number | string | undefined> {
  if (field.type === 'quantity') return typedQuantity(field.dimension, field);
  if (field.type === 'text') return line(field.label, { required: field.required ?? false });
  const values = field.options.map(({ value }) => value);
  return z.string().refine((value) => values.includes(value) || (value === '' && !field.required), { error: `${field.label}: choose one.` });
}

export const pointForm = z
  .strictObject({
    kind: z.enum(pointKindNames, { error: 'Kind: choose one.' }),
    name: line('Name', { required: true }),
    location: line('Where on the machine', { required: true, max: 200 }),
    reservoirId: optionalReference,
    consequence: z.enum(['1', '2', '3', '4'], { error: 'What a failure costs: choose one.' }).transform(Number),
    machineState: chosen('Machine state', machineStates),
    cautions: longText('Cautions'),
    doNots: longText('Do-nots'),
    accessNote: longText('How to get to it'),
    enoughSign: line('How to tell it is enough', { max: 200 }),
    forbidsAirGun: ticked,
    details: z.record(z.string().max(40), z.string().max(200)).default({}),
  })
  .transform((form, context) => ({ ...form, details: parseDetails(form.kind, form.details, context) }));

export const assignmentForm = z.strictObject({
  lubricantId: reference('Lubricant'),
  source: chosen('Source', sourceRanks),
  sourceText: line('Which document or who', { required: true, max: 200 }),
  sourceOn: dayField('Date of the source'),
  climate: line('Climate', { max: 80 }),
  mounting: line('Mounting', { max: 80 }),
});

export const taskForm = z
  .strictObject({
    action: chosen('What is done', taskActions),
    title: line('Title', { required: true }),
    amountKind: chosen('Counted in', amountKinds),
    amount: typedQuantity('number', { label: 'Amount', above: 0, max: 1e6 }),
    machineState: chosen('Machine state', machineStates),
    minutes: requiredQuantity('minutes', { label: 'Time', above: 0, max: 1440 }),
    procedureText: longText('How it is done'),
    meterId: optionalReference,
    runInHours: typedQuantity('hours', { label: 'Run-in after', above: 0, max: 1e6 }),
    hours: typedQuantity('hours', { label: 'Every (machine hours)', above: 0, max: 1e6 }),
    cycles: typedQuantity('number', { label: 'Every (cycles)', above: 0, max: 1e12 }),
    days: typedQuantity('days', { label: 'Every (days)', min: 1, max: 36_525 }),
  })
  .superRefine((form, context) => {
    if (form.hours === undefined && form.cycles === undefined && form.days === undefined) context.addIssue({ code: 'custom', path: ['hours'], message: 'Give at least one limit: machine hours, cycles or days. Whichever comes first wins.' });
    if (['litres', 'grams', 'strokes', 'purge'].includes(form.amountKind) && form.amount === undefined) context.addIssue({ code: 'custom', path: ['amount'], message: 'Amount: is needed here.' });
  });

export const routeForm = z.strictObject({
  code: code('Route code'),
  name: line('Name', { required: true }),
  note: longText('Note'),
  taskIds: z.array(ulid).min(1, { error: 'Pick at least one task for the walk.' }).max(500),
});
