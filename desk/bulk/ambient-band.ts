import { ulid } from 'ulid';
import { type Desk, type Result, done, refusal } from '../desk';
import { thePlant } from '../plant';
import { alone } from '../locks';
import { appendProjected } from '../change/append-projected';
import { type EntryEnvelope } from '@/core/entry/envelope';

/**
 * Declares which ambient band holds from now on, and writes it in the book. No lubricant is switched by it: where a sump
 * holds another one than the band wants, a change falls due, and tops stay of what is in there.
 */
export const declareBand = ({ db, now, actor }: Desk, band: string): Promise<Result<null>> =>
  alone(db, 'plant', async (transaction) => {
    const plant = await thePlant(db, transaction);
    if (band !== '' && !plant.ambientBands.some(({ name }) => name === band))
      return refusal('invalid', `The plant knows the bands ${plant.ambientBands.map(({ name }) => name).join(', ')}.`);
    const next = band === '' ? null : band;
    if (next === (plant.ambientBandNow ?? null)) return done(null);
    await plant.update({ ambientBandNow: next, ambientBandSince: next === null ? null : now }, { transaction });
    const banded = await db.select<{ machineId: string }>(
      `SELECT DISTINCT lube_point.machineId FROM assignment JOIN lube_point ON lube_point.id = assignment.pointId OR lube_point.reservoirId = assignment.reservoirId WHERE assignment.ambientBand IS NOT NULL`,
      {},
      transaction,
    );
    const note: EntryEnvelope = {
      id: ulid(now.getTime()),
      kind: 'note',
      kindVersion: 1,
      body: { text: next ? `Ambient band now: ${next}.` : 'Ambient bands are not followed any more.' },
      happenedAt: now.toISOString(),
      offsetMinutes: 0,
      personId: actor.id,
      deviceId: 'server',
      machineId: null,
      pointId: null,
      taskIds: [],
      roundId: null,
      replacesId: null,
    };
    await appendProjected(db, [{ envelope: note, receivedAt: now }], transaction, {
      replanned: banded.map(({ machineId }) => machineId),
    });
    return done(null);
  });
