import type { Database } from '../desk';

/** Codes and names of what some bodies of entries refer to, for wording them. */
export async function readNames(db: Database, lines: readonly { body: object }[]) {
  const bodies = lines.flatMap(({ body }) => {
    const { replacement } = body as { replacement?: { body: object } };
    return replacement ? [body, replacement.body] : [body];
  }) as { lubricantId?: string; meterId?: string; ownerId?: string; toId?: string }[];
  const named = (key: 'lubricantId' | 'meterId' | 'ownerId' | 'toId') => [
    ...new Set(bodies.flatMap((body) => body[key] ?? [])),
  ];
  const [lubricants, meters, people] = await Promise.all([
    db.Lubricant.findAll({ where: { id: named('lubricantId') }, attributes: ['id', 'code'] }),
    db.Meter.findAll({ where: { id: named('meterId') }, attributes: ['id', 'name', 'unit'] }),
    db.Person.findAll({ where: { id: [...named('ownerId'), ...named('toId')] }, attributes: ['id', 'initials'] }),
  ]);
  return {
    lubricants: Object.fromEntries(lubricants.map(({ id, code }) => [id, code])),
    meters: Object.fromEntries(meters.map(({ id, name, unit }) => [id, { name, unit }])),
    people: Object.fromEntries(people.map(({ id, initials }) => [id, initials])),
  };
}
