import { type PlanChanges, changed, greasePlan, planChanges, storedHours } from '@/core/grease/plan';
import { greaseInterval } from '@/core/grease/interval';
import { greaseQuantity } from '@/core/grease/quantity';
import { type StoredComputation, computeStored } from '@/core/method';
import { oilLife } from '@/core/oil/life';
import { pointLabel } from '@/core/register/assignment';
import { computesGrease } from '@/core/register/point-kinds';
import { type Database, type Desk, type Result, done } from '../desk';
import { alone, machinesOfTasks } from '../locks';
import { thePlant } from '../plant';
import { projectMachines } from '../standing/projection';
import { takeGreaseProposal } from './tasks';

/** A stored computation that its method, in its newer version, would give otherwise. */
export type Recomputed = PlanChanges & {
  taskId: string;
  pointId: string;
  title: string;
  label: string;
  pointName: string;
  machineCode: string;
  pointNumber: number;
  /** Why nothing comes out any more; what was computed then is not taken away by itself. */
  refused: string | null;
};
export type RecomputedList = {
  shown: Recomputed[];
  /** There are more than are shown. */
  more: boolean;
};

/** Methods whose results are kept at tasks, in the version that computes now. */
const now: Readonly<Record<string, number>> = Object.fromEntries(
  [greaseInterval, greaseQuantity, oilLife].map(({ id, version }) => [id, version]),
);
/** So many are looked over on one page; once they are taken, the next stand there. */
const shownMost = 150;
type Row = Pick<Recomputed, 'taskId' | 'pointId' | 'title' | 'pointName' | 'machineCode' | 'pointNumber'> & {
  kind: string;
  details: Record<string, number | string>;
  action: string;
  amount: number | null;
  amountComputed: StoredComputation | null;
  intervalComputed: StoredComputation | null;
  days: number | null;
  densityGCm3: number | null;
  upperC: number | null;
};

const isOlder = (stored: string) =>
  `(${Object.entries(now)
    .map(
      ([id, version]) =>
        `(JSON_VALUE(task.${stored}, '$.methodId') = '${id}' AND JSON_VALUE(task.${stored}, '$.version') < ${version})`,
    )
    .join(' OR ')})`;

/**
 * Stored computations of older versions that would now come out otherwise, before and after, in the order of lists. Nothing
 * is changed by looking.
 */
export async function readRecomputed(db: Database): Promise<RecomputedList> {
  const { greaseSchool, temperatureRule } = await thePlant(db);
  const rows = db.stream<Row>(
    `SELECT task.id AS taskId, task.title, task.action, task.amount, task.amountComputed, task.intervalComputed, lube_point.id AS pointId, lube_point.number AS pointNumber, lube_point.name AS pointName,
       lube_point.kind, lube_point.details, machine.code AS machineCode, lubricant.densityGCm3, lubricant.upperC,
       (SELECT interval_stage.days FROM interval_stage WHERE interval_stage.taskId = task.id AND interval_stage.count IS NULL LIMIT 1) AS days
     FROM task JOIN lube_point ON lube_point.id = task.pointId JOIN machine ON machine.id = lube_point.machineId JOIN area ON area.id = machine.areaId
       LEFT JOIN due_state ON due_state.taskId = task.id LEFT JOIN lubricant ON lubricant.id = due_state.lubricantId
     WHERE task.retiredOn IS NULL AND (${isOlder('amountComputed')} OR ${isOlder('intervalComputed')})
     ORDER BY area.position, machine.code, lube_point.walkPosition, task.id`,
    {},
  );
  const shown: Recomputed[] = [];
  for await (const some of rows)
    for (const row of some) {
      const fresh = recomputed(row, { greaseSchool, temperatureRule });
      if (!fresh) continue;
      if (shown.length === shownMost) return { shown, more: true };
      shown.push(fresh);
    }
  return { shown, more: false };
}

function recomputed(
  { kind, details, action, amount, intervalComputed, days, densityGCm3, upperC, ...row }: Row,
  schools: Parameters<typeof greasePlan>[1],
): Recomputed | undefined {
  const base = { ...row, label: pointLabel(row.machineCode, row.pointNumber) };
  const hoursBefore = storedHours(intervalComputed);
  if (action === 'grease' && computesGrease(kind as never)) {
    const plan = greasePlan(details, schools, densityGCm3 === null ? null : { densityGCm3, upperC });
    const refused =
      plan.closed ?? (!plan.amount.ok ? plan.amount.reason : !plan.interval.ok ? plan.interval.reason : null);
    if (refused !== null) return { ...base, amount: null, hours: null, days: null, refused };
    const changes = planChanges(plan, { amount, hours: hoursBefore, days });
    return changes && { ...base, ...changes, refused: null };
  }
  if (intervalComputed?.methodId !== oilLife.id) return undefined;
  const run = computeStored(oilLife, intervalComputed.input as Record<string, unknown>);
  if (!run.ok) return { ...base, amount: null, hours: null, days: null, refused: run.reason };
  const hours = changed(hoursBefore, run.result.lifeH);
  return hours ? { ...base, amount: null, hours, days: null, refused: null } : undefined;
}

/**
 * Takes what some tasks’ computations come out as now. Each by itself: one that cannot be taken keeps none of the others back.
 * @param taskIds as they stand in the list
 */
export async function takeRecomputed(
  desk: Desk,
  taskIds: readonly string[],
): Promise<Result<{ taken: number; refused: { taskId: string; reason: string }[] }>> {
  const { db } = desk;
  const tasks = await db.Task.findAll({ where: { id: [...taskIds], retiredOn: null } });
  const refused: { taskId: string; reason: string }[] = [];
  let taken = 0;
  for (const task of tasks) {
    const answer =
      task.action === 'grease' ? await takeGreaseProposal(desk, task.pointId) : await takeOilLifeAnew(desk, task.id);
    if (answer.ok) taken += 1;
    else refused.push({ taskId: task.id, reason: answer.reason });
  }
  return done({ taken, refused });
}

/** The life of an oil once more, from what it was worked out from before. */
async function takeOilLifeAnew({ db }: Desk, taskId: string): Promise<Result<{ id: string }>> {
  return alone(db, { machineIds: await machinesOfTasks(db, [taskId]) }, async (transaction) => {
    const task = await db.Task.findByPk(taskId, { transaction });
    const point = task && (await db.LubePoint.findByPk(task.pointId, { transaction }));
    const run =
      task?.intervalComputed && computeStored(oilLife, task.intervalComputed.input as Record<string, unknown>);
    if (!task || !point || !run?.ok)
      return {
        ok: false,
        code: 'invalid',
        reason: run && !run.ok ? run.reason : 'This task is not in the plan any more.',
      };
    await task.update({ intervalComputed: run.stored }, { transaction });
    await db.IntervalStage.update({ hours: run.result.lifeH }, { where: { taskId, count: null }, transaction });
    await projectMachines(db, [point.machineId], transaction);
    return done({ id: taskId });
  });
}
