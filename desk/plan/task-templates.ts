import type { Transaction } from 'sequelize';
import { ulid } from 'ulid';
import { z } from 'zod';
import { ulid as ulidSchema } from '@/core/fields/fields';
import { closedReason } from '@/core/grease/plan';
import { sameStages, shownStages } from '@/core/interval/stage-words';
import { byRank, winnerInBand } from '@/core/register/assignment';
import {
  type TemplateOutcome,
  type TemplateTaskPlan,
  taskTemplateForm,
  templateOutcome,
  templateTaskWords,
} from '@/core/register/task-template';
import type { TemplateChange } from '@/db/models/register';
import { type Database, type Desk, type Result, done, refusal } from '../desk';
import { alone, machinesOfPoints } from '../locks';
import { parseForm } from '../parse';
import { unknownProcedure } from '../register/procedures';
import { projectMachines } from '../standing/projection';
import { selectAssignments, selectPlan, stageOwner, stagesInForce } from '../standing/plan-rows';
import { insertStages, replaceStages } from './stages';
import { checkVersion, saving } from '../change/save';
import { plantToday } from '@/core/time/plant-day';
import { thePlant } from '../plant';

const nameTaken = { name: 'There is a template of that name already.' };
type TemplateRow = InstanceType<Database['TaskTemplate']>;
type PointRow = InstanceType<Database['LubePoint']>;

/** Makes a template, or changes one. Tasks made from it before stay as they are. */
export async function saveTaskTemplate(
  { db, now }: Desk,
  known: { id: string; version: number } | null,
  values: unknown,
): Promise<Result<{ id: string }>> {
  const form = parseForm(taskTemplateForm, values);
  if (!form.ok) return form;
  const row = { ...form.value, pointKind: form.value.pointKind as TemplateRow['pointKind'] };
  for (const [place, { procedureCode = '' }] of form.value.tasks.entries()) {
    const bad = await unknownProcedure(db, procedureCode);
    if (bad) return { ...bad, fields: { [`tasks.${place}.procedureCode`]: bad.fields!.procedureCode! } };
  }
  const save = () =>
    db.transaction(async () => {
      if (!known) return done({ id: (await db.TaskTemplate.create({ id: ulid(now.getTime()), ...row })).id });
      const template = await db.TaskTemplate.findByPk(known.id);
      if (!template) return refusal('not-found', 'This template is not in the book any more.');
      const stale = checkVersion(template, known.version);
      if (stale) return stale;
      await template.update(row);
      return done({ id: template.id });
    });
  return saving(save, nameTaken);
}

const applyForm = z.strictObject({
  templateId: ulidSchema.or(z.literal('')).refine((id) => id !== '', { error: 'Template: choose one.' }),
  pointIds: z.array(ulidSchema).min(1, { error: 'Pick at least one point.' }).max(2000),
});

/** The machines of the points that a form names, as far as it can be read. */
async function machinesPicked(db: Database, values: unknown): Promise<string[]> {
  const form = applyForm.safeParse(values);
  return form.success ? machinesOfPoints(db, form.data.pointIds) : [];
}

type Planned = { point: PointRow; assignmentId: string; outcome: TemplateOutcome };
export type TemplatePreview = { pointId: string; adds: string[]; changes: string[]; skipped: string | null }[];

/** What applying a template would do to each point, before anything is done. */
export async function previewTemplate({ db }: Desk, values: unknown): Promise<Result<TemplatePreview>> {
  const planned = await planTemplate(db, values);
  if (!planned.ok) return planned;
  return done(
    planned.value.rows.map(({ point, outcome: { adds, changes, skipped } }) => ({
      pointId: point.id,
      skipped,
      adds: adds.map(templateTaskWords),
      changes: changes.map(
        ({ task, stages }) => `${task.title}: ${shownStages(task.stages)} becomes ${shownStages(stages)}`,
      ),
    })),
  );
}

