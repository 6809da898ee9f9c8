import { ulid } from 'ulid';
import { greaseGunCalibration } from '@/core/grease/gun-calibration';
import { computeStored } from '@/core/method';
import { calibrationForm, gunForm } from '@/core/store/store-room';
import { plantToday } from '@/core/time/plant-day';
import { type Desk, type Result, done, refusal } from '../desk';
import { parseForm } from '../parse';
import { thePlant } from '../plant';
import { saving } from '../change/save';

const codeTaken = { code: 'This code is on another gun already.' };

/** Adds a gun, dedicated to one grease, with its first calibration. */
export async function createGun({ db, now, actor }: Desk, values: unknown): Promise<Result<{ id: string }>> {
  const form = parseForm(gunForm, values);
  if (!form.ok) return form;
  const { strokes, massG, ...gun } = form.value;
  const lubricant = await db.Lubricant.findByPk(gun.lubricantId);
  if (lubricant?.thickener == null && lubricant?.nlgi == null)
    return refusal('invalid', 'A gun carries grease.', {
      lubricantId: 'Grease: choose one; a gun is dedicated to it for good.',
    });
  const run = computeStored(greaseGunCalibration, { strokes, massG });
  if (!run.ok) return refusal('invalid', run.reason);
  const plant = await thePlant(db);
  return saving(
    () =>
      db.transaction(async (transaction) => {
        const row = await db.Gun.create(
          { id: ulid(now.getTime()), ...gun, gramsPerStroke: run.result.gramsPerStroke },
          { transaction },
        );
        await db.GunCalibration.create(
          {
            id: ulid(now.getTime()),
            gunId: row.id,
            personId: actor.id,
            doneOn: plantToday(now, plant),
            strokes,
            massG,
          },
          { transaction },
        );
        return done({ id: row.id });
      }),
    codeTaken,
  );
}

/** Calibrates a gun anew: from now on its strokes are counted with the new weight. Earlier ones stay in the book. */
export async function calibrateGun(
  { db, now, actor }: Desk,
  gunId: string,
  values: unknown,
): Promise<Result<{ gramsPerStroke: number }>> {
  const form = parseForm(calibrationForm, values);
  if (!form.ok) return form;
  const run = computeStored(greaseGunCalibration, form.value);
  if (!run.ok) return refusal('invalid', run.reason);
  const plant = await thePlant(db);
  return db.transaction(async (transaction) => {
    const gun = await db.Gun.findByPk(gunId, { transaction });
    if (!gun) return refusal('not-found', 'This gun is not in the store room any more.');
    await db.GunCalibration.create(
      {
        id: ulid(now.getTime()),
        gunId,
        personId: actor.id,
        doneOn: plantToday(now, plant),
        ...form.value,
      },
      { transaction },
    );
    await gun.update({ gramsPerStroke: run.result.gramsPerStroke }, { transaction });
    return done({ gramsPerStroke: run.result.gramsPerStroke });
  });
}
