import type { AmountKind, TaskAction } from '../words/task-words';
import type { ProceduresInForce } from './in-force';
import type { Procedure } from './step';
import { type MachineState, runs } from '../words/machine-states';

/** What of a task says how it is usually done. */
export type HowAsked = {
  action: TaskAction;
  kind: string;
  machineState: MachineState;
  amountKind?: AmountKind;
  /** The unit came without oil, and nobody has filled it yet. */
  cameEmpty?: boolean;
};

/** By kind of point, then by action: the procedure that the trade goes by. `any` is for every other kind. (M C) */
const usual: Readonly<Record<string, Partial<Record<TaskAction, string>>>> = {
  'worm-unit': { 'oil-change': 'oil-change-worm-unit' },
  'circulating-outlet': { check: 'daily-look', 'oil-change': 'oil-change-circulating' },
  'hydraulic-set': { 'oil-change': 'oil-change-hydraulic' },
  compressor: { 'oil-change': 'compressor-oil-change', 'top-up': 'compressor-top-up' },
  'ring-oiler': { 'top-up': 'ring-oiler', check: 'ring-oiler' },
  'drip-oiler': { 'top-up': 'drip-oiler', check: 'drip-oiler' },
  'bottle-oiler': { 'top-up': 'bottle-oiler' },
  'grease-cup': { grease: 'grease-cup' },
  'central-lubricator-outlet': { check: 'central-lubricator-check', 'top-up': 'central-lubricator-refill' },
  'single-point-lubricator': { check: 'single-point-exchange' },
  chain: { film: 'chain-oil' },
  'open-gear': { film: 'open-gear-film' },
  slideway: { film: 'slideway' },
  screw: { film: 'lead-screw' },
  rack: { film: 'lead-screw' },
  'valve-stem': { film: 'valve-stem', grease: 'valve-stem' },
  'seal-flush-pot': { 'top-up': 'seal-pot', check: 'seal-pot' },
  'coolant-sump': { 'top-up': 'coolant', check: 'coolant' },
  'semi-fluid-gear': { grease: 'fill-from-below' },
  any: {
    'oil-change': 'oil-change-splash-gear',
    'top-up': 'top-up',
    drain: 'drain-water',
    clean: 'clean-before-opening',
    turn: 'turn-part',
    retighten: 'bolts-and-marks',
  },
};

/**
 * The code of the procedure that a task is usually done by; undefined where there is none, as for a film of a few drops.
 * @example usualProcedure({ action: 'oil-change', kind: 'worm-unit', machineState: 'isolated' }) // 'oil-change-worm-unit'
 */
export function usualProcedure({
  action,
  kind,
  machineState,
  amountKind,
  cameEmpty = false,
}: HowAsked): string | undefined {
  // Nothing is drained where nothing is in.
  if (cameEmpty && action === 'oil-change') return 'first-fill';
  const own = Object.hasOwn(usual, kind) ? usual[kind]![action] : undefined;
  if (own) return own;
  if (action === 'grease') {
    if (amountKind === 'purge') return 'purge-with-relief';
    return runs(machineState) || machineState === 'any' ? 'regrease-running' : 'regrease-stopped';
  }
  return usual.any![action];
}

/** What a task says that is done by no procedure at all. */
export const noProcedure = 'none';

/**
 * The procedure that a task is done by: the one that it names, or else the usual one; undefined where there is none.
 * @param procedureCode empty where the task names none
 * @param inForce what is done under each code
 */
export const procedureFor = (
  { procedureCode = '', ...how }: HowAsked & { procedureCode?: string },
  inForce: ProceduresInForce,
): Procedure | undefined =>
  procedureCode === noProcedure ? undefined : (inForce.get(procedureCode) ?? inForce.get(usualProcedure(how) ?? ''));
