import type { Transaction } from 'sequelize';
import { answeredBy } from '@/core/interval/included';
import type { Stage } from '@/core/interval/limits';
import type { Trigger } from '@/core/interval/triggers';
import { type DutyClock, type DutyPlan, dutyClock, meanHours } from '@/core/meter/duty';
import type { Family } from '@/core/compat/vocabulary';
import { byRank, winnerInBand } from '@/core/register/assignment';
import type { MachineState } from '@/core/words/machine-states';
import type { Database } from '../desk';
import { thePlant } from '../plant';
import { groupBy } from '../group-by';
import { type TaskAction, type Who } from '@/core/words/task-words';
import { type SourceRank } from '@/core/words/source-ranks';
import { type PlantCalendar, plantCalendar } from '@/core/time/plant-day';

/** Which tasks: all of the plant, of some machines, of one point, or a named few. */
export type TaskFilter = { machineIds?: string[]; pointId?: string; taskIds?: string[]; who?: Who };

export type TaskPlanRow = {
  taskId: string;
  action: TaskAction;
  machineState: MachineState;
  who: Who;
  meterId: string | null;
  rhythm: 'actual' | 'fixed';
  toleranceShare: number;
  cyclic: number;
  severity: { name: string; value: number }[];
  triggers: Trigger[];
  amount: number | null;
  pointId: string;
  reservoirId: string | null;
  comesEmpty: number | null;
  machineId: string;
  areaId: string;
};
export type MachineRow = {
  id: string;
  dutyHoursPerDay: number | null;
  dutyPlan: DutyPlan | null;
  keepsRunning: number;
};
export type AssignmentRow = {
  id: string;
  pointId: string | null;
  reservoirId: string | null;
  ambientBand: string | null;
  lubricantId: string;
  code: string;
  name: string;
  source: SourceRank;
  sourceOn: string;
  createdAt: Date;
};
export type LubricantRow = { id: string; code: string; name: string; kind: Family };
export type StageRow = {
  assignmentId: string;
  taskId: string;
  name: string;
  count: number | null;
  hours: number | null;
  cycles: number | null;
  days: number | null;
  standstillDays: number | null;
};
export type MeterRow = {
  id: string;
  machineId: string;
  name: string;
  unit: string;
  rolloverAt: number | null;
  resolution: number;
  maxPerDay: number;
};

/** The plan as far as deciding when its tasks are due needs it. */
export type Plan = {
  calendar: PlantCalendar;
  ambientBandNow: string | null;
  ambientBandSince: Date | null;
  tasks: TaskPlanRow[];
  machines: Map<string, MachineRow>;
  assignmentsOf: Map<string, AssignmentRow[]>;
  /** All of the house: a sump may hold what is assigned to it no more. */
  lubricants: Map<string, LubricantRow>;
  stagesOf: Map<string, StageRow[]>;
  /** Tasks by the ones of the same point that they answer. */
  answeredBy: Map<string, string[]>;
  metersOf: Map<string, MeterRow[]>;
  /** Points by the reservoir that feeds them. */
  fedBy: Map<string, string[]>;
  /** When a machine is meant to run: its own weekdays and seasons, the plant's closures unless it runs through them. */
  clockOf: (machineId: string) => DutyClock;
};

const live = ['task.retiredOn IS NULL', 'lube_point.retiredOn IS NULL', 'machine.retiredOn IS NULL'];
export const taskJoins =
  'FROM task JOIN lube_point ON lube_point.id = task.pointId JOIN machine ON machine.id = lube_point.machineId JOIN area ON area.id = machine.areaId LEFT JOIN reservoir ON reservoir.id = lube_point.reservoirId';

/** The condition that a filter puts on tasks, for `taskJoins`. */
export const taskCondition = ({ machineIds, pointId, taskIds, who }: TaskFilter): string =>
  [
    ...live,
    machineIds && 'machine.id IN (:machineIds)',
    pointId && 'lube_point.id = :pointId',
    taskIds && 'task.id IN (:taskIds)',
    who && 'task.who = :who',
  ]
    .filter(Boolean)
    .join(' AND ');

