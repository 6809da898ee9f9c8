import { ulid } from 'ulid';
import { meterForm } from '@/core/register/forms';
import { type Desk, type Result, done, refusal } from '../desk';
import { alone } from '../locks';
import { parseForm } from '../parse';
import { projectMachines } from '../standing/projection';
import { checkVersion, saving } from '../change/save';

const nameTaken = { name: 'This machine has a meter of that name already.' };

export async function createMeter(
  { db, now }: Desk,
  machineId: string,
  values: unknown,
): Promise<Result<{ id: string }>> {
  const form = parseForm(meterForm, values);
  if (!form.ok) return form;
  const { rolloverAt = null, ...rest } = form.value;
  if (!(await db.Machine.findByPk(machineId)))
    return refusal('not-found', 'This machine is not in the register any more.');
  return saving(
    () =>
      alone(db, { machineIds: [machineId] }, async (transaction) => {
        const meter = await db.Meter.create(
          { id: ulid(now.getTime()), machineId, rolloverAt, ...rest },
          { transaction },
        );
        await projectMachines(db, [machineId], transaction);
        return done({ id: meter.id });
      }),
    nameTaken,
  );
}

export async function updateMeter(
  { db }: Desk,
  id: string,
  version: number,
  values: unknown,
): Promise<Result<{ id: string }>> {
  const form = parseForm(meterForm, values);
  if (!form.ok) return form;
  const { rolloverAt = null, ...rest } = form.value;
  const known = await db.Meter.findByPk(id);
  return saving(
    () =>
      alone(db, { machineIds: known ? [known.machineId] : [] }, async (transaction) => {
        const meter = await db.Meter.findByPk(id, { transaction });
        if (!meter) return refusal('not-found', 'This meter is not in the register any more.');
        const stale = checkVersion(meter, version);
        if (stale) return stale;
        await meter.update({ rolloverAt, ...rest }, { transaction });
        await projectMachines(db, [meter.machineId], transaction);
        return done({ id });
      }),
    nameTaken,
  );
}
