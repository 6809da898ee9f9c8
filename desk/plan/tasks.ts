import type { Transaction } from 'sequelize';
import { ulid } from 'ulid';
import { z } from 'zod';
import { type GreasePlan, closedReason } from '@/core/grease/plan';
import { type StrokeRounding, minutesOfStrokes, strokesOf } from '@/core/grease/strokes';
import { type Severity, severityFactors } from '@/core/interval/severity';
import { sameStages } from '@/core/interval/stage-words';
import { computeStored } from '@/core/method';
import { oilLife } from '@/core/oil/life';
import { requiredQuantity } from '@/core/units/typed-field';
import { statedTask, taskForm } from '@/core/register/task-form';
import { type Database, type Desk, type Result, done, refusal } from '../desk';
import { alone, machinesOfPoints, machinesOfTasks } from '../locks';
import { parseForm } from '../parse';
import { unknownProcedure } from '../register/procedures';
import { checkVersion, saving } from '../change/save';
import { greaseProposal } from './grease-proposal';
import { projectMachines } from '../standing/projection';
import { stagesInForce } from '../standing/plan-rows';
import { insertStages, replaceStages } from './stages';
import { winningAssignment } from '../assign/winning';

const notHere = {
  includesTaskIds: 'Does as well: choose among the other tasks of this point.',
};

/** Why a task cannot do others as well; undefined where it can. */
async function badInclusion(db: Database, pointId: string, taskIds: readonly string[], self?: string) {
  const known = await db.Task.count({ where: { id: [...taskIds], pointId } });
  return known === new Set(taskIds).size && !taskIds.includes(self ?? '')
    ? undefined
    : refusal('invalid', 'Some of this cannot be.', notHere);
}

const assignFirst = refusal('invalid', 'Assign a lubricant first: an interval belongs to a point and its lubricant.');

/** Adds a task with its amount and stages as stated by a person. */
export async function createTask(desk: Desk, pointId: string, values: unknown): Promise<Result<{ id: string }>> {
  const form = parseForm(taskForm, values);
  if (!form.ok) return form;
  return alone(desk.db, { machineIds: await machinesOfPoints(desk.db, [pointId]) }, async (transaction) => {
    const point = await desk.db.LubePoint.findByPk(pointId);
    if (!point) return refusal('not-found', 'This point is not in the register any more.');
    const closed = form.value.action === 'grease' ? closedReason(point.details) : null;
    if (closed) return refusal('invalid', closed, { action: closed });
    const assignment = await winningAssignment(desk.db, pointId);
    if (!assignment) return assignFirst;
    const bad =
      (await badInclusion(desk.db, pointId, form.value.includesTaskIds)) ??
      (await unknownProcedure(desk.db, form.value.procedureCode));
    if (bad) return bad;
    const id = await insertTask(desk, pointId, assignment.id, form.value, transaction);
    await projectMachines(desk.db, [point.machineId], transaction);
    return done({ id });
  });
}

/** Writes a stated task with its stages under an assignment. */
export async function insertTask(
  { db, now }: Pick<Desk, 'db' | 'now'>,
  pointId: string,
  assignmentId: string,
  form: z.output<typeof taskForm>,
  transaction: Transaction,
): Promise<string> {
  const { task, stages } = statedTask(form);
  const { id } = await db.Task.create({ id: ulid(now.getTime()), pointId, ...task }, { transaction });
  await insertStages(db, now, id, assignmentId, stages, transaction);
  return id;
}

/**
 * Changes a task. What it does stays, as its history answers it; a computed amount or interval is overruled with a reason
 * rather than replaced, so that both stand beside each other.
 */
