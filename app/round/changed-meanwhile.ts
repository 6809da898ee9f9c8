import { type MachineState, machineStates } from '@/core/words/machine-states';
import type { WalkDocument, WalkStop } from '@/core/walk/document';
import { plannedOf } from './planned';

/** What of a stop somebody walks by, in words: where one of these is another, the plan has changed under the walk. */
const walkedBy: readonly [string, (stop: WalkStop) => string][] = [
  ['Task', ({ title }) => title],
  ['Lubricant', ({ lubricant }) => lubricant?.code ?? 'none'],
  ['Amount', (stop) => plannedOf(stop, null).words],
  ['Machine', ({ machineState }) => machineStates[machineState as MachineState]],
  ['Procedure', ({ procedure }) => procedure ?? 'none'],
  ['Caution', ({ cautions }) => cautions || 'none'],
  ['Do not', ({ doNots }) => doNots || 'nothing'],
];

const changesAt = (before: WalkStop, now: WalkStop): string[] =>
  walkedBy.flatMap(([what, of]) => (of(before) === of(now) ? [] : [`${what}: ${of(now)}, was ${of(before)}.`]));

/** A round as the book has it now, with what has changed at its stops since it was kept here, until somebody has seen it. */
export const withChanges = (before: WalkDocument, now: WalkDocument): WalkDocument => {
  const known = new Map(before.stops.map((stop) => [stop.taskId, stop]));
  return {
    ...now,
    stops: now.stops.map((stop) => {
      const was = known.get(stop.taskId);
      return was ? { ...stop, changed: [...new Set([...was.changed, ...changesAt(was, stop)])] } : stop;
    }),
  };
};
