import type { QueryInterface } from 'sequelize';

/**
 * A reversible schema change. DDL commits by itself in MariaDB, so each migration makes one change, and looks whether it has
 * been made: one that was killed between its change and its entry on the list of steps is simply run again.
 */
export type Migration = {
  name: string;
  up: (schema: QueryInterface) => Promise<unknown>;
  down: (schema: QueryInterface) => Promise<unknown>;
};

/** A migration written as the SQL it runs, one statement each way. */
export const sqlMigration = (name: string, up: string, down: string): Migration => ({
  name,
  up: (schema) => schema.sequelize.query(up),
  down: (schema) => schema.sequelize.query(down),
});

/** Identifier column: a ULID made by whoever creates the row. */
export const id = 'CHAR(26) CHARACTER SET ascii COLLATE ascii_bin';

/** Table creation in the house's engine and character set. */
export const createTable = (name: string, table: string, columns: string): Migration =>
  sqlMigration(
    name,
    `CREATE TABLE IF NOT EXISTS ${table} (${columns}) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci`,
    `DROP TABLE IF EXISTS ${table}`,
  );

/** Columns added to a table in one statement, and dropped again in one. */
export const addColumns = (name: string, table: string, columns: Record<string, string>): Migration =>
  sqlMigration(
    name,
    `ALTER TABLE ${table} ${Object.entries(columns)
      .map(([column, type]) => `ADD COLUMN IF NOT EXISTS ${column} ${type}`)
      .join(', ')}`,
    `ALTER TABLE ${table} ${Object.keys(columns)
      .map((column) => `DROP COLUMN IF EXISTS ${column}`)
      .join(', ')}`,
  );

/** A rule that rows of a table have to keep. */
export const addCheck = (name: string, table: string, rule: string, condition: string): Migration =>
  sqlMigration(
    name,
    `ALTER TABLE ${table} ADD CONSTRAINT IF NOT EXISTS ${rule} CHECK (${condition})`,
    `ALTER TABLE ${table} DROP CONSTRAINT IF EXISTS ${rule}`,
  );

/** No value of a JSON column is null: that is what NaN and Infinity become there. */
export const noNull = (column: string): string => `${column} NOT REGEXP '[^\\\\\\\\]":null'`;
