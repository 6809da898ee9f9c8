/** The states a machine can be in while something is done to it, with the words the screens use. */
export const machineStates = {
  'running-loaded': 'running, loaded',
  'running-idle': 'running idle',
  'stopped-powered': 'stopped, power on',
  isolated: 'isolated, locked and tagged',
  'isolated-depressurised': 'isolated and depressurised',
  'auxiliary-only': 'auxiliary pump only',
  any: 'any state',
} as const;
export type MachineState = keyof typeof machineStates;
export const machineStateNames = Object.keys(machineStates) as [MachineState, ...MachineState[]];

/**
 * Whether something is done with the machine running.
 * @example runs('running-idle') // true
 */
export const runs = (state: MachineState): boolean => state === 'running-loaded' || state === 'running-idle';

/**
 * Whether a task is held back: done with the unit running, which came empty and has not been filled.
 * @example waitsForFilling({ cameEmpty: true, machineState: 'isolated' }) // false
 */
export const waitsForFilling = ({
  cameEmpty,
  machineState,
}: {
  cameEmpty: boolean;
  machineState: MachineState;
}): boolean => cameEmpty && runs(machineState);

/** States in which nothing moves and the oil stands alike. */
const still: readonly MachineState[] = ['stopped-powered', 'isolated'];

/** Whether one of two states is a relieved one and the other still: the same level only without stored pressure. */
export const isRelieved = (a: MachineState | undefined, b: MachineState | undefined): boolean =>
  [a, b].includes('isolated-depressurised') && [a, b].some((state) => state !== undefined && still.includes(state));

/**
 * Whether a level read in one state may be compared with a mark for another.
 * @param holdsPressure undefined where nobody knows, which counts as yes
 * @example isSameForLevel('stopped-powered', 'isolated', undefined) // true
 */
export function isSameForLevel(
  read: MachineState | undefined,
  mark: MachineState | undefined,
  holdsPressure: boolean | undefined,
): boolean {
  if (read === undefined || mark === undefined || mark === 'any' || read === mark) return true;
  if (still.includes(read) && still.includes(mark)) return true;
  return isRelieved(read, mark) && holdsPressure === false;
}
