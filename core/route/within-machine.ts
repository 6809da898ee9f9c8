import { type MachineState, runs } from '../words/machine-states';
import type { TaskAction } from '../words/task-words';

/** What of a stop says when it is done among those of its machine. */
export type AtMachine = {
  id: string;
  machineId: string;
  pointId: string;
  action: TaskAction;
  machineState: MachineState;
};

/**
 * What comes before what at one machine, as the trade does it: what is looked at while it runs before what it is stopped for;
 * at one point the look before the pouring and greasing. (M C; order of the route sheet)
 * @returns by stop the ids of those that are finished before it
 */
export function beforeAtMachine(stops: readonly AtMachine[]): Map<string, string[]> {
  const isLook = ({ action }: AtMachine) => action === 'check';
  const comesBefore = (a: AtMachine, b: AtMachine): boolean => {
    if (a.machineId !== b.machineId || a.id === b.id) return false;
    if (isLook(a) && runs(a.machineState) && isStopped(b)) return true;
    return a.pointId === b.pointId && isLook(a) && !isLook(b);
  };
  // Two that would each come first are left as they are.
  return new Map(
    stops.map((stop) => [
      stop.id,
      stops.filter((other) => comesBefore(other, stop) && !comesBefore(stop, other)).map(({ id }) => id),
    ]),
  );
}

const isStopped = ({ machineState }: AtMachine): boolean => machineState !== 'any' && !runs(machineState);

/**
 * An order in which nothing stands before what it comes after: what would be too early is put off until that is done.
 * @param order ids
 * @param after by id what is finished before it; what is not in the order does not count
 * @example putRight(['pour', 'look'], new Map([['pour', ['look']]])) // ['look', 'pour']
 */
export function putRight(order: readonly string[], after: ReadonlyMap<string, readonly string[]>): string[] {
  const known = new Set(order);
  const done = new Set<string>();
  const isReady = (id: string) => (after.get(id) ?? []).every((before) => done.has(before) || !known.has(before));
  const waiting: string[] = [];
  for (const id of order) {
    waiting.push(id);
    for (let next = waiting.findIndex(isReady); next >= 0; next = waiting.findIndex(isReady))
      done.add(waiting.splice(next, 1)[0]!);
  }
  return [...done, ...waiting];
}
