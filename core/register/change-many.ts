import { isOwn, own } from '../own';
import { z } from 'zod';
import { type Material, keysOf, materials } from '../compat/vocabulary';
import { longestNote } from '../units/typed-field';
import { type MachineState, machineStates } from '../words/machine-states';
import { type FieldSpec, type PointKind, fieldsOf } from './point-kinds';
import { parseQuantity } from '../units/parse-quantity';
import { consequences } from '../words/consequences';
import { ulid } from '../fields/fields';

/** Fields that may be changed on many points at once, and how. */
export const manyFields = {
  machineState: { label: 'Machine state', how: 'choice' },
  consequence: { label: 'What a failure costs', how: 'choice' },
  forbidsAirGun: { label: 'No air-powered gun', how: 'choice' },
  cautions: { label: 'Cautions, add a sentence', how: 'append' },
  doNots: { label: 'Do-nots, add a sentence', how: 'append' },
  accessNote: { label: 'How to get to it, add a sentence', how: 'append' },
  enoughSign: { label: 'How to tell it is enough', how: 'text' },
  material: { label: 'Touches, add a material', how: 'choice' },
  temperatureC: { label: 'Temperature', how: 'quantity' },
  speedRpm: { label: 'Speed', how: 'quantity' },
  contamination: { label: 'Dirt around it', how: 'choice' },
  moisture: { label: 'Moisture', how: 'choice' },
  vibrationMmS: { label: 'Vibration', how: 'quantity' },
} as const;
export type ManyField = keyof typeof manyFields;

/** Options of the fields that are chosen rather than typed. */
export const manyOptions: Partial<Record<ManyField, Readonly<Record<string, string>>>> = {
  machineState: machineStates,
  consequence: consequences,
  forbidsAirGun: { yes: 'forbidden', no: 'allowed' },
  material: materials,
  contamination: Object.fromEntries(
    (
      fieldsOf('rolling-bearing').find(({ key }) => key === 'contamination') as Extract<FieldSpec, { type: 'choice' }>
    ).options.map(({ value, label }) => [value, label]),
  ),
  moisture: Object.fromEntries(
    (
      fieldsOf('rolling-bearing').find(({ key }) => key === 'moisture') as Extract<FieldSpec, { type: 'choice' }>
    ).options.map(({ value, label }) => [value, label]),
  ),
};

export const changeManyForm = z
  .strictObject({
    pointIds: z.array(ulid).min(1, { error: 'Pick at least one point.' }).max(2000),
    field: z.enum(keysOf(manyFields), { error: 'Choose what to change.' }),
    value: z.string().trim().max(longestNote),
  })
  .superRefine(({ field, value }, context) => {
    const issue = (message: string) => context.addIssue({ code: 'custom', path: ['value'], message });
    const options = manyOptions[field];
    if (value === '') issue('Say what it shall be.');
    else if (options && !isOwn(options, value)) issue('Choose one of the list.');
  });
export type ManyChange = z.output<typeof changeManyForm>;

type PointValues = {
  kind: PointKind;
  machineState: MachineState;
  consequence: number;
  cautions: string;
  doNots: string;
  accessNote: string;
  enoughSign: string;
  forbidsAirGun: boolean;
  materials: readonly Material[];
  details: Readonly<Record<string, number | string>>;
};
/** What the change does to one point: words before and after, the patch and its undoing, or why the point is left alone. */
export type Outcome = {
  before: string;
  after: string;
  skipped: string | null;
  patch?: Record<string, unknown>;
  undo?: Record<string, unknown>;
};

/** Works a change out for one point; points of a kind without the field are left alone and say so. */
export function changedPoint(point: PointValues, { field, value }: Pick<ManyChange, 'field' | 'value'>): Outcome {
  const words = (key: string) => own(manyOptions[field] ?? {}, key) ?? key;
  const patch = (
    before: string,
    after: string,
    next: Record<string, unknown>,
    undo: Record<string, unknown>,
  ): Outcome =>
    before === after
      ? { before, after, skipped: 'has this already' }
      : { before: before || 'empty', after, skipped: null, patch: next, undo };
  switch (field) {
    case 'machineState':
      return patch(
        words(point.machineState),
        words(value),
        { machineState: value },
        { machineState: point.machineState },
      );
    case 'consequence':
      return patch(
        words(String(point.consequence)),
        words(value),
        { consequence: Number(value) },
        { consequence: point.consequence },
      );
    case 'forbidsAirGun':
      return patch(
        words(point.forbidsAirGun ? 'yes' : 'no'),
        words(value),
        { forbidsAirGun: value === 'yes' },
        { forbidsAirGun: point.forbidsAirGun },
      );
    case 'enoughSign':
      return patch(
        point.enoughSign,
        value.slice(0, 200),
        { enoughSign: value.slice(0, 200) },
        { enoughSign: point.enoughSign },
      );
    case 'cautions':
    case 'doNots':
    case 'accessNote': {
      const before = point[field];
      if (before.includes(value)) return { before, after: before, skipped: 'says this already' };
      const after = before ? `${before.trimEnd()} ${value}` : value;
      return after.length > longestNote
        ? { before, after: before, skipped: `would be longer than ${longestNote} characters` }
        : patch(before, after, { [field]: after }, { [field]: before });
    }
    case 'material':
      if (point.materials.includes(value as Material))
        return { before: point.materials.map(words).join(', '), after: words(value), skipped: 'has this already' };
      return patch(
        point.materials.map(words).join(', '),
        [...point.materials, value].map(words).join(', '),
        { materials: [...point.materials, value] },
        { materials: point.materials },
      );
    default:
      return changedDetail(point, field, value);
  }
}

function changedDetail(point: PointValues, field: ManyField, value: string): Outcome {
  const spec = fieldsOf(point.kind).find(({ key }) => key === field);
  if (!spec) return { before: '', after: '', skipped: 'is of a kind without this field' };
  const before = point.details[field];
  let next: number | string = value;
  let after = own(manyOptions[field] ?? {}, value) ?? value;
  if (spec.type === 'quantity') {
    const parsed = parseQuantity(value, spec.dimension);
    if (!parsed.ok) return { before: String(before ?? ''), after: '', skipped: parsed.reason };
    if (
      (spec.min !== undefined && parsed.value < spec.min) ||
      (spec.above !== undefined && parsed.value <= spec.above) ||
      parsed.value > spec.max
    )
      return { before: String(before ?? ''), after: '', skipped: `${value} is out of range here` };
    next = parsed.value;
    after = `${Number(parsed.value.toPrecision(6))} ${parsed.unit}`;
  }
  if (before === next) return { before: after, after, skipped: 'has this already' };
  const shownBefore =
    before === undefined
      ? 'empty'
      : spec.type === 'quantity'
        ? `${before} ${after.split(' ').slice(1).join(' ')}`
        : (own(manyOptions[field] ?? {}, String(before)) ?? String(before));
  return {
    before: shownBefore,
    after,
    skipped: null,
    patch: { details: { ...point.details, [field]: next } },
    undo: { details: point.details },
  };
}
