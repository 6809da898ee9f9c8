import { isOwn } from '../own';
import { z } from 'zod';
import { type ReadDesignation, readDesignation } from '../bearing/designations';
import { keysOf, materials } from '../compat/vocabulary';
import { certifiable } from '../people/certificates';
import { isPlantDay } from '../time/plant-day';
import { line, longText, requiredQuantity, typedQuantity } from '../units/typed-field';
import { machineStates } from '../words/machine-states';
import { roles } from '../people/rights';
import { whoMay } from '../words/task-words';
import { fieldHeight, fieldWidth } from './outline';
import { fillRowFor } from './reservoir';
import { meterUnits } from '../words/meter-units';
import { type FieldSpec, type PointKind, fieldsOf, pointKindNames } from './point-kinds';
import { sourceRanks } from '../words/source-ranks';
import { ulid } from '../fields/fields';

/**
 * The forms of the register and the plan: one schema each, shared by the form, the action behind it and imports.
 * What goes in is what was typed; what comes out is in storage units.
 */

export const chosen = <Words extends Record<string, unknown>>(label: string, words: Words) =>
  z.enum(keysOf(words), { error: `${label}: choose one.` });
const reference = (label: string) =>
  ulid.or(z.literal('')).refine((id) => id !== '', { error: `${label}: choose one.` });
export const optionalReference = ulid
  .or(z.literal(''))
  .default('')
  .transform((id) => id || null);
const ticked = z.boolean().default(false);
/** A day as a date field gives it. Whether it may lie in the future is checked where "now" is known. */
const dayField = (label: string) => z.string().refine(isPlantDay, { error: `${label}: choose a day.` });

/** Codes are short, upper case, and fit on a label. */
const code = (label: string) =>
  z
    .string()
    .trim()
    .transform((text) => text.toUpperCase())
    .pipe(
      z.string().regex(/^[A-Z0-9][A-Z0-9-]{0,19}$/, {
        error: `${label}: use 1 to 20 letters, digits or dashes, such as GL2-04.`,
      }),
    );

export const areaForm = z
  .strictObject({
    code: code('Area code'),
    name: line('Name', { required: true }),
    coldestC: typedQuantity('temperature', { label: 'Coldest there', min: -60, max: 80 }),
    warmestC: typedQuantity('temperature', { label: 'Warmest there', min: -60, max: 80 }),
  })
  .superRefine(({ coldestC, warmestC }, context) => {
    if (coldestC !== undefined && warmestC !== undefined && coldestC > warmestC)
      context.addIssue({
        code: 'custom',
        path: ['warmestC'],
        message: 'Warmest there: must not be colder than the coldest. Were the two swapped?',
      });
  });

