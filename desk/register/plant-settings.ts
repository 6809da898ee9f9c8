import { plantSettingsForm } from '@/core/register/plant-settings';
import { type Desk, type Result, done } from '../desk';
import { parseForm } from '../parse';
import { thePlant } from '../plant';
import { rebuild } from '../standing/rebuild';

/**
 * Says by which clock, schools and habits the plant goes. Where its days begin elsewhere than before, every date is
 * derived anew: the log says when things happened, and the plant on which of its days that was.
 */
export async function savePlantSettings({ db }: Desk, values: unknown): Promise<Result<null>> {
  const form = parseForm(plantSettingsForm, values);
  if (!form.ok) return form;
  const { dayStartsAt: dayStartsAtMinutes, ...rest } = form.value;
  const row = { ...rest, dayStartsAtMinutes };
  const before = await thePlant(db);
  if (before.timeZone === row.timeZone && before.dayStartsAtMinutes === row.dayStartsAtMinutes)
    await db.transaction(async () => (await thePlant(db)).update(row));
  else
    await rebuild(
      db,
      () => {},
      async (transaction) => (await thePlant(db, transaction)).update(row, { transaction }),
    );
  return done(null);
}
