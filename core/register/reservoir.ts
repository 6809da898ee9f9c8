/** One row of a maker's fill table: the amount and the plugs for one mounting position. */
export type FillRow = { position: string; volumeL: number; vent: string; drain: string };

/** The table's row for a mounting position; undefined where it has none. */
export const fillRowFor = (table: readonly FillRow[], position: string): FillRow | undefined =>
  table.find((row) => row.position.toLowerCase() === position.trim().toLowerCase());
