/**
 * The one table of lube point kinds: what each is called and which fields describe it. Forms, checks, imports and
 * the methods that may be applied all follow from it.
 */
import { own } from '../own';
import type { Dimension } from '../units/parse-quantity';
import type { AmountKind, TaskAction } from '../words/task-words';

export type FieldSpec =
  | {
      key: string;
      label: string;
      type: 'quantity';
      dimension: Dimension;
      min?: number;
      above?: number;
      max: number;
      required?: boolean;
      hint?: string;
    }
  | {
      key: string;
      label: string;
      type: 'choice';
      options: readonly { value: string; label: string }[];
      required?: boolean;
      hint?: string;
      initial?: string;
    }
  | { key: string; label: string; type: 'text'; required?: boolean; hint?: string };

export type PointKindSpec = {
  label: string;
  /** How its lubricant is counted as a rule. */
  amountKind: AmountKind;
  /** The action of its usual task. */
  action: TaskAction;
  fields: readonly FieldSpec[];
  /** How to tell it is enough, as a rule; a point's own words come first. */
  enough?: string;
  /** Its grease is packed in, not pressed in with a gun. */
  byHand?: true;
  /** Its oil comes from a tank elsewhere, whose level is read there. */
  fedFromTank?: true;
};

const choice = (
  key: string,
  label: string,
  options: Record<string, string>,
  extra: { required?: boolean; hint?: string; initial?: string } = {},
): FieldSpec => ({
  key,
  label,
  type: 'choice',
  options: Object.entries(options).map(([value, text]) => ({ value, label: text })),
  ...extra,
});
const quantity = (
  key: string,
  label: string,
  dimension: Dimension,
  bounds: { min?: number; above?: number; max: number; required?: boolean; hint?: string },
): FieldSpec => ({ key, label, type: 'quantity', dimension, ...bounds });

const bore = quantity('boreMm', 'Bore d', 'length', { min: 1, max: 5000 });
const speed = quantity('speedRpm', 'Speed', 'speed', { above: 0, max: 200_000 });
const oilTemperature = quantity('temperatureC', 'Oil temperature', 'temperature', { min: -60, max: 300 });
const lineSpeed = quantity('pitchLineVelocityMS', 'Pitch-line velocity, last stage', 'line-speed', {
  above: 0,
  max: 250,
});
const material = (initial: string) =>
  choice(
    'wheelMaterial',
    'Wheel material',
    { steel: 'steel', 'cast-iron': 'cast iron', bronze: 'bronze', polymer: 'polymer' },
    { initial },
  );
const shock = choice('shock', 'Shock loads', { no: 'no', yes: 'yes' }, { initial: 'no' });
const supply = choice(
  'supply',
  'How the oil gets there',
  { splash: 'splash', ring: 'ring', pumped: 'pumped', hydraulic: 'hydraulic' },
  { initial: 'splash' },
);
const bushing = (initial: string) =>
  choice(
    'bushing',
    'Bushing',
    { steel: 'steel', bronze: 'bronze', polymer: 'polymer', unknown: 'not known' },
    { initial },
  );
const lubricatedBy = choice('lubricatedBy', 'Lubricated by', { grease: 'grease', oil: 'oil' }, { initial: 'grease' });
const washed = choice('washed', 'Coolant or water on it', { no: 'no', yes: 'yes' }, { initial: 'no' });
const length = quantity('lengthMm', 'Length', 'length', { above: 0, max: 1_000_000 });