/** Reads the plan of some tasks, or of all. */
export async function selectPlan(db: Database, filter: TaskFilter = {}, transaction?: Transaction): Promise<Plan> {
  const [plant, tasks] = await Promise.all([
    thePlant(db, transaction),
    db.select<TaskPlanRow>(
      `SELECT task.id AS taskId, task.action, task.machineState, task.who, task.meterId, task.rhythm, task.toleranceShare, task.cyclic, task.severity, task.triggers, task.amount, lube_point.id AS pointId, lube_point.reservoirId, reservoir.comesEmpty, machine.id AS machineId, machine.areaId
       ${taskJoins} WHERE ${taskCondition(filter)} ORDER BY task.id`,
      filter,
      transaction,
    ),
  ]);
  const all = Object.keys(filter).length === 0;
  const machineIds = [...new Set([...tasks.map(({ machineId }) => machineId), ...(filter.machineIds ?? [])])];
  const ids = {
    tasks: tasks.map(({ taskId }) => taskId),
    points: [...new Set(tasks.map(({ pointId }) => pointId))],
    reservoirs: [...new Set(tasks.flatMap(({ reservoirId }) => reservoirId ?? []))].concat('none'),
  };
  const select = <Row extends object>(sql: string, condition: string, order: string, replacements: object) =>
    !all && Object.values(replacements).some((list) => (list as string[]).length === 0)
      ? Promise.resolve<Row[]>([])
      : db.select<Row>(
          `${sql} ${all ? '' : `WHERE ${condition}`} ${order}`,
          replacements as Record<string, unknown>,
          transaction,
        );
  const [machines, assignments, lubricants, stages, including, meters, fed] = await Promise.all([
    select<MachineRow>('SELECT id, dutyHoursPerDay, dutyPlan, keepsRunning FROM machine', 'id IN (:machineIds)', '', {
      machineIds,
    }),
    selectAssignments(db, all ? 'all' : ids, transaction),
    db.select<LubricantRow>('SELECT id, code, name, kind FROM lubricant', {}, transaction),
    select<StageRow>(
      'SELECT assignmentId, taskId, name, `count`, hours, cycles, days, standstillDays FROM interval_stage',
      'taskId IN (:tasks)',
      'ORDER BY position',
      { tasks: ids.tasks },
    ),
    selectIncluding(db, all ? 'all' : ids.points, transaction),
    select<MeterRow>(
      'SELECT id, machineId, name, unit, rolloverAt, resolution, maxPerDay FROM meter',
      'machineId IN (:machineIds)',
      'ORDER BY name',
      { machineIds },
    ),
    select<{ id: string; reservoirId: string | null }>(
      'SELECT id, reservoirId FROM lube_point',
      'reservoirId IN (:reservoirs)',
      '',
      { reservoirs: ids.reservoirs },
    ),
  ]);
  const machineOf = new Map(machines.map((row) => [row.id, row]));
  const clocks = new Map<string, DutyClock>();
  return {
    calendar: plantCalendar(plant),
    ambientBandNow: plant.ambientBandNow ?? null,
    ambientBandSince: plant.ambientBandSince ?? null,
    tasks,
    machines: machineOf,
    assignmentsOf: groupBy(assignments, ({ pointId, reservoirId }) => pointId ?? reservoirId!),
    lubricants: new Map(lubricants.map((row) => [row.id, row])),
    stagesOf: groupBy(stages, ({ taskId }) => taskId),
    answeredBy: answeredBy(including),
    metersOf: groupBy(meters, ({ machineId }) => machineId),
    fedBy: new Map(
      [
        ...groupBy(
          fed.filter(({ reservoirId }) => reservoirId !== null),
          ({ reservoirId }) => reservoirId!,
        ),
      ].map(([reservoirId, rows]) => [reservoirId, rows.map(({ id }) => id)]),
    ),
    clockOf(machineId) {
      const known = clocks.get(machineId);
      if (known) return known;
      const clock = clockOf(machineOf.get(machineId), plant);
      clocks.set(machineId, clock);
      return clock;
    },
  };
}

