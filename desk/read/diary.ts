import { type DueStanding, standingOn } from '@/core/interval/due-words';
import { type PlantDay, addDays, daysBetween, plantDayOf, startOfPlantDay, plantToday } from '@/core/time/plant-day';
import type { Desk } from '../desk';
import { type MeterStanding, deriveMeters, loadMeters } from '../standing/meters';
import { type TaskState, deriveTaskStates, loadTaskStates } from '../standing/states';
import { thePlant } from '../plant';
import { type RoundSummary, listRounds } from '../walk/rounds';
import { type LogLine, readLog } from '../log/lines';
import { type OpenFinding, openFindings } from '../follow/open-findings';

/** Meters not read for longer than this want reading. */
const readEveryDays = 7;
const standingOrder: DueStanding[] = ['overdue', 'due', 'soon', 'unknown', 'later'];

/** What one walk of the day holds: a route's tasks that are wanted, most urgent first. */
export type DiaryWalk = {
  routeId: string | null;
  code: string;
  name: string;
  tasks: (TaskState & { standing: DueStanding })[];
};

export type DiaryPage = {
  day: PlantDay;
  today: PlantDay;
  timeZone: string;
  walks: DiaryWalk[];
  unknownCount: number;
  metersToRead: (MeterStanding & { machineCode: string; machineName: string; daysSince: number | null })[];
  rounds: RoundSummary[];
  written: LogLine[];
  findings: OpenFinding[];
};

/** One page of the diary. A past page shows how things stood at its end; a coming one what will be due on it. */
export async function readDiary({ db, now }: Pick<Desk, 'db' | 'now'>, day: PlantDay): Promise<DiaryPage> {
  const plant = await thePlant(db);
  const today = plantToday(now, plant);
  const from = new Date(startOfPlantDay(day, plant));
  const to = new Date(startOfPlantDay(addDays(day, 1), plant));
  const past = to < now;
  const asOf = past ? new Date(to.getTime() - 1) : now;
  const [states, meters, machines, rounds, written, findings] = await Promise.all([
    past ? deriveTaskStates(db, asOf, {}, asOf.getTime()) : loadTaskStates(db, now),
    past ? deriveMeters(db, undefined, asOf.getTime()) : loadMeters(db),
    db.Machine.findAll({ where: { retiredOn: null } }),
    listRounds(db, from, to),
    readLog(db, { from, to }, 200),
    openFindings(db, asOf),
  ]);
  const wanted = states
    .map((state) => ({ ...state, standing: standingOn(state.due, day) }))
    .filter(({ who }) => who !== 'operator')
    .filter(({ standing, due }) =>
      day > today ? due.dueOn === day || due.window?.fromOn === day : standing === 'overdue' || standing === 'due',
    );
  return {
    day,
    today,
    timeZone: plant.timeZone,
    rounds,
    written,
    findings,
    walks: groupByRoute(wanted),
    unknownCount: states.filter(({ due }) => due.state === 'unknown').length,
    metersToRead:
      day > today
        ? []
        : meters
            .flatMap((meter) => {
              const machine = machines.find(({ id }) => id === meter.machineId);
              const daysSince = meter.last ? daysBetween(plantDayOf(Date.parse(meter.last.at), plant), day) : null;
              return machine && (daysSince === null || daysSince >= readEveryDays)
                ? [{ ...meter, machineCode: machine.code, machineName: machine.name, daysSince }]
                : [];
            })
            .sort((a, b) => (b.daysSince ?? 9999) - (a.daysSince ?? 9999)),
  };
}

function groupByRoute(tasks: (TaskState & { standing: DueStanding })[]): DiaryWalk[] {
  const walks = new Map<string, DiaryWalk>();
  for (const task of tasks) {
    const route = task.routes[0];
    const key = route?.id ?? '';
    if (!walks.has(key))
      walks.set(key, {
        routeId: route?.id ?? null,
        code: route?.code ?? '',
        name: route?.name ?? 'On no route yet',
        tasks: [],
      });
    walks.get(key)!.tasks.push(task);
  }
  const urgency = (task: { standing: DueStanding; due: TaskState['due'] }) =>
    `${standingOrder.indexOf(task.standing)}${task.due.dueOn ?? '9999'}`;
  for (const walk of walks.values()) walk.tasks.sort((a, b) => urgency(a).localeCompare(urgency(b)));
  return [...walks.values()].sort((a, b) =>
    a.routeId === null ? 1 : b.routeId === null ? -1 : a.code.localeCompare(b.code),
  );
}