const monthAndDay = (label: string) =>
  z
    .string()
    .trim()
    .regex(/^(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/, { error: `${label}: write month and day, such as 11-01.` });
/** Planned hours of the seven weekdays; all empty where only hours a day are planned. */
const weekdays = z
  .array(typedQuantity('hours', { label: 'Hours on the weekday', min: 0, max: 24 }))
  .max(7)
  .default([])
  .transform((hours) =>
    hours.some((each) => each !== undefined) ? Array.from({ length: 7 }, (_, index) => hours[index] ?? 0) : null,
  );

export const machineForm = z.strictObject({
  areaId: reference('Area'),
  code: code('Machine code'),
  name: line('Name', { required: true }),
  description: longText('Description'),
  dutyHoursPerDay: typedQuantity('hours', { label: 'Hours a day by plan', min: 0, max: 24 }),
  hoursByWeekday: weekdays.refine((hours) => hours === null || hours.some((each) => each > 0), {
    error: 'Hours by weekday: on one day it must run, or leave them all empty.',
  }),
  dutySeasons: z
    .array(
      z.strictObject({
        from: monthAndDay('From'),
        to: monthAndDay('To'),
        percent: requiredQuantity('number', { label: 'Of the usual duty', min: 0, max: 2000 }),
      }),
    )
    .max(6)
    .default([]),
  keepsRunning: ticked,
  fittingCount: typedQuantity('number', { label: 'Fittings counted', min: 0, max: 2000 }),
  energySources: z
    .array(
      z.strictObject({
        source: line('Energy source', { required: true }),
        proofOfZero: line('Proof of zero', { required: true, max: 200 }),
      }),
    )
    .max(12)
    .default([]),
});

/** Holidays and shutdown weeks of the plant. */
export const closuresForm = z
  .strictObject({
    closures: z
      .array(z.strictObject({ name: line('Name', { required: true }), from: dayField('From'), to: dayField('To') }))
      .max(200),
  })
  .superRefine(({ closures }, context) =>
    closures.forEach(({ from, to }, index) => {
      if (to < from)
        context.addIssue({
          code: 'custom',
          path: ['closures', index, 'to'],
          message: 'To: lies before its beginning.',
        });
    }),
  );

/** More than this would be a table of temperatures, not names for the surroundings. */
const mostBands = 12;

/** The plant's ambient bands: names for surroundings that ask for an oil of their own. `was` is the name that a band had. */
export const bandsForm = z
  .strictObject({
    bands: z
      .array(
        z.strictObject({
          was: z.string().max(40).default(''),
          name: line('Name', { required: true, max: 40 }),
          fromC: requiredQuantity('temperature', { label: 'From', min: -60, max: 80 }),
          toC: requiredQuantity('temperature', { label: 'To', min: -60, max: 80 }),
        }),
      )
      .max(mostBands, { error: `At most ${mostBands} bands.` }),
  })
  .superRefine(({ bands }, context) => {
    const refuse = (index: number, field: 'name' | 'toC', message: string) =>
      context.addIssue({ code: 'custom', path: ['bands', index, field], message });
    bands.forEach(({ name, fromC, toC }, index) => {
      if (bands.some((other, place) => place < index && other.name.toLowerCase() === name.toLowerCase()))
        refuse(index, 'name', 'Name: another band has this name already.');
      if (toC <= fromC) refuse(index, 'toC', 'To: must be warmer than where the band begins. Were the two swapped?');
    });
  });

/** A person who writes in the book, and whose work it is that they may do; none ticked where nobody has said. */
export const personForm = z.strictObject({
  initials: z
    .string()
    .trim()
    .transform((text) => text.toUpperCase())
    .pipe(
      z
        .string()
        .regex(/^[\p{L}\d]{1,4}$/u, { error: 'Initials: use 1 to 4 letters or digits. They sign every entry.' }),
    ),
  name: line('Name', { required: true }),
  role: line('Works as', { required: true, max: 40 }).refine((role) => role.toLowerCase() !== 'device', {
    error: 'Works as: devices put themselves on the list; this is for people.',
  }),
  mayDo: z.array(z.enum(keysOf(whoMay))).default([]),
  /** What the plant's directory calls them; nothing where they do not sign in by it. */
  directoryName: line('Name in the directory', { max: 120 })
    .default('')
    .transform((name) => name.toLowerCase() || null),
  certificates: z
    .array(
      z.strictObject({
        name: line('Certificate', { required: true, max: 80 }),
        who: z.enum(keysOf(certifiable), { error: 'For the work of: choose one.' }),
        endsOn: dayField('Good until'),
      }),
    )
    .max(40)
    .default([]),
  roles: z
    .array(z.enum(keysOf(roles)))
    .min(1, { error: 'In the book as: tick at least one. Who leaves is taken off the list.' })
    .default(['technician']),
});

export const meterForm = z.strictObject({
  name: line('Name', { required: true, max: 80 }),
  unit: chosen('Counts', meterUnits),
  rolloverAt: typedQuantity('number', { label: 'Rolls over at', above: 0, max: 1e12 }),
  resolution: requiredQuantity('number', { label: 'Smallest step', above: 0, max: 1e6 }),
  maxPerDay: requiredQuantity('number', { label: 'At most per day', above: 0, max: 1e9 }),
});

/** Parses the typed fields of a point's kind; issues are put at `details.<key>`. */
function parseDetails(
  kind: PointKind,
  typed: Record<string, string>,
  context: z.RefinementCtx,
): Record<string, number | string> {
  const details: Record<string, number | string> = {};
  const fields = fieldsOf(kind);
  const said = fields.some(({ key }) => key === 'designation') ? saidByDesignation(typed, context) : {};
  for (const field of fields) {
    // What the designation says fills what was left empty or at its usual answer; what was typed stands.
    const untouched =
      (typed[field.key] ?? '').trim() === '' || (field.type === 'choice' && typed[field.key] === field.initial);
    if (isOwn(said, field.key) && untouched) {
      details[field.key] = said[field.key]!;
      continue;
    }
    const parsed = fieldSchema(field).safeParse(typed[field.key] ?? '');
    if (!parsed.success)
      context.addIssue({ code: 'custom', path: ['details', field.key], message: parsed.error.issues[0]!.message });
    else if (parsed.data !== undefined && parsed.data !== '') details[field.key] = parsed.data;
  }
  const { boreMm, outsideDiameterMm } = details;
  if (typeof boreMm === 'number' && typeof outsideDiameterMm === 'number' && outsideDiameterMm <= boreMm) {
    context.addIssue({
      code: 'custom',
      path: ['details', 'outsideDiameterMm'],
      message: 'Outside diameter D: must be larger than the bore. Were the two swapped?',
    });
  }
  return details;
}

/** Dimensions, kind, feed and sealing that a bearing's designation gives; an unknown one is said beside its field. */
function saidByDesignation(typed: Record<string, string>, context: z.RefinementCtx): Record<string, number | string> {
  const designation = (typed.designation ?? '').trim();
  if (designation === '') return {};
  const read = readDesignation(designation);
  if (!read) {
    if (['boreMm', 'outsideDiameterMm', 'widthMm'].some((key) => (typed[key] ?? '').trim() === ''))
      context.addIssue({
        code: 'custom',
        path: ['details', 'designation'],
        message: `Designation: "${designation}" is not in the tables. Check its spelling, or type the three dimensions from the ring or the drawing.`,
      });
    return {};
  }
  const { boreMm, outsideDiameterMm, widthMm } = read.dimensions;
  const sealing = sealingByDesignation(read);
  return {
    boreMm,
    outsideDiameterMm,
    widthMm,
    bearingKind: read.series.kind,
    ...(read.centreGroove && { feed: 'centre' }),
    ...(sealing && { sealing }),
  };
}

/** How a bearing is sealed by its designation; undefined where a suffix is unread, so that a person says it. */
function sealingByDesignation({ unread, closure, isInsert, centreGroove }: ReadDesignation) {
  if (unread.length > 0) return undefined;
  if (closure !== 'both-sides') return 'open';
  return isInsert || centreGroove ? 'lip' : 'closed';
}

function fieldSchema(field: FieldSpec): z.ZodType<number | string | undefined> {
  if (field.type === 'quantity') return typedQuantity(field.dimension, field);
  if (field.type === 'text') return line(field.label, { required: field.required ?? false });
  const values = field.options.map(({ value }) => value);
  return z.string().refine((value) => values.includes(value) || (value === '' && !field.required), {
    error: `${field.label}: choose one.`,
  });
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
    materials: z
      .array(z.enum(keysOf(materials)))
      .max(30)
      .default([]),
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
  ambientBand: line('Ambient band', { max: 40 }).transform((band) => band || null),
  overruledBecause: longText('Why it is taken all the same'),
});