/** Applies a template to many points at once, and keeps what each had before. */
export async function applyTemplate(
  { db, now, actor }: Desk,
  values: unknown,
): Promise<Result<{ changeSetId: string; changed: number }>> {
  return saving(async () =>
    alone(db, { machineIds: await machinesPicked(db, values) }, async (transaction) => {
      const planned = await planTemplate(db, values);
      if (!planned.ok) return planned;
      const { template, rows } = planned.value;
      const wanted = rows.filter(({ outcome }) => outcome.skipped === null);
      if (wanted.length === 0)
        return refusal(
          'invalid',
          'Nothing would change: every point picked has it all already, or is left alone for the reason shown.',
        );
      const changes: TemplateChange[] = [];
      for (const each of wanted) changes.push(await applyToPoint(db, now, each, transaction));
      await projectMachines(
        db,
        wanted.map(({ point }) => point.machineId),
        transaction,
      );
      const set = await db.ChangeSet.create(
        {
          id: ulid(now.getTime()),
          personId: actor.id,
          madeAt: now,
          kind: 'template',
          title: `${template.name}, ${changes.length} ${changes.length === 1 ? 'point' : 'points'}`,
          changes,
        },
        { transaction },
      );
      return done({ changeSetId: set.id, changed: changes.length });
    }),
  );
}

async function planTemplate(
  db: Database,
  values: unknown,
): Promise<Result<{ template: TemplateRow; rows: Planned[] }>> {
  const form = parseForm(applyForm, values);
  if (!form.ok) return form;
  const template = await db.TaskTemplate.findOne({ where: { id: form.value.templateId, retiredOn: null } });
  if (!template) return refusal('not-found', 'This template is not in the book any more.');
  const points = await db.LubePoint.findAll({ where: { id: form.value.pointIds, retiredOn: null } });
  const inOrder = form.value.pointIds.flatMap((id) => points.find((point) => point.id === id) ?? []);
  return done({ template, rows: await planPoints(db, template, inOrder) });
}

/** Works a template out for some points. */
async function planPoints(
  db: Database,
  template: { pointKind: string; tasks: TemplateTaskPlan[] },
  points: readonly PointRow[],
  transaction?: Transaction,
): Promise<Planned[]> {
  if (points.length === 0) return [];
  const pointIds = points.map(({ id }) => id);
  const reservoirIds = points.flatMap(({ reservoirId }) => reservoirId ?? []);
  const find = transaction ? { transaction } : {};
  const [plan, assignments, tasks] = await Promise.all([
    selectPlan(db, { machineIds: [...new Set(points.map(({ machineId }) => machineId))] }, transaction),
    selectAssignments(db, { points: pointIds, reservoirs: reservoirIds }, transaction),
    db.Task.findAll({ where: { pointId: pointIds, retiredOn: null }, ...find }),
  ]);
  return points.map((point): Planned => {
    const ranked = byRank(
      assignments.filter(
        ({ pointId, reservoirId }) =>
          pointId === point.id || (reservoirId !== null && reservoirId === point.reservoirId),
      ),
    );
    const winner = winnerInBand(ranked, plan.ambientBandNow);
    const closed = closedReason(point.details);
    const standing = tasks
      .filter(({ pointId }) => pointId === point.id)
      .map(({ id: taskId, action, title }) => ({
        taskId,
        action,
        title,
        stages: stagesInForce(
          plan.stagesOf.get(taskId) ?? [],
          [winner, ...ranked].flatMap((each) => each?.id ?? []),
        ),
      }));
    return {
      point,
      assignmentId: winner?.id ?? '',
      outcome: templateOutcome(template, {
        kind: point.kind,
        hasLubricant: winner !== undefined,
        tasks: standing,
        blocked: (action) => (action === 'grease' ? closed : null),
      }),
    };
  });
}

/** Makes the tasks and puts the intervals of one point; says what was before. */
async function applyToPoint(
  db: Database,
  now: Date,
  { point, assignmentId, outcome }: Planned,
  transaction: Transaction,
): Promise<TemplateChange> {
  const created: string[] = [];
  for (const { stages, ...task } of outcome.adds) {
    const row = await db.Task.create({ id: ulid(now.getTime()), pointId: point.id, ...task }, { transaction });
    await insertStages(db, now, row.id, assignmentId, stages, transaction);
    created.push(row.id);
  }
  const restaged: TemplateChange['restaged'] = [];
  for (const { task, stages } of outcome.changes) {
    const rows = await db.IntervalStage.findAll({
      where: { taskId: task.taskId },
      order: [['position', 'ASC']],
      transaction,
    });
    const owner = stageOwner(rows, [assignmentId]) ?? assignmentId;
    restaged.push({ taskId: task.taskId, assignmentId: owner, before: [...task.stages], after: stages });
    await replaceStages(db, now, task.taskId, owner, stages, transaction);
  }
  return { pointId: point.id, created, restaged };
}

