import { type PlannedTask, clocksOf, firstDueOn, occurrences } from '@/core/interval/outlook';
import { type PlantDay, addDays, plantToday } from '@/core/time/plant-day';
import type { Database, Desk } from '../desk';
import { dutyPlanOf } from '../standing/plan-rows';
import { loadTaskStates } from '../standing/states';
import { thePlant } from '../plant';
import { firstHoursTemplates } from '../plan/task-templates';

export type FirstService = { on: PlantDay; title: string; fromTemplate: string | null };
export const shownDays = 60;

/** What the first weeks of a unit bring when it is commissioned today: its own tasks from their first stage, and those that the plant's templates add. */
export async function readFirstWeeks(
  { db, now }: Pick<Desk, 'db' | 'now'>,
  point: InstanceType<Database['LubePoint']>,
): Promise<FirstService[]> {
  const [plant, states, templates, machine] = await Promise.all([
    thePlant(db),
    loadTaskStates(db, now, { pointId: point.id }),
    firstHoursTemplates(db, point.kind),
    db.Machine.findByPk(point.machineId),
  ]);
  const today = plantToday(now, plant);
  const hoursPerDay = states[0]?.due.hourLine.hoursPerDay ?? machine?.dutyHoursPerDay ?? 24;
  const horizon = {
    today,
    untilOn: addDays(today, shownDays),
    clockOf: clocksOf({ own: dutyPlanOf(machine, plant) }, plant),
  };
  const same = { low: hoursPerDay, mid: hoursPerDay, high: hoursPerDay };
  const comingOf = (stages: PlannedTask['stages'], title: string, fromTemplate: string | null): FirstService[] => {
    const task = {
      taskId: 'own',
      stages,
      cyclic: false,
      servicesDone: 0,
      lastOn: today,
      byUse: false,
      severity: 1,
      toleranceShare: 0,
      hoursPerDay: same,
      cyclesPerDay: { low: 0, mid: 0, high: 0 },
      minutes: 0,
      dutyPlan: 'own',
      amount: null,
    };
    const dueOn = firstDueOn(task, horizon);
    if (dueOn === undefined) return [];
    const counted = stages.every(({ count }) => count !== undefined)
      ? stages.reduce((sum, { count = 0 }) => sum + count, 0)
      : Infinity;
    return [...occurrences({ ...task, dueOn }, horizon)]
      .slice(0, Math.min(counted, 60))
      .map(({ on }) => ({ on, title, fromTemplate }));
  };
  const added = templates.flatMap(({ name, tasks }) =>
    tasks
      .filter((task) => !states.some(({ action, title }) => action === task.action && title === task.title))
      .map((task) => ({ ...task, name })),
  );
  return [
    ...states.flatMap(({ interval, title }) =>
      interval.stages.length > 0 ? comingOf(interval.stages, title, null) : [],
    ),
    ...added.flatMap(({ stages, title, name }) => comingOf(stages, title, name)),
  ].sort((a, b) => a.on.localeCompare(b.on) || a.title.localeCompare(b.title));
}
