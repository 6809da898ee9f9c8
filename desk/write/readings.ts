import { Op } from 'sequelize';
import { z } from 'zod';
import { isClockAhead } from '@/core/entry/believed';
import { instant, quantity } from '@/core/fields/fields';
import type { Database } from '../desk';
import { deriveMeters } from '../standing/meters';
import { alone } from '../locks';
import { derivedId } from '../log/derived-id';
import { automaticPerson } from '../automatic-person';
import { appendProjected } from '../change/append-projected';
import { type EntryEnvelope } from '@/core/entry/envelope';

/** What a gateway posts: one reading or many, as the dial showed them. Sending the same again writes nothing. */
const reading = z.strictObject({ at: instant('Read at'), value: quantity('Reading', '', { min: 0, max: 1e12 }) });
/** Where something came from that no person wrote. */
export const source = z
  .string()
  .trim()
  .min(1)
  .max(50)
  .regex(/^[\w .:-]+$/, { error: 'may hold letters, digits, spaces and . : - _ only.' })
  .default('api')
  .meta({ title: 'Source' });
export const readingsPost = z.strictObject({
  source,
  readings: z.array(reading).min(1).max(5000).meta({ title: 'Readings' }),
});
export const oneReadingPost = reading.extend({ source });
export type PostedReading = z.infer<typeof reading>;

export type ReadingsWritten = {
  stored: number;
  /** Readings that were in the book already. */
  known: number;
  /** Kept and marked, but not used: each by its place in what was sent. */
  leftOut: { index: number; reason: string }[];
};

/** The identifier of a reading follows from the reading, so that whoever sends it again sends the same entry. */
const readingId = (meterId: string, atMs: number, value: number): string =>
  derivedId(atMs, `${meterId}/${atMs}/${value}`);

/** How far the clock that wrote an instant stood from UTC (min). */
export const offsetOf = (at: string): number => {
  const match = /([+-])(\d\d):(\d\d)$/.exec(at);
  return match ? (match[1] === '-' ? -1 : 1) * (Number(match[2]) * 60 + Number(match[3])) : 0;
};

export type ReadingToWrite = { meterId: string; machineId: string; at: string; value: number; typed?: string };

/**
 * Writes readings of any meters, in one transaction, those already in the book left as they are.
 * @param deviceId where they came from: the screens show it
 */
export async function writeReadings(
  db: Database,
  now: Date,
  personId: string,
  deviceId: string,
  readings: readonly ReadingToWrite[],
): Promise<{ stored: number; known: number }> {
  const drafts = new Map(
    readings.map(({ meterId, machineId, at, value, typed }) => {
      const atMs = Date.parse(at);
      const envelope: EntryEnvelope = {
        id: readingId(meterId, atMs, value),
        kind: 'reading',
        kindVersion: 1,
        body: { meterId, value, ...(typed !== undefined && { typed: { value: typed } }) },
        happenedAt: at,
        offsetMinutes: offsetOf(at),
        personId,
        deviceId,
        machineId,
        pointId: null,
        taskIds: [],
        roundId: null,
        replacesId: null,
      };
      return [envelope.id, envelope] as const;
    }),
  );
  const ids = [...drafts.keys()];
  const stored = await alone(db, { machineIds: readings.map(({ machineId }) => machineId) }, async (transaction) => {
    const known = new Set(
      (await db.Entry.findAll({ where: { id: { [Op.in]: ids } }, attributes: ['id'], raw: true, transaction })).map(
        ({ id }) => id,
      ),
    );
    const fresh = ids.filter((id) => !known.has(id)).map((id) => ({ envelope: drafts.get(id)!, receivedAt: now }));
    await appendProjected(db, fresh, transaction);
    return fresh.length;
  });
  return { stored, known: readings.length - stored };
}

/** Writes what a gateway posted to one meter; undefined where there is no such meter. */
export async function postReadings(
  db: Database,
  now: Date,
  meterId: string,
  posted: z.infer<typeof readingsPost>,
): Promise<ReadingsWritten | undefined> {
  const meter = await db.Meter.findByPk(meterId);
  if (!meter) return undefined;
  const written = await writeReadings(
    db,
    now,
    await automaticPerson(db, now, 'AUTO'),
    `api:${posted.source}`,
    posted.readings.map((each) => ({ meterId, machineId: meter.machineId, ...each })),
  );
  const [derived] = (await deriveMeters(db, [meter.machineId])).filter(({ id }) => id === meterId);
  const reasons = new Map(derived!.leftOut.map(({ atMs, value, reason }) => [`${atMs}/${value}`, reason]));
  const leftOut = posted.readings.flatMap(({ at, value }, index) => {
    if (isClockAhead(Date.parse(at), now.getTime()))
      return [{ index, reason: 'Lies in the future: kept and marked, but not used.' }];
    const reason = reasons.get(`${Date.parse(at)}/${value}`);
    return reason ? [{ index, reason }] : [];
  });
  return { ...written, leftOut };
}