const assignmentColumns =
  'assignment.id, assignment.pointId, assignment.reservoirId, assignment.ambientBand, assignment.lubricantId, lubricant.code, lubricant.name, assignment.source, assignment.sourceOn, assignment.createdAt FROM assignment JOIN lubricant ON lubricant.id = assignment.lubricantId';

/** The assignments of some points and reservoirs. Each is asked for by itself: one OR the other would read all there are. */
export const selectAssignments = (
  db: Database,
  of: { points: string[]; reservoirs: string[] } | 'all',
  transaction?: Transaction,
): Promise<AssignmentRow[]> =>
  db.select<AssignmentRow>(
    of === 'all'
      ? `SELECT ${assignmentColumns}`
      : `SELECT ${assignmentColumns} WHERE assignment.pointId IN (:points) UNION ALL SELECT ${assignmentColumns} WHERE assignment.reservoirId IN (:reservoirs)`,
    of === 'all' ? {} : { points: of.points, reservoirs: of.reservoirs },
    transaction,
  );

/**
 * What the tasks of some points do as well, by the task that does it; of those out of use too, as what they did was done.
 * Hardly any task does others as well, so that not all rows are read for it.
 */
export async function selectIncluding(
  db: Database,
  pointIds: readonly string[] | 'all',
  transaction?: Transaction,
): Promise<Map<string, string[]>> {
  const rows = await db.select<{ id: string; includesTaskIds: string[] }>(
    `SELECT id, includesTaskIds FROM task WHERE includesTaskIds <> '[]' ${pointIds === 'all' ? '' : 'AND pointId IN (:pointIds)'}`,
    pointIds === 'all' ? {} : { pointIds: [...pointIds] },
    transaction,
  );
  return new Map(rows.map(({ id, includesTaskIds }) => [id, includesTaskIds]));
}

/** When a machine is meant to run: its own weekdays and seasons, the plant's closures unless it runs through them. */
export const dutyPlanOf = (
  machine: { dutyPlan?: DutyPlan | null; keepsRunning?: number | boolean } | undefined | null,
  plant: { closures?: { from: string; to: string }[] },
): DutyPlan => ({
  ...machine?.dutyPlan,
  closures: machine?.keepsRunning ? [] : (plant.closures ?? []).map(({ from, to }) => ({ from, to })),
});

/** So many machines are read at once where the whole plan is gone through. */
const machinesAtOnce = 20;

/** The machines of the plant in the order of lists, a few at a time: the plan of a large plant is too much to hold. */
export async function machinesInTurn(db: Database): Promise<string[][]> {
  const machines = await db.select<{ id: string }>(
    'SELECT machine.id FROM machine JOIN area ON area.id = machine.areaId WHERE machine.retiredOn IS NULL ORDER BY area.position, machine.code',
  );
  const ids = machines.map(({ id }) => id);
  return Array.from({ length: Math.ceil(ids.length / machinesAtOnce) }, (_, turn) =>
    ids.slice(turn * machinesAtOnce, (turn + 1) * machinesAtOnce),
  );
}

/** What is read of the plant some machines at a time, in the order of lists, one turn ahead of whoever takes it. */
export async function* eachTurn<Value>(
  db: Database,
  read: (machineIds: string[]) => Promise<Value>,
): AsyncGenerator<Value> {
  let coming: Promise<Value> | undefined;
  for (const machineIds of await machinesInTurn(db)) {
    const next = read(machineIds);
    // Whoever takes them may go away before the next ones have come; nobody is left to be told then.
    next.catch(() => {});
    if (coming) yield coming;
    coming = next;
  }
  if (coming) yield coming;
}

