import { isOwn, own } from '../own';
import { runLength, singleSpaced } from '../text';
import { parseStages } from '../interval/stage-words';
import { type PointKind, fieldsOf, pointKindNames, pointKinds } from './point-kinds';
import { type MachineState, machineStates } from '../words/machine-states';
import { type AmountKind, type TaskAction, amountKinds, taskActions } from '../words/task-words';

/**
 * A machine's points as a table: what each column is called, how pasted text finds its column, and how the text of a
 * row becomes the input of the point and task forms. Nothing is guessed: what cannot be read stays text and is refused
 * beside its cell by the same forms that refuse it elsewhere.
 */
export const gridColumns = {
  kind: { label: 'Kind', width: 8 },
  name: { label: 'Name', width: 10 },
  location: { label: 'Where', width: 9 },
  designation: { label: 'Designation', width: 7 },
  speedRpm: { label: 'Speed', width: 4.5 },
  temperatureC: { label: 'Temp.', width: 4.5 },
  lubricant: { label: 'Lubricant', width: 4.5 },
  task: { label: 'Task', width: 6.5 },
  amount: { label: 'Amount', width: 5 },
  hours: { label: 'Every h', width: 4.5 },
  days: { label: 'Every days', width: 4.5 },
  readings: { label: 'Readings', width: 9 },
  machineState: { label: 'Machine state', width: 7 },
  cautions: { label: 'Cautions', width: 10 },
} as const;
export type GridColumn = keyof typeof gridColumns;
export const gridColumnNames = Object.keys(gridColumns) as GridColumn[];
export type GridRow = Partial<Record<GridColumn, string>>;

/** Columns of a point that stands already which may be changed here; kind, lubricant and task are changed at the point. */
export const editableColumns: readonly GridColumn[] = [
  'name',
  'location',
  'designation',
  'speedRpm',
  'temperatureC',
  'machineState',
  'cautions',
];

/** Other words under which a column may stand in a spreadsheet. */
const aliases: Partial<Record<string, GridColumn>> = {
  type: 'kind',
  point: 'name',
  description: 'name',
  place: 'location',
  position: 'location',
  'where on the machine': 'location',
  bearing: 'designation',
  rpm: 'speedRpm',
  'speed rpm': 'speedRpm',
  '°c': 'temperatureC',
  temp: 'temperatureC',
  temperature: 'temperatureC',
  'lubricant code': 'lubricant',
  oil: 'lubricant',
  grease: 'lubricant',
  action: 'task',
  quantity: 'amount',
  'interval h': 'hours',
  hours: 'hours',
  'interval days': 'days',
  days: 'days',
  state: 'machineState',
  caution: 'cautions',
};

const plain = (text: string) => singleSpaced(text.toLowerCase());

/**
 * The column a heading means; undefined for one nobody knows.
 * @example columnOf('Lubricant') // 'lubricant'
 */
export function columnOf(heading: string): GridColumn | undefined {
  const text = plain(heading);
  return (
    gridColumnNames.find((key) => plain(gridColumns[key].label) === text || key.toLowerCase() === text) ?? aliases[text]
  );
}

/**
 * Puts pasted cells into rows. A first line of headings names its columns in any order; without one the cells go into
 * the columns from `from` on, in their order. Empty lines are dropped.
 */
export function placeCells(
  cells: readonly (readonly string[])[],
  from: GridColumn = 'kind',
): { rows: GridRow[]; unknown: string[] } {
  const filled = cells.filter((row) => row.some((cell) => cell.trim() !== ''));
  const heads = filled[0]?.map(columnOf) ?? [];
  const hasHeads = heads.filter((head) => head !== undefined).length >= 2;
  const columns = hasHeads ? heads : gridColumnNames.slice(gridColumnNames.indexOf(from));
  const unknown = hasHeads
    ? filled[0]!.filter((heading, index) => heading.trim() !== '' && heads[index] === undefined)
    : [];
  const rows = (hasHeads ? filled.slice(1) : filled).map(
    (row) =>
      Object.fromEntries(
        row.flatMap((cell, index) => (columns[index] ? [[columns[index], cell.trim()]] : [])),
      ) as GridRow,
  );
  return { rows, unknown };
}

/** A key of a words table by its key or its words, in any case; the text itself where it is neither. */
const byWords = (words: Readonly<Record<string, string>>, text: string): string =>
  Object.entries(words).find(([key, label]) => plain(key) === plain(text) || plain(label) === plain(text))?.[0] ?? text;

const kindWords = Object.fromEntries(pointKindNames.map((kind) => [kind, pointKinds[kind].label]));

export type GridTask = {
  action: string;
  title: string;
  amountKind: string;
  amount: string;
  machineState: string;
  minutes: string;
  when: string;
};
export type GridInput = { point: Record<string, unknown>; lubricantCode: string; task: GridTask | null };

