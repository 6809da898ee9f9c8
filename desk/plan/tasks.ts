import type { Transaction } from 'sequelize';
import { ulid } from 'ulid';
import type { z } from 'zod';
import { type GreasePlan, closedReason } from '../../core/grease/plan';
import { winnerInBand } from '../../core/register/assignment';
import { taskForm } from '../../core/register/forms';
import { type Database, type Desk, type Result, done, refusal } from '../desk';
import { parseForm } from '../parse';
import { thePlant } from '../plant';
import { greaseProposal } from './grease-proposal';

const assignFirst = refusal('invalid', 'Assign a lubricant first: an interval belongs to a point and its lubricant.');

/** Adds a task with its amount and stages as stated by a person. */
export async function createTask(desk: Desk, pointId: string, values: unknown): Promise<Result<{ id: string }>> {
  const form = parseForm(taskForm, values);
  if (!form.ok) return form;
  const point = await desk.db.LubePoint.findByPk(pointId);
  if (!point) return refusal('not-found', 'This point is not in the register any more.');
  const closed = form.value.action === 'grease' ? closedReason(point.details) : null;
  if (closed) return refusal('invalid', closed, { action: closed });
  const assignment = await winningAssignment(desk.db, pointId);
  if (!assignment) return assignFirst;
  return desk.db.sequelize.transaction(async (transaction) => done({ id: await insertTask(desk, pointId, assignment.id, form.value, transaction) }));
}

/** Writes a stated task with its stages under an assignment. */
export async function insertTask({ db, now }: Pick<Desk, 'db' | 'now'>, pointId: string, assignmentId: string, { runInHours, hours, cycles, days, amount, ...rest }: z.output<typeof taskForm>, transaction: Transaction): Promise<string> {
  const id = ulid(now.getTime());
  await db.Task.create({ id, pointId, ...rest, amount: amount ?? null }, { transaction });
  const stages = [...(runInHours ? [{ name: 'run-in', count: 1, hours: runInHours, cycles: null, days: null }] : []), { name: 'steady', count: null, hours: hours ?? null, cycles: cycles ?? null, days: days ?? null }];
  for (const [position, stage] of stages.entries()) await db.IntervalStage.create({ id: ulid(now.getTime()), assignmentId, taskId: id, position, standstillDays: null, ...stage }, { transaction });
  return id;
}

/**
 * Takes the computed amount and interval of a greased bearing into its task, making the task where there is none.
 * The computation is stored whole; it is never redone silently.
 */
export async function takeGreaseProposal(desk: Desk, pointId: string): Promise<Result<{ id: string }>> {
  const { db } = desk;
  const point = await db.LubePoint.findByPk(pointId);
  if (!point) return refusal('not-found', 'This point is not in the register any more.');
  const assignment = await winningAssignment(db, pointId);
  if (!assignment) return assignFirst;
  const proposal = await greaseProposal(db, point, await db.Lubricant.findByPk(assignment.lubricantId));
  if (!proposal) return refusal('invalid', 'Amount and interval of this kind of point are not computed; state them from the manual.');
  if (proposal.closed) return refusal('invalid', proposal.closed);
  if (!proposal.amount.ok) return refusal('invalid', proposal.amount.reason);
  if (!proposal.interval.ok) return refusal('invalid', proposal.interval.reason);
  return db.sequelize.transaction(async (transaction) => done({ id: await insertComputedTask(desk, point, assignment.id, proposal, transaction) }));
}

/** Writes a computed amount and interval into the greasing task of a point, with everything they were computed from. */
export async function insertComputedTask({ db, now }: Pick<Desk, 'db' | 'now'>, point: InstanceType<Database['LubePoint']>, assignmentId: string, { school, amount, interval }: GreasePlan, transaction: Transaction): Promise<string> {
  if (!amount.ok || !interval.ok) throw new Error('Only a whole proposal is taken.');
  const computed = { amountKind: school === 'purge' ? ('purge' as const) : ('grams' as const), amount: amount.value, amountComputed: amount.stored, intervalComputed: interval.stored };
  const known = await db.Task.findOne({ where: { pointId: point.id, action: 'grease', retiredOn: null }, transaction });
  const task = known ? await known.update(computed, { transaction }) : await db.Task.create({ id: ulid(now.getTime()), pointId: point.id, action: 'grease', title: 'Regrease', machineState: point.machineState ?? 'any', ...computed }, { transaction });
  const stage = await db.IntervalStage.findOne({ where: { taskId: task.id, assignmentId, count: null }, transaction });
  if (stage) await stage.update({ hours: interval.value }, { transaction });
  else await db.IntervalStage.create({ id: ulid(now.getTime()), assignmentId, taskId: task.id, position: 0, name: 'steady', count: null, hours: interval.value, cycles: null, days: null, standstillDays: null }, { transaction });
  return task.id;
}

/** The assignment that decides for a point: its own, or its reservoir's, best source first. */
export async function winningAssignment(db: Database, pointId: string) {
  const point = await db.LubePoint.findByPk(pointId);
  if (!point) return undefined;
  const own = await db.Assignment.findAll({ where: { pointId } });
  const ofReservoir = point.reservoirId ? await db.Assignment.findAll({ where: { reservoirId: point.reservoirId } }) : [];
  return winnerInBand([...own, ...ofReservoir], (await thePlant(db)).ambientBandNow ?? null);
}
