/**
 * How much a computation may do. Counted in steps rather than in time: the core has no clock, and the same input is then
 * refused on every machine. Only what a stranger asks for runs on a budget; the book's own work is not counted.
 */

/** Thrown when a computation has used up its steps; `runMethod` turns it into a refusal. */
export class OutOfSteps extends Error {}

/** About a second on a small machine: a step is some arithmetic on a day, or on fifty pairs of readings. */
export const methodSteps = 1_000_000;

let left = Infinity;

/** Does work that may take so many steps. Work within counts on its own. @throws OutOfSteps */
export function withSteps<Value>(steps: number, work: () => Value): Value {
  const before = left;
  left = steps;
  try {
    return work();
  } finally {
    left = before;
  }
}

/** Takes steps off the budget of the work that is under way. @throws OutOfSteps */
export function spend(steps: number): void {
  left -= steps;
  if (left < 0) throw new OutOfSteps();
}
