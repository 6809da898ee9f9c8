import type { Model, ModelStatic, Transaction } from 'sequelize';
import type { WritableKind } from '@/core/entry/kinds';
import type { Database, Write } from '../desk';
import { type BelievedRow, type BelievedRowOf, isOf, kindList, readBelieved } from '../log/believed';
import { replaceRows } from './replace-rows';

/** Something that follows from entries of some kinds, machine by machine, and is kept beside the log. */
export type KeptBeside<Row> = {
  /**
   * What is to be written of it with entries that are written right after. Whoever has none of its kinds, and corrects
   * nothing, costs nothing.
   * @param corrected machines of which an entry holds otherwise than it did
   */
  project: (
    db: Database,
    arriving: readonly BelievedRow[],
    corrected: readonly string[],
    transaction: Transaction,
  ) => Promise<Write[]>;
  /** How its rows ought to stand, by the log itself. */
  ofLog: (db: Database, transaction?: Transaction) => Promise<Row[]>;
  /** Its rows as they stand. */
  standing: (db: Database, transaction?: Transaction) => Promise<Row[]>;
  /** Makes it anew from the log. The caller has the plant to itself. */
  rebuild: (db: Database, transaction: Transaction) => Promise<void>;
};

/**
 * Keeps rows, one for an entry each, beside the log: brought up to date with the entries of a machine, and made anew from
 * the whole log. Both go through the same derivation.
 * @param kinds from which it follows
 * @param derive of all entries of those kinds, the oldest first; those that arrive stand last, and among `arriving` too,
 *   with all that comes with them
 */
export function keptBeside<Kind extends WritableKind, Row extends { entryId: string; machineId: string }>({
  kinds,
  model,
  derive,
}: {
  kinds: readonly Kind[];
  model: (db: Database) => ModelStatic<Model<Row, Row>>;
  derive: (
    db: Database,
    entries: readonly BelievedRowOf<Kind>[],
    arriving: readonly BelievedRow[],
    transaction?: Transaction,
  ) => Promise<Row[]>;
}): KeptBeside<Row> {
  const isMine = isOf(...kinds);
  const mine = `entry.kind IN (${kindList(kinds)})`;
  const all = async (
    db: Database,
    entries: readonly BelievedRow[],
    arriving: readonly BelievedRow[],
    transaction?: Transaction,
  ) => derive(db, [...entries, ...arriving].filter(isMine), arriving, transaction);
  const ofLog = async (db: Database, transaction?: Transaction) =>
    all(db, await readBelieved(db, mine, {}, transaction), [], transaction);
  return {
    ofLog,
    standing: async (db, transaction) =>
      (await model(db).findAll({ transaction: transaction ?? null, raw: true })) as unknown as Row[],
    project: async (db, arriving, corrected, transaction) => {
      const machineIds = [
        ...new Set([...corrected, ...arriving.filter(isMine).flatMap(({ machineId }) => machineId ?? [])]),
      ];
      if (machineIds.length === 0) return [];
      const [stored, entries] = await Promise.all([
        model(db).findAll({ where: { machineId: machineIds } as never, transaction, raw: true }),
        readBelieved(db, `entry.machineId IN (:machineIds) AND ${mine}`, { machineIds }, transaction),
      ]);
      const here = arriving.filter(({ machineId }) => machineId !== null && machineIds.includes(machineId));
      const derived = await all(db, entries, here, transaction);
      return replaceRows<Row>(model(db), { stored: stored as unknown as Row[], derived }, ({ entryId }) => entryId)
        .writes;
    },
    rebuild: async (db, transaction) => {
      await model(db).destroy({ where: {}, transaction });
      const rows = await ofLog(db, transaction);
      for (let from = 0; from < rows.length; from += 1000)
        await db.insert(model(db).tableName, rows.slice(from, from + 1000), transaction);
    },
  };
}
