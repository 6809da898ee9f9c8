import { expect } from 'vitest';
import type { BelievedEntry } from './entry/believed';
import type { Outcome } from './method';
import { walkDocumentVersion } from './walk/document';
import type { Replacement, ShownReading } from './meter/series';

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

/** Shown readings and dial changes of one meter, from its log. */
export function dialsOf(entries: readonly BelievedEntry[]): {
  readings: ShownReading[];
  replacements: Replacement[];
} {
  const readings: ShownReading[] = [];
  const replacements: Replacement[] = [];
  for (const { kind, happenedAt, body } of entries) {
    const atMs = Date.parse(happenedAt);
    if (kind === 'reading') readings.push({ atMs, value: body.value });
    if (kind === 'meter-change') replacements.push({ atMs, oldValue: body.oldValue, newValue: body.newValue });
  }
  return { readings, replacements };
}

/** The least that a walk has to say: whose it is, on which route, and no stop. */
export const leastWalk = {
  version: walkDocumentVersion,
  roundId: 'r',
  route: { id: 'r', code: 'R-1', name: 'One' },
  person: { id: 'p', initials: 'TO', name: 'T' },
  startedAt: '',
  loadedAt: '',
  signedAt: null,
  stops: [],
  guns: [],
  meters: [],
};

/** The least that a stop of a walk has to say: a look at a bearing. */
export const leastStop = {
  taskId: 't',
  title: 'Look',
  action: 'check',
  pointId: 'p',
  pointLabel: 'P1·01',
  pointName: 'Bearing',
  location: '',
  machineId: 'm',
  machineCode: 'P1',
  machineName: 'Press',
  areaName: '',
  machineState: 'any',
  energySources: [],
  cautions: '',
  doNots: '',
  accessNote: '',
  procedureText: '',
  enoughSign: '',
  forbidsAirGun: false,
  lubricant: null,
  amountKind: 'to-mark',
  amount: null,
  plannedAmount: null,
  dueWords: '',
  operatorCard: null,
  written: null,
};
