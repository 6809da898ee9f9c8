import type { Transaction } from 'sequelize';
import { ulid as newUlid } from 'ulid';
import { z } from 'zod';
import { sameStages } from '@/core/interval/stage-words';
import { changedTask, whatIfChange } from '@/core/interval/what-if';
import type { TemplateChange } from '@/db/models/register';
import { type Desk, type Result, done, refusal } from '../desk';
import { parseForm } from '../parse';
import { alone, machinesOfTasks } from '../locks';
import { readPlanned } from '../ahead/planned';
import { stageOwner, stagesInForce } from '../standing/plan-rows';
import { replaceStages } from '../plan/stages';
import { winningAssignment } from '../assign/winning';
import { appendProjected } from '../change/append-projected';
import { type EntryEnvelope } from '@/core/entry/envelope';
import { ulid } from '@/core/fields/fields';

const form = z.strictObject({
  taskIds: z.array(ulid).min(1, { error: 'Pick at least one task.' }).max(5000),
  change: whatIfChange,
  reason: z.string().trim().min(3, { error: 'Say why, in a few words: every task shows it ever after.' }).max(400),
});

export type WhatIfApplied = { restaged: number; overruled: number; warmed: number; machines: number; refused: number };

/**
 * Makes a trial the plan: intervals, temperatures of points, planned hours of machines. A computed interval is not
 * replaced but overruled, by entry and with its reason, so that what was computed stays beside it. Hours that a meter
 * measures are left to the meter.
 */
export async function applyWhatIf(desk: Desk, values: unknown): Promise<Result<WhatIfApplied>> {
  const parsed = parseForm(form, values);
  if (!parsed.ok) return parsed;
  const { taskIds, change, reason } = parsed.value;
  if (Object.values(change).every((value) => value === undefined))
    return refusal('invalid', 'Nothing was changed in this trial.');
  return alone(desk.db, { machineIds: await machinesOfTasks(desk.db, taskIds) }, (transaction) =>
    applyTrial(desk, { taskIds, change, reason }, transaction),
  );
}

async function applyTrial(
  desk: Desk,
  { taskIds, change, reason }: z.output<typeof form>,
  transaction: Transaction,
): Promise<Result<WhatIfApplied>> {
  const { db, now, actor } = desk;
  const { ahead, tasks } = await readPlanned(desk, taskIds);
  const outcomes = tasks.map((task) => ({ task, outcome: changedTask(task, change, ahead.today) }));
  const rows = await db.Task.findAll({ where: { id: taskIds, retiredOn: null } });
  const points = await db.LubePoint.findAll({ where: { id: rows.map(({ pointId }) => pointId) } });
  const machineIds = [...new Set(points.map(({ machineId }) => machineId))];
  const changed = outcomes.flatMap(({ task, outcome }) =>
    outcome.ok && !sameStages(outcome.task.stages, task.stages)
      ? [
          {
            taskId: task.taskId,
            before: task.stages,
            after: outcome.task.stages,
            row: rows.find(({ id }) => id === task.taskId)!,
          },
        ]
      : [],
  );
  // What was computed stands in the stages; what a person put in its place comes from the log.
  const stored = await db.IntervalStage.findAll({
    where: { taskId: changed.map(({ taskId }) => taskId), count: null },
  });
  const storedHours = (taskId: string) =>
    stored.find((stage) => stage.taskId === taskId && stage.hours !== null)?.hours ?? null;
  const isComputed = ({ row, before }: (typeof changed)[number]) =>
    row.intervalComputed != null && before.at(-1)!.hours !== undefined;
  const overrides = changed.filter(isComputed).map(({ taskId, after, row }): EntryEnvelope => ({
    id: newUlid(now.getTime()),
    kind: 'override',
    kindVersion: 1,
    body: { taskId, field: 'interval', unit: 'h', computed: storedHours(taskId), value: after.at(-1)!.hours!, reason },
    happenedAt: now.toISOString(),
    offsetMinutes: 0,
    personId: actor.id,
    deviceId: 'server',
    machineId: points.find(({ id }) => id === row.pointId)!.machineId,
    pointId: row.pointId,
    taskIds: [],
    roundId: null,
    replacesId: null,
  }));
  const applied: WhatIfApplied = {
    restaged: 0,
    overruled: overrides.length,
    warmed: 0,
    machines: 0,
    refused: outcomes.filter(({ outcome }) => !outcome.ok).length,
  };

  const changes: TemplateChange[] = [];
  for (const each of changed) {
    if (!isComputed(each))
      changes.push({
        pointId: each.row.pointId,
        created: [],
        restaged: [await restage(desk, each.row, [...each.after], transaction)],
      });
  }
  applied.restaged = changes.length;
  for (const point of points) {
    const { temperatureC } = point.details;
    if (!change.warmerK || typeof temperatureC !== 'number') continue;
    await point.update({ details: { ...point.details, temperatureC: temperatureC + change.warmerK } }, { transaction });
    applied.warmed += 1;
  }
  for (const machine of change.dutyFactor ? await db.Machine.findAll({ where: { id: machineIds }, transaction }) : []) {
    if (machine.dutyHoursPerDay === null) continue;
    const longer = (hours: number) => Math.min(24, hours * change.dutyFactor!);
    await machine.update(
      {
        dutyHoursPerDay: longer(machine.dutyHoursPerDay),
        ...(machine.dutyPlan?.hoursByWeekday && {
          dutyPlan: { ...machine.dutyPlan, hoursByWeekday: machine.dutyPlan.hoursByWeekday.map(longer) },
        }),
      },
      { transaction },
    );
    applied.machines += 1;
  }
  if (changes.length > 0)
    await db.ChangeSet.create(
      {
        id: newUlid(now.getTime()),
        personId: actor.id,
        madeAt: now,
        kind: 'what-if',
        title: `${reason.slice(0, 120)}, ${changes.length} ${changes.length === 1 ? 'task' : 'tasks'}`,
        changes,
      },
      { transaction },
    );
  await appendProjected(
    db,
    overrides.map((envelope) => ({ envelope, receivedAt: now })),
    transaction,
    { replanned: machineIds },
  );
  return done(applied);
}

async function restage(
  { db, now }: Desk,
  { id: taskId, pointId }: { id: string; pointId: string },
  after: TemplateChange['restaged'][number]['after'],
  transaction: Transaction,
): Promise<TemplateChange['restaged'][number]> {
  const stored = await db.IntervalStage.findAll({ where: { taskId }, order: [['position', 'ASC']], transaction });
  const assignmentId = stageOwner(stored, [(await winningAssignment(db, pointId))?.id ?? ''])!;
  const before = stagesInForce(stored, [assignmentId]);
  // Stages that are over are kept: an overhaul begins with them again.
  const whole = [
    ...before.filter(({ count }) => count !== undefined && !after.some((stage) => stage.count !== undefined)),
    ...after,
  ];
  await replaceStages(db, now, taskId, assignmentId, whole, transaction);
  return { taskId, assignmentId, before, after: whole };
}
