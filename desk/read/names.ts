import type { Database } from '../desk';

/** Codes and names by identifier, for wording entries. */
export async function readNames(db: Database) {
  const [lubricants, meters] = await Promise.all([
    db.Lubricant.findAll({ attributes: ['id', 'code'] }),
    db.Meter.findAll({ attributes: ['id', 'name', 'unit'] }),
  ]);
  return {
    lubricants: Object.fromEntries(lubricants.map(({ id, code }) => [id, code])),
    meters: Object.fromEntries(meters.map(({ id, name, unit }) => [id, { name, unit }])),
  };
}
