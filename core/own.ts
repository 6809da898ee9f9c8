/**
 * Looking up what somebody typed in a table of words. Every object also answers to the names of built-in properties
 * (`constructor`, `toString`): only the table's own count.
 */
export const isOwn = <Table extends object>(table: Table, key: PropertyKey): key is keyof Table =>
  Object.hasOwn(table, key);

/** The table's own value for a key; undefined where it has none. */
export const own = <Value>(table: Readonly<Record<string, Value>>, key: string): Value | undefined =>
  Object.hasOwn(table, key) ? table[key] : undefined;