/** What the forms get from a row of the grid. A bearing of known size with no task of its own takes the computed one. */
export function gridInput(row: GridRow): GridInput {
  const cell = (key: GridColumn) => (row[key] ?? '').trim();
  const kind = byWords(kindWords, cell('kind')) as PointKind;
  const known = isOwn(pointKinds, kind);
  const fields = known ? fieldsOf(kind) : [];
  const details = Object.fromEntries(
    fields.map((field) => [
      field.key,
      isOwn(gridColumns, field.key)
        ? cell(field.key as GridColumn)
        : field.type === 'choice'
          ? (field.initial ?? '')
          : '',
    ]),
  );
  // A bearing that shakes as usual; the grid has no column for it.
  if ('vibrationMmS' in details) details.vibrationMmS = '2';
  const machineState = cell('machineState') === '' ? 'any' : byWords(machineStates, cell('machineState'));
  const hasTask = ['task', 'amount', 'hours', 'days', 'readings'].some((key) => cell(key as GridColumn) !== '');
  // What is read is read at a look.
  const usual = cell('readings') !== '' ? 'check' : known ? pointKinds[kind].action : undefined;
  const action = cell('task') === '' && usual ? usual : (byWords(taskActions, cell('task')) as TaskAction);
  const { amountKind, amount } = readAmount(cell('amount'), known ? pointKinds[kind].amountKind : 'grams');
  return {
    point: {
      kind,
      name: cell('name'),
      location: cell('location'),
      reservoirId: '',
      consequence: '2',
      machineState,
      cautions: cell('cautions'),
      doNots: '',
      accessNote: '',
      enoughSign: '',
      forbidsAirGun: false,
      materials: [],
      details,
    },
    lubricantCode: cell('lubricant').toUpperCase(),
    task: hasTask
      ? {
          action,
          title: own(taskActions, action) ?? action,
          amountKind,
          amount,
          machineState,
          minutes: '5',
          when: [gridLimit(row, 'hours'), gridLimit(row, 'days')].filter((limit) => limit !== '').join(' or '),
        }
      : null,
  };
}

/** An interval cell as stages are written: a bare number counts in the column's unit. */
function gridLimit(row: GridRow, column: 'hours' | 'days'): string {
  const typed = (row[column] ?? '').trim();
  return /[a-z]$/i.test(typed) || typed === '' ? typed : `${typed} ${column === 'hours' ? 'h' : 'd'}`;
}

/** In which of the two interval cells the mistake is. */
export const columnOfInterval = (row: GridRow): GridColumn =>
  gridLimit(row, 'days') !== '' && !parseStages(gridLimit(row, 'days')).ok ? 'days' : 'hours';

const unitKinds: readonly [RegExp, AmountKind][] = [
  [/strokes?$/i, 'strokes'],
  [/drops?$/i, 'drops'],
  [/passes?$/i, 'passes'],
  [/(pieces?|cartridges?)$/i, 'pieces'],
  [/^(to )?(the )?mark$/i, 'to-mark'],
  [/^film$/i, 'film'],
  [/(^|[\d\s])g$|grams?$/i, 'grams'],
  [/(^|[\d\s])l$|lit(re|er)s?$/i, 'litres'],
];

/**
 * `20 g`, `3.2 L`, `40 drops`, `film`, `to the mark`: the amount and how it is counted; the kind's own unit where none stands.
 * @example readAmount('20 g', 'grams') // { amountKind: 'grams', amount: '20' }
 */
export function readAmount(text: string, usual: AmountKind): { amountKind: AmountKind; amount: string } {
  const amountKind = unitKinds.find(([pattern]) => pattern.test(text.trim()))?.[1] ?? usual;
  const amount = ['film', 'to-mark'].includes(amountKind) ? '' : withoutWord(text);
  return { amountKind: isOwn(amountKinds, amountKind) ? amountKind : usual, amount };
}

/** A text without the word that it ends with. */
function withoutWord(text: string): string {
  const letters = runLength([...text].reverse().join(''), (sign) => /[a-z]/i.test(sign));
  return text.slice(0, text.length - letters).trim();
}

type Standing = {
  kind: PointKind;
  name: string;
  location: string;
  reservoirId: string | null;
  consequence: number;
  machineState: MachineState;
  cautions: string;
  doNots: string;
  accessNote: string;
  enoughSign: string;
  forbidsAirGun: boolean;
  materials: readonly string[];
  details: Readonly<Record<string, number | string>>;
};

/** A point that stands already as a row of the grid. */
export const gridRowOf = (
  { kind, name, location, machineState, cautions, details }: Standing,
  task: { lubricant: string; task: string; amount: string; hours: string; days: string },
): GridRow => ({
  kind: pointKinds[kind].label,
  name,
  location,
  machineState: machineStates[machineState],
  cautions,
  ...task,
  ...Object.fromEntries(
    (['designation', 'speedRpm', 'temperatureC'] as const).flatMap((key) =>
      details[key] === undefined ? [] : [[key, String(details[key])]],
    ),
  ),
});

/** What the point form gets for a point that stands already: as it is, with the cells of the row that may be changed. */
export function standingInput(point: Standing, row: GridRow): Record<string, unknown> {
  const cell = (key: GridColumn) => (row[key] ?? '').trim();
  const has = (key: string) => fieldsOf(point.kind).some((field) => field.key === key);
  const details = Object.fromEntries(
    fieldsOf(point.kind).map(({ key }) => [key, point.details[key] === undefined ? '' : String(point.details[key])]),
  );
  for (const key of ['designation', 'speedRpm', 'temperatureC'] as const) if (has(key)) details[key] = cell(key);
  return {
    ...point,
    reservoirId: point.reservoirId ?? '',
    consequence: String(point.consequence),
    name: cell('name'),
    location: cell('location'),
    machineState: byWords(machineStates, cell('machineState')),
    cautions: cell('cautions'),
    details,
  };
}

/** Columns of the grid under which a form's field stands. */
export function columnOfField(field: string): GridColumn {
  const key = field.replace(/^details\./, '');
  if (isOwn(gridColumns, key)) return key as GridColumn;
  const homes: Record<string, GridColumn> = {
    boreMm: 'designation',
    outsideDiameterMm: 'designation',
    widthMm: 'designation',
    lubricantId: 'lubricant',
    overruledBecause: 'lubricant',
    amountKind: 'amount',
    action: 'task',
    title: 'task',
  };
  return homes[key] ?? 'kind';
}