const optionalState = z
  .union([z.enum(keysOf(machineStates)), z.literal('')])
  .default('')
  .transform((state) => state || null);

/** An oil or grease store: what it holds, by which mark, in which state, and for which mounting. */
export const reservoirForm = z
  .strictObject({
    name: line('Name', { required: true, max: 80 }),
    capacityL: typedQuantity('volume', { label: 'Holds', above: 0, max: 1e6 }),
    residualL: typedQuantity('volume', { label: 'Stays in lines after draining', min: 0, max: 1e6 }),
    fillMark: line('Fill mark', { max: 160 }),
    fillMarkState: optionalState,
    checkMark: line('Check mark', { max: 160 }),
    checkMarkState: optionalState,
    posture: line('Posture', { max: 120 }),
    settleMinutes: typedQuantity('minutes', { label: 'Settle or run', min: 0, max: 1440 }),
    mounting: line('Mounting position', { max: 80 }),
    fillTable: z
      .array(
        z.strictObject({
          position: line('Position', { required: true, max: 80 }),
          volumeL: requiredQuantity('volume', { label: 'Fill', above: 0, max: 1e6 }),
          vent: line('Vent', { max: 120 }),
          drain: line('Drain', { max: 120 }),
        }),
      )
      .max(20)
      .default([]),
    levelMarks: z
      .array(
        z.strictObject({
          levelMm: requiredQuantity('length', { label: 'Level', min: -10_000, max: 100_000 }),
          volumeL: requiredQuantity('volume', { label: 'Volume', min: 0, max: 1e6 }),
        }),
      )
      .max(20)
      .default([]),
    holdsPressure: z
      .enum(['', 'yes', 'no'])
      .default('')
      .transform((said) => (said === '' ? null : said === 'yes')),
    comesEmpty: ticked,
    pointIds: z.array(ulid).max(200).default([]),
  })
  .superRefine((form, context) => {
    const issue = (path: PropertyKey[], message: string) => context.addIssue({ code: 'custom', path, message });
    form.fillTable.forEach(({ position }, index) => {
      if (form.fillTable.findIndex((row) => row.position.toLowerCase() === position.toLowerCase()) !== index)
        issue(['fillTable', index, 'position'], 'Position: stands in the table twice.');
    });
    if (form.fillTable.length > 0 && !fillRowFor(form.fillTable, form.mounting))
      issue(
        ['mounting'],
        `Mounting position: choose one of the table: ${form.fillTable.map(({ position }) => position).join(', ')}.`,
      );
    if (form.levelMarks.length === 1)
      issue(['levelMarks', 0, 'levelMm'], 'One mark alone gives no litres per mm: give two or more, or none.');
    const marks = [...form.levelMarks].sort((a, b) => a.levelMm - b.levelMm);
    if (
      marks.some(
        (mark, index) =>
          index > 0 && (mark.levelMm === marks[index - 1]!.levelMm || mark.volumeL < marks[index - 1]!.volumeL),
      )
    )
      issue(['levelMarks', 0, 'levelMm'], 'The marks must rise together: more level, more oil.');
  });

