import { isDeepStrictEqual } from 'node:util';
import type { Transaction } from 'sequelize';
import { ulid } from 'ulid';
import { bandsForm } from '@/core/register/forms';
import type { TemplateAssignment } from '@/core/register/machine-template';
import { type Database, type Desk, type Result, done, refusal } from '../desk';
import { parseForm } from '../parse';
import { thePlant } from '../plant';
import { alone } from '../locks';
import { appendProjected } from '../change/append-projected';
import { type EntryEnvelope } from '@/core/entry/envelope';

/**
 * Declares which ambient band holds from now on, and writes it in the book. No lubricant is switched by it: where a sump
 * holds another one than the band wants, a change falls due, and tops stay of what is in there.
 */
export const declareBand = (desk: Desk, band: string): Promise<Result<null>> =>
  alone(desk.db, 'plant', async (transaction) => {
    const { db, now } = desk;
    const plant = await thePlant(db, transaction);
    if (band !== '' && !plant.ambientBands.some(({ name }) => name === band))
      return refusal('invalid', `The plant knows the bands ${plant.ambientBands.map(({ name }) => name).join(', ')}.`);
    const next = band === '' ? null : band;
    if (next === (plant.ambientBandNow ?? null)) return done(null);
    await plant.update({ ambientBandNow: next, ambientBandSince: next === null ? null : now }, { transaction });
    const note = next ? `Ambient band now: ${next}.` : 'Ambient bands are not followed any more.';
    await writeDown(desk, note, await machinesByBand(db, transaction), transaction);
    return done(null);
  });

/**
 * Makes the plant's bands those of a list. One that has another name now takes its assignments along; one that still has
 * assignments is not taken away. What the temperatures say is asked when a lubricant is judged, and moves no date.
 */
export async function saveBands(desk: Desk, values: unknown): Promise<Result<null>> {
  const { db } = desk;
  const form = parseForm(bandsForm, values);
  if (!form.ok) return form;
  const wanted = form.value.bands;
  return alone(db, 'plant', async (transaction) => {
    const plant = await thePlant(db, transaction);
    const gone = plant.ambientBands.filter(({ name }) => !wanted.some(({ was }) => was === name));
    const kept = await db.select<{ band: string; many: number }>(
      'SELECT ambientBand AS band, COUNT(*) AS many FROM assignment WHERE ambientBand IN (:gone) GROUP BY ambientBand',
      { gone: gone.map(({ name }) => name) },
      transaction,
    );
    if (kept.length > 0)
      return refusal(
        'conflict',
        `Lubricants are assigned for ${kept.map(({ band, many }) => `${band} (${many})`).join(' and ')}. Give them another band first, or keep this one.`,
      );
    const names = new Map(wanted.map(({ was, name }) => [was, name]));
    const bands = wanted.map(({ name, fromC, toC }) => ({ name, fromC, toC }));
    if (isDeepStrictEqual(bands, plant.ambientBands)) return done(null);
    const now = plant.ambientBandNow ?? null;
    const nowNamed = now === null ? null : (names.get(now) ?? null);
    await plant.update(
      { ambientBands: bands, ambientBandNow: nowNamed, ...(nowNamed === null && { ambientBandSince: null }) },
      { transaction },
    );
    const renamed = [...names].filter(([was, name]) => was !== '' && was !== name);
    if (renamed.length > 0) await renameBands(db, new Map(renamed), transaction);
    const said = bands.map(({ name, fromC, toC }) => `${name} ${fromC} to ${toC} °C`).join(', ');
    await writeDown(
      desk,
      said ? `Ambient bands of the plant: ${said}.` : 'The plant has no ambient bands any more.',
      renamed.length > 0 || nowNamed !== now ? await machinesByBand(db, transaction) : [],
      transaction,
    );
    return done(null);
  });
}

/** All at once, so that two bands can change names with each other; models of machines name them too. */
async function renameBands(db: Database, names: ReadonlyMap<string, string>, transaction: Transaction): Promise<void> {
  const cases = [...names].map((_, place) => `WHEN :was${place} THEN :name${place}`).join(' ');
  await db.change(
    `UPDATE assignment SET ambientBand = CASE ambientBand ${cases} ELSE ambientBand END WHERE ambientBand IN (:all)`,
    {
      all: [...names.keys()],
      ...Object.fromEntries(
        [...names].flatMap(([was, name], place) => [
          [`was${place}`, was],
          [`name${place}`, name],
        ]),
      ),
    },
    transaction,
  );
  const renamed = (assignments: readonly TemplateAssignment[]) =>
    assignments.map((each) => ({ ...each, ambientBand: names.get(each.ambientBand ?? '') ?? each.ambientBand }));
  for (const model of await db.MachineModel.findAll({ transaction })) {
    const { template } = model;
    await model.update(
      {
        template: {
          ...template,
          points: template.points.map((point) => ({ ...point, assignments: renamed(point.assignments) })),
          reservoirs: template.reservoirs.map((each) => ({ ...each, assignments: renamed(each.assignments) })),
        },
      },
      { transaction },
    );
  }
}

/** Machines on which a lubricant is assigned for a band. */
async function machinesByBand(db: Database, transaction: Transaction): Promise<string[]> {
  const rows = await db.select<{ machineId: string }>(
    `SELECT DISTINCT lube_point.machineId FROM assignment JOIN lube_point ON lube_point.id = assignment.pointId OR lube_point.reservoirId = assignment.reservoirId WHERE assignment.ambientBand IS NOT NULL`,
    {},
    transaction,
  );
  return rows.map(({ machineId }) => machineId);
}

/** Writes a note of the whole plant, and brings machines up to date that it concerns. */
async function writeDown(
  { db, now, actor }: Desk,
  text: string,
  replanned: readonly string[],
  transaction: Transaction,
): Promise<void> {
  const note: EntryEnvelope = {
    id: ulid(now.getTime()),
    kind: 'note',
    kindVersion: 1,
    body: { text },
    happenedAt: now.toISOString(),
    offsetMinutes: 0,
    personId: actor.id,
    deviceId: 'server',
    machineId: null,
    pointId: null,
    taskIds: [],
    roundId: null,
    replacesId: null,
  };
  await appendProjected(db, [{ envelope: note, receivedAt: now }], transaction, { replanned });
}
