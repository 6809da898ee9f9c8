import type { Transaction } from 'sequelize';
import { ulid } from 'ulid';
import type { z } from 'zod';
import type { Judged } from '@/core/assign/judge';
import { byRank } from '@/core/register/assignment';
import { assignmentForm } from '@/core/register/forms';
import { plantToday } from '@/core/time/plant-day';
import { type Desk, type Result, done, refusal } from '../desk';
import { alone, machinesOfPoints } from '../locks';
import { parseForm } from '../parse';
import { thePlant } from '../plant';
import { projectMachines } from '../standing/projection';
import { ambientOf, chooseFor } from './choose';

/**
 * Records which lubricant a point gets by one source. A point that a reservoir feeds shares it: the assignment then
 * belongs to the reservoir and holds for every point on it. The best-ranked source wins, the others stay visible; a hard
 * stop (bronze, seal, mixing, limits) beats any rank and is decided by a person who says why.
 * A new winner takes over the interval stages of the one before it, so that nothing falls out of the plan.
 */
export async function addAssignment(
  { db, now, actor }: Desk,
  pointId: string,
  values: unknown,
): Promise<Result<{ id: string }>> {
  const form = parseForm(assignmentForm, values);
  if (!form.ok) return form;
  const { overruledBecause, ...fields } = form.value;
  return alone(db, { machineIds: await machinesOfPoints(db, [pointId]) }, async (transaction) => {
    const plant = await thePlant(db);
    if (fields.sourceOn > plantToday(now, plant))
      return refusal('invalid', 'The source is dated in the future.', {
        sourceOn: 'Date of the source: this day has not come yet.',
      });
    if (fields.ambientBand && !plant.ambientBands.some(({ name }) => name === fields.ambientBand))
      return refusal('invalid', 'The plant has no such ambient band.', {
        ambientBand: `Ambient band: choose one of ${plant.ambientBands.map(({ name }) => name).join(', ')}, or none.`,
      });
    if (!(await db.Lubricant.findByPk(fields.lubricantId)))
      return refusal('invalid', 'Choose a lubricant.', { lubricantId: 'This lubricant is not in the store room.' });
    const point = await db.LubePoint.findByPk(pointId);
    if (!point) return refusal('not-found', 'This point is not in the register any more.');
    const { candidates } = await chooseFor(db, point, await ambientOf(db, point.machineId, fields.ambientBand));
    const judged = candidates.find(({ lubricant }) => lubricant.id === fields.lubricantId)?.judged ?? null;
    const owner = point.reservoirId ? { reservoirId: point.reservoirId } : { pointId };
    // What only informs, because a better source rules, may be written down as it was said.
    const winner = byRank(
      (await db.Assignment.findAll({ where: owner })).filter(({ ambientBand }) => ambientBand === fields.ambientBand),
    )[0];
    const wins =
      !winner || byRank([winner, { id: '~', source: fields.source, sourceOn: fields.sourceOn }])[0]!.id === '~';
    const stops = wins ? (judged?.findings.filter(({ level }) => level === 'stop') ?? []) : [];
    if (stops.length > 0 && overruledBecause.trim().length < 3) {
      const words = stops.map(({ rule, input, text }) => `${rule} (${input}): ${text}`).join(' ');
      return refusal(
        'invalid',
        `Stopped. ${words} Choose another lubricant, or say below why it is taken all the same; your name and your words then stay at the point.`,
        {
          overruledBecause: 'A stop is overruled only with a reason. Say why, in a few words.',
          lubricantId: stops[0]!.text,
        },
      );
    }
    const assignment = await insertAssignment(
      { db, now },
      owner,
      { ...fields, overruledBecause: stops.length > 0 ? overruledBecause.trim() : '' },
      actor.id,
      judged,
      transaction,
    );
    await projectMachines(db, [point.machineId], transaction);
    return done({ id: assignment.id });
  });
}

type Owner = { pointId: string } | { reservoirId: string };

/**
 * Writes an assignment; as a new winner it takes over the interval stages of the one before it, where both name the same
 * lubricant. Another one asks for intervals of its own: until they are set, those of the former hold and say so.
 */
export async function insertAssignment(
  { db, now }: Pick<Desk, 'db' | 'now'>,
  owner: Owner,
  fields: z.output<typeof assignmentForm>,
  personId: string,
  judged: Judged | null,
  transaction: Transaction,
) {
  const before = byRank(await db.Assignment.findAll({ where: owner, transaction })).filter(
    ({ ambientBand }) => ambientBand === fields.ambientBand,
  );
  const assignment = await db.Assignment.create(
    { id: ulid(now.getTime()), ...owner, personId, ...fields, judged, createdAt: now },
    { transaction },
  );
  const stages =
    before[0]?.lubricantId === fields.lubricantId && byRank([...before, assignment])[0]?.id === assignment.id
      ? await db.IntervalStage.findAll({ where: { assignmentId: before[0].id }, transaction })
      : [];
  for (const { taskId, position, name, count, hours, cycles, days, standstillDays } of stages) {
    await db.IntervalStage.create(
      {
        id: ulid(now.getTime()),
        assignmentId: assignment.id,
        taskId,
        position,
        name,
        count,
        hours,
        cycles,
        days,
        standstillDays,
      },
      { transaction },
    );
  }
  return assignment;
}
