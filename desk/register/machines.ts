import { ulid } from 'ulid';
import type { z } from 'zod';
import { areaForm, closuresForm, machineForm } from '@/core/register/forms';
import { type Desk, type Result, done, refusal } from '../desk';
import { alone } from '../locks';
import { parseForm } from '../parse';
import { projectMachines } from '../standing/projection';
import { rebuild } from '../standing/rebuild';
import { thePlant } from '../plant';
import { checkVersion, saving } from '../change/save';

/** The machine's row from its form: planned running in one place, as forecasts take it. */
function rowOf(form: z.output<typeof machineForm>) {
  const { dutyHoursPerDay = null, fittingCount = null, hoursByWeekday, dutySeasons, ...rest } = form;
  const seasons = dutySeasons.map(({ from, to, percent }) => ({ from, to, factor: percent / 100 }));
  const dutyPlan =
    hoursByWeekday || seasons.length > 0
      ? { ...(hoursByWeekday && { hoursByWeekday }), ...(seasons.length > 0 && { seasons }) }
      : null;
  return {
    ...rest,
    fittingCount,
    dutyPlan,
    dutyHoursPerDay: hoursByWeekday ? hoursByWeekday.reduce((sum, hours) => sum + hours, 0) / 7 : dutyHoursPerDay,
  };
}

/** Sets the plant's holidays and shutdown weeks; every forecast that heeds them is made anew. */
export async function saveClosures({ db }: Desk, values: unknown): Promise<Result<null>> {
  const form = parseForm(closuresForm, values);
  if (!form.ok) return form;
  const closures = [...form.value.closures].sort((a, b) => a.from.localeCompare(b.from));
  await rebuild(
    db,
    () => {},
    async (transaction) => (await thePlant(db, transaction)).update({ closures }, { transaction }),
  );
  return done(null);
}

const codeTaken = { code: 'This code is, or once was, another’s. Codes are never reused: choose another.' };

/** Adds an area at the end of the list. */
export async function createArea({ db, now }: Desk, values: unknown): Promise<Result<{ id: string }>> {
  const form = parseForm(areaForm, values);
  if (!form.ok) return form;
  return saving(async () => {
    const { coldestC = null, warmestC = null, ...rest } = form.value;
    const area = await db.transaction(async () =>
      db.Area.create({
        id: ulid(now.getTime()),
        ...rest,
        coldestC,
        warmestC,
        position: (await db.Area.count()) + 1,
        outline: null,
      }),
    );
    return done({ id: area.id });
  }, codeTaken);
}

/** Adds a machine; its code is kept for ever, so that old paper still resolves. */
export async function createMachine({ db, now }: Desk, values: unknown): Promise<Result<{ id: string; code: string }>> {
  const form = parseForm(machineForm, values);
  if (!form.ok) return form;
  const rest = rowOf(form.value);
  if (!(await db.Area.findByPk(rest.areaId)))
    return refusal('invalid', 'Choose an area first.', { areaId: 'This area is not in the register.' });
  return saving(
    () =>
      alone(db, { machineIds: [] }, async (transaction) => {
        const machine = await db.Machine.create({ id: ulid(now.getTime()), ...rest }, { transaction });
        await db.MachineCode.create({ code: machine.code, machineId: machine.id }, { transaction });
        return done({ id: machine.id, code: machine.code });
      }),
    codeTaken,
  );
}

/** Changes a machine; `version` is the one the form was opened with. */
export async function updateMachine(
  { db }: Desk,
  id: string,
  version: number,
  values: unknown,
): Promise<Result<{ code: string }>> {
  const form = parseForm(machineForm, values);
  if (!form.ok) return form;
  const rest = rowOf(form.value);
  return saving(
    () =>
      alone(db, { machineIds: [id] }, async (transaction) => {
        const machine = await db.Machine.findByPk(id, { transaction });
        if (!machine) return refusal('not-found', 'This machine is not in the register any more.');
        const stale = checkVersion(machine, version);
        if (stale) return stale;
        if (rest.code !== machine.code) {
          const owner = await db.MachineCode.findByPk(rest.code, { transaction });
          if (owner && owner.machineId !== id) return refusal('conflict', codeTaken.code, codeTaken);
          if (!owner) await db.MachineCode.create({ code: rest.code, machineId: id }, { transaction });
        }
        await machine.update(rest, { transaction });
        await projectMachines(db, [id], transaction);
        return done({ code: machine.code });
      }),
    codeTaken,
  );
}

/** The machine a code belongs to, or once belonged to. */
export async function findMachine({ db }: Pick<Desk, 'db'>, code: string) {
  const known = await db.MachineCode.findByPk(code.toUpperCase());
  return known ? db.Machine.findByPk(known.machineId) : null;
}
