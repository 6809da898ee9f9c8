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