/** So many machines are made after one at once. */
const mostCopies = 60;

/** A machine made from a model. */
export const copyForm = z.strictObject({
  code: code('Machine code'),
  name: line('Name', { required: true }),
  areaId: reference('Area'),
});
/** Machines made after another one, all alike but for their codes. */
export const copiesForm = z.strictObject({
  codes: z
    .string()
    .transform((typed) => typed.split(/[\s,;]+/).filter((each) => each !== ''))
    .pipe(
      z
        .array(code('Machine codes'))
        .min(1, { error: 'Machine codes: one at least.' })
        .max(mostCopies, { error: `Machine codes: at most ${mostCopies} at once.` })
        .refine((codes) => new Set(codes).size === codes.length, {
          error: 'Machine codes: one of them is there twice.',
        }),
    ),
  name: line('Name', { required: true }),
  areaId: reference('Area'),
});
export const modelForm = z.strictObject({
  name: line('Name of the model', { required: true }),
  description: longText('Description'),
});

const place = (max: number) => z.number().min(0).max(max);
export const outlineForm = z.strictObject({
  boxes: z
    .array(
      z.strictObject({
        label: line('Label', { max: 40 }),
        x: place(fieldWidth),
        y: place(fieldHeight),
        width: z.number().min(1).max(fieldWidth),
        height: z.number().min(1).max(fieldHeight),
      }),
    )
    .max(12),
  points: z.record(ulid, z.tuple([place(fieldWidth), place(fieldHeight)])),
});

/** A route like another one, on other machines: which stands for which, by their codes; those that are left empty are left out. */
export const cloneForm = z.strictObject({
  code: code('Route code'),
  name: line('Name', { required: true }),
  machines: z
    .array(
      z.strictObject({
        from: z.string(),
        to: line('Machine', { max: 20 }).transform((typed) => typed.toUpperCase()),
      }),
    )
    .max(500),
  /** What has no like on the other machine is left out, and not asked for. */
  leaveOut: z.boolean().default(false),
});
export const routeForm = z.strictObject({
  code: code('Route code'),
  name: line('Name', { required: true }),
  note: longText('Note'),
  taskIds: z.array(ulid).min(1, { error: 'Pick at least one task for the walk.' }).max(500),
});
