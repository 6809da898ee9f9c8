import type { Database } from '../desk';

/** A lubricant that is assigned for an ambient band: at a point, or for a whole reservoir. */
export type BandUse = {
  band: string;
  machine: string;
  /** The number of the point; null for a reservoir. */
  number: number | null;
  name: string;
  lubricant: string;
};

/** So many stand under a band; how many there are is said beside them. */
const shownUses = 60;

/** What is assigned for each band, by machine and place: the first of each, and how many there are. */
export async function readBandUses(db: Database): Promise<Map<string, { shown: BandUse[]; count: number }>> {
  const rows = await db.select<BandUse & { many: number }>(
    `SELECT band, machine, number, name, lubricant, many FROM (
       SELECT assignment.ambientBand AS band, machine.code AS machine, lube_point.number, COALESCE(lube_point.name, reservoir.name) AS name, lubricant.code AS lubricant,
         COUNT(*) OVER (PARTITION BY assignment.ambientBand) AS many,
         ROW_NUMBER() OVER (PARTITION BY assignment.ambientBand ORDER BY machine.code, lube_point.number, reservoir.name, lubricant.code) AS place
       FROM assignment JOIN lubricant ON lubricant.id = assignment.lubricantId
         LEFT JOIN lube_point ON lube_point.id = assignment.pointId LEFT JOIN reservoir ON reservoir.id = assignment.reservoirId
         JOIN machine ON machine.id = COALESCE(lube_point.machineId, reservoir.machineId)
       WHERE assignment.ambientBand IS NOT NULL) AS placed
     WHERE place <= ${shownUses} ORDER BY band, place`,
  );
  const uses = new Map<string, { shown: BandUse[]; count: number }>();
  for (const { many, ...use } of rows) {
    const known = uses.get(use.band);
    if (known) known.shown.push(use);
    else uses.set(use.band, { shown: [use], count: Number(many) });
  }
  return uses;
}
