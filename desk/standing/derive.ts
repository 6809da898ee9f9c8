import { type DueFacts, type TaskPlanAndLog, dueFacts } from '@/core/interval/due-facts';
import type { DueEvent, Stage } from '@/core/interval/limits';
import { eventsOf, yearlyDaysOf } from '@/core/interval/triggers';
import { isGreaseKind } from '@/core/store/store-room';
import type { WaitingChange } from '@/core/words/waiting-change';
import { type MeterSpec, type MeterState, dutyMeter, meterState, meterStateOn } from '@/core/meter/state';
import type { DialCount, MachineLog } from './machine-log';
import {
  type AssignmentRow,
  type Plan,
  type TaskPlanRow,
  assignmentsInForce,
  plannedHours,
  plannedStages,
} from './plan-rows';

export type LubricantRef = { id: string; code: string; name: string };

/** A machine's meters with what the log says of them; `counted` are those that its tasks go by. */
export type MachineMeters = {
  states: Map<string, MeterState>;
  hours: { id: string | null; state: MeterState } | undefined;
  cycles: { id: string; state: MeterState } | undefined;
  /** What the hours go by where no meter says. */
  duty: MeterState | undefined;
  /** What a task that names a meter is counted by. */
  named: Map<string, TaskCounters>;
  /** How much was known of each when it was derived. */
  counts: Map<string, DialCount>;
};
/** The meters that a task is counted by. */
export type TaskCounters = Pick<MachineMeters, 'hours' | 'cycles'>;

/** All that plan and log say of one task, still without now. */
export type TaskDerivation = {
  row: TaskPlanRow;
  lubricant: LubricantRef | null;
  waitingChange: WaitingChange | null;
  cameEmpty: boolean;
  /** Codes of what else was topped up since the sump was filled. */
  mixedWith: string[];
  stages: Stage[];
  /** The lubricant that the stages were set for. */
  stagesOf: LubricantRef | null;
  /** As planned, or a person's number in its place. */
  amount: number | null;
  input: TaskPlanAndLog;
  hours: { id: string | null; state: MeterState } | undefined;
  governing: (facts: DueFacts) => { id: string | null; state: MeterState } | undefined;
};

/**
 * The meters of a machine, from its readings; a machine whose hours are only planned gets them from its duty.
 * @param before by the same plan and the log so far: a meter that nothing was added to stays as it is
 */
export function metersOfMachine(plan: Plan, log: MachineLog, machineId: string, before?: MachineMeters): MachineMeters {
  const machine = plan.machines.get(machineId);
  const planned = machine ? plannedHours(machine) : null;
  const clock = plan.clockOf(machineId);
  const meters: MachineMeters = {
    states: new Map(),
    counts: new Map(),
    named: new Map(),
    hours: undefined,
    cycles: undefined,
    duty: planned ? (before?.duty ?? dutyMeter(planned, clock)) : undefined,
  };
  for (const meter of plan.metersOf.get(machineId) ?? []) {
    const count = log.dialCount(meter.id);
    const known = before && { count: before.counts.get(meter.id), state: before.states.get(meter.id) };
    const state = stateOf({ ...meter, dutyPerDay: meter.unit === 'hours' ? planned : null, clock }, log, count, known);
    meters.states.set(meter.id, state);
    meters.counts.set(meter.id, count);
    if (state.unit === 'hours') meters.hours ??= { id: meter.id, state };
    else meters.cycles ??= { id: meter.id, state };
  }
  const { hours, duty } = meters;
  if (duty && (!hours || hours.state.kept.length === 0)) meters.hours = { id: hours?.id ?? null, state: duty };
  for (const [id, state] of meters.states)
    meters.named.set(id, {
      hours: state.unit === 'hours' ? { id, state } : meters.hours,
      cycles: state.unit === 'cycles' ? { id, state } : meters.cycles,
    });
  return meters;
}

