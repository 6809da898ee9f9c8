import { isDeviceContent, usualPerDay } from '@/core/condition/device-use';
import type { EntryBody } from '@/core/entry/kinds';
import { isWearing } from '@/core/follow/reading-trend';
import type { AskedReading } from '@/core/register/asked-reading';
import type { WalkStop } from '@/core/walk/document';
import { deriveMeters, runHoursOf } from '../standing/meters';
import { groupBy } from '../group-by';
import { believed } from '../log/believed';
import type { Database } from '../desk';

/** Looks of a point that are gone through for what each thing showed last, and what its devices use. */
const looksBack = 8;

type Looked = { pointId: string; body: string; happenedAt: string };
type Read = NonNullable<Extract<EntryBody<'check'>, { readings?: unknown }>['readings']>[number];
type ReadAt = Read & { at: string; renews: boolean };
/** What a reading was until now. */
export type UntilNow = Pick<WalkStop['readings'][number], 'last' | 'usualPerDay' | 'curve' | 'worn' | 'hoursNow'>;

function readingsIn({ body, happenedAt }: Looked): ReadAt[] {
  const { readings = [], part } = JSON.parse(body) as { readings?: Read[]; part?: string };
  return readings.map((each) => ({ ...each, at: happenedAt, renews: part !== undefined }));
}

/** A part that was turned or replaced begins to wear anew. */
const sinceNew = (read: readonly ReadAt[]): readonly ReadAt[] =>
  read.slice(read.findLastIndex(({ renews }) => renews) + 1);

/**
 * What was read until now at some points of what is asked there: the last, what a device uses, and the curve of the first time
 * that a temperature was read every few minutes.
 */
export async function readUntilNow(
  db: Database,
  now: Date,
  asking: readonly {
    point: { id: string; kind: string };
    machine: { id: string };
    readings: readonly AskedReading[];
  }[],
): Promise<(pointId: string, asked: AskedReading) => UntilNow> {
  const pointIds = [...new Set(asking.flatMap(({ point, readings }) => (readings.length > 0 ? [point.id] : [])))];
  const timed = asking.flatMap(({ point, readings }) =>
    readings.some(({ quantity }) => quantity === 'temperature-rise') ? [point.id] : [],
  );
  const wearing = asking.flatMap(({ machine, readings }) =>
    readings.some(({ quantity }) => isWearing(quantity)) ? [machine.id] : [],
  );
  const machineOf = new Map(asking.map(({ point, machine }) => [point.id, machine.id]));
  const kindOf = new Map(asking.map(({ point }) => [point.id, point.kind]));
  const [looks, curves, meters] = await Promise.all([
    looksAt(db, pointIds, { most: looksBack, order: 'DESC', holds: "JSON_LENGTH(entry.body, '$.readings') > 0" }),
    looksAt(db, timed, { most: 1, order: 'ASC', holds: "JSON_VALUE(entry.body, '$.readings[1].afterMin') > 0" }),
    wearing.length > 0 ? deriveMeters(db, [...new Set(wearing)]) : [],
  ]);
  // The oldest first.
  const readAt = new Map(
    [...groupBy(looks.reverse(), ({ pointId }) => pointId)].map(([id, each]) => [id, each.flatMap(readingsIn)]),
  );
  const curveAt = new Map(curves.map((look) => [look.pointId, readingsIn(look)]));
  return (pointId, { name, quantity }) => {
    const mine = (readAt.get(pointId) ?? []).filter((each) => each.quantity === name && !each.observation);
    const last = mine.at(-1);
    const machineId = machineOf.get(pointId);
    const hoursAt = runHoursOf(isWearing(quantity) ? meters.filter((meter) => meter.machineId === machineId) : []);
    return {
      last: last ? { value: last.value, at: last.at } : null,
      usualPerDay: isDeviceContent(kindOf.get(pointId) ?? '', quantity)
        ? (usualPerDay(mine.map(({ at, value }) => ({ atMs: Date.parse(at), value }))) ?? null)
        : null,
      worn: sinceNew(mine).flatMap(({ at, value }) => {
        const hours = hoursAt(Date.parse(at));
        return hours === null ? [] : [{ hours, value }];
      }),
      hoursNow: hoursAt(now.getTime()),
      curve: (curveAt.get(pointId) ?? []).flatMap(({ quantity: read, afterMin, value }) =>
        read === name && afterMin !== undefined ? [{ minutes: afterMin, value }] : [],
      ),
    };
  };
}

/** The newest or the oldest looks of some points that hold something, in that order. */
const looksAt = async (
  db: Database,
  pointIds: readonly string[],
  { most, order, holds }: { most: number; order: 'ASC' | 'DESC'; holds: string },
): Promise<Looked[]> =>
  pointIds.length === 0
    ? []
    : db.select<Looked>(
        `SELECT pointId, body, happenedAt FROM (
           SELECT entry.pointId, entry.body, entry.happenedAt, ROW_NUMBER() OVER (PARTITION BY entry.pointId ORDER BY entry.happenedAtUtc ${order}, entry.seq ${order}) AS place
           FROM ${believed} WHERE entry.pointId IN (:pointIds) AND entry.kind = 'check' AND entry.decides AND ${holds}) AS looked
         WHERE place <= ${most} ORDER BY place`,
        { pointIds: [...new Set(pointIds)] },
      );
