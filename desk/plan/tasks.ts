import { ulid } from 'ulid';
import { byRank } from '../../core/register/assignment';
import { taskForm } from '../../core/register/forms';
import { type Database, type Desk, type Result, done, refusal } from '../desk';
import { parseForm } from '../parse';
import { greaseProposal } from './grease-proposal';

const assignFirst = refusal('invalid', 'Assign a lubricant first: an interval belongs to a point and its lubricant.');

/** Adds a task with its amount and stages as stated by a person. */
export async function createTask({ db, now }: Desk, pointId: string, values: unknown): Promise<Result<{ id: string }>> {
  const form = parseForm(taskForm, values);
  if (!form.ok) return form;
  const { runInHours, hours = null, cycles = null, days = null, amount = null, ...rest } = form.value;
  const assignment = await winningAssignment(db, pointId);
  if (!assignment) return assignFirst;
  return db.sequelize.transaction(async (transaction) => {
    const id = ulid(now.getTime());
    await db.Task.create({ id, pointId, amount, ...rest }, { transaction });
    const stages = [...(runInHours ? [{ name: 'run-in', count: 1, hours: runInHours, cycles: null, days: null }] : []), { name: 'steady', count: null, hours, cycles, days }];
    for (const [position, stage] of stages.entries()) await db.IntervalStage.create({ id: ulid(now.getTime()), assignmentId: assignment.id, taskId: id, position, standstillDays: null, ...stage }, { transaction });
    return done({ id });
  });
}

/**
 * Takes the computed amount and interval of a greased bearing into its task, making the task where there is none.
 * The computation is stored whole; it is never redone silently.
 */
export async function takeGreaseProposal({ db, now }: Desk, pointId: string): Promise<Result<{ id: string }>> {
  const point = await db.LubePoint.findByPk(pointId);
  if (!point) return refusal('not-found', 'This point is not in the register any more.');
  const assignment = await winningAssignment(db, pointId);
  if (!assignment) return assignFirst;
  const proposal = await greaseProposal(db, point, await db.Lubricant.findByPk(assignment.lubricantId));
  if (!proposal) return refusal('invalid', 'Amount and interval of this kind of point are not computed; state them from the manual.');
  if (!proposal.amount.ok) return refusal('invalid', proposal.amount.reason);
  if (!proposal.interval.ok) return refusal('invalid', proposal.interval.reason);
  const { amount, interval } = proposal;
  return db.sequelize.transaction(async (transaction) => {
    const computed = { amount: amount.value, amountComputed: amount.stored, intervalComputed: interval.stored };
    const known = await db.Task.findOne({ where: { pointId, action: 'grease', retiredOn: null }, transaction });
    const task = known ? await known.update(computed, { transaction }) : await db.Task.create({ id: ulid(now.getTime()), pointId, action: 'grease', title: 'Regrease', amountKind: 'grams', machineState: point.machineState, ...computed }, { transaction });
    const stage = await db.IntervalStage.findOne({ where: { taskId: task.id, assignmentId: assignment.id, count: null }, transaction });
    if (stage) await stage.update({ hours: interval.value }, { transaction });
    else await db.IntervalStage.create({ id: ulid(now.getTime()), assignmentId: assignment.id, taskId: task.id, position: 0, name: 'steady', count: null, hours: interval.value, cycles: null, days: null, standstillDays: null }, { transaction });
    return done({ id: task.id });
  });
}

/** The assignment that decides for a point: its own, or its reservoir's, best source first. */
export async function winningAssignment(db: Database, pointId: string) {
  const point = await db.LubePoint.findByPk(pointId);
  if (!point) return undefined;
  const own = await db.Assignment.findAll({ where: { pointId } });
  const ofReservoir = point.reservoirId ? await db.Assignment.findAll({ where: { reservoirId: point.reservoirId } }) : [];
  return byRank([...own, ...ofReservoir])[0];
}
