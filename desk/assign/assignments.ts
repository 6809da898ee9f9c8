import { ulid } from 'ulid';
import { byRank } from '../../core/register/assignment';
import { assignmentForm } from '../../core/register/forms';
import { plantDayOf } from '../../core/time/plant-day';
import { type Desk, type Result, done, refusal } from '../desk';
import { parseForm } from '../parse';
import { thePlant } from '../plant';

/**
 * Records which lubricant a point gets by one source. The best-ranked source wins; the others stay visible.
 * A new winner takes over the interval stages of the one before it, so that nothing falls out of the plan.
 */
export async function addAssignment({ db, now, actor }: Desk, pointId: string, values: unknown): Promise<Result<{ id: string }>> {
  const form = parseForm(assignmentForm, values);
  if (!form.ok) return form;
  const plant = await thePlant(db);
  if (form.value.sourceOn > plantDayOf(now.getTime(), plant.timeZone)) return refusal('invalid', 'The source is dated in the future.', { sourceOn: 'Date of the source: this day has not come yet.' });
  if (!(await db.Lubricant.findByPk(form.value.lubricantId))) return refusal('invalid', 'Choose a lubricant.', { lubricantId: 'This lubricant is not in the store room.' });
  return db.sequelize.transaction(async (transaction) => {
    if (!(await db.LubePoint.findByPk(pointId, { transaction }))) return refusal('not-found', 'This point is not in the register any more.');
    const before = byRank(await db.Assignment.findAll({ where: { pointId }, transaction }));
    const assignment = await db.Assignment.create({ id: ulid(now.getTime()), pointId, personId: actor.id, ...form.value }, { transaction });
    const stages = before[0] && byRank([...before, assignment])[0]?.id === assignment.id ? await db.IntervalStage.findAll({ where: { assignmentId: before[0].id }, transaction }) : [];
    for (const { taskId, position, name, count, hours, cycles, days, standstillDays } of stages) {
      await db.IntervalStage.create({ id: ulid(now.getTime()), assignmentId: assignment.id, taskId, position, name, count, hours, cycles, days, standstillDays }, { transaction });
    }
    return done({ id: assignment.id });
  });
}