const runningBearing: readonly FieldSpec[] = [
  {
    key: 'designation',
    label: 'Designation',
    type: 'text',
    hint: 'Such as 6312 C3 or 22220-K-W33; the sizes then follow from it',
  },
  lubricatedBy,
  choice(
    'bearingKind',
    'Bearing kind',
    {
      ball: 'ball',
      cylindrical: 'cylindrical roller',
      needle: 'needle',
      spherical: 'spherical roller',
      tapered: 'tapered roller',
      thrust: 'thrust',
    },
    { required: true, initial: 'ball' },
  ),
  { ...bore, required: true },
  quantity('outsideDiameterMm', 'Outside diameter D', 'length', { min: 2, max: 8000, required: true }),
  quantity('widthMm', 'Width B', 'length', { min: 0.5, max: 3000, required: true }),
  { ...speed, required: true },
  quantity('temperatureC', 'Housing temperature', 'temperature', {
    min: -60,
    max: 300,
    required: true,
    hint: 'Measured with a probe or infrared, never by hand',
  }),
  choice(
    'contamination',
    'Dirt around it',
    {
      'light-non-abrasive': 'light, not abrasive',
      'severe-non-abrasive': 'heavy, not abrasive',
      'light-abrasive': 'light, abrasive',
      'severe-abrasive': 'heavy, abrasive',
    },
    { required: true, initial: 'light-non-abrasive' },
  ),
  choice(
    'moisture',
    'Moisture',
    { dry: 'dry', humid: 'humid', condensation: 'condensation', water: 'water' },
    { required: true, initial: 'dry' },
  ),
  quantity('vibrationMmS', 'Vibration (peak)', 'velocity', { min: 0, max: 200, required: true }),
  choice(
    'position',
    'Shaft',
    { horizontal: 'horizontal', inclined: 'inclined', vertical: 'vertical' },
    { required: true, initial: 'horizontal' },
  ),
  choice('feed', 'Grease enters', { side: 'from the side', centre: 'through the centre groove' }, { initial: 'side' }),
  choice(
    'sealing',
    'Sealing',
    { unknown: 'not known', open: 'open or shielded on one side', lip: 'lip seals', closed: 'closed on both sides' },
    {
      initial: 'unknown',
      hint: 'Follows from a designation that is read whole; lip seals: metered doses only, slowly',
    },
  ),
  choice(
    'greaseSchool',
    'How much, school',
    {
      fixed: 'metered, fixed dose by size',
      'by-interval': 'metered, dose by interval',
      purge: 'purge to the relief, with a maximum',
      strokes: 'a fixed few strokes',
    },
    { hint: 'As the plant does when not said' },
  ),
  quantity('purgeMaxG', 'Maximum of a purge', 'mass', {
    above: 0,
    max: 1e5,
    hint: 'Three times the metered dose when not said',
  }),
];