/** The clock on which a machine's hours are counted forward. */
export const clockOf = (
  machine: Pick<MachineRow, 'dutyPlan' | 'keepsRunning'> | undefined,
  plant: PlantCalendar & { closures?: { from: string; to: string }[] },
): DutyClock => dutyClock(dutyPlanOf(machine, plant), plant);

/** Hours a day where no meter says: as planned, else around the clock. */
export const assumedHours = (machine: Pick<MachineRow, 'dutyPlan' | 'dutyHoursPerDay'>): number =>
  plannedHours(machine) || 24;

/** Hours a day that a machine runs: as its meter says once it was read, else as assumed. */
export const usualHoursPerDay = (
  machine: Pick<MachineRow, 'dutyPlan' | 'dutyHoursPerDay'> & { readMs: unknown; perDayMid: number | null },
): number =>
  machine.readMs !== null && machine.perDayMid !== null && machine.perDayMid > 0
    ? machine.perDayMid
    : assumedHours(machine);

/** Hours a day by plan: the mean of its weekdays, or the one number. */
export const plannedHours = ({
  dutyPlan,
  dutyHoursPerDay,
}: Pick<MachineRow, 'dutyPlan' | 'dutyHoursPerDay'>): number | null =>
  (dutyPlan && meanHours(dutyPlan)) ?? dutyHoursPerDay;

/** The assignments of a point or its reservoir: the one that holds in the ambient band first, the others by rank. */
export function assignmentsInForce(
  plan: Plan,
  { pointId, reservoirId }: Pick<TaskPlanRow, 'pointId' | 'reservoirId'>,
): AssignmentRow[] {
  const ranked = byRank([
    ...(plan.assignmentsOf.get(pointId) ?? []),
    ...((reservoirId && plan.assignmentsOf.get(reservoirId)) || []),
  ]);
  const winner = winnerInBand(ranked, plan.ambientBandNow);
  return winner ? [winner, ...ranked.filter((assignment) => assignment !== winner)] : ranked;
}

/**
 * The stages of a task, which belong to the point and its lubricant: those of what the sump holds while a change of the
 * band waits, else of the assignment in force; where it has none for this task, those of the next that has.
 * @returns `of`: whose stages they are
 */
export function plannedStages(
  plan: Plan,
  taskId: string,
  assignments: readonly AssignmentRow[],
  holds: string | undefined,
): { stages: Stage[]; of: AssignmentRow | undefined } {
  const rows = plan.stagesOf.get(taskId) ?? [];
  const inside = assignments.filter(({ code }) => code === holds);
  const order = [...inside, ...assignments].map(({ id }) => id);
  return { stages: stagesInForce(rows, order), of: assignments.find(({ id }) => id === stageOwner(rows, order)) };
}

/** The assignment whose stages of a task hold; undefined where the task has none. */
export const stageOwner = (
  rows: readonly Pick<StageRow, 'assignmentId'>[],
  assignmentsByRank: readonly string[],
): string | undefined =>
  assignmentsByRank.find((id) => rows.some(({ assignmentId }) => assignmentId === id)) ?? rows[0]?.assignmentId;

/** The stages of the first of some assignments that has any for a task. */
export function stagesInForce(rows: readonly StageRow[], assignmentsByRank: readonly string[]): Stage[] {
  const owner = stageOwner(rows, assignmentsByRank);
  return rows.filter(({ assignmentId }) => assignmentId === owner).map(stageOf);
}

/** A stage as its row says, without what it does not say. */
export const stageOf = ({
  name,
  count,
  hours,
  cycles,
  days,
  standstillDays,
}: Omit<StageRow, 'assignmentId' | 'taskId'>): Stage => ({
  name,
  ...(count !== null && { count }),
  ...(hours !== null && { hours }),
  ...(cycles !== null && { cycles }),
  ...(days !== null && { days }),
  ...(standstillDays !== null && { standstillDays }),
});