export async function updateTask(
  { db, now }: Desk,
  taskId: string,
  version: number,
  values: unknown,
): Promise<Result<{ id: string }>> {
  const form = parseForm(taskForm, values);
  if (!form.ok) return form;
  const { task: stated, stages } = statedTask(form.value);
  return saving(async () =>
    alone(db, { machineIds: await machinesOfTasks(db, [taskId]) }, async (transaction) => {
      const task = await db.Task.findOne({ where: { id: taskId, retiredOn: null }, transaction });
      const point = task && (await db.LubePoint.findByPk(task.pointId, { transaction }));
      if (!task || !point) return refusal('not-found', 'This task is not in the plan any more.');
      const stale = checkVersion(task, version);
      if (stale) return stale;
      const rows = await db.IntervalStage.findAll({ where: { taskId }, order: [['position', 'ASC']], transaction });
      const winner = await winningAssignment(db, point.id);
      if (!winner) return assignFirst;
      const bad =
        (await badInclusion(db, point.id, stated.includesTaskIds, taskId)) ??
        (await unknownProcedure(db, stated.procedureCode));
      if (bad) return bad;
      const standing = stagesInForce(rows, [winner.id]);
      const otherInterval = !sameStages(standing, stages) || stated.cyclic !== Boolean(task.cyclic);
      const fields = {
        ...(stated.action !== task.action && {
          action: 'What is done: stays, as the log answers it. Stop doing this task and add another.',
        }),
        ...(otherInterval &&
          task.intervalComputed && { when: 'How often: was computed. Overrule it at the point, with a reason.' }),
        ...((stated.amount !== task.amount || stated.amountKind !== task.amountKind) &&
          task.amountComputed && { amount: 'Amount: was computed. Overrule it at the point, with a reason.' }),
      };
      if (Object.keys(fields).length > 0) return refusal('invalid', 'Some of this is not changed here.', fields);
      // `changed` raises the version also when only the interval differs, which has rows of its own.
      task.changed('title', true);
      await task.update(
        {
          ...stated,
          procedureVersion: task.procedureVersion + (stated.procedureText === task.procedureText ? 0 : 1),
        },
        { transaction },
      );
      // The interval of another lubricant stays with it: an interval belongs to the point and what is in it.
      const hasItsOwn = rows.some(({ assignmentId }) => assignmentId === winner.id);
      if (otherInterval || (!hasItsOwn && !task.intervalComputed))
        await replaceStages(db, now, taskId, winner.id, stages, transaction);
      await projectMachines(db, [point.machineId], transaction);
      return done({ id: taskId });
    }),
  );
}

/**
 * Takes the computed amount and interval of a greased bearing into its task, making the task where there is none.
 * The computation is stored whole; it is never redone silently.
 */
export async function takeGreaseProposal(desk: Desk, pointId: string): Promise<Result<{ id: string }>> {
  const { db } = desk;
  return alone(db, { machineIds: await machinesOfPoints(db, [pointId]) }, async (transaction) => {
    const point = await db.LubePoint.findByPk(pointId);
    if (!point) return refusal('not-found', 'This point is not in the register any more.');
    const assignment = await winningAssignment(db, pointId);
    if (!assignment) return assignFirst;
    const proposal = await greaseProposal(db, point, await db.Lubricant.findByPk(assignment.lubricantId));
    if (!proposal)
      return refusal(
        'invalid',
        'Amount and interval of this kind of point are not computed; state them from the manual.',
      );
    if (proposal.closed) return refusal('invalid', proposal.closed);
    if (!proposal.amount.ok) return refusal('invalid', proposal.amount.reason);
    if (!proposal.interval.ok) return refusal('invalid', proposal.interval.reason);
    const id = await insertComputedTask(desk, point, assignment.id, proposal, transaction);
    await projectMachines(db, [point.machineId], transaction);
    return done({ id });
  });
}

const oilLifeForm = z.strictObject({
  baseLifeH: requiredQuantity('hours', { label: 'Rated life', above: 0, max: 1e6 }),
  baseTemperatureC: requiredQuantity('temperature', { label: 'Rated at', min: -60, max: 300 }),
  temperatureC: requiredQuantity('temperature', { label: 'Oil temperature', min: -60, max: 300 }),
  severity: z.array(z.enum(Object.keys(severityFactors) as [Severity, ...Severity[]])).default([]),
});

