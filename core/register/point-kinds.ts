/**
 * The one table of lube point kinds: what each is called and which fields describe it. Forms, checks, imports and
 * the methods that may be applied all follow from it.
 */
import type { Dimension } from '../units/parse-quantity';

export type FieldSpec =
  | { key: string; label: string; type: 'quantity'; dimension: Dimension; min?: number; above?: number; max: number; required?: boolean; hint?: string }
  | { key: string; label: string; type: 'choice'; options: readonly { value: string; label: string }[]; required?: boolean; hint?: string; initial?: string }
  | { key: string; label: string; type: 'text'; required?: boolean; hint?: string };

export type PointKindSpec = {
  label: string;
  /** How its lubricant is counted as a rule. */
  amountKind: AmountKind;
  /** The action of its usual task. */
  action: TaskAction;
  fields: readonly FieldSpec[];
};

export const amountKinds = { litres: 'L', grams: 'g', strokes: 'strokes', drops: 'drops', film: 'film', passes: 'passes', 'to-mark': 'to the mark', purge: 'g at most (purge)' } as const;
export type AmountKind = keyof typeof amountKinds;

export const taskActions = { grease: 'Grease', 'oil-change': 'Change oil', 'top-up': 'Check level and top up', film: 'Renew the film', check: 'Check', drain: 'Drain water', clean: 'Clean' } as const;
export type TaskAction = keyof typeof taskActions;


/** Where an assignment comes from, best first: a higher-ranked source wins and the losers stay visible. */
export const sourceRanks = {
  'plant-engineer': 'Plant engineer’s written instruction',
  manual: 'Manufacturer’s current manual',
  supplier: 'Lubricant supplier’s written advice',
  nameplate: 'Nameplate',
  calculated: 'Calculated',
  hearsay: 'Hearsay',
  assumed: 'Assumed',
} as const;
export type SourceRank = keyof typeof sourceRanks;
export const rankOf = (source: SourceRank): number => Object.keys(sourceRanks).indexOf(source);

/** What a failure at a point costs, 1 little … 4 much. */
export const consequences = { 1: 'a nuisance', 2: 'a repair', 3: 'a line stop', 4: 'danger or days lost' } as const;

const choice = (key: string, label: string, options: Record<string, string>, extra: { required?: boolean; hint?: string; initial?: string } = {}): FieldSpec => ({ key, label, type: 'choice', options: Object.entries(options).map(([value, text]) => ({ value, label: text })), ...extra });

const bore: FieldSpec = { key: 'boreMm', label: 'Bore d', type: 'quantity', dimension: 'length', min: 1, max: 5000, required: true };
const outside: FieldSpec = { key: 'outsideDiameterMm', label: 'Outside diameter D', type: 'quantity', dimension: 'length', min: 2, max: 8000, required: true };
const width: FieldSpec = { key: 'widthMm', label: 'Width B', type: 'quantity', dimension: 'length', min: 0.5, max: 3000, required: true };
const speed: FieldSpec = { key: 'speedRpm', label: 'Speed', type: 'quantity', dimension: 'speed', above: 0, max: 200_000 };
const oilTemperature: FieldSpec = { key: 'temperatureC', label: 'Oil temperature', type: 'quantity', dimension: 'temperature', min: -60, max: 300 };
const material = choice('wheelMaterial', 'Wheel material', { steel: 'steel', 'cast-iron': 'cast iron', bronze: 'bronze', polymer: 'polymer' });
const mounting: FieldSpec = { key: 'mounting', label: 'Mounting position', type: 'text', hint: 'As the maker’s table names it' };

const runningBearing: readonly FieldSpec[] = [
  choice('bearingKind', 'Bearing kind', { ball: 'ball', cylindrical: 'cylindrical roller', needle: 'needle', spherical: 'spherical roller', tapered: 'tapered roller', thrust: 'thrust' }, { required: true, initial: 'ball' }),
  bore,
  outside,
  width,
  { ...speed, required: true },
  { key: 'temperatureC', label: 'Housing temperature', type: 'quantity', dimension: 'temperature', min: -60, max: 300, required: true, hint: 'Measured with a probe or infrared, never by hand' },
  choice('contamination', 'Dirt around it', { 'light-non-abrasive': 'light, not abrasive', 'severe-non-abrasive': 'heavy, not abrasive', 'light-abrasive': 'light, abrasive', 'severe-abrasive': 'heavy, abrasive' }, { required: true, initial: 'light-non-abrasive' }),
  choice('moisture', 'Moisture', { dry: 'dry', humid: 'humid', condensation: 'condensation', water: 'water' }, { required: true, initial: 'dry' }),
  { key: 'vibrationMmS', label: 'Vibration (peak)', type: 'quantity', dimension: 'velocity', min: 0, max: 200, required: true },
  choice('position', 'Shaft', { horizontal: 'horizontal', inclined: 'inclined', vertical: 'vertical' }, { required: true, initial: 'horizontal' }),
  choice('feed', 'Grease enters', { side: 'from the side', centre: 'through the centre groove' }, { initial: 'side' }),
  choice('sealing', 'Sealing', { open: 'open or shielded', lip: 'lip seals' }, { initial: 'open', hint: 'Lip seals: metered doses only, slowly' }),
];

