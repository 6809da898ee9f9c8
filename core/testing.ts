import { expect } from 'vitest';
import type { Outcome } from './method';

/** Test helpers of the core; imported by tests only. */

/** The result of an outcome that must be an answer. */
export function resultOf<Result>(outcome: Outcome<Result> | Promise<Outcome<Result>>): Result {
  if (outcome instanceof Promise) throw new Error('this method answers later');
  if (!outcome.ok) throw new Error(`refused: ${outcome.reason}`);
  return outcome.result;
}

/** Asserts a value within a share of the wanted one. */
export function expectWithin(value: number, wanted: number, share: number) {
  expect(Math.abs(value - wanted), `${value} should be within ${share * 100} % of ${wanted}`).toBeLessThanOrEqual(
    Math.abs(wanted) * share,
  );
}
