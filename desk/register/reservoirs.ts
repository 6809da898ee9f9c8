import { ulid } from 'ulid';
import { reservoirForm } from '@/core/register/forms';
import { fillRowFor } from '@/core/register/reservoir';
import { plantToday } from '@/core/time/plant-day';
import { type Desk, type Result, done, refusal } from '../desk';
import { alone } from '../locks';
import { parseForm } from '../parse';
import { projectMachines } from '../standing/projection';
import { thePlant } from '../plant';
import { checkVersion, saving } from '../change/save';

const nameTaken = { name: 'This machine has a reservoir of that name already.' };

type Form = ReturnType<typeof reservoirForm.parse>;
const rowOf = ({ capacityL, residualL, settleMinutes, pointIds: _, ...rest }: Form) => ({
  ...rest,
  capacityL: capacityL ?? null,
  residualL: residualL ?? null,
  settleMinutes: settleMinutes ?? null,
});

/** Adds a reservoir and the points it feeds. A fill by table waits for its confirmation. */
export async function createReservoir(
  { db, now }: Desk,
  machineId: string,
  values: unknown,
): Promise<Result<{ id: string }>> {
  const form = parseForm(reservoirForm, values);
  if (!form.ok) return form;
  if (!(await db.Machine.findByPk(machineId)))
    return refusal('not-found', 'This machine is not in the register any more.');
  return saving(
    () =>
      alone(db, { machineIds: [machineId] }, async (transaction) => {
        const reservoir = await db.Reservoir.create(
          { id: ulid(now.getTime()), machineId, ...rowOf(form.value) },
          { transaction },
        );
        await db.LubePoint.update(
          { reservoirId: reservoir.id },
          { where: { id: form.value.pointIds, machineId }, transaction },
        );
        await projectMachines(db, [machineId], transaction);
        return done({ id: reservoir.id });
      }),
    nameTaken,
  );
}

const machinesOf = async (db: Desk['db'], reservoirId: string): Promise<string[]> =>
  (await db.Reservoir.findAll({ where: { id: reservoirId }, attributes: ['machineId'] })).map(
    ({ machineId }) => machineId,
  );

/** Changes a reservoir. Another mounting position makes its fill, vent and drain wait for confirmation again. */
export async function updateReservoir(
  { db }: Desk,
  id: string,
  version: number,
  values: unknown,
): Promise<Result<{ id: string }>> {
  const form = parseForm(reservoirForm, values);
  if (!form.ok) return form;
  const machineIds = await machinesOf(db, id);
  return saving(
    () =>
      alone(db, { machineIds }, async (transaction) => {
        const reservoir = await db.Reservoir.findByPk(id, { transaction });
        if (!reservoir) return refusal('not-found', 'This reservoir is not in the register any more.');
        const stale = checkVersion(reservoir, version);
        if (stale) return stale;
        const { machineId } = reservoir;
        await db.LubePoint.update({ reservoirId: null }, { where: { reservoirId: id }, transaction });
        await db.LubePoint.update({ reservoirId: id }, { where: { id: form.value.pointIds, machineId }, transaction });
        // `changed` raises the version also when only the points that it feeds differ.
        reservoir.changed('name', true);
        await reservoir.update(rowOf(form.value), { transaction });
        await projectMachines(db, [machineId], transaction);
        return done({ id });
      }),
    nameTaken,
  );
}

/**
 * Confirms fill, vent and drain of the present mounting position, and takes the litres into the oil-change tasks of the
 * points it feeds.
 */
export async function confirmFill({ db, now, actor }: Desk, id: string): Promise<Result<{ volumeL: number }>> {
  const plant = await thePlant(db);
  return alone(db, { machineIds: await machinesOf(db, id) }, async (transaction) => {
    const reservoir = await db.Reservoir.findByPk(id, { transaction });
    if (!reservoir) return refusal('not-found', 'This reservoir is not in the register any more.');
    const row = fillRowFor(reservoir.fillTable, reservoir.mounting);
    if (!row)
      return refusal(
        'invalid',
        'The table has no row for this mounting position. Never take the amount of another position.',
      );
    await reservoir.update(
      {
        capacityL: row.volumeL,
        confirmed: {
          position: row.position,
          volumeL: row.volumeL,
          by: actor.name,
          on: plantToday(now, plant),
        },
      },
      { transaction },
    );
    const points = await db.LubePoint.findAll({ where: { reservoirId: id, retiredOn: null }, transaction });
    await db.Task.update(
      { amount: row.volumeL },
      {
        where: {
          pointId: points.map((point) => point.id),
          action: 'oil-change',
          amountKind: 'litres',
          retiredOn: null,
        },
        transaction,
      },
    );
    return done({ volumeL: row.volumeL });
  });
}
