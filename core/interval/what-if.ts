import { z } from 'zod';
import { greaseInterval } from '../grease/interval';
import type { MethodContext } from '../method';
import { type PlantDay, addDays, daysBetween } from '../time/plant-day';
import type { Stage } from './limits';
import { type Horizon, type PlannedTask, type YearSum, yearOfWork } from './outlook';

/** What may be tried on a set of tasks before anything is changed. Left out means as it is. */
export const whatIfChange = z.strictObject({
  /** Machines run so many times as long a day. */
  dutyFactor: z.number().gt(0).max(20).optional(),
  /** Housing or oil that many kelvin warmer (colder when negative). */
  warmerK: z.number().min(-100).max(100).optional(),
  /** Every interval so many times as long. */
  intervalFactor: z.number().gt(0).max(20).optional(),
});
export type WhatIfChange = z.infer<typeof whatIfChange>;

/** How warmth changes an interval: oils halve every 10 K; a greased bearing is worked out anew from its fields. */
export type HeatRule =
  { kind: 'oil' } | { kind: 'grease'; input: Record<string, unknown> & { temperatureC: number }; hours: number } | null;

/** A task that may be tried on, with what a change of temperature or duty would need. */
export type TrialTask = PlannedTask & { heat: HeatRule; temperatureC: number | null };

export type TrialResult = { before: YearSum; after: YearSum; refused: { taskId: string; reason: string }[] };

/** A task as it would be after the change; a reason where the change cannot be. */
export function changedTask(
  task: TrialTask,
  { dutyFactor = 1, warmerK = 0, intervalFactor = 1 }: WhatIfChange,
  today: PlantDay,
): { ok: true; task: TrialTask; factor: number } | { ok: false; reason: string } {
  const heat = heatFactor(task, warmerK);
  if (!heat.ok) return heat;
  const rates = ({ low, mid, high }: PlannedTask['hoursPerDay'], most: number) => ({
    low: Math.min(most, low * dutyFactor),
    mid: Math.min(most, mid * dutyFactor),
    high: Math.min(most, high * dutyFactor),
  });
  // Heat shortens what goes by run hours and by the calendar alike, for oils; a grease formula speaks of hours.
  const stage = ({ hours, cycles, days, ...rest }: Stage): Stage => ({
    ...rest,
    ...(hours !== undefined && { hours: hours * heat.factor * intervalFactor }),
    ...(cycles !== undefined && { cycles: cycles * intervalFactor }),
    ...(days !== undefined && {
      days: Math.max(1, days * intervalFactor * (task.heat?.kind === 'oil' ? heat.factor : 1)),
    }),
  });
  return {
    ok: true,
    factor: heat.factor,
    task: {
      ...task,
      stages: task.stages.map(stage),
      dueOn: changedDue(task, heat.factor * intervalFactor, task.byUse ? dutyFactor : 1, today),
      hoursPerDay: rates(task.hoursPerDay, 24),
      cyclesPerDay: rates(task.cyclesPerDay, Infinity),
    },
  };
}

/** The present interval stretches as a whole; of a machine that runs longer only what is still to run goes by faster. */
function changedDue({ dueOn, lastOn }: PlannedTask, stretch: number, faster: number, today: PlantDay): PlantDay {
  const stretched = lastOn === null ? dueOn : addDays(lastOn, Math.round(daysBetween(lastOn, dueOn) * stretch));
  return stretched <= today ? stretched : addDays(today, Math.round(daysBetween(today, stretched) / faster));
}

function heatFactor(
  { heat }: TrialTask,
  warmerK: number,
): { ok: true; factor: number } | { ok: false; reason: string } {
  if (warmerK === 0 || heat === null) return { ok: true, factor: 1 };
  if (heat.kind === 'oil') return { ok: true, factor: 2 ** (-warmerK / 10) };
  const parsed = greaseInterval.input.safeParse({ ...heat.input, temperatureC: heat.input.temperatureC + warmerK });
  const outcome = parsed.success ? greaseInterval.compute(parsed.data) : undefined;
  if (!outcome?.ok)
    return {
      ok: false,
      reason: outcome ? outcome.reason : 'This temperature is outside what the grease formula knows.',
    };
  return { ok: true, factor: outcome.result.intervalH / heat.hours };
}

/**
 * A year's work before and after a change of some tasks. Deterministic; reports its progress and stops when asked.
 * @param chosen the tasks that change; the rest of the plant's work stays as it is and shares the time
 */
export function whatIf(
  tasks: readonly TrialTask[],
  chosen: ReadonlySet<string>,
  change: WhatIfChange,
  horizon: Horizon,
  minutesPerWeek: number,
  { report, shouldStop }: MethodContext = {},
): TrialResult | undefined {
  const refused: TrialResult['refused'] = [];
  const changed = tasks.map((task) => {
    if (!chosen.has(task.taskId)) return task;
    const outcome = changedTask(task, change, horizon.today);
    if (outcome.ok) return outcome.task;
    refused.push({ taskId: task.taskId, reason: outcome.reason });
    return task;
  });
  const half = (from: number): MethodContext => ({
    ...(report && { report: (share) => report(from + share / 2) }),
    ...(shouldStop && { shouldStop }),
  });
  const before = yearOfWork(tasks, horizon, minutesPerWeek, half(0));
  const after = before && yearOfWork(changed, horizon, minutesPerWeek, half(0.5));
  return before && after && { before, after, refused };
}
