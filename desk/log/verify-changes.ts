import type { Values } from '@/core/changes/change';
import type { EntryBody } from '@/core/entry/kinds';
import type { Database } from '../desk';
import { digestOfValues } from './seal';

/** So many changes are checked at once. */
const atOnce = 1000;

type Row = {
  seq: string | number;
  place: number;
  salt: string | null;
  was: string | null;
  became: string | null;
  body: string;
};

/** Holds the values of changes against the digests that the log has sealed; what was erased has none any more. */
export async function verifyChanges(db: Database): Promise<{ checked: number; erased: number; wrong: string[] }> {
  let [checked, erased] = [0, 0];
  const wrong: string[] = [];
  for (let after = { seq: 0, place: -1 }; ;) {
    const rows = await db.select<Row>(
      `SELECT made.seq, made.place, made.salt, made.was, made.became, entry.body FROM change_made AS made JOIN entry ON entry.seq = made.seq
       WHERE (made.seq, made.place) > (:seq, :place) ORDER BY made.seq, made.place LIMIT ${atOnce}`,
      after,
    );
    for (const { seq, place, salt, was, became, body } of rows) {
      if (salt === null) {
        erased += 1;
        continue;
      }
      checked += 1;
      const sealed = (JSON.parse(body) as EntryBody<'plan-change'>).changes[place];
      const digest = (values: string | null) =>
        digestOfValues(salt, values === null ? null : (JSON.parse(values) as Values));
      if (!sealed || digest(was) !== sealed.before || digest(became) !== sealed.after)
        wrong.push(`entry ${seq}, change ${place + 1}`);
    }
    const last = rows.at(-1);
    if (!last || rows.length < atOnce) return { checked, erased, wrong };
    after = { seq: Number(last.seq), place: last.place };
  }
}
