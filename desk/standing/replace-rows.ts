import type { Model, ModelStatic } from 'sequelize';
import { type Write, rowsInto } from '../desk';
import { sameRow } from './rows';

/** Rows that stand in the database otherwise than they were derived, and what was derived. */
export type Differing<Row> = { stored: readonly Row[]; derived: readonly Row[] };

/**
 * The writes that make a table say what was derived instead of what stood there; rows that say it already are not touched.
 * @returns `begun`: rows of which none stood there
 */
export function replaceRows<Row extends object>(
  { tableName, primaryKeyAttributes }: ModelStatic<Model<Row, Row>>,
  { stored, derived }: Differing<Row>,
  keyOf: (row: Row) => string,
): { writes: Write[]; begun: Row[] } {
  const before = new Map(stored.map((row) => [keyOf(row), row]));
  const changed: Row[] = [];
  const begun: Row[] = [];
  for (const row of derived) {
    const stood = before.get(keyOf(row));
    if (!stood) begun.push(row);
    if (!stood || !sameRow(stood, row)) changed.push(row);
    before.delete(keyOf(row));
  }
  const keys = primaryKeyAttributes as (keyof Row & string)[];
  const gone = [...before.values()].map((row) => ({
    sql: `DELETE FROM ${tableName} WHERE ${keys.map((key) => `${key} = ?`).join(' AND ')}`,
    values: keys.map((key) => row[key]),
  }));
  return { writes: [rowsInto(tableName, changed, 'anew') ?? [], gone].flat(), begun };
}
