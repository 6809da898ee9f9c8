import { outlineForm } from '@/core/register/forms';
import { type Desk, type Result, done, refusal } from '../desk';
import { parseForm } from '../parse';
import { checkVersion, saving } from '../change/save';

/** Keeps the plain drawing of a machine: boxes, and where the number of each point stands. */
export async function saveOutline(
  { db }: Desk,
  machineId: string,
  version: number,
  values: unknown,
): Promise<Result<null>> {
  const form = parseForm(outlineForm, values);
  if (!form.ok) return form;
  return saving(async () => {
    const machine = await db.Machine.findByPk(machineId);
    if (!machine) return refusal('not-found', 'This machine is not in the register any more.');
    const stale = checkVersion(machine, version);
    if (stale) return stale;
    await db.transaction(() => machine.update({ outline: form.value }));
    return done(null);
  });
}
