import { signature } from '../follow/round-entries';
import { believed } from '../log/believed';
import { weekOf } from '@/core/interval/due-filter';
import { type PlannedRound, plannedRounds } from '@/core/interval/planned-rounds';
import type { PlannedTask } from '@/core/interval/outlook';
import { pointLabel } from '@/core/register/assignment';
import type { Desk } from '../desk';
import { eachPlanned, horizonOf, loadFrame } from '../ahead/planned';

export type RoundAhead = PlannedRound & {
  code: string;
  name: string;
  week: string;
  tasks: { label: string; title: string; lubricant: string | null }[];
};

type PlaceRow = { taskId: string; title: string; machine: string; number: number };

/**
 * The walks of the coming weeks, of one route or of all, as a calendar shows them, route by route: only the stops of one
 * route are held at a time.
 */
export async function* eachRoundAhead(
  desk: Pick<Desk, 'db' | 'now'>,
  { weeks = 13, routeCode }: { weeks?: number; routeCode?: string | undefined } = {},
): AsyncGenerator<RoundAhead[]> {
  const { db } = desk;
  const [frame, routes, walks] = await Promise.all([
    loadFrame(desk),
    db.Route.findAll({
      where: { retiredOn: null, ...(routeCode !== undefined && { code: routeCode }) },
      order: [['code', 'ASC']],
    }),
    db.select<{ routeId: string; walked: number }>(
      `SELECT routeId, COUNT(*) AS walked FROM round WHERE EXISTS (SELECT 1 FROM ${believed} WHERE ${signature}) GROUP BY routeId`,
    ),
  ]);
  const horizon = horizonOf(frame, weeks);
  const walkedOf = new Map(walks.map(({ routeId, walked }) => [routeId, Number(walked)]));
  for (const { id: routeId, code, name } of routes) {
    const stops = await db.select<PlaceRow>(
      'SELECT task.id AS taskId, task.title, machine.code AS machine, lube_point.number FROM stop JOIN task ON task.id = stop.taskId JOIN lube_point ON lube_point.id = task.pointId JOIN machine ON machine.id = lube_point.machineId WHERE stop.routeId = :routeId ORDER BY stop.position',
      { routeId },
    );
    const tasks = new Map<string, PlannedTask>();
    const taskIds = stops.map(({ taskId }) => taskId);
    for await (const some of eachPlanned(db, frame, 'due_state.taskId IN (:taskIds)', { taskIds }))
      for (const task of some) tasks.set(task.taskId, task);
    const placeOf = new Map(stops.map((stop) => [stop.taskId, stop]));
    yield plannedRounds(
      { id: routeId, walked: walkedOf.get(routeId) ?? 0 },
      stops.flatMap(({ taskId }) => tasks.get(taskId) ?? []),
      horizon,
    ).map((round) => ({
      ...round,
      code,
      name,
      week: weekOf(round.on),
      tasks: round.taskIds.map((taskId) => {
        const { machine, number, title } = placeOf.get(taskId)!;
        return {
          label: pointLabel(machine, number),
          title,
          lubricant: tasks.get(taskId)?.amount?.lubricant ?? null,
        };
      }),
    }));
  }
}

/** The same in one list by day, for a few routes. */
export async function readRoundsAhead(
  desk: Pick<Desk, 'db' | 'now'>,
  which?: Parameters<typeof eachRoundAhead>[1],
): Promise<RoundAhead[]> {
  const rounds: RoundAhead[] = [];
  for await (const ofRoute of eachRoundAhead(desk, which)) rounds.push(...ofRoute);
  return rounds.sort((a, b) => a.on.localeCompare(b.on) || a.code.localeCompare(b.code));
}
