import type { DueFacts } from '@/core/interval/due-facts';
import { type DueHistory, dueHistory, sameInput } from '@/core/interval/due-history';
import { type PastMeters, rememberedPast } from '@/core/meter/past';
import type { MeterState } from '@/core/meter/state';
import { groupBy } from '../group-by';
import {
  type MachineMeters,
  type TaskCounters,
  type TaskDerivation,
  deriveTask,
  factsOf,
  metersOfMachine,
  countersOfTask,
  readOn,
} from './derive';
import type { MachineLog } from './machine-log';
import type { Plan, TaskPlanRow } from './plan-rows';
import { type StandingRows, dueRow, meterRow, pastRow } from './rows';

/** One task with what follows for it. */
type DerivedTask = {
  derivation: TaskDerivation;
  facts: DueFacts;
  history: DueHistory;
  rows: Pick<StandingRows, 'past'> & { due: StandingRows['due'][number] };
};

/** A machine with all that plan and log say of its meters and tasks, and the rows that say so. */
export type DerivedMachine = {
  meters: MachineMeters;
  tasks: Map<string, DerivedTask>;
  rows: StandingRows;
  /** How much besides readings the log held. */
  besidesReadings: number;
};

/**
 * Derives all meters and tasks of a machine.
 * @param tasks those of the machine
 * @param before the same plan with a log that this one goes on from: what nothing was added to stays as it was derived
 */
export function deriveMachine(
  plan: Plan,
  log: MachineLog,
  machineId: string,
  tasks: readonly TaskPlanRow[],
  before?: DerivedMachine,
): DerivedMachine {
  const meters = metersOfMachine(plan, log, machineId, before?.meters);
  const past = rememberedPast();
  const readOnly = before?.besidesReadings === log.besidesReadings;
  const derived = new Map(
    tasks.map((row) => {
      const known = before?.tasks.get(row.taskId);
      if (!readOnly || !known) return [row.taskId, goneOn(deriveTask(plan, log, row, meters), known, past)];
      if (goesBySame(known.derivation, countersOfTask(row, meters))) return [row.taskId, known];
      return [row.taskId, goneOn(readOn(known.derivation, meters), known, past)];
    }),
  );
  return {
    meters,
    tasks: derived,
    besidesReadings: log.besidesReadings,
    rows: {
      meters: [...meters.states].map(([meterId, state], place) =>
        before?.meters.states.get(meterId) === state
          ? before.rows.meters[place]!
          : meterRow(meterId, machineId, shownLast(log, meterId, state), state),
      ),
      due: [...derived.values()].map(({ rows }) => rows.due),
      past: [...derived.values()].flatMap(({ rows }) => rows.past),
    },
  };
}

/** Derives the machines of a plan one after another. */
export function* deriveMachines(plan: Plan, log: MachineLog, machineIds: Iterable<string>): Generator<DerivedMachine> {
  const tasksOf = groupBy(plan.tasks, ({ machineId }) => machineId);
  for (const machineId of machineIds) yield deriveMachine(plan, log, machineId, tasksOf.get(machineId) ?? []);
}

/** What follows for a task, as far as it does not stand as before. */
function goneOn(derivation: TaskDerivation, before: DerivedTask | undefined, meters: PastMeters): DerivedTask {
  const same = before && sameInput(before.derivation.input, derivation.input);
  if (same && sameBesides(before.derivation, derivation)) return before;
  const facts = same ? before.facts : factsOf(derivation);
  const history = same
    ? before.history
    : dueHistory(derivation.input, meters, before && { input: before.derivation.input, history: before.history });
  const past =
    before?.history === history
      ? before.rows.past
      : history.past.map((span, place) =>
          before?.history.past[place] === span ? before.rows.past[place]! : pastRow(derivation.row, span),
        );
  return { derivation, facts, history, rows: { due: dueRow(derivation, facts, history.sinceOn), past } };
}

/** Whether a task is counted by meters that stand as they did: then more readings say nothing of it. */
const goesBySame = ({ input }: TaskDerivation, { hours, cycles }: TaskCounters): boolean =>
  input.meters.hours === hours?.state && input.meters.cycles === cycles?.state;

/** Whether what a row says besides when it is due is the same, of the same plan. */
const sameBesides = (a: TaskDerivation, b: TaskDerivation): boolean =>
  a.lubricant?.id === b.lubricant?.id &&
  a.stagesOf?.id === b.stagesOf?.id &&
  a.amount === b.amount &&
  a.cameEmpty === b.cameEmpty &&
  a.mixedWith.join() === b.mixedWith.join() &&
  a.waitingChange?.holds === b.waitingChange?.holds &&
  a.waitingChange?.wants === b.waitingChange?.wants;

/** What the dial showed at the newest kept reading. */
function shownLast(log: MachineLog, meterId: string, { kept }: MeterState): number | null {
  const last = kept.at(-1);
  return last ? (log.shownAt(meterId, last.index) ?? null) : null;
}