/** The state of a meter: as it was known where nothing was added, gone on from that where it was only read on. */
function stateOf(
  meter: MeterSpec & { id: string },
  log: MachineLog,
  count: DialCount,
  known: { count: DialCount | undefined; state: MeterState | undefined } | undefined,
): MeterState {
  if (known?.state && known.count?.replacements === count.replacements) {
    if (known.count.readings === count.readings) return known.state;
    const beyond = log.dialsBeyond(meter.id, known.count.readings);
    const last = known.state.kept.at(-1);
    const on = last && beyond && meterStateOn(meter, known.state, log.shownAt(meter.id, last.index)!, beyond);
    if (on) return on;
  }
  return meterState(meter, log.dials(meter.id));
}

/** What decides when a task is due. */
export function deriveTask(plan: Plan, log: MachineLog, row: TaskPlanRow, meters: MachineMeters): TaskDerivation {
  const assignments = assignmentsInForce(plan, row);
  const fed = row.reservoirId ? (plan.fedBy.get(row.reservoirId) ?? [row.pointId]) : [row.pointId];
  const insideId = log.contents(fed);
  const beginsWith = row.comesEmpty ? firstFill(log, fed) : undefined;
  const { waitingChange, lubricant, sinceMs } = inForce(plan, assignments, insideId, row);
  const planned = plannedStages(plan, row.taskId, assignments, waitingChange?.holds);
  const stages = overrideStages(planned.stages, log.override(row.taskId, 'interval')?.body);
  const entries = log.answering(row.taskId, row, plan.answeredBy.get(row.taskId));
  return {
    row,
    waitingChange,
    stages,
    stagesOf: planned.of ? lubricantRef(planned.of) : null,
    amount: log.override(row.taskId, 'amount')?.body.value ?? row.amount,
    lubricant,
    cameEmpty: Boolean(row.comesEmpty) && insideId === undefined,
    mixedWith: log.mixedWith(fed).flatMap((id) => plan.lubricants.get(id)?.code ?? []),
    ...countedBy(
      {
        stages,
        ...(beginsWith && { beginsWith }),
        cyclic: Boolean(row.cyclic),
        rhythm: row.rhythm,
        toleranceShare: row.toleranceShare,
        entries,
        calendar: plan.calendar,
        severity: row.severity.reduce((product, { value }) => product * value, 1),
        yearly: yearlyDaysOf(row.triggers),
        events: eventsFor(log, row, waitingChange && { ...waitingChange, sinceMs }, entries),
      },
      countersOfTask(row, meters),
    ),
  };
}

/** What decides when a task is due after its meters were read on, and nothing else was written. */
export const readOn = (derivation: TaskDerivation, meters: MachineMeters): TaskDerivation => ({
  ...derivation,
  ...countedBy(derivation.input, countersOfTask(derivation.row, meters)),
});

const countedBy = (
  input: Omit<TaskPlanAndLog, 'meters'>,
  { hours, cycles }: TaskCounters,
): Pick<TaskDerivation, 'hours' | 'governing' | 'input'> => ({
  hours,
  governing: ({ by }) => (by === 'hours' ? hours : by === 'cycles' ? cycles : undefined),
  input: { ...input, meters: { ...(hours && { hours: hours.state }), ...(cycles && { cycles: cycles.state }) } },
});

/** The first filling of a unit that came empty, where it was written as an oil change; in its first version it was one. */
function firstFill(log: MachineLog, pointIds: readonly string[]): string | undefined {
  const first = log.firstFilling(pointIds);
  return first?.kind === 'oil-change' && first.kindVersion >= 2 ? first.id : undefined;
}

/**
 * The lubricant that a task goes by: the winner, or what is still inside while a change waits. A change waits where the
 * ambient band that holds wants another one than the sump holds, and where another oil was assigned to a filled sump.
 */
