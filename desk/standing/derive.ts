import { type DueFacts, type TaskPlanAndLog, dueFacts } from '@/core/interval/due-facts';
import type { DueEvent, Stage } from '@/core/interval/limits';
import { eventsOf, yearlyDaysOf } from '@/core/interval/triggers';
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
export type BandChange = { band: string; holds: string; wants: string };

/** A machine's meters with what the log says of them; `counted` are those that its tasks go by. */
export type MachineMeters = {
  states: Map<string, MeterState>;
  hours: { id: string | null; state: MeterState } | undefined;
  cycles: { id: string; state: MeterState } | undefined;
  /** What the hours go by where no meter says. */
  duty: MeterState | undefined;
  /** How much was known of each when it was derived. */
  counts: Map<string, DialCount>;
};

/** All that plan and log say of one task, still without now. */
export type TaskDerivation = {
  row: TaskPlanRow;
  lubricant: LubricantRef | null;
  bandChange: BandChange | null;
  cameEmpty: boolean;
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
  const { bandChange, lubricant } = inForce(assignments, insideId, row);
  const planned = plannedStages(plan, row.taskId, assignments, bandChange?.holds);
  const stages = overrideStages(planned.stages, log.override(row.taskId, 'interval')?.body);
  const entries = log.answering(row.taskId, row, plan.answeredBy.get(row.taskId));
  const { hours, cycles } = metersOfTask(row, meters);
  return {
    row,
    bandChange,
    stages,
    hours,
    stagesOf: planned.of ? lubricantRef(planned.of) : null,
    amount: log.override(row.taskId, 'amount')?.body.value ?? row.amount,
    lubricant,
    cameEmpty: Boolean(row.comesEmpty) && insideId === undefined,
    governing: ({ by }) => (by === 'hours' ? hours : by === 'cycles' ? cycles : undefined),
    input: {
      stages,
      ...(beginsWith && { beginsWith }),
      cyclic: Boolean(row.cyclic),
      rhythm: row.rhythm,
      toleranceShare: row.toleranceShare,
      entries,
      calendar: plan.calendar,
      severity: row.severity.reduce((product, { value }) => product * value, 1),
      yearly: yearlyDaysOf(row.triggers),
      events: eventsFor(plan, log, row, bandChange, entries),
      meters: { ...(hours && { hours: hours.state }), ...(cycles && { cycles: cycles.state }) },
    },
  };
}

/** The first filling of a unit that came empty, where it was written as an oil change; in its first version it was one. */
function firstFill(log: MachineLog, pointIds: readonly string[]): string | undefined {
  const first = log.firstFilling(pointIds);
  return first?.kind === 'oil-change' && first.kindVersion >= 2 ? first.id : undefined;
}

/** The lubricant that a task goes by: the winner, or what is still inside while a change of the band waits. */
function inForce(
  assignments: readonly AssignmentRow[],
  insideId: string | undefined,
  { action }: TaskPlanRow,
): { bandChange: BandChange | null; lubricant: LubricantRef | null } {
  const winner = assignments[0];
  if (!winner) return { bandChange: null, lubricant: null };
  const inside = assignments.find(({ lubricantId }) => lubricantId === insideId);
  if (!winner.ambientBand || !inside || inside.lubricantId === winner.lubricantId)
    return { bandChange: null, lubricant: lubricantRef(winner) };
  return {
    bandChange: { band: winner.ambientBand, holds: inside.code, wants: winner.code },
    lubricant: lubricantRef(action === 'oil-change' ? winner : inside),
  };
}

/** The meters that a task is counted by: the one that it names, else those of its machine. */
export function metersOfTask({ meterId }: TaskPlanRow, meters: MachineMeters): Pick<MachineMeters, 'hours' | 'cycles'> {
  const named = meterId ? meters.states.get(meterId) : undefined;
  return {
    hours: named?.unit === 'hours' ? { id: meterId, state: named } : meters.hours,
    cycles: named?.unit === 'cycles' ? { id: meterId!, state: named } : meters.cycles,
  };
}

export const lubricantRef = ({ lubricantId, code, name }: AssignmentRow): LubricantRef => ({
  id: lubricantId,
  code,
  name,
});

/** Events that the task answers to; a change of the ambient band calls for an oil change from the day it was declared, until the oil is changed. */
function eventsFor(
  plan: Plan,
  log: MachineLog,
  row: TaskPlanRow,
  bandChange: BandChange | null,
  entries: TaskPlanAndLog['entries'],
): DueEvent[] {
  const wanted = eventsOf(row.triggers);
  const events: DueEvent[] =
    wanted.length === 0 ? [] : log.eventsAt(row.pointId, row.machineId).filter(({ event }) => wanted.includes(event));
  if (bandChange && row.action === 'oil-change') {
    const newestMs = entries.reduce((newest, { happenedAt }) => Math.max(newest, Date.parse(happenedAt)), 0);
    events.push({
      name: `ambient band ${bandChange.band}: change to ${bandChange.wants}`,
      atMs: Math.max(plan.ambientBandSince?.getTime() ?? 0, newestMs + 1),
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