export const pointKinds = {
  'gear-case': {
    label: 'Gear case',
    amountKind: 'litres',
    action: 'oil-change',
    fields: [
      choice(
        'gearKind',
        'Gears',
        {
          parallel: 'spur or helical, parallel shafts',
          bevel: 'bevel',
          planetary: 'planetary',
          gearmotor: 'gearmotor or shaft-mounted',
          'high-speed': 'high-speed unit',
          hypoid: 'hypoid',
        },
        { initial: 'parallel' },
      ),
      choice('reductions', 'Reductions', { 1: 'one', 2: 'two', 3: 'three' }, { initial: '2' }),
      quantity('centreDistanceMm', 'Low-speed centre distance', 'length', {
        above: 0,
        max: 20_000,
        hint: 'Planetary: housing diameter; bevel: cone distance',
      }),
      lineSpeed,
      material('steel'),
      shock,
      supply,
      oilTemperature,
    ],
  },
  'machine-tool-gearbox': {
    label: 'Machine-tool gearbox',
    amountKind: 'litres',
    action: 'oil-change',
    fields: [
      choice(
        'clutches',
        'Clutches or brakes inside',
        { yes: 'yes', no: 'no', unknown: 'not known' },
        { initial: 'unknown' },
      ),
      quantity('temperatureC', 'Running temperature', 'temperature', { min: -40, max: 150 }),
    ],
  },
  'semi-fluid-gear': {
    label: 'Gear filled with semi-fluid grease',
    amountKind: 'grams',
    action: 'grease',
    enough: 'Grease shows at the upper opening. Close it, run ten minutes, let it settle, look again.',
    fields: [
      lineSpeed,
      material('steel'),
      shock,
      quantity('temperatureC', 'Housing temperature', 'temperature', { min: -60, max: 300 }),
    ],
  },
  'worm-unit': {
    label: 'Worm unit',
    amountKind: 'litres',
    action: 'oil-change',
    fields: [
      quantity('centreDistanceMm', 'Centre distance', 'length', { above: 0, max: 2000 }),
      quantity('wormSpeedRpm', 'Worm speed', 'speed', { above: 0, max: 20_000 }),
      lineSpeed,
      material('bronze'),
      shock,
      supply,
      oilTemperature,
    ],
  },
  'rolling-bearing': { label: 'Rolling bearing', amountKind: 'grams', action: 'grease', fields: runningBearing },
  'insert-bearing': { label: 'Insert bearing', amountKind: 'grams', action: 'grease', fields: runningBearing },
  'sleeve-bearing': {
    label: 'Sleeve bearing',
    amountKind: 'drops',
    action: 'film',
    enough: 'Oil shows at both ends of the bearing; then stop.',
    fields: [bore, speed, oilTemperature],
  },
  slideway: {
    label: 'Slideway',
    amountKind: 'film',
    action: 'film',
    enough: 'An even film over the whole length, no dry streaks, nothing running down.',
    fields: [
      length,
      choice('lie', 'Lie', { horizontal: 'horizontal', vertical: 'vertical' }, { initial: 'horizontal' }),
    ],
  },
  screw: {
    label: 'Lead screw',
    amountKind: 'passes',
    action: 'film',
    enough: 'Two thin passes over the whole thread; wipe off the drip.',
    fields: [length],
  },
  'ball-screw': {
    label: 'Ball screw',
    amountKind: 'grams',
    action: 'grease',
    enough:
      'The counted grams, half of them at each end of the stroke; a thin film on the thread, no lumps at the wipers.',
    fields: [lubricatedBy, washed, quantity('boreMm', 'Diameter', 'length', { min: 4, max: 300 }), speed, length],
  },
  'linear-guide': {
    label: 'Linear guide',
    amountKind: 'grams',
    action: 'grease',
    enough: 'The counted grams a carriage, over the whole stroke; a thin film on the rail, no lumps at the wipers.',
    fields: [lubricatedBy, washed, length],
  },
  'greased-pin': {
    label: 'Pin or bushing',
    amountKind: 'grams',
    action: 'grease',
    enough: 'Clean grease shows at both edges; leave the collar, it keeps the dirt out.',
    fields: [bushing('unknown'), lubricatedBy, bore],
  },
  'needle-bed': {
    label: 'Needle bed',
    amountKind: 'drops',
    action: 'film',
    enough: 'A film in every channel, and nothing that could drip on the product.',
    fields: [quantity('speedRpm', 'Strokes a minute', 'number', { above: 0, max: 20_000 })],
  },
  'pump-power-end': {
    label: 'Power end of a pump',
    amountKind: 'litres',
    action: 'oil-change',
    fields: [bushing('bronze'), supply, oilTemperature],
  },
  rack: {
    label: 'Rack',
    amountKind: 'film',
    action: 'film',
    enough: 'A film on every flank; wipe the backs.',
    fields: [length],
  },
  'open-gear': {
    label: 'Open gear',
    amountKind: 'film',
    action: 'film',
    enough: 'Half a turn, let it run in, then the dry side; a dark unbroken film that does not fling.',
    fields: [lineSpeed, choice('dust', 'Around it', { clean: 'clean', dusty: 'abrasive dust' }, { initial: 'clean' })],
  },
  chain: {
    label: 'Chain',
    amountKind: 'drops',
    action: 'film',
    enough: 'Half a turn, then the dry side; a film inside the links that does not drip.',
    fields: [
      length,
      quantity('temperatureC', 'Chain temperature', 'temperature', { min: -60, max: 400 }),
      choice('dust', 'Around it', { clean: 'clean', dusty: 'abrasive dust' }, { initial: 'clean' }),
    ],
  },
  coupling: { label: 'Coupling', amountKind: 'grams', action: 'grease', fields: [speed] },
  spindle: { label: 'Spindle', amountKind: 'to-mark', action: 'top-up', fields: [speed, oilTemperature] },
  'hydraulic-set': {
    label: 'Hydraulic set',
    amountKind: 'litres',
    action: 'top-up',
    fields: [oilTemperature, choice('pump', 'Pump', { gear: 'gear', vane: 'vane', piston: 'piston' })],
  },
  'circulating-outlet': {
    label: 'Circulating system outlet',
    amountKind: 'to-mark',
    action: 'check',
    fedFromTank: true,
    fields: [bore, speed, oilTemperature],
  },
  'central-lubricator-outlet': {
    label: 'Central lubricator outlet',
    amountKind: 'to-mark',
    action: 'check',
    fields: [
      quantity('gramsPerCycle', 'Gives each cycle', 'mass', { above: 0, max: 1000 }),
      quantity('cyclesPerDay', 'Cycles a day', 'number', { min: 0, max: 10_000 }),
      quantity('reservoirG', 'Reservoir holds', 'mass', { above: 0, max: 1e6 }),
    ],
  },
  'pneumatic-lubricator': {
    label: 'Pneumatic lubricator',
    amountKind: 'to-mark',
    action: 'top-up',
    fields: [
      quantity('dropsPerMinute', 'Drops per minute', 'number', { min: 0, max: 600 }),
      quantity('reservoirMl', 'Bowl holds', 'millilitres', { above: 0, max: 10_000 }),
    ],
  },
  'drip-oiler': {
    label: 'Drip oiler',
    amountKind: 'to-mark',
    action: 'top-up',
    fields: [
      quantity('dropsPerMinute', 'Drops per minute', 'number', { min: 0, max: 600 }),
      quantity('reservoirMl', 'Glass holds', 'millilitres', { above: 0, max: 10_000 }),
      bore,
      speed,
    ],
  },
  'ring-oiler': { label: 'Ring oiler', amountKind: 'to-mark', action: 'check', fields: [bore, speed, oilTemperature] },
  'bottle-oiler': {
    label: 'Bottle oiler',
    amountKind: 'to-mark',
    action: 'top-up',
    fields: [
      quantity('reservoirMl', 'Bottle holds', 'millilitres', { above: 0, max: 10_000 }),
      quantity('mlPerDay', 'Uses a day', 'millilitres', { above: 0, max: 10_000 }),
      bore,
      speed,
      oilTemperature,
    ],
  },
  'grease-cup': {
    label: 'Grease cup',
    amountKind: 'grams',
    action: 'grease',
    byHand: true,
    fields: [
      quantity('capacityCm3', 'Cup holds', 'cubic-centimetres', { above: 0, max: 5000 }),
      quantity('turnsPerDay', 'Turns a day', 'number', { min: 0, max: 100 }),
      quantity('gramsPerTurn', 'Gives each turn', 'mass', { above: 0, max: 100 }),
    ],
  },
  'single-point-lubricator': {
    label: 'Single-point lubricator',
    amountKind: 'pieces',
    action: 'check',
    fields: [
      quantity('capacityCm3', 'Device holds', 'cubic-centimetres', { above: 0, max: 20_000 }),
      {
        key: 'settingsDays',
        label: 'Settings, days to empty',
        type: 'text',
        hint: 'As on the device, such as 30, 90, 180, 365',
      },
      quantity('requiredG', 'Bearing needs', 'mass', { above: 0, max: 1e5 }),
      quantity('intervalH', 'every', 'hours', { above: 0, max: 1e6 }),
      quantity('settingDays', 'Set to', 'days', { min: 1, max: 3650 }),
    ],
  },
  'valve-stem': {
    label: 'Valve stem',
    amountKind: 'film',
    action: 'film',
    enough: 'A thin film over the whole thread.',
    fields: [],
  },
  apron: { label: 'Lathe apron', amountKind: 'to-mark', action: 'top-up', fields: [] },
  'seal-flush-pot': {
    label: 'Seal flush pot',
    amountKind: 'to-mark',
    action: 'top-up',
    fields: [quantity('temperatureC', 'Flush temperature', 'temperature', { min: -60, max: 300 })],
  },
  'coolant-sump': {
    label: 'Coolant sump',
    amountKind: 'litres',
    action: 'check',
    fields: [
      quantity('tankL', 'Sump holds', 'volume', { above: 0, max: 1e6 }),
      quantity('targetPct', 'Wanted concentration', 'percent', { above: 0, max: 50 }),
      quantity('refractometerFactor', 'Refractometer factor', 'number', { min: 0.1, max: 10 }),
    ],
  },
  compressor: {
    label: 'Compressor',
    amountKind: 'litres',
    action: 'oil-change',
    fields: [
      choice('compressorKind', 'Kind', { screw: 'screw', vane: 'vane', piston: 'piston' }, { initial: 'screw' }),
      quantity('dischargeC', 'Discharge temperature', 'temperature', { min: 0, max: 300 }),
      oilTemperature,
    ],
  },
  generic: { label: 'Other point', amountKind: 'grams', action: 'grease', fields: [] },
} as const satisfies Record<string, PointKindSpec>;

export type PointKind = keyof typeof pointKinds;
export const pointKindNames = Object.keys(pointKinds) as [PointKind, ...PointKind[]];
/** The fields of a kind, without the literal types of the table. */
export const fieldsOf = (kind: PointKind): readonly FieldSpec[] => pointKinds[kind].fields;

/** How to tell it is enough at a point of a kind; empty where only the point itself can say. */
export const usualEnough = (kind: PointKind): string => (pointKinds[kind] as PointKindSpec).enough ?? '';

/** Whether the grease of such a point is packed in by hand, so that no gun counts it; false for a kind that nobody knows. */
export const isFilledByHand = (kind: string): boolean => own<PointKindSpec>(pointKinds, kind)?.byHand === true;

/** Whether the oil of such a point stands in a tank elsewhere; false for a kind that nobody knows. */
export const isFedFromTank = (kind: string): boolean => own<PointKindSpec>(pointKinds, kind)?.fedFromTank === true;

/**
 * Kinds whose grease amount and interval the core can compute from their fields.
 * @example computesGrease('rolling-bearing') // true
 * @example computesGrease('gear-case') // false
 */
export const computesGrease = (kind: PointKind): boolean => kind === 'rolling-bearing' || kind === 'insert-bearing';