function inForce(
  plan: Plan,
  assignments: readonly AssignmentRow[],
  insideId: string | undefined,
  { action }: TaskPlanRow,
): Pick<TaskDerivation, 'waitingChange' | 'lubricant'> & { sinceMs: number } {
  const winner = assignments[0];
  if (!winner) return { waitingChange: null, lubricant: null, sinceMs: 0 };
  const { ambientBand: band } = winner;
  const inside = insideId === undefined ? undefined : plan.lubricants.get(insideId);
  const waits =
    inside !== undefined &&
    inside.id !== winner.lubricantId &&
    (band === null ? isOil(plan, inside.id) && isOil(plan, winner.lubricantId) : isAssigned(assignments, inside.id));
  if (!waits) return { waitingChange: null, lubricant: lubricantRef(winner), sinceMs: 0 };
  const since = band === null ? winner.createdAt : plan.ambientBandSince;
  return {
    waitingChange: { band, holds: inside.code, wants: winner.code },
    sinceMs: since?.getTime() ?? 0,
    lubricant: action === 'oil-change' ? lubricantRef(winner) : { id: inside.id, code: inside.code, name: inside.name },
  };
}

/** Grease is not changed like an oil: what was given is purged by what is given next, or the housing is opened. */
const isOil = (plan: Plan, id: string): boolean => {
  const kind = plan.lubricants.get(id)?.kind;
  return kind !== undefined && !isGreaseKind(kind);
};
const isAssigned = (assignments: readonly AssignmentRow[], id: string): boolean =>
  assignments.some(({ lubricantId }) => lubricantId === id);

/** The meters that a task is counted by: the one that it names, else those of its machine. */
export const countersOfTask = ({ meterId }: TaskPlanRow, meters: MachineMeters): TaskCounters =>
  (meterId ? meters.named.get(meterId) : undefined) ?? meters;

export const lubricantRef = ({ lubricantId, code, name }: AssignmentRow): LubricantRef => ({
  id: lubricantId,
  code,
  name,
});

/** Events that the task answers to; a change that waits calls for an oil change from when it was asked for, until the oil is changed. */
function eventsFor(
  log: MachineLog,
  row: TaskPlanRow,
  waitingChange: (WaitingChange & { sinceMs: number }) | null,
  entries: TaskPlanAndLog['entries'],
): DueEvent[] {
  const wanted = eventsOf(row.triggers);
  const events: DueEvent[] =
    wanted.length === 0 ? [] : log.eventsAt(row.pointId, row.machineId).filter(({ event }) => wanted.includes(event));
  if (waitingChange && row.action === 'oil-change') {
    const { band, wants, sinceMs } = waitingChange;
    const newestMs = entries.reduce((newest, { happenedAt }) => Math.max(newest, Date.parse(happenedAt)), 0);
    events.push({
      name: `${band === null ? 'another oil assigned' : `ambient band ${band}`}: change to ${wants}`,
      atMs: Math.max(sinceMs, newestMs + 1),
    });
  }
  return events;
}

/** A person's interval replaces the limit of the same unit in the steady stages. */
export function overrideStages(
  stages: Stage[],
  override: { value: number | null; unit: string } | null | undefined,
): Stage[] {
  if (!override || override.value === null) return stages;
  const key = override.unit === 'd' ? 'days' : override.unit === 'h' ? 'hours' : 'cycles';
  return stages.map((stage) => (stage.count === undefined ? { ...stage, [key]: override.value! } : stage));
}

/** Derives every task of a plan. */
export function* derivePlan(plan: Plan, log: MachineLog): Generator<TaskDerivation> {
  const meters = new Map<string, MachineMeters>();
  for (const row of plan.tasks) {
    let mine = meters.get(row.machineId);
    if (!mine) meters.set(row.machineId, (mine = metersOfMachine(plan, log, row.machineId)));
    yield deriveTask(plan, log, row, mine);
  }
}

export const factsOf = ({ input }: TaskDerivation): DueFacts => dueFacts(input);