/** Takes the life of an oil at its temperature as the hours of its change; stored whole, with its working. */
export async function takeOilLife(
  { db, now }: Desk,
  taskId: string,
  values: unknown,
): Promise<Result<{ hours: number }>> {
  const form = parseForm(oilLifeForm, values);
  if (!form.ok) return form;
  const { severity, ...input } = form.value;
  const run = computeStored(oilLife, { ...input, factors: severity.map((key) => severityFactors[key]) });
  if (!run.ok) return refusal('invalid', run.reason);
  return alone(db, { machineIds: await machinesOfTasks(db, [taskId]) }, async (transaction) => {
    const task = await db.Task.findOne({ where: { id: taskId, action: 'oil-change', retiredOn: null } });
    const point = task && (await db.LubePoint.findByPk(task.pointId));
    const assignment = point && (await winningAssignment(db, point.id));
    if (!task || !point) return refusal('not-found', 'This oil change is not in the plan any more.');
    if (!assignment) return assignFirst;
    const hours = run.result.lifeH;
    await task.update({ intervalComputed: run.stored }, { transaction });
    const steady = await db.IntervalStage.findOne({
      where: { taskId, assignmentId: assignment.id, count: null },
      transaction,
    });
    if (steady) await steady.update({ hours }, { transaction });
    else
      await db.IntervalStage.create(
        {
          id: ulid(now.getTime()),
          assignmentId: assignment.id,
          taskId,
          position: 9,
          name: 'steady',
          count: null,
          hours,
          cycles: null,
          days: null,
          standstillDays: null,
        },
        { transaction },
      );
    await projectMachines(db, [point.machineId], transaction);
    return done({ hours });
  });
}

/** Whole minutes that a dose takes with the plant's gun of this lubricant; two where there is none. */
async function minutesOf(
  db: Database,
  point: InstanceType<Database['LubePoint']>,
  assignmentId: string,
  massG: number,
  rounding: StrokeRounding,
  transaction: Transaction,
): Promise<number> {
  const assignment = await db.Assignment.findByPk(assignmentId, { transaction });
  const gun = await db.Gun.findOne({
    where: { lubricantId: assignment!.lubricantId, ...(point.forbidsAirGun && { airPowered: false }) },
    order: [['code', 'ASC']],
    transaction,
  });
  return Math.ceil(minutesOfStrokes(gun ? strokesOf(massG, gun.gramsPerStroke, rounding) : 0));
}

/** Writes a computed amount and interval into the greasing task of a point, with everything they were computed from. */
export async function insertComputedTask(
  { db, now }: Pick<Desk, 'db' | 'now'>,
  point: InstanceType<Database['LubePoint']>,
  assignmentId: string,
  { school, amount, interval, rounding }: GreasePlan,
  transaction: Transaction,
): Promise<string> {
  if (!amount.ok || !interval.ok) throw new Error('Only a whole proposal is taken.');
  const computed = {
    amountKind: school === 'purge' ? ('purge' as const) : ('grams' as const),
    amount: amount.value,
    amountComputed: amount.stored,
    intervalComputed: interval.stored,
  };
  const known = await db.Task.findOne({ where: { pointId: point.id, action: 'grease', retiredOn: null }, transaction });
  const minutes = await minutesOf(db, point, assignmentId, amount.value, rounding, transaction);
  const task = known
    ? await known.update({ ...computed, minutes: Math.max(known.minutes, minutes) }, { transaction })
    : await db.Task.create(
        {
          id: ulid(now.getTime()),
          pointId: point.id,
          action: 'grease',
          title: 'Regrease',
          machineState: point.machineState,
          minutes,
          ...computed,
        },
        { transaction },
      );
  const stage = await db.IntervalStage.findOne({ where: { taskId: task.id, assignmentId, count: null }, transaction });
  const limits = { hours: interval.value, days: interval.days };
  if (stage) await stage.update(limits, { transaction });
  else
    await db.IntervalStage.create(
      {
        id: ulid(now.getTime()),
        assignmentId,
        taskId: task.id,
        position: 0,
        name: 'steady',
        count: null,
        ...limits,
        cycles: null,
        standstillDays: null,
      },
      { transaction },
    );
  return task.id;
}
