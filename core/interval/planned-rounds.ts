import { type PlantDay, addDays, daysBetween } from '../time/plant-day';
import { type Horizon, type PlannedTask, comesAgainOn, keptDay } from './outlook';

/** One coming walk of a route: the day, and the tasks whose windows are open then. */
export type PlannedRound = {
  routeId: string;
  /** Counted over all walks of the route, past ones included: it stays when the day moves. */ number: number;
  on: PlantDay;
  taskIds: string[];
  minutes: number;
};

/** A walk takes along what falls due so many days later: nobody goes the same way again for it. */
export const gatherDays = 3;
/** But nothing that has used up less of its interval than this. */
const leastShare = 1 / 2;

/**
 * The coming walks of a route: each on the day its first task is due, taking along what may be done early by then and what
 * falls due within the next days.
 * @param walked how often the route has been walked; the next walk gets the number after it
 */
export function plannedRounds(
  route: { id: string; walked: number },
  tasks: readonly PlannedTask[],
  horizon: Horizon,
): PlannedRound[] {
  const coming = tasks.map((task) => ({
    task,
    done: task.servicesDone,
    before: task.lastOn ?? addDays(task.dueOn, -30),
    ...dayOf(task, task.servicesDone, task.dueOn, horizon),
  }));
  const rounds: PlannedRound[] = [];
  for (;;) {
    const first = coming.reduce<PlantDay | undefined>(
      (earliest, { on }) => (on !== undefined && (earliest === undefined || on < earliest) ? on : earliest),
      undefined,
    );
    const on = first !== undefined && first < horizon.today ? horizon.today : first;
    if (on === undefined || on > horizon.untilOn) return rounds;
    const along = coming.filter(
      (each) =>
        each.on !== undefined &&
        (each.isKept
          ? each.on <= on
          : opensOn(each.on, each.before, each.task) <= on || isSoon(each.on, each.before, on)),
    );
    rounds.push({
      routeId: route.id,
      number: route.walked + rounds.length + 1,
      on,
      taskIds: along.map(({ task }) => task.taskId),
      minutes: along.reduce((sum, { task }) => sum + task.minutes, 0),
    });
    for (const each of along) {
      each.done += 1;
      each.before = on;
      Object.assign(each, dayOf(each.task, each.done, comesAgainOn(each.task, each.done, on, horizon), horizon));
    }
  }
}

/** When a service is meant to be done; what the levelled plan keeps for a day is not taken along by an earlier walk. */
const dayOf = (
  task: PlannedTask,
  done: number,
  due: PlantDay | undefined,
  horizon: Horizon,
): { on: PlantDay | undefined; isKept: boolean } =>
  due === undefined ? { on: undefined, isKept: false } : keptDay(task, done, due, horizon);

const isSoon = (due: PlantDay, before: PlantDay, on: PlantDay): boolean =>
  due <= addDays(on, gatherDays) && daysBetween(before, on) >= leastShare * daysBetween(before, due);

const opensOn = (on: PlantDay, before: PlantDay, { toleranceShare }: PlannedTask): PlantDay =>
  addDays(on, -Math.floor(toleranceShare * Math.max(0, daysBetween(before, on))));