/**
 * Takes a template back from all its points, or from none. A task that has been answered meanwhile is retired rather than
 * forgotten; intervals changed again since stop the whole.
 */
export async function undoTemplate(
  db: Database,
  now: Date,
  set: InstanceType<Database['ChangeSet']>,
  transaction: Transaction,
): Promise<Result<{ changed: number }>> {
  if (set.undoneAt) return refusal('conflict', 'This change has been taken back already.');
  const changes = set.changes as TemplateChange[];
  const taskIds = changes.flatMap(({ created, restaged }) => [...created, ...restaged.map(({ taskId }) => taskId)]);
  const stages = await db.IntervalStage.findAll({
    where: { taskId: taskIds },
    order: [['position', 'ASC']],
    transaction,
  });
  const standing = (taskId: string, assignmentId: string) =>
    stagesInForce(
      stages.filter((row) => row.taskId === taskId),
      [assignmentId],
    );
  const later = changes.filter(({ restaged }) =>
    restaged.some(({ taskId, assignmentId, after }) => !sameStages(standing(taskId, assignmentId), after)),
  );
  if (later.length > 0)
    return refusal(
      'edited-meanwhile',
      `The intervals of ${later.length} of these points were changed again since. Nothing is taken back; change them by hand.`,
    );
  const answered = new Set(
    taskIds.length > 0
      ? (
          await db.select<{ taskId: string }>(
            'SELECT DISTINCT taskId FROM entry_task WHERE taskId IN (:taskIds) UNION SELECT taskId FROM stop WHERE taskId IN (:taskIds)',
            { taskIds },
            transaction,
          )
        ).map(({ taskId }) => taskId)
      : [],
  );
  const points = await db.LubePoint.findAll({ where: { id: changes.map(({ pointId }) => pointId) }, transaction });
  for (const { created, restaged } of changes) {
    const forgotten = created.filter((taskId) => !answered.has(taskId));
    await db.DueStanding.destroy({ where: { taskId: created }, transaction });
    await db.IntervalStage.destroy({ where: { taskId: forgotten }, transaction });
    await db.Task.destroy({ where: { id: forgotten }, transaction });
    await db.Task.update(
      { retiredOn: plantToday(now, await thePlant(db)) },
      { where: { id: created.filter((taskId) => answered.has(taskId)) }, transaction },
    );
    for (const { taskId, assignmentId, before } of restaged)
      await replaceStages(db, now, taskId, assignmentId, before, transaction);
  }
  await projectMachines(
    db,
    points.map(({ machineId }) => machineId),
    transaction,
  );
  await set.update({ undoneAt: now }, { transaction });
  return done({ changed: changes.length });
}

/** The templates that apply themselves to a unit of a kind when it is commissioned. */
export const firstHoursTemplates = async (
  db: Database,
  kind: string,
  transaction?: Transaction,
): Promise<TemplateRow[]> =>
  (
    await db.TaskTemplate.findAll({
      where: { firstHours: true, retiredOn: null },
      order: [['name', 'ASC']],
      ...(transaction && { transaction }),
    })
  ).filter(({ pointKind }) => pointKind === 'any' || pointKind === kind);

/**
 * Adds the tasks of the first hours to units that have just been commissioned: daily level checks, bolts, the run-in
 * change. What a point has already under that title stays as it is.
 */
export async function applyFirstHours(
  db: Database,
  now: Date,
  points: readonly PointRow[],
  transaction: Transaction,
): Promise<void> {
  for (const point of points) {
    for (const template of await firstHoursTemplates(db, point.kind, transaction)) {
      const [planned] = await planPoints(db, template, [point], transaction);
      if (planned && planned.outcome.skipped === null)
        await applyToPoint(db, now, { ...planned, outcome: { ...planned.outcome, changes: [] } }, transaction);
    }
  }
}
