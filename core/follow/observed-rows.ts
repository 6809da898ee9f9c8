import { pointLabel } from '../register/assignment';
import { singleSpaced } from '../text';
import { parseQuantity } from '../units/parse-quantity';
import { type MachineState, machineStateNames } from '../words/machine-states';

/** The columns of a file of readings, one reading a line: those of one look share its identifier, or point and instant. */
export const observedColumns = [
  'id',
  'at',
  'point',
  'quantity',
  'value',
  'unit',
  'state',
  'observation',
  'afterMin',
  'by',
] as const;
type Column = (typeof observedColumns)[number];
const needed: readonly Column[] = ['at', 'point', 'quantity', 'value'];

export type ObservedValue = {
  quantity: string;
  value: number;
  unit: string;
  state?: MachineState;
  observation?: true;
  afterMin?: number;
};
/** What one look of a file has read. */
export type ObservedLook = {
  line: number;
  id: string | undefined;
  at: string;
  pointId: string;
  by: string;
  values: ObservedValue[];
};
export type ObservedFault = { line: number; reason: string };

/** How a file names a point: its label, in whatever sign stands between machine and number, or its identifier. */
export const pointKey = (text: string): string => singleSpaced(text).toUpperCase().replace(/[ ./]/g, '·');

/**
 * The points that a file may name, by label and by identifier.
 * @example pointsByName([{ id: 'x', code: 'P1', number: 7 }]).get(pointKey('p1/07')) // 'x'
 */
export const pointsByName = (points: readonly { id: string; code: string; number: number }[]): Map<string, string> =>
  new Map(
    points.flatMap(({ id, code, number }) => [[pointKey(pointLabel(code, number)), id] as const, [id, id] as const]),
  );

/**
 * Reads a file of readings into looks, in the order of their first lines; what cannot be read is said by its line and
 * nothing of its look is taken.
 * @param lines cells by the name of their column, the first below the header
 * @param points as `pointsByName` makes them
 */
export function readObserved(
  lines: readonly Readonly<Record<string, string>>[],
  points: ReadonlyMap<string, string>,
): { looks: ObservedLook[]; faults: ObservedFault[] } {
  const looks = new Map<string, ObservedLook>();
  const faults: ObservedFault[] = [];
  const spoilt = new Set<string>();
  lines.forEach((cells, index) => {
    const line = index + 2; // as a spreadsheet numbers it, below the header
    // A file for a spreadsheet marks as text what would else be a formula there.
    const cell = (column: Column) => (cells[column] ?? '').trim().replace(/^'(?=[=+@-])/, '');
    const key = cell('id') || `${pointKey(cell('point'))} ${cell('at')}`;
    const read = readLine(cell, points);
    if ('reason' in read) {
      faults.push({ line, reason: read.reason });
      spoilt.add(key);
      return;
    }
    const look = looks.get(key);
    if (!look) looks.set(key, { line, id: cell('id') || undefined, by: cell('by'), ...read, values: [read.values] });
    else if (look.pointId === read.pointId && look.at === read.at) look.values.push(read.values);
    else {
      faults.push({ line, reason: `${cell('id')} stands for another point or time further up.` });
      spoilt.add(key);
    }
  });
  return { looks: [...looks].flatMap(([key, look]) => (spoilt.has(key) ? [] : [look])), faults };
}

function readLine(
  cell: (column: Column) => string,
  points: ReadonlyMap<string, string>,
): { at: string; pointId: string; values: ObservedValue } | { reason: string } {
  const missing = needed.find((column) => cell(column) === '');
  if (missing) return { reason: `${missing}: is empty.` };
  const pointId = points.get(pointKey(cell('point'))) ?? points.get(cell('point'));
  if (!pointId) return { reason: `${cell('point')} is no point in use here.` };
  if (!/^\d{4}-\d\d-\d\dT[\d:.]+(Z|[+-]\d\d:\d\d)$/.test(cell('at')) || Number.isNaN(Date.parse(cell('at'))))
    return { reason: `at: ${cell('at')} is no instant. Write it like 2026-11-24T06:30:00+01:00.` };
  const value = parseQuantity(cell('value'), 'number');
  if (!value.ok) return { reason: `value: ${value.reason}` };
  const state = cell('state');
  if (state !== '' && !(machineStateNames as readonly string[]).includes(state))
    return { reason: `state: ${state} is none of ${machineStateNames.join(', ')}.` };
  const after = cell('afterMin');
  if (after !== '' && !/^\d+(\.\d+)?$/.test(after)) return { reason: `afterMin: ${after} is no number of minutes.` };
  return {
    at: cell('at'),
    pointId,
    values: {
      quantity: cell('quantity'),
      value: value.value,
      unit: cell('unit'),
      ...(state !== '' && { state: state as MachineState }),
      ...(cell('observation') !== '' && { observation: true as const }),
      ...(after !== '' && { afterMin: Number(after) }),
    },
  };
}