const sump: readonly FieldSpec[] = [oilTemperature, mounting];

export const pointKinds = {
  'gear-case': { label: 'Gear case', amountKind: 'litres', action: 'oil-change', fields: [...sump, { key: 'pitchLineVelocityMS', label: 'Pitch-line velocity', type: 'quantity', dimension: 'number', above: 0, max: 200, hint: 'm/s' }] },
  'worm-unit': { label: 'Worm unit', amountKind: 'litres', action: 'oil-change', fields: [...sump, material] },
  'rolling-bearing': { label: 'Rolling bearing', amountKind: 'grams', action: 'grease', fields: runningBearing },
  'insert-bearing': { label: 'Insert bearing', amountKind: 'grams', action: 'grease', fields: runningBearing },
  'sleeve-bearing': { label: 'Sleeve bearing', amountKind: 'drops', action: 'film', fields: [{ ...bore, required: false }, speed] },
  slideway: { label: 'Slideway', amountKind: 'film', action: 'film', fields: [{ key: 'lengthMm', label: 'Length', type: 'quantity', dimension: 'length', above: 0, max: 100_000 }] },
  screw: { label: 'Lead screw', amountKind: 'film', action: 'film', fields: [{ key: 'lengthMm', label: 'Length', type: 'quantity', dimension: 'length', above: 0, max: 100_000 }] },
  rack: { label: 'Rack', amountKind: 'film', action: 'film', fields: [] },
  'open-gear': { label: 'Open gear', amountKind: 'film', action: 'film', fields: [] },
  chain: { label: 'Chain', amountKind: 'drops', action: 'film', fields: [{ key: 'lengthMm', label: 'Length', type: 'quantity', dimension: 'length', above: 0, max: 1_000_000 }] },
  coupling: { label: 'Coupling', amountKind: 'grams', action: 'grease', fields: [] },
  spindle: { label: 'Spindle', amountKind: 'to-mark', action: 'top-up', fields: [speed, oilTemperature] },
  'hydraulic-set': { label: 'Hydraulic set', amountKind: 'litres', action: 'top-up', fields: [oilTemperature] },
  'circulating-outlet': { label: 'Circulating system outlet', amountKind: 'to-mark', action: 'check', fields: [] },
  'central-lubricator-outlet': { label: 'Central lubricator outlet', amountKind: 'to-mark', action: 'check', fields: [] },
  'pneumatic-lubricator': { label: 'Pneumatic lubricator', amountKind: 'to-mark', action: 'top-up', fields: [] },
  'drip-oiler': { label: 'Drip oiler', amountKind: 'to-mark', action: 'top-up', fields: [{ key: 'dropsPerMinute', label: 'Drops per minute', type: 'quantity', dimension: 'number', min: 0, max: 1000 }] },
  'ring-oiler': { label: 'Ring oiler', amountKind: 'to-mark', action: 'check', fields: [speed] },
  'bottle-oiler': { label: 'Bottle oiler', amountKind: 'to-mark', action: 'top-up', fields: [] },
  'grease-cup': { label: 'Grease cup', amountKind: 'grams', action: 'grease', fields: [] },
  'single-point-lubricator': { label: 'Single-point lubricator', amountKind: 'grams', action: 'check', fields: [] },
  'valve-stem': { label: 'Valve stem', amountKind: 'film', action: 'film', fields: [] },
  'seal-flush-pot': { label: 'Seal flush pot', amountKind: 'to-mark', action: 'top-up', fields: [] },
  'coolant-sump': { label: 'Coolant sump', amountKind: 'litres', action: 'check', fields: [] },
  generic: { label: 'Other point', amountKind: 'grams', action: 'grease', fields: [] },
} as const satisfies Record<string, PointKindSpec>;

export type PointKind = keyof typeof pointKinds;
export const pointKindNames = Object.keys(pointKinds) as [PointKind, ...PointKind[]];
/** The fields of a kind, without the literal types of the table. */
export const fieldsOf = (kind: PointKind): readonly FieldSpec[] => pointKinds[kind].fields;

/** Kinds whose grease amount and interval the core can compute from their fields. */
export const computesGrease = (kind: PointKind): boolean => kind === 'rolling-bearing' || kind === 'insert-bearing';
