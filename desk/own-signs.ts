import { isOwn } from '@/core/own';
import { ownSignForm } from '@/core/register/own-sign-form';
import { type OwnSign, rowKey } from '@/core/words/sign-row';
import { type SignWhat, signs } from '@/core/words/signs';
import { type Database, type Desk, type Result, done, refusal } from './desk';
import { parseForm } from './parse';

/** What is said there in place of the table of signs, for the plant as a whole where no point is named. */
export type SaidOwn = OwnSign & { pointId: string; personId: string; saidAt: Date };

/** The name under which the whole plant's own words stand. */
const wholePlant = '';

/** All that is said of one sign, of the plant and of its points; of all signs where none is named. */
export const saidOwn = async (db: Database, where: { what?: string; pointId?: string } = {}): Promise<SaidOwn[]> =>
  (await db.OwnSign.findAll({ where: { ...where }, order: [['saidAt', 'ASC']] })).map((said) => ({
    ...said.get({ plain: true }),
    row: said.signRow,
  }));

/** What is said at some points in place of the table of signs: the point's own first, then the plant's. */
export async function ownSignsAt(
  db: Database,
  pointIds: readonly (string | null)[],
): Promise<(pointId: string | null) => OwnSign[]> {
  const rows = await db.select<OwnSign & { pointId: string }>(
    'SELECT pointId, what, signRow AS `row`, says, source FROM own_sign WHERE pointId IN (:pointIds)',
    { pointIds: [...new Set([wholePlant, ...pointIds.flatMap((id) => id ?? [])])] },
  );
  const at = (wanted: string) =>
    rows
      .filter(({ pointId }) => pointId === wanted)
      .map(({ what, row, says, source }) => ({ what, row, says, source }));
  return (pointId) => [...(pointId ? at(pointId) : []), ...at(wholePlant)];
}

const isRow = (what: string, row: string): what is SignWhat =>
  isOwn(signs, what) && signs[what as SignWhat].rows.some((each) => rowKey(each) === row);

/**
 * Says something in place of a row of the table of signs; the row stays as it is beside it. What was found before stays as
 * it was judged then.
 * @param pointId of the point it holds at; null for the whole plant
 * @param values as the form has them; null takes the plant's or point's own word back
 */
export async function saveOwnSign(
  { db, now, actor }: Desk,
  pointId: string | null,
  { what, row }: { what: string; row: string },
  values: unknown,
): Promise<Result<null>> {
  if (!isRow(what, row)) return refusal('not-found', 'There is no such sign in the table.');
  if (pointId !== null && !(await db.LubePoint.findByPk(pointId)))
    return refusal('not-found', 'This point is not in the book.');
  const place = { pointId: pointId ?? wholePlant, what, signRow: row };
  if (values === null) {
    await db.transaction(() => db.OwnSign.destroy({ where: place }));
    return done(null);
  }
  const form = parseForm(ownSignForm, values);
  if (!form.ok) return form;
  await db.transaction(() => db.OwnSign.upsert({ ...place, ...form.value, personId: actor.id, saidAt: now }));
  return done(null);
}
