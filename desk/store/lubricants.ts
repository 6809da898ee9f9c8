import { ulid } from 'ulid';
import type { z } from 'zod';
import { lubricantForm, replacementForm } from '@/core/store/store-room';
import { plantToday } from '@/core/time/plant-day';
import { type Desk, type Result, done, refusal } from '../desk';
import { alone } from '../locks';
import { parseForm } from '../parse';
import { projectMachines, stampPlans } from '../standing/projection';
import { thePlant } from '../plant';
import { checkVersion, saving } from '../change/save';

const codeTaken = {
  code: 'This house code is in use. Codes stand on cans and guns: never give one to two lubricants.',
};

/** What a lubricant's form gives, as its row holds it. */
function rowOf({
  isoVg,
  kv40,
  kv100,
  densityGCm3 = 0.9,
  pourPointC,
  lowerC,
  upperC,
  ...rest
}: z.output<typeof lubricantForm>) {
  return {
    ...rest,
    densityGCm3,
    isoVg: isoVg ?? null,
    kv40: kv40 ?? null,
    kv100: kv100 ?? null,
    pourPointC: pourPointC ?? null,
    lowerC: lowerC ?? null,
    upperC: upperC ?? null,
  };
}

export async function createLubricant({ db, now }: Desk, values: unknown): Promise<Result<{ code: string }>> {
  const form = parseForm(lubricantForm, values);
  if (!form.ok) return form;
  return saving(
    () =>
      alone(db, 'plant', async (transaction) => {
        const { code } = await db.Lubricant.create({ id: ulid(now.getTime()), ...rowOf(form.value) }, { transaction });
        await stampPlans(db, transaction);
        return done({ code });
      }),
    codeTaken,
  );
}

/** Changes a lubricant; `version` is the one the form was opened with. */
export async function updateLubricant(
  { db }: Desk,
  id: string,
  version: number,
  values: unknown,
): Promise<Result<{ code: string }>> {
  const form = parseForm(lubricantForm, values);
  if (!form.ok) return form;
  return saving(
    () =>
      alone(db, 'plant', async (transaction) => {
        const lubricant = await db.Lubricant.findByPk(id, { transaction });
        if (!lubricant) return refusal('not-found', 'This lubricant is not in the store room any more.');
        const stale = checkVersion(lubricant, version);
        if (stale) return stale;
        const changed = lubricant.code !== form.value.code || lubricant.kind !== form.value.kind;
        await lubricant.update(rowOf(form.value), { transaction });
        await stampPlans(db, transaction);
        // What a sump holds and wants is kept with codes; whether a change can wait there, by the kind of both.
        const touched = changed
          ? await db.select<{ machineId: string }>(
              'SELECT DISTINCT machineId FROM due_state WHERE waitingChange IS NOT NULL OR mixedWith IS NOT NULL OR lubricantId = :id',
              { id },
              transaction,
            )
          : [];
        await projectMachines(
          db,
          touched.map(({ machineId }) => machineId),
          transaction,
        );
        return done({ code: lubricant.code });
      }),
    codeTaken,
  );
}

/** A, B, 3: the names that old charts give to oils. */
const isLetter = (name: string): boolean => /^[\p{L}\p{N}]$/u.test(name.trim());

/** Records which lubricant of the house stands in for a former product, by whose word. */
export async function addReplacement({ db, now, actor }: Desk, values: unknown): Promise<Result<{ id: string }>> {
  const form = parseForm(replacementForm, values);
  if (!form.ok) return form;
  const plant = await thePlant(db);
  if (form.value.sourceOn > plantToday(now, plant))
    return refusal('invalid', 'The source is dated in the future.', {
      sourceOn: 'Date of the source: this day has not come yet.',
    });
  if (!(await db.Lubricant.findByPk(form.value.lubricantId)))
    return refusal('invalid', 'Choose a lubricant.', { lubricantId: 'This lubricant is not in the store room.' });
  const { machineCode, ...rest } = form.value;
  const onMachine = machineCode ? await db.MachineCode.findByPk(machineCode.toUpperCase()) : null;
  if (machineCode && !onMachine)
    return refusal('invalid', 'This machine is not in the plant.', {
      machineCode: `Only on machine: there is no ${machineCode}. Write its code as it stands on its page.`,
    });
  if (!onMachine && isLetter(rest.formerName))
    return refusal('invalid', 'A letter means another oil on every chart.', {
      machineCode: `Only on machine: say whose chart calls it ${rest.formerName}.`,
    });
  const row = { ...rest, id: ulid(now.getTime()), machineId: onMachine?.machineId ?? null, personId: actor.id };
  return done({ id: (await db.transaction(() => db.Replacement.create(row))).id });
}
