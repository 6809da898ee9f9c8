import { type Hazard, lubricantHazards } from '@/core/words/hazards';
import type { Database } from '../desk';

/** The oil of a point in one ambient band; `band` null: in every other. */
export type SeasonOil = { band: string | null; code: string };

/** What a machine's wall chart says besides its page: the oil of each season, what is to be minded of each lubricant. */
export type ChartExtras = {
  /** By point; none where one lubricant serves all the year. */
  seasons: Map<string, SeasonOil[]>;
  hazards: string[];
  /** What the maker's own chart calls the lubricants, such as A and B, by their code. */
  letters: Map<string, string>;
};

/** @param lubricantIds those that the chart names */
export async function readChartExtras(
  db: Database,
  machineId: string,
  lubricantIds: readonly string[],
): Promise<ChartExtras> {
  const [rows, lubricants, letters] = await Promise.all([
    db.select<SeasonOil & { pointId: string }>(
      `SELECT lube_point.id AS pointId, assignment.ambientBand AS band, lubricant.code FROM lube_point
         JOIN assignment ON assignment.pointId = lube_point.id OR assignment.reservoirId = lube_point.reservoirId
         JOIN lubricant ON lubricant.id = assignment.lubricantId
       WHERE lube_point.machineId = :machineId ORDER BY assignment.ambientBand, lubricant.code`,
      { machineId },
    ),
    db.Lubricant.findAll({ where: { id: [...lubricantIds] }, order: [['code', 'ASC']] }),
    db.select<{ code: string; names: string }>(
      "SELECT lubricant.code, GROUP_CONCAT(replacement.formerName ORDER BY replacement.formerName SEPARATOR ', ') AS names FROM replacement JOIN lubricant ON lubricant.id = replacement.lubricantId WHERE replacement.machineId = :machineId GROUP BY lubricant.code",
      { machineId },
    ),
  ]);
  const seasons = new Map<string, SeasonOil[]>();
  for (const { pointId, ...oil } of rows) {
    const banded = rows.some((other) => other.pointId === pointId && other.band !== null);
    if (banded) seasons.set(pointId, [...(seasons.get(pointId) ?? []), oil]);
  }
  return {
    seasons,
    letters: new Map(letters.map(({ code, names }) => [code, names])),
    hazards: lubricants.map(({ code, hazards }) => lubricantHazards(code, hazards as Hazard[])).filter(Boolean),
  };
}
