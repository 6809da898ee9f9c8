import type { Transaction } from 'sequelize';
import { ulid } from 'ulid';
import type { Stage } from '@/core/interval/limits';
import type { Database } from '../desk';

/** Writes the stages of a task under an assignment, in their order. */
export async function insertStages(
  db: Database,
  now: Date,
  taskId: string,
  assignmentId: string,
  stages: readonly Stage[],
  transaction: Transaction,
): Promise<void> {
  await db.IntervalStage.bulkCreate(
    stages.map(({ name, count = null, hours = null, cycles = null, days = null, standstillDays = null }, position) => ({
      id: ulid(now.getTime()),
      assignmentId,
      taskId,
      position,
      name,
      count,
      hours,
      cycles,
      days,
      standstillDays,
    })),
    { transaction },
  );
}

/** Puts other intervals in place of those that a task has under an assignment. */
export async function replaceStages(
  db: Database,
  now: Date,
  taskId: string,
  assignmentId: string,
  stages: readonly Stage[],
  transaction: Transaction,
): Promise<void> {
  await db.IntervalStage.destroy({ where: { taskId, assignmentId }, transaction });
  await insertStages(db, now, taskId, assignmentId, stages, transaction);
}
